<?php

declare(strict_types=1);

namespace SwiftReed\Score\Format;

use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\Part;
use SwiftReed\Score\Sheet;

/**
 * Writes sheets as MusicXML 4.0, partwise. Notes carry ids n0, n1 … in the order of the study; the study lines travel
 * along.
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
     * Several studies in one part, one after the other: key, time and tempo change where they begin, and their number
     * and title stand above; bars count on.
     */
    public function of(Sheet $sheet, ExportChoices $choices): string
    {
        return (new MusicXmlScore(
            [[$sheet->parts[0]->instrument->name, $sheet]],
            $choices,
            BarLayout::SYSTEM,
        ))->document();
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
        return (new MusicXmlScore([['', Sheet::of($part)]], null, $perSystem, $bars))->document();
    }

    /**
     * A score of many parts, for other programs.
     *
     * @param non-empty-array<string, Sheet> $sheets by who plays them, in the order of the score
     */
    public static function score(array $sheets, ExportChoices $choices = new ExportChoices()): string
    {
        return (new MusicXmlScore(self::named($sheets), $choices, BarLayout::SYSTEM))->document();
    }

    /**
     * The same of one study as our engraver wants it.
     *
     * @param non-empty-array<string, Sheet> $sheets by the name before the staff
     */
    public static function scoreForEngraving(array $sheets, int $perSystem, ?int $bars = null): string
    {
        return (new MusicXmlScore(self::named($sheets), null, $perSystem, $bars, true))->document();
    }

    /**
     * @param non-empty-array<string, Sheet> $sheets
     *
     * @return non-empty-list<array{string, Sheet}>
     */
    private static function named(array $sheets): array
    {
        return array_map(
            static fn (string|int $name, Sheet $sheet): array => [(string) $name, $sheet],
            array_keys($sheets),
            array_values($sheets),
        );
    }
}
