<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Score\Format\ChartXml;

/**
 * Notes with a field each: a chart to hang up, or the notes that are new to a pupil. Each with its name, its place on
 * the staff, the large drawing and the fingering in words. Lengths are in units, a hundred to the millimetre.
 */
final class LargePages
{
    private const ACROSS = 3;
    private const LEFT = 1200;
    private const HEAD = 2900;
    private const FOOT = 1500;
    /** A staff by itself: its width, and how large it stands in a field. */
    public const STAFF = 2600;
    private const STAFF_SCALE = 0.9;
    /** Above the drawing: name and staff. Below it: what is said. */
    private const TOP = 2300;
    private const TEXT = 300;
    private const LINE = 390;
    private const MARGIN = 220;
    /** How small a drawing may become for another row on the page, in parts of what the width lets it be. */
    private const SHRINK = 0.7;

    public function __construct(private readonly Engraver $engraver)
    {
    }

    /**
     * The notes on staves of their own.
     *
     * @param list<LargeField> $fields
     *
     * @return array{list<EngravedSystem>, string} and the glyphs that they use
     *
     * @throws EngravingError
     */
    public function staves(array $fields, string $clef): array
    {
        if ([] === $fields) {
            return [[], ''];
        }
        $pitches = array_map(static fn (LargeField $one): Pitch => $one->pitch, $fields);
        $engraving = $this->engraver->engrave(ChartXml::write($pitches, $clef, 1), self::STAFF);

        return [$engraving->systems, $engraving->glyphs()];
    }

    /**
     * @param list<LargeField> $fields
     *
     * @return non-empty-list<Page>
     *
     * @throws EngravingError
     */
    public function print(
        Instrument $instrument,
        array $fields,
        string $title,
        string $under,
        Paper $paper = Paper::A4,
    ): array {
        [$staves, $glyphs] = $this->staves($fields, $instrument->clef);
        $width = ($paper->width() - 2 * self::LEFT) / self::ACROSS;
        $height = $paper->height() - self::HEAD - self::FOOT;
        [$left, $right, $tall] = self::reach($fields);
        $words = array_map(
            static fn (LargeField $one): array => Ink::lines($one->words, $width - 2 * self::MARGIN - 120, self::TEXT),
            $fields,
        );
        $below = self::LINE * max([1, ...array_map(count(...), $words)]);
        $wide = ($width - 2 * self::MARGIN) / ($right - $left);
        $rows = 1;
        $scale = min($wide, self::room($height, $below) / $tall);
        // As many rows as leave the drawings not much smaller than the width would let them be.
        while (self::room($height / ($rows + 1), $below) / $tall >= self::SHRINK * $wide) {
            ++$rows;
            $scale = min($wide, self::room($height / $rows, $below) / $tall);
        }
        $each = $height / $rows;
        $pages = array_chunk($fields, self::ACROSS * $rows, true);
        $sheets = [];
        foreach ([] === $pages ? [[]] : $pages as $k => $page) {
            $body = Svg::text(self::LEFT, 1800, 760, $title, weight: 700, face: Svg::SERIF)
                .Svg::text(self::LEFT, 2360, 330, $under, fill: Ink::QUIET)
                .PageFrame::foot($paper, PageFrame::said($title, $instrument->name), $k, max(1, \count($pages)));
            foreach (array_keys($page) as $at => $i) {
                $body .= Svg::at(
                    self::LEFT + $width * ($at % self::ACROSS),
                    self::HEAD + $each * intdiv($at, self::ACROSS),
                    self::field($fields[$i], $words[$i], $staves[$i] ?? null, $width, $each, $scale, $left, $below),
                );
            }
            $sheets[] = Svg::page($paper, $body, $glyphs);
        }

        return $sheets;
    }

    /** Height that is left for the drawing in a field of that height, with so much below it for words. */
    private static function room(float $height, float $below): float
    {
        return $height - self::TOP - $below - 2 * self::MARGIN;
    }

    /**
     * One field, its corner at 0.
     *
     * @param list<string> $words what is said, in lines
     * @param float        $left  how far the widest drawing reaches to the left, negative
     * @param float        $below what every field keeps for its words
     */
    private static function field(
        LargeField $field,
        array $words,
        ?EngravedSystem $staff,
        float $width,
        float $height,
        float $scale,
        float $left,
        float $below,
    ): string {
        $svg = Svg::tag('rect', [
            'x' => 60, 'y' => 60, 'width' => $width - 120, 'height' => $height - 120, 'rx' => 120,
            'fill' => 'none', 'stroke' => Ink::RULE, 'stroke-width' => 20,
        ]);
        $svg .= Svg::text(self::MARGIN + 60, 1300, 820, $field->name, weight: 700, face: Svg::SERIF);
        if (null !== $staff) {
            $middle = self::STAFF_SCALE * ($staff->top + $staff->bottom) / 2;
            $svg .= Svg::at(
                $width - self::STAFF_SCALE * self::STAFF - self::MARGIN,
                self::TOP / 2 + 60 - $middle,
                $staff->body,
                self::STAFF_SCALE,
            );
        }
        $above = self::TOP + (self::room($height, $below) - $scale * $field->drawing->height) / 2;
        $svg .= Svg::at(self::MARGIN - $scale * $left, $above, $field->drawing->svg, $scale);
        $y = $height - self::MARGIN - self::LINE * (\count($words) - 1) - 60;
        foreach ($words as $k => $line) {
            $svg .= Svg::text(self::MARGIN + 60, $y + self::LINE * $k, self::TEXT, $line);
        }

        return $svg;
    }

    /**
     * How far the drawings reach: one measure for all, so that an instrument stands alike in every field.
     *
     * @param list<LargeField> $fields
     *
     * @return array{float, float, int} to the left (negative), to the right, and their height; in units of the drawing
     */
    public static function reach(array $fields): array
    {
        $drawings = array_map(static fn (LargeField $one): Drawing => $one->drawing, $fields);

        return [
            min([-1.0, ...array_map(static fn (Drawing $one): float => $one->left, $drawings)]),
            max([1.0, ...array_map(static fn (Drawing $one): float => $one->right, $drawings)]),
            max([1, ...array_map(static fn (Drawing $one): int => $one->height, $drawings)]),
        ];
    }
}
