<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Player\Reminders;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\Part;

/**
 * Sets the rows under the engraved notes with room for each, and puts the systems on one endless page for the screen.
 * Lengths are in units, a hundred to the millimetre.
 */
final class PageMaker
{
    public const WIDTH = 18000;
    private const NARROW = 10000;
    private const TEMPO = 520;
    /** From a metronome mark to the sign of swing beside it. */
    private const BESIDE = 2300;
    /** Base line and height of the numbers under covered notes. */
    private const NUMBER = 210;
    private const NUMBERS = 560;
    /**
     * Sizes of the fingerings that are tried, the largest first; 1 is nine millimetres and has letters of six points.
     */
    private const SIZES = [1.35, 1.2, 1.1, 1.0];
    /** Share of the notes whose fingering may stand in a second row. */
    private const FEW = 0.2;
    /** Notes on a line that is not made shorter still. */
    private const FEWEST = 6;

    public function __construct(private readonly Engraver $engraver)
    {
    }

    /**
     * One drawing with all systems, and a region for every note that can be focused and pressed.
     *
     * @param int $perSystem notes on one line of music; fewer than usual make a narrow page
     *
     * @throws EngravingError
     */
    public function screen(
        Part $part,
        Rows $rows,
        string $label,
        int $perSystem = BarLayout::SYSTEM,
        ?SecondRow $second = null,
    ): Page {
        $width = $perSystem < BarLayout::SYSTEM ? self::NARROW : self::WIDTH;
        [$engraving, $rows] = $this->roomy($part, $rows, $perSystem, $width);

        return $this->drawn(
            $part,
            $engraving,
            $width,
            $label,
            static fn (EngravedSystem $system): array => SystemDrawing::of($part, $system, $rows, true, $second),
        );
    }

    /**
     * The key, the counts and the numbers, with a cover over the notes of every bar.
     *
     * @throws EngravingError
     */
    public function covered(Part $part, string $label, int $perSystem = BarLayout::SYSTEM): Page
    {
        $width = $perSystem < BarLayout::SYSTEM ? self::NARROW : self::WIDTH;
        $rows = new Rows(false, false, Reminders::None, FingeringStyle::None, counts: true);
        $engraving = $this->engraver->engrave(MusicXmlWriter::forEngraving($part, $perSystem), $width);

        return $this->drawn($part, $engraving, $width, $label, static function (
            EngravedSystem $system,
        ) use ($part, $rows, $width): array {
            [$drawing, $height] = SystemDrawing::of($part, $system, $rows, false);

            return [
                \sprintf(
                    '%s%s<g transform="translate(0 %d)">%s</g>',
                    $drawing,
                    Covers::over($part, $system, $width),
                    $height + self::NUMBER,
                    NumbersPage::under($part, $system),
                ),
                $height + self::NUMBERS,
            ];
        });
    }

    /** @param callable(EngravedSystem): array{string, int} $draw drawing and height of one system */
    private function drawn(Part $part, Engraving $engraving, int $width, string $label, callable $draw): Page
    {
        $timing = $part->study->recipe->timing;
        $y = $timing->tempo->printed || null !== $timing->swing ? self::TEMPO : 0;
        $tempo = $this->tempo($part, 0, 430);
        $body = '' === $tempo ? '' : Svg::tag('g', ['aria-hidden' => 'true'], $tempo);
        foreach ($engraving->systems as $system) {
            [$drawing, $height] = $draw($system);
            $body .= Svg::at(0, $y, $drawing);
            $y += $height;
        }
        $label = '' === $label ? $part->instrument->name.', '.$part->writtenTitle() : $label;
        $svg = Svg::drawing(0, 0, $width, $y, 'music', $body, 'group', $label, $engraving->glyphs());

        return new Page($svg, $width, $y);
    }

    /**
     * The music with room under every note for its fingering: where drawings would touch they are drawn smaller, then
     * fewer notes stand on a line; what still finds no room goes to a second row.
     *
     * @param int|null $bars    bars on a line at most
     * @param bool     $isTight whether the fingerings are drawn at their smallest, to save paper
     *
     * @return array{Engraving, Rows} the music, and the rows with the size of the fingerings
     *
     * @throws EngravingError
     */
    public function roomy(
        Part $part,
        Rows $rows,
        int $perSystem,
        int $width,
        ?int $bars = null,
        bool $isTight = false,
    ): array {
        for (;; $perSystem = max(self::FEWEST, (int) floor($perSystem * 0.75))) {
            $engraving = $this->engraver->engrave(MusicXmlWriter::forEngraving($part, $perSystem, $bars), $width);
            foreach ($isTight ? [1.0] : self::SIZES as $size) {
                $sized = $rows->drawnAt($size);
                $aside = array_sum(array_map(
                    static fn (EngravedSystem $system): int => SystemDrawing::withoutRoom($part, $system, $sized),
                    $engraving->systems,
                ));
                if (0 === $aside) {
                    return [$engraving, $sized];
                }
            }
            // A few in a second row are better than half as many notes on a line.
            if ($aside <= self::FEW * \count($part->study->notes) || $perSystem <= self::FEWEST) {
                return [$engraving, $rows->drawnAt(1.0)];
            }
        }
    }

    private function tempo(Part $part, int $x, int $y): string
    {
        $timing = $part->study->recipe->timing;
        $tempo = $timing->tempo;

        $svg = $tempo->printed ? Signs::metronome($tempo->unit, $tempo->bpm, $x, $y) : '';
        $beside = $x + ($tempo->printed ? self::BESIDE : 0);

        return null === $timing->swing ? $svg : $svg.Signs::swing($timing->swing, $beside, $y);
    }
}
