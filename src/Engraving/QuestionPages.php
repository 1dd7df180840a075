<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * Written work on paper: questions with room for the answer, a staff where notes are asked. Lengths are in units, a
 * hundred to the millimetre.
 */
final class QuestionPages
{
    private const TOP = 1500;
    private const FOOT = 1500;
    private const SIZE = 360;
    /** Scale of the staff: a staff space of 1.9 millimetres, wide enough for a pencil. Common practice, no source. */
    private const STAFF = 0.76;
    private const GAP = 400;

    /**
     * @param string $labels name, class, date, score, as they are printed over lines
     * @param non-empty-list<array{asks: string, clef: string|null}> $questions the clef where notes are asked
     *
     * @return non-empty-list<Page>
     */
    public static function of(
        string $title,
        string $says,
        string $labels,
        array $questions,
        Paper $paper,
        string $foot,
    ): array {
        $width = PageMaker::WIDTH;
        $left = intdiv($paper->width() - $width, 2);
        $bottom = $paper->height() - self::FOOT;
        $svg = Svg::text(
            $left,
            self::TOP + 600,
            800,
            $title,
            weight: 700,
            face: Svg::SERIF,
        ).Svg::text($left, self::TOP + 1150, 340, $says, fill: Ink::QUIET).Svg::text(
            $left,
            self::TOP + 1900,
            320,
            $labels,
            fill: Ink::QUIET,
        ).Svg::stroke(
            \sprintf('M%d %d h%d', $left, self::TOP + 2000, $width),
            Ink::RULE,
            10,
        );
        $y = self::TOP + 2900.0;
        $pages = [];
        foreach ($questions as $k => $question) {
            $lines = Ink::lines(($k + 1).'  '.$question['asks'], $width, self::SIZE);
            $staff = 7 * BlankStaff::SPACE * self::STAFF;
            $height = 480 * \count($lines) + (null === $question['clef'] ? 700 : $staff);
            if ($y + $height > $bottom) {
                $pages[] = $svg;
                $svg = '';
                $y = self::TOP + 600.0;
            }
            foreach ($lines as $line) {
                $svg .= Svg::text($left, $y, self::SIZE, $line);
                $y += 480;
            }
            if (null === $question['clef']) {
                $svg .= Svg::stroke(\sprintf('M%d %.0f h%d', $left, $y + 450, $width), Ink::QUIET, 12);
                $y += 700;
            } else {
                $svg .= BlankStaff::lines(
                    $question['clef'],
                    $left,
                    $y + 1.5 * BlankStaff::SPACE * self::STAFF,
                    $width,
                    self::STAFF,
                );
                $y += $staff;
            }
            $y += self::GAP;
        }
        $pages[] = $svg;

        return PageFrame::pages($paper, $pages, $foot);
    }
}
