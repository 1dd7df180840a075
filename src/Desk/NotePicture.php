<?php

declare(strict_types=1);

namespace App\Desk;

use App\Engraving\Svg;
use SwiftReed\Pitch\Accidental;
use SwiftReed\Pitch\KeySignature;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyNote;
use SwiftReed\Study\Tonguing\Mark;
use SwiftReed\Study\Tonguing\Slur;
use SwiftReed\Time\Length;
use SwiftReed\Time\NoteValues;

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
        $at = self::slots($notes);
        $width = self::FIRST + self::EACH * ($at[\count($notes) - 1] + 1) + 3;
        $svg = '';
        for ($line = -4; $line <= 4; $line += 2) {
            $svg .= Svg::stroke(\sprintf('M0 %.1f H%.0f', $y($middle + $line), $width), 'currentColor', 0.5);
        }
        $slur = null;
        foreach ($notes as $i => $note) {
            $x = self::FIRST + self::EACH * $at[$i];
            if ($at[$i] > ($i > 0 ? $at[$i - 1] + 1 : 0)) {
                $svg .= self::rest($x - self::EACH, $y($middle));
            }
            $svg .= self::ledger($places[$i], $middle, $x, $y);
            $svg .= self::head($note, $x, $y($places[$i]), $places[$i] < $middle);
            $svg .= self::marks($note, $x, $y($places[$i]), $places[$i] < $middle);
            $svg .= self::sign($note, $study->signature, $x, $y($places[$i]));
            if (Slur::Start === $note->slur) {
                $slur = $i;
            } elseif (Slur::Stop === $note->slur && null !== $slur) {
                $svg .= self::slur(
                    self::FIRST + self::EACH * $at[$slur],
                    $x,
                    min($y($places[$i]), ...array_map($y, \array_slice($places, $slur, $i - $slur))),
                );
                $slur = null;
            }
        }

        return Svg::drawing(0, 0, $width, self::HEIGHT, 'note-picture', $svg, keepsLeft: true);
    }

    /**
     * Where each note stands: a rest before it takes a place of its own.
     *
     * @param non-empty-list<StudyNote> $notes
     *
     * @return non-empty-list<int>
     */
    private static function slots(array $notes): array
    {
        $slots = [];
        $next = 0;
        // A line may begin with a rest; a picture from the middle of one does not.
        $end = 1 === $notes[0]->bar ? 0 : $notes[0]->onset;
        foreach ($notes as $note) {
            $next += $note->onset > $end ? 1 : 0;
            $slots[] = $next++;
            $end = $note->onset + $note->length;
        }

        return $slots;
    }

    /** An eighth rest, whatever its length: that something is silent is what it shows. */
    private static function rest(float $x, float $y): string
    {
        return Svg::tag('circle', ['cx' => $x - 2, 'cy' => $y - 3, 'r' => 1.6, 'fill' => 'currentColor'])
            .Svg::stroke(\sprintf('M%.1f %.1f q3 2 5 -1 l-3 9', $x - 2, $y - 3), 'currentColor', 1);
    }

    /** The dot of a dotted note, the number of a tuplet over its first note, staccato, tenuto and accents. */
    private static function marks(StudyNote $note, float $x, float $y, bool $isStemUp): string
    {
        $svg = '';
        $value = NoteValues::longest(self::written($note));
        if (NoteValues::of($value)[1] > 0) {
            $svg .= Svg::tag('circle', ['cx' => $x + 5.6, 'cy' => $y - 1, 'r' => 1, 'fill' => 'currentColor']);
        }
        $tuplet = $note->tuplet();
        if (null !== $tuplet && 0 === $tuplet->from) {
            $svg .= Svg::text($x, 7, 8, $tuplet->actual, fill: 'currentColor', isItalic: true);
        }
        $beside = $isStemUp ? $y + 7 : $y - 7;
        foreach ($note->expression->marks as $mark) {
            $svg .= match ($mark) {
                Mark::Staccato => Svg::tag('circle', ['cx' => $x, 'cy' => $beside, 'r' => 1.1, 'fill' => 'currentColor']),
                Mark::Tenuto => Svg::stroke(\sprintf('M%.1f %.1f h6', $x - 3, $beside), 'currentColor', 1.1),
                Mark::Accent => Svg::stroke(
                    \sprintf('M%.1f %.1f l6 2 l-6 2', $x - 3, $beside - 2),
                    'currentColor',
                    0.9,
                ),
                Mark::Marcato => Svg::stroke(
                    \sprintf('M%.1f %.1f l2.5 -5 l2.5 5', $x - 2.5, $beside + 2),
                    'currentColor',
                    1,
                ),
                Mark::Fermata => '',
            };
        }

        return $svg;
    }

    /** How long a note is as it is written, in ticks. */
    private static function written(StudyNote $note): int
    {
        return $note->tuplet()?->written($note->length) ?? $note->length;
    }

    private static function head(StudyNote $note, float $x, float $y, bool $isStemUp): string
    {
        $written = self::written($note);
        $isOpen = $written >= Length::HALF;
        $svg = Svg::tag(
            'ellipse',
            [
                'cx' => $x, 'cy' => $y, 'rx' => 3.6, 'ry' => 2.7,
                'transform' => \sprintf('rotate(-20 %.1f %.1f)', $x, $y), 'fill' => $isOpen ? 'none' : 'currentColor',
                'stroke' => 'currentColor', 'stroke-width' => 1.1,
            ],
        );
        if ($written >= Length::WHOLE) {
            return $svg;
        }
        $stem = $isStemUp ? $x + 3.4 : $x - 3.4;
        $end = $isStemUp ? $y - 14 : $y + 14;
        $svg .= Svg::stroke(\sprintf('M%.1f %.1f V%.1f', $stem, $y, $end), 'currentColor', 1);
        for (
            $value = Length::QUARTER, $flag = 0; $written < $value
            && $flag < 3; $value = intdiv($value, 2), ++$flag
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
