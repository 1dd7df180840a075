<?php

declare(strict_types=1);

namespace App\Desk;

use App\Engraving\Svg;
use SwiftReed\Pitch\Accidental;
use SwiftReed\Pitch\KeySignature;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyNote;
use SwiftReed\Study\Tonguing\Slur;
use SwiftReed\Time\Length;

/**
 * A few notes of a study as a small picture beside a choice: how they lie, how long they are, what is slurred. It
 * adorns the words beside it, so a screen reader passes it over. Lengths are in pixels.
 */
final class NotePicture
{
    private const HEIGHT = 46;
    /** A step of the staff, and room above and below the notes for stems and signs. */
    private const STEP = 3.0;
    private const ROOM = 20;
    private const FIRST = 9.0;
    /** Notes from which on the picture grows wide, and the room of one. */
    private const EACH = 11.0;

    /** @param int $from first note; @param int $count at most so many */
    public static function of(Study $study, int $from = 0, int $count = 16): string
    {
        $notes = \array_slice($study->notes, $from, $count);
        if ([] === $notes) {
            return '';
        }
        $places = array_map(static fn (StudyNote $note): int => $note->pitch()->staffPlace(), $notes);
        // The staff stands where the notes lie on it best: its middle line on an even place near their middle.
        $middle = 2 * (int) round((min($places) + max($places)) / 4);
        $step = min(self::STEP, (self::HEIGHT - self::ROOM) / max(1, max($places) - min($places)));
        $y = static fn (int $place): float => self::HEIGHT / 2 + ($middle - $place) * $step;
        $width = self::FIRST + self::EACH * \count($notes) + 3;
        $svg = '';
        for ($line = -4; $line <= 4; $line += 2) {
            $svg .= Svg::stroke(\sprintf('M0 %.1f H%.0f', $y($middle + $line), $width), 'currentColor', 0.5);
        }
        $slur = null;
        foreach ($notes as $i => $note) {
            $x = self::FIRST + self::EACH * $i;
            $svg .= self::ledger($places[$i], $middle, $x, $y);
            $svg .= self::head($note, $x, $y($places[$i]), $places[$i] < $middle);
            $svg .= self::sign($note, $study->signature, $x, $y($places[$i]));
            if (Slur::Start === $note->slur) {
                $slur = $i;
            } elseif (Slur::Stop === $note->slur && null !== $slur) {
                $svg .= self::slur(
                    self::FIRST + self::EACH * $slur,
                    $x,
                    min($y($places[$i]), ...array_map($y, \array_slice($places, $slur, $i - $slur))),
                );
                $slur = null;
            }
        }

        return Svg::drawing(0, 0, $width, self::HEIGHT, 'note-picture', $svg, keepsLeft: true);
    }

    private static function head(StudyNote $note, float $x, float $y, bool $isStemUp): string
    {
        $isOpen = $note->length >= Length::HALF;
        $svg = Svg::tag(
            'ellipse',
            [
                'cx' => $x, 'cy' => $y, 'rx' => 3.6, 'ry' => 2.7,
                'transform' => \sprintf('rotate(-20 %.1f %.1f)', $x, $y), 'fill' => $isOpen ? 'none' : 'currentColor',
                'stroke' => 'currentColor', 'stroke-width' => 1.1,
            ],
        );
        if ($note->length >= Length::WHOLE) {
            return $svg;
        }
        $stem = $isStemUp ? $x + 3.4 : $x - 3.4;
        $end = $isStemUp ? $y - 14 : $y + 14;
        $svg .= Svg::stroke(\sprintf('M%.1f %.1f V%.1f', $stem, $y, $end), 'currentColor', 1);
        for (
            $value = Length::QUARTER, $flag = 0; $note->length < $value
            && $flag < 2; $value = intdiv($value, 2), ++$flag
        ) {
            $at = $isStemUp ? $end + 3.5 * $flag : $end - 3.5 * $flag;
            $svg .= Svg::stroke(
                \sprintf('M%.1f %.1f l4.5 %.1f', $stem, $at, $isStemUp ? 4.5 : -4.5),
                'currentColor',
                1.4,
            );
        }

        return $svg;
    }

    /** @param \Closure(int): float $y */
    private static function ledger(int $place, int $middle, float $x, \Closure $y): string
    {
        $svg = '';
        for ($line = $middle + 6; $line <= $place; $line += 2) {
            $svg .= Svg::stroke(\sprintf('M%.1f %.1f h11', $x - 5.5, $y($line)), 'currentColor', 0.6);
        }
        for ($line = $middle - 6; $line >= $place; $line -= 2) {
            $svg .= Svg::stroke(\sprintf('M%.1f %.1f h11', $x - 5.5, $y($line)), 'currentColor', 0.6);
        }

        return $svg;
    }

    private static function sign(StudyNote $note, KeySignature $signature, float $x, float $y): string
    {
        $alter = $note->pitch()->alter;

        return $alter === $signature->alterOf($note->pitch()->letter)
            ? ''
            : Svg::text($x - 9.5, $y + 3, 9, 0 === $alter ? '♮' : Accidental::of($alter)->sign(), fill: 'currentColor');
    }

    private static function slur(float $from, float $to, float $top): string
    {
        $y = max(6.0, $top - 6);

        return Svg::stroke(
            \sprintf('M%.1f %.1f Q%.1f %.1f %.1f %.1f', $from, $y, ($from + $to) / 2, $y - 6, $to, $y),
            'currentColor',
            1.1,
        );
    }
}
