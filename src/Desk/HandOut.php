<?php

declare(strict_types=1);

namespace App\Desk;

use App\Engraving\PdfMaker;
use App\Engraving\PrintedPages;
use App\Engraving\PrintLook;
use SwiftReed\Instrument\InstrumentError;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Score\Format\ExportChoices;
use SwiftReed\Score\Sheet;
use Symfony\Component\String\Slugger\AsciiSlugger;

/**
 * One line for several instruments at once: all parts in one document, or a file each.
 */
final class HandOut
{
    /** Parts at a time: a band with every instrument twice. */
    public const MOST = 82;

    public function __construct(
        private readonly Desk $desk,
        private readonly SheetFile $files,
        private readonly PrintedPages $pages,
        private readonly PdfMaker $pdfs,
    ) {
    }

    /**
     * The parts that can be played, and why the others cannot.
     *
     * @param list<string> $instruments
     *
     * @return array{array<string, Sheet>, array<string, string>} sheets by instrument; sentences by the name of who is
     *  left out
     */
    public function parts(DeskState $state, array $instruments): array
    {
        $sheets = [];
        $left = [];
        foreach (\array_slice(array_values(array_unique($instruments)), 0, self::MOST) as $id) {
            $one = $id === $state->instrument ? $state : $state->withInstrument($id);
            try {
                $sheets[$id] = $this->desk->sheet($one);
            } catch (InstrumentError $error) {
                $left[$id] = $error->getMessage();
            } catch (Mistake $error) {
                $left[$this->desk->instrument($one)->name] = $error->getMessage();
            }
        }

        return [$sheets, $left];
    }

    /** @param non-empty-array<string, Sheet> $sheets one after the other, each on pages of its own */
    public function pdf(array $sheets, DeskState $state, PrintLook $look, ?string $title): string
    {
        $pages = [];
        foreach ($sheets as $sheet) {
            array_push($pages, ...$this->pages->of($sheet->titled($title), $state->rows, $look));
        }

        return $this->pdfs->pdf($pages, $title ?? $sheets[array_key_first($sheets)]->heading());
    }

    /**
     * @param non-empty-array<string, Sheet> $sheets
     *
     * @return non-empty-array<string, string> contents by the names of the files
     */
    public function files(
        array $sheets,
        string $format,
        DeskState $state,
        PrintLook $look,
        ExportChoices $choices,
        ?string $title,
    ): array {
        $slugger = new AsciiSlugger('en');
        $files = [];
        foreach ($sheets as $id => $sheet) {
            $sheet = $sheet->titled($title);
            $name = $slugger->slug(strtr($sheet->heading(), ['♭' => ' flat', '♯' => ' sharp']).' '.$id)
                ->lower()
                ->truncate(80)
                ->toString();
            $files[$name.'.'.$format] = $this->files->content($sheet, $format, $state->rows, $look, $choices);
        }

        return $files;
    }
}
