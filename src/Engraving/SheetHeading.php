<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Score\Part;
use SwiftReed\Score\Sheet;

/**
 * What stands over the first page of a sheet: its title, whose it is, what a pupil fills in, what is said. Lengths are in
 * units, a hundred to the millimetre.
 */
final class SheetHeading
{
    private const WIDTH = PageMaker::WIDTH;

    /** The heading of the first page; as high on a worksheet as on its answer key, which break at the same places. */
    public static function of(Sheet $studies, PrintLook $look, int $margins): Block
    {
        $head = self::heading($studies, $look, $margins > 0);
        if (!$look->style->isWritten()) {
            return $head;
        }
        $other = PageStyle::Worksheet === $look->style ? PageStyle::Answers : PageStyle::Worksheet;

        return $head->asHighAs(self::heading($studies, $look->inStyle($other), $margins > 0)->height);
    }

    private static function heading(Sheet $studies, PrintLook $look, bool $isNarrow): Block
    {
        $words = $look->words();
        $first = $studies->parts[0];
        $tempo = $first->study->recipe->timing->tempo;
        $isOneTempo = $tempo->printed && ($studies->isSingle() || 1 === \count($studies->lines));
        $title = self::fitted($studies->heading(), (int) (860 * $words), self::WIDTH);
        $svg = '';
        $y = 0.0;
        foreach ($title[0] as $line) {
            $y += $title[1] * 0.95;
            $svg .= Svg::text(0, $y, $title[1], $line, weight: 700, face: Svg::SERIF);
        }
        $who = [$look->player, $first->instrument->name];
        $key = [];
        if ($studies->isSingle()) {
            $key = [
                null === $studies->title ? '' : $first->writtenTitle(),
                $first->signature(),
                $first->concertTitle() === $first->writtenTitle() ? '' : 'concert '.$first->concertTitle(),
            ];
        }
        $size = (int) (420 * $words);
        $right = trim($look->date);
        $told = implode(' · ', array_filter([...$who, ...$key], static fn (string $one): bool => '' !== $one));
        // To save paper, who plays it stands beside a short title.
        $isBeside = $isNarrow
            && '' === $right
            && !$isOneTempo
            && null === $first->study->recipe->timing->swing
            && 1 === \count($title[0])
            && Ink::width($title[0][0], $title[1]) + Ink::width($told, $size) + 600 <= self::WIDTH;
        if ($isBeside) {
            $svg .= Svg::text(self::WIDTH, $y, $size, $told, anchor: 'end');
        } else {
            $y += 620 * $words;
        }
        $swing = $studies->isSingle() || 1 === \count($studies->lines) ? $first->study->recipe->timing->swing : null;
        $atRight = ($isOneTempo ? 2600 * $words : 0) + (null === $swing ? 0 : SheetPieces::SWING * $words);
        $besides = ('' === $right ? 0 : Ink::width($right, $size) + 400) + $atRight;
        $under = $isBeside
            ? ['']
            : PageWords::inLines(
                array_filter([...$who, ...$key], static fn (string $one): bool => '' !== $one),
                $size,
                self::WIDTH - $besides,
            );
        foreach ($under as $k => $line) {
            $svg .= Svg::text(0, (int) ($y + 1.3 * $size * $k), $size, $line);
        }
        if ('' !== $right) {
            $svg .= Svg::text(
                self::WIDTH - (int) $atRight,
                $y,
                $size,
                $right,
                anchor: 'end',
            );
        }
        if (null !== $swing) {
            $svg .= Signs::swing($swing, self::WIDTH - (int) ($atRight - ($isOneTempo ? 300 * $words : 0)), (int) $y);
        }
        if ($isOneTempo) {
            $svg .= Signs::metronome($tempo->unit, $tempo->bpm, self::WIDTH - (int) (2200 * $words), (int) $y);
        }
        $y += 1.3 * $size * (\count($under) - 1);
        if ($look->nameLine || PageStyle::Worksheet === $look->style) {
            $y += 780 * $words;
            $svg .= Svg::text(
                0,
                $y,
                (int) (360 * $words),
                'Name ______________________   Class __________   Date __________'.(
                    PageStyle::Worksheet === $look->style ? '   Score ______' : ''
                ),
            );
        }
        $needed = 'Notes you will need: '.implode(
            ' ',
            array_map(static fn (Pitch $pitch): string => $pitch->sign(), $first->notesNeeded()),
        );
        $says = match ($look->style) {
            PageStyle::Worksheet => 'Write the sign beside each note that the signature alters'.(
                $look->hasNames() ? '.' : ', and its name and number on the lines below.'
            ).(
                self::isPartWorked($studies, $look) ? ' Some keys are worked for you.' : ''
            ),
            PageStyle::Answers => 'Answer key.',
            PageStyle::Numbers => NumbersPage::says($first, $studies->isSingle()),
            default => $studies->isSingle() ? $needed : '',
        };
        foreach ('' === $says ? [] : PageWords::wrapped($says, (int) (108 / $words)) as $line) {
            $y += 500 * $words;
            $svg .= Svg::text(0, $y, (int) (320 * $words), $line, fill: Ink::QUIET);
        }
        foreach ($studies->isSingle() ? $first->study->warnings : [] as $warning) {
            foreach (PageWords::wrapped($warning, (int) (108 / $words)) as $line) {
                $y += 430 * $words;
                $svg .= Svg::text(0, $y, (int) (320 * $words), $line, fill: Ink::QUIET);
            }
        }

        // What is said to the players is not said to whoever marks their work.
        $isSaid = '' !== $look->words && PageStyle::Answers !== $look->style;
        foreach (!$isSaid ? [] : PageWords::wrapped($look->words, (int) (96 / $words)) as $line) {
            $y += 500 * $words;
            $svg .= Svg::text(0, $y, (int) (370 * $words), $line);
        }

        return new Block($svg, $y + 420);
    }

    private static function isPartWorked(Sheet $studies, PrintLook $look): bool
    {
        return [] !== array_filter(
            $studies->parts,
            static fn (Part $part): bool => $look->styleOf($part) !== $look->style,
        );
    }

    /**
     * A title on one line, a little smaller if need be, else on several.
     *
     * @return array{non-empty-list<string>, int} lines and their size
     */
    private static function fitted(string $title, int $size, int $width): array
    {
        for ($smaller = $size; $smaller >= 0.72 * $size; $smaller -= 20) {
            if (Ink::width($title, $smaller) <= $width) {
                return [[$title], $smaller];
            }
        }
        $size = (int) (0.72 * $size);
        $lines = array_values(array_filter(
            PageWords::inLines([$title], $size, $width, '', $width),
            static fn (string $line): bool => '' !== $line,
        ));

        return [[] === $lines ? [$title] : $lines, $size];
    }
}
