<?php

declare(strict_types=1);

namespace App\Controller;

use App\Engraving\PageMaker;
use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Service\Desk;
use App\Service\DeskState;
use App\Service\Notebook;
use SwiftReed\Score\JsonWriter;
use SwiftReed\Score\MidiWriter;
use SwiftReed\Score\MusicXmlWriter;
use SwiftReed\Score\Part;
use SwiftReed\Score\TextWriter;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

final class ExportController extends AbstractController
{
    private const TYPES = ['pdf' => 'application/pdf', 'musicxml' => 'application/vnd.recordare.musicxml+xml', 'mid' => 'audio/midi', 'json' => 'application/json', 'txt' => 'text/plain; charset=UTF-8'];

    public function __construct(private readonly Desk $desk, private readonly PageMaker $pages, private readonly PdfMaker $pdfs, private readonly Notebook $notebook)
    {
    }

    #[Route('/desk/part.{format}', name: 'export', requirements: ['format' => 'pdf|musicxml|mid|json|txt'], methods: ['GET'])]
    public function export(Request $request, string $format): Response
    {
        $state = DeskState::of($request->query->all());
        $part = $this->desk->part($state);
        $content = match ($format) {
            'pdf' => $this->pdfs->pdf($this->pages->print($part, $state->rows, mb_substr($request->query->getString('name'), 0, 120), Paper::tryFrom($request->query->getString('paper')) ?? Paper::A4, $this->remarks($part))),
            'musicxml' => MusicXmlWriter::write($part),
            'mid' => MidiWriter::write($part),
            'json' => JsonWriter::write($part),
            default => TextWriter::write($part),
        };
        $name = self::fileName($part).'.'.$format;

        return new Response($content, 200, [
            'Content-Type' => self::TYPES[$format],
            'Content-Disposition' => HeaderUtils::makeDisposition($request->query->getBoolean('show') ? 'inline' : 'attachment', $name),
        ]);
    }

    /** @return list<array{string, int}> */
    private function remarks(Part $part): array
    {
        $lines = [];
        foreach ($this->notebook->remarks($part->instrument->id, $part->line()) as $remark) {
            $note = $part->study->notes[$remark->getNote()] ?? null;
            $lines[] = [(null === $note ? '' : \sprintf('%sNote %d, %s: ', $remark->isChange() ? 'Change into ' : '', $remark->getNote() + 1, $note->pitch()->name()->sign())).$remark->getText(), 400];
        }

        return [] === $lines ? [] : [['Remarks', 700], ...$lines];
    }

    private static function fileName(Part $part): string
    {
        $plain = strtr($part->study->writtenKey->key->tonic->text().'-'.$part->study->recipe->material->name.'-'.$part->instrument->id, ['#' => 'sharp', ' ' => '-']);

        return strtolower((string) preg_replace('/[^A-Za-z0-9-]+/', '', $plain));
    }
}
