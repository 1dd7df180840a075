<?php

declare(strict_types=1);

namespace App\Service;

use App\Engraving\EngravingError;
use App\Engraving\PageMaker;
use App\Engraving\PageStyle;
use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Engraving\Rows;
use SwiftReed\Score\Format\JsonWriter;
use SwiftReed\Score\Format\MidiWriter;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\Format\TextWriter;
use SwiftReed\Score\Sheet;
use Symfony\Component\HttpFoundation\Request;

/**
 * A whole sheet in one of the formats of {@see Download}.
 */
final class SheetFile
{
    public function __construct(private readonly PageMaker $pages, private readonly PdfMaker $pdfs)
    {
    }

    /**
     * @param string $line the study line that the sheet comes from; nothing when there are several
     *
     * @throws EngravingError
     */
    public function content(Sheet $sheet, string $format, Rows $rows, string $name, string $line, Request $request): string
    {
        return match ($format) {
            'pdf' => $this->pdfs->pdf($this->pages->sheet($sheet, $rows, mb_substr($name, 0, 120), Paper::tryFrom($request->query->getString('paper')) ?? Paper::A4, PageStyle::tryFrom($request->query->getString('style')) ?? PageStyle::AsShown)),
            'musicxml' => MusicXmlWriter::sheet($sheet->parts, $sheet->numbers),
            'mid' => MidiWriter::sheet($sheet->parts),
            'json' => JsonWriter::sheet($sheet->parts, $sheet->numbers, $line),
            default => TextWriter::sheet($sheet->parts, $sheet->numbers),
        };
    }
}
