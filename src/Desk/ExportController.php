<?php

declare(strict_types=1);

namespace App\Desk;

use App\Band\Notebook;
use App\Engraving\LettersPage;
use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Shared\Deed;
use App\Shared\Download;
use App\Shared\May;
use SwiftReed\Packet\LetterChart;
use SwiftReed\Score\Part;
use SwiftReed\Score\Sheet;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\String\Slugger\AsciiSlugger;

#[May(Deed::Make)]
final class ExportController extends AbstractController
{
    public function __construct(
        private readonly Desk $desk,
        private readonly PdfMaker $pdfs,
        private readonly Notebook $notebook,
        private readonly SheetFile $sheets,
    ) {
    }

    #[Route('/desk/part.{format}', name: 'export', requirements: ['format' => Download::FORMATS], methods: ['GET'])]
    public function export(Request $request, string $format): Response
    {
        $this->notebook->mustAnswer();
        $state = DeskState::of($request->query->all());
        if ($this->desk->keyCount($state->line) > 1 && !$request->query->getBoolean('one')) {
            return $this->sheet($request, $state, $format);
        }
        $part = $this->desk->part($state);
        $content = $this->sheets->content(
            Sheet::of($part, SheetFile::title($request)),
            $format,
            $state->rows,
            SheetFile::look($request),
            SheetFile::choices($request, $state->rows),
            $this->remarks($part),
            $this->desk->second($state),
        );

        return Download::of($request, $content, self::fileName($part), $format);
    }

    #[Route('/desk/letters.pdf', name: 'letters', methods: ['GET'])]
    public function letters(Request $request): Response
    {
        $state = DeskState::of($request->query->all());
        $part = $this->desk->part($state);
        $material = $part->study->recipe->material;
        $lines = LetterChart::of($material, $part->instrument->transposition, $state->spelling);
        $title = null === $material->pair ? ucfirst($material->name) : $part->writtenTitle();

        return new Response($this->pdfs->pdf(
            [LettersPage::sheet($lines, $title, $part->instrument->name, self::paper($request))],
            $title.': letters',
        ), 200, [
            'Content-Type' => 'application/pdf',
            'Content-Disposition' => HeaderUtils::makeDisposition('inline', 'letters-'.$part->instrument->id.'.pdf'),
        ]);
    }

    private function sheet(Request $request, DeskState $state, string $format): Response
    {
        $sheet = $this->desk->sheet($state)->titled(SheetFile::title($request));
        $content = $this->sheets->content(
            $sheet,
            $format,
            $state->rows,
            SheetFile::look($request),
            SheetFile::choices($request, $state->rows),
        );

        return Download::of($request, $content, 'keys-'.self::fileName($sheet->parts[0]), $format);
    }

    /** @return list<array{string, int}> */
    private function remarks(Part $part): array
    {
        $lines = [];
        foreach ($this->notebook->remarks($part->instrument->id, $part->line()) as $remark) {
            $note = $part->study->notes[$remark->getNote()] ?? null;
            $lines[] = [
                (
                    null === $note
                        ? ''
                        : \sprintf(
                            '%sNote %d, %s: ',
                            $remark->isChange() ? 'Change into ' : '',
                            $remark->getNote() + 1,
                            $note->pitch()->name()->sign(),
                        )
                ).$remark->getText(),
                400,
            ];
        }

        return [] === $lines ? [] : [['Remarks', 700], ...$lines];
    }

    private static function paper(Request $request): Paper
    {
        return Paper::tryFrom($request->query->getString('paper')) ?? Paper::A4;
    }

    private static function fileName(Part $part): string
    {
        $plain = strtr(
            $part->study->writtenKey->key->tonic->text().'-'.$part->study->recipe->material->name.'-'.$part->instrument->id,
            ['#' => 'sharp', ' ' => '-'],
        );

        return (new AsciiSlugger('en'))->slug($plain)->lower()->toString();
    }
}
