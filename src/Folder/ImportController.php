<?php

declare(strict_types=1);

namespace App\Folder;

use App\Desk\Desk;
use App\Desk\DeskState;
use App\Engraving\EngravingError;
use App\Engraving\PageMaker;
use App\Shared\ChangesNothing;
use App\Shared\Deed;
use App\Shared\May;
use SwiftReed\Import\BringIn;
use SwiftReed\Import\FileReader;
use SwiftReed\Import\FoundLine;
use SwiftReed\Import\ImportError;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Line\ClauseKind;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Brings in a study from typed notes, MusicXML or MIDI: finds its line, so that it can be transposed and fingered.
 */
#[May(Deed::Make)]
final class ImportController extends AbstractController
{
    /** Bytes of a file that travel with the answer. */
    private const CARRIED = 1_500_000;

    public function __construct(
        private readonly Desk $desk,
        private readonly BringIn $bringIn,
        private readonly PageMaker $pages,
    ) {
    }

    #[Route('/bring-in', name: 'import', methods: ['GET', 'POST'])]
    #[ChangesNothing]
    public function import(Request $request): Response
    {
        $given = $request->isMethod('POST') ? $request->request->all() : $request->query->all();
        $state = DeskState::of($given);
        $typed = \is_string($given['notes'] ?? null) ? mb_substr(mb_scrub($given['notes']), 0, 20_000) : '';
        $view = [
            'state' => $state, 'typed' => $typed, 'families' => $this->desk->families(), 'found' => null,
            'file' => null, 'kept' => '', 'every_key' => '', 'music' => '', 'error' => '',
        ];
        if (!$request->isMethod('POST')) {
            return $this->render('folder/import.html.twig', $view);
        }
        try {
            $bytes = $this->bytes($request, $typed);
            $file = FileReader::read($bytes, max(0, (int) ($given['part'] ?? 0)));
            // The file comes along, so that another part of it can be chosen without giving it again.
            $view = [
                'file' => $file,
                'kept' => $bytes === $typed || \strlen($bytes) > self::CARRIED ? '' : base64_encode($bytes),
            ] + $view;
            $found = $this->bringIn->find($file, $this->desk->instrument($state));
            $view = [
                'found' => $found,
                'every_key' => $this->desk->changed($found->bandLine, ClauseKind::Keys, 'keys by fourths'),
                'music' => $this->drawn($found, $state),
            ] + $view;
        } catch (Mistake $error) {
            return $this->render(
                'folder/import.html.twig',
                ['error' => $error->getMessage()] + $view,
                new Response(status: 422),
            );
        }

        return $this->render('folder/import.html.twig', $view);
    }

    /** @throws ImportError */
    private function bytes(Request $request, string $typed): string
    {
        $file = $request->files->get('file');
        if ($file instanceof UploadedFile && $file->isValid()) {
            $size = (int) $file->getSize();
            if ($size > FileReader::MOST_BYTES) {
                throw ImportError::tooLarge($size, FileReader::MOST_BYTES);
            }

            return (string) file_get_contents($file->getPathname());
        }
        if (
            $file instanceof UploadedFile
            && \in_array($file->getError(), [\UPLOAD_ERR_INI_SIZE, \UPLOAD_ERR_FORM_SIZE], true)
        ) {
            throw ImportError::tooLarge(FileReader::MOST_BYTES + 1024, FileReader::MOST_BYTES);
        }
        $kept = base64_decode($request->request->getString('kept'), true);

        return false === $kept || '' === $kept ? $typed : $kept;
    }

    private function drawn(FoundLine $found, DeskState $state): string
    {
        try {
            return $this->pages->screen($this->desk->plainPart($state->withLine($found->line)), $state->rows, '')->svg;
        } catch (EngravingError|Mistake) {
            return '';
        }
    }
}
