<?php

declare(strict_types=1);

namespace SwiftReed\Study\Rhythm;

use SwiftReed\Time\Tuplet;

/**
 * Notes laid into time: how long each is, the silence before it, and what shares a time of its own.
 */
final readonly class Laid
{
    /**
     * @param non-empty-list<int> $lengths ticks
     * @param list<int>           $gaps    ticks of silence before each note
     * @param list<Tuplet>        $tuplets counted from the first note
     * @param list<bool>          $joined  whether a note and the next are one figure, which nobody cuts by a breath
     */
    private function __construct(public array $lengths, public array $gaps, public array $tuplets, public array $joined)
    {
    }

    /**
     * @param non-empty-list<int> $lengths
     * @param list<int>           $gaps
     * @param list<Tuplet>        $tuplets
     * @param list<bool>          $isRepeat whether each note is the one before once more, inside its figure
     */
    public static function of(array $lengths, array $gaps, array $tuplets, array $isRepeat = []): self
    {
        $joined = [];
        $end = 0;
        $next = 0;
        foreach ($lengths as $i => $length) {
            $end += $gaps[$i] + $length;
            while (isset($tuplets[$next]) && $tuplets[$next]->end() <= $end) {
                ++$next;
            }
            $joined[] = ($isRepeat[$i + 1] ?? false) || (isset($tuplets[$next]) && $tuplets[$next]->from < $end);
        }

        return new self($lengths, $gaps, $tuplets, $joined);
    }

    /**
     * Notes whose triplets show by themselves.
     *
     * @param non-empty-list<int> $lengths
     * @param list<int>           $gaps
     * @param int                 $lead    ticks of the first bar before the line begins
     */
    public static function plainly(array $lengths, array $gaps, int $lead): self
    {
        $spans = [];
        $at = $lead;
        foreach ($lengths as $i => $length) {
            $at += $gaps[$i];
            $spans[] = [$at, $at + $length];
            $at += $length;
        }

        return self::of(
            $lengths,
            $gaps,
            array_map(static fn (Tuplet $one): Tuplet => $one->movedBy(-$lead), Tuplet::triplets($spans)),
        );
    }

    /**
     * The same with more silence before its notes.
     *
     * @param list<int> $more ticks, one for each note
     */
    public function delayed(array $more): self
    {
        $gaps = [];
        $places = [];
        $at = 0;
        $later = 0;
        foreach ($this->lengths as $i => $length) {
            $gaps[] = $this->gaps[$i] + $more[$i];
            $later += $more[$i];
            $at += $this->gaps[$i];
            $places[$at] = $later;
            $at += $length;
        }
        $tuplets = [];
        foreach ($this->tuplets as $one) {
            $by = 0;
            foreach ($places as $place => $later) {
                // A tuplet moves with the first note that it touches.
                if ($place >= $one->end()) {
                    break;
                }
                $by = $place <= $one->from || 0 === $by ? $later : $by;
            }
            $tuplets[] = $one->movedBy($by);
        }

        return new self($this->lengths, $gaps, $tuplets, $this->joined);
    }

    /**
     * @param list<int> $places ticks from the beginning
     *
     * @return non-empty-list<bool> whether each note ends at one of these, but for the last
     */
    public function endingAt(array $places): array
    {
        $wanted = array_fill_keys($places, true);
        $ends = [];
        $end = 0;
        $last = \count($this->lengths) - 1;
        foreach ($this->lengths as $i => $length) {
            $end += $this->gaps[$i] + $length;
            $ends[] = $i < $last && isset($wanted[$end]);
        }

        return $ends;
    }

    /**
     * The tuplets that each note touches, told from its onset.
     *
     * @return list<list<Tuplet>>
     */
    public function ofNotes(): array
    {
        $of = [];
        $onset = 0;
        $first = 0;
        foreach ($this->lengths as $i => $length) {
            $onset += $this->gaps[$i];
            while (isset($this->tuplets[$first]) && $this->tuplets[$first]->end() <= $onset) {
                ++$first;
            }
            $of[] = Tuplet::touching(\array_slice($this->tuplets, $first, self::NEAR), $onset, $length);
            $onset += $length;
        }

        return $of;
    }

    /** A note touches two tuplets at most, that in which it begins and that in which it ends; one more is looked at. */
    private const NEAR = 3;
}
