<?php

declare(strict_types=1);

namespace SwiftReed\Study\Rhythm;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Study\StudyError;
use SwiftReed\Time\Figure;
use SwiftReed\Time\Length;
use SwiftReed\Time\TimeSignature;

/**
 * Two like notes that are printed even and played long and short: two to one, or more lightly three to two.
 *
 * Source: the handbook, chapter 3, "A language of rhythm".
 */
final readonly class Swing
{
    private const WRITTEN_OUT = ' written out';

    /**
     * @param int         $unit   ticks of one of the two notes
     * @param int         $first  shares of the first of them
     * @param int         $second shares of the second
     * @param Figure|null $figure with which it is written out, where that is asked for
     */
    private function __construct(public int $unit, public int $first, public int $second, public ?Figure $figure)
    {
    }

    /** @throws StudyError where nothing can swing */
    public static function of(StudyLine $line, Rhythm $rhythm, ?Figure $figure, TimeSignature $time): ?self
    {
        if (!$line->says(ClauseKind::Swing)) {
            return null;
        }
        $clause = $line->clause(ClauseKind::Swing);
        $isWrittenOut = str_ends_with($clause->says, self::WRITTEN_OUT);
        [$first, $second] = array_map(intval(...), explode(':', explode(' ', $clause->says)[0]));
        $unit = match (true) {
            Rhythm::Sixteenths === $rhythm => Length::SIXTEENTH,
            Rhythm::Eighths === $rhythm, Rhythm::LongEndsInEighths === $rhythm => Length::EIGHTH,
            true === $figure?->goesByHalves() && Length::QUARTER === $time->beatTicks() => Length::EIGHTH,
            default => null,
        };
        $written = $isWrittenOut ? self::written($unit, $first, $second, $rhythm, $time) : null;
        if (null === $unit || 8 === $time->beatType() || ($isWrittenOut && null === $written)) {
            $said = $line->says(ClauseKind::Rhythm) ? $line->clause(ClauseKind::Rhythm)->text : $rhythm->value;
            throw StudyError::nothingSwings($clause->text, 8 === $time->beatType() ? $time->name() : $said);
        }

        return new self($unit, $first, $second, $written);
    }

    /** The figure with which it is written out, where one beat holds it. */
    private static function written(?int $unit, int $first, int $second, Rhythm $rhythm, TimeSignature $time): ?Figure
    {
        if (!\in_array($rhythm, [Rhythm::Eighths, Rhythm::Sixteenths], true) || null === $unit) {
            return null;
        }
        $pairs = intdiv($time->beatTicks(), 2 * $unit);
        $shares = array_merge(...array_fill(0, max(1, $pairs), [$first, $second]));

        return array_sum($shares) > Figure::MOST_SHARES ? null : Figure::ofShares(...$shares);
    }

    /** "2:1" */
    public function text(): string
    {
        return $this->first.':'.$this->second;
    }

    /** Where a place is heard, in ticks from a beat: the first of two takes more of their time. */
    public function heard(int $place): int
    {
        $pair = 2 * $this->unit;
        $begin = $place - $place % $pair;
        $in = $place % $pair;
        $long = intdiv($pair * $this->first, $this->first + $this->second);

        return $begin + ($in <= $this->unit
            ? intdiv($in * $long, $this->unit)
            : $long + intdiv(($in - $this->unit) * ($pair - $long), $this->unit));
    }
}
