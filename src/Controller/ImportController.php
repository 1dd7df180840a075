<?php

declare(strict_types=1);

namespace App\Controller;

use App\Engraving\EngravingError;
use App\Engraving\PageMaker;
use App\Service\Desk;
use App\Service\DeskState;
use SwiftReed\Import\FoundLine;
use SwiftReed\Import\GivenLine;
use SwiftReed\Import\ImportError;
use SwiftReed\Import\LineFinder;
use SwiftReed\Import\MusicXmlReader;
use SwiftReed\Import\TypedNotes;
use SwiftReed\Instrument\InstrumentError;
use SwiftReed\Line\ClauseKind;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Brings in a study from typed notes or a MusicXML file: finds its line, so that it can be transposed and fingered.
 */
final class ImportController extends AbstractController
{
    public function __construct(private readonly Desk $desk, private readonly LineFinder $finder, private readonly PageMaker $pages)
    {
    }

    #[Route('/bring-in', name: 'import', methods: ['GET', 'POST'])]
    public function import(Request $request): Response
    {
        $given = $request->isMethod('POST') ? $request->request->all() : $request->query->all();
        $state = DeskState::of($given);
        $typed = \is_string($given['notes'] ?? null) ? mb_substr(mb_scrub($given['notes']), 0, 20_000) : '';
        $view = ['state' => $state, 'typed' => $typed, 'families' => $this->desk->families(), 'found' => null, 'band_line' => '', 'music' => '', 'error' => ''];
        if (!$request->isMethod('POST')) {
            return $this->render('import/import.html.twig', $view);
        }
        try {
            $found = $this->finder->find($this->read($request, $typed), $this->desk->instrument($state));
            $view = ['found' => $found, 'band_line' => $this->forTheBand($found, $state), 'music' => $this->drawn($found, $state)] + $view;
        } catch (ImportError|InstrumentError $error) {
            return $this->render('import/import.html.twig', ['error' => $error->getMessage()] + $view, new Response(status: 422));
        }

        return $this->render('import/import.html.twig', $view);
    }

    /** @throws ImportError */
    private function read(Request $request, string $typed): GivenLine
    {
        $file = $request->files->get('file');
        if ($file instanceof UploadedFile && $file->isValid()) {
            $size = (int) $file->getSize();
            if ($size > MusicXmlReader::MOST_BYTES) {
                throw ImportError::tooLarge($size, MusicXmlReader::MOST_BYTES);
            }

            return MusicXmlReader::read((string) file_get_contents($file->getPathname()));
        }
        if ($file instanceof UploadedFile && \in_array($file->getError(), [\UPLOAD_ERR_INI_SIZE, \UPLOAD_ERR_FORM_SIZE], true)) {
            throw ImportError::tooLarge(MusicXmlReader::MOST_BYTES + 1024, MusicXmlReader::MOST_BYTES);
        }

        return str_starts_with(ltrim($typed), '<') ? MusicXmlReader::read($typed) : TypedNotes::read($typed);
    }

    /** The same study in concert pitch and without its place, for every instrument. */
    private function forTheBand(FoundLine $found, DeskState $state): string
    {
        $part = $this->desk->plainPart($state->withLine($found->line));
        $tonic = $part->study->concertKey->tonic;

        return $this->desk->inKey($this->desk->changed($found->line, ClauseKind::Place, ''), 'concert', $tonic->text(), $part->study->recipe->material->nameOn($tonic));
    }

    private function drawn(FoundLine $found, DeskState $state): string
    {
        try {
            return $this->pages->screen($this->desk->plainPart($state->withLine($found->line)), $state->rows, '')->svg;
        } catch (EngravingError) {
            return '';
        }
    }
}
