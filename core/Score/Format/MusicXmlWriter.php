<?php

declare(strict_types=1);

namespace SwiftReed\Score\Format;

use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\Part;
use SwiftReed\Score\Sheet;

/**
 * Writes sheets as MusicXML 4.0, partwise. Notes carry ids n0, n1 … in the order of the study; the study lines travel along.
 *
 * Source of the format: the W3C's MusicXML 4.0 specification.
 */
final readonly class MusicXmlWriter implements Format
{
    public function name(): string
    {
        return 'musicxml';
    }

    public function ending(): string
    {
        return 'musicxml';
    }

    public function mediaType(): string
    {
        return 'application/vnd.recordare.musicxml+xml';
    }

    /**
     * Several studies in one part, one after the other: key, time and tempo change where they begin, and their number and
     * title stand above; bars count on.
     */
    public function of(Sheet $sheet, ExportChoices $choices): string
    {
        return (new MusicXmlScore($sheet, $choices, BarLayout::SYSTEM))->document();
    }

    public static function write(Part $part, ExportChoices $choices = new ExportChoices()): string
    {
        return (new self())->of(Sheet::of($part), $choices);
    }

    /**
     * Bare notes on pages of one system each, as our engraver wants them.
     *
     * @param int      $perSystem notes that stand comfortably on one system
     * @param int|null $bars      bars on one system at most
     */
    public static function forEngraving(Part $part, int $perSystem = BarLayout::SYSTEM, ?int $bars = null): string
    {
        return (new MusicXmlScore(Sheet::of($part), null, $perSystem, $bars))->document();
    }
}
