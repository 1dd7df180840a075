<?php

declare(strict_types=1);

namespace App\Desk;

use App\Engraving\EngravingError;
use App\Engraving\PdfMaker;
use App\Engraving\PrintedPages;
use App\Engraving\PrintLook;
use App\Engraving\Rows;
use App\Engraving\SecondRow;
use SwiftReed\Score\Format\ExportChoices;
use SwiftReed\Score\Format\FingeringText;
use SwiftReed\Score\Format\Formats;
use SwiftReed\Score\Sheet;
use Symfony\Component\HttpFoundation\Request;

/**
 * A sheet in any of the formats: those of the core, and PDF. Screens and the command line come through here alike.
 */
final class SheetFile
{
    public function __construct(private readonly PrintedPages $pages, private readonly PdfMaker $pdfs)
    {
    }

    /**
     * @param string                   $format  its name or the ending of its files
     * @param list<array{string, int}> $remarks lines under printed music and their weight
     *
     * @throws EngravingError
     */
    public function content(
        Sheet $sheet,
        string $format,
        Rows $rows,
        PrintLook $look,
        ExportChoices $choices,
        array $remarks = [],
        ?SecondRow $second = null,
    ): string {
        if ('pdf' === $format) {
            return $this->pdfs->pdf($this->pages->of($sheet, $rows, $look, $remarks, $second), $sheet->heading());
        }

        return (Formats::named($format)
            ?? throw new \LogicException('The formats are checked where they are read.'))->of($sheet, $choices);
    }

    /** How a page is printed, as an address says it. */
    public static function look(Request $request): PrintLook
    {
        $text = static fn (string $name): string => mb_substr(
            trim((string) preg_replace('/[\p{C}\s]+/u', ' ', mb_scrub($request->query->getString($name)))),
            0,
            80,
        );
        $styles = $request->query->all()['style'] ?? '';

        return PrintLook::parse(
            \is_array($styles)
                ? implode(',', array_filter($styles, is_string(...)))
                : (\is_string($styles) ? $styles : ''),
            $request->query->getString('paper'),
            $text('player'),
            $text('date'),
            $request->query->getString('sides'),
        );
    }

    /** A title of one's own, as an address says it. */
    public static function title(Request $request): ?string
    {
        $title = mb_substr(
            trim((string) preg_replace('/[\p{C}\s]+/u', ' ', mb_scrub($request->query->getString('title')))),
            0,
            120,
        );

        return '' === $title ? null : $title;
    }

    /** What travels in a file, as an address says it: the rows that are shown, and how fingerings are written. */
    public static function choices(Request $request, Rows $rows): ExportChoices
    {
        $plain = $rows->exported(
            FingeringText::tryFrom($request->query->getString('fingerings')) ?? FingeringText::Short,
        );

        return $plain->sounding(
            $request->query->getBoolean('click'),
            $request->query->getBoolean('count'),
            $request->query->getBoolean('chords'),
        );
    }
}
