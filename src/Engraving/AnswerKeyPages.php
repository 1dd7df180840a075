<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * The keys of many sheets, for whoever marks a stack of them: a sheet under each other in two columns, found by its name
 * and number; the questions stand on the sheet. Lengths are in units, a hundred to the millimetre.
 */
final class AnswerKeyPages
{
    private const TOP = 1500;
    private const FOOT = 1500;
    private const SIZE = 300;
    private const LINE = 390;
    private const HEADING = 380;
    private const COLUMNS = 2;
    private const BETWEEN = 700;
    /** Room for the number of a question. */
    private const NUMBER = 520;

    /**
     * @param non-empty-list<array{string, list<array{string, string}>}> $sheets whose, with its number; the number of each
     *  question and what is right
     *
     * @return non-empty-list<Page>
     */
    public static function of(string $title, string $says, array $sheets, Paper $paper, string $foot): array
    {
        $left = intdiv($paper->width() - PageMaker::WIDTH, 2);
        $width = intdiv(PageMaker::WIDTH - self::BETWEEN * (self::COLUMNS - 1), self::COLUMNS);
        $bottom = $paper->height() - self::FOOT;
        $body = Svg::text($left, self::TOP + 600, 800, $title, weight: 700, face: Svg::SERIF)
            .Svg::text($left, self::TOP + 1150, 340, $says, fill: Ink::QUIET);
        $pages = [];
        $begins = self::TOP + 1700;
        [$column, $y] = [0, $begins];
        foreach ($sheets as [$name, $rows]) {
            [$drawn, $height] = self::sheet($name, $rows, $width);
            if ($y + $height > $bottom && $y > $begins) {
                [$column, $y] = [$column + 1, $begins];
            }
            if (self::COLUMNS === $column) {
                $pages[] = $body;
                $begins = self::TOP;
                [$body, $column, $y] = ['', 0, $begins];
            }
            $body .= Svg::at($left + $column * ($width + self::BETWEEN), $y, $drawn);
            $y += $height;
        }
        $pages[] = $body;

        return PageFrame::pages($paper, $pages, $foot);
    }

    /**
     * @param list<array{string, string}> $rows
     *
     * @return array{string, int} drawing and height
     */
    private static function sheet(string $name, array $rows, int $width): array
    {
        $svg = Svg::text(0, 420, self::HEADING, $name, weight: 700, face: Svg::SERIF);
        $y = 480;
        foreach ($rows as [$number, $answer]) {
            $svg .= Svg::text(0, $y + self::LINE, self::SIZE, $number, fill: Ink::QUIET);
            foreach (Ink::lines($answer, $width - self::NUMBER, self::SIZE) as $line) {
                $y += self::LINE;
                $svg .= Svg::text(self::NUMBER, $y, self::SIZE, $line);
            }
        }

        return [$svg, $y + 420];
    }
}
