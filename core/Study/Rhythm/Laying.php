<?php

declare(strict_types=1);

namespace SwiftReed\Study\Rhythm;

use SwiftReed\Study\StudyError;
use SwiftReed\Study\Tone;
use SwiftReed\Time\Figure;
use SwiftReed\Time\FigureGroup;
use SwiftReed\Time\TimeSignature;
use SwiftReed\Time\Tuplet;

/**
 * Walks a figure over a line: each note takes the next part that sounds, rests of the figure lie between, and the last
 * note lasts to the end of its beat, or of its bar.
 *
 * Source: the handbook, chapter 3, "A language of rhythm".
 */
final class Laying
{
    /** Where the next part begins, in ticks from the first note's beat. */
    private int $at = 0;
    private int $group = 0;
    private int $part = 0;
    /** Where the group that is being walked began. */
    private int $begin = 0;
    /** @var array<int, Tuplet> by where they begin */
    private array $tuplets = [];

    private function __construct(
        private readonly Figure $figure,
        private readonly TimeSignature $time,
        private readonly int $lead,
    ) {
    }

    /**
     * @param non-empty-list<Tone> $tones
     * @param int                  $pickUp   ticks that stand before the first bar
     * @param list<bool>           $isRepeat whether each note is the one before once more, inside its figure
     *
     * @throws StudyError where a figure cannot be written in this time
     */
    public static function of(
        array $tones,
        Figure $figure,
        TimeSignature $time,
        bool $longLast,
        int $pickUp,
        array $isRepeat = [],
    ): Laid {
        $lead = $pickUp > 0 ? $time->barTicks() - $pickUp : 0;

        return (new self($figure, $time, $lead))->laid($tones, $longLast, $isRepeat);
    }

    /**
     * @param non-empty-list<Tone> $tones
     * @param list<bool>           $isRepeat
     */
    private function laid(array $tones, bool $longLast, array $isRepeat): Laid
    {
        $lengths = [];
        $gaps = [];
        $borders = [];
        $end = 0;
        $last = \count($tones) - 1;
        foreach ($tones as $i => $tone) {
            for ($rest = 0; $rest < $tone->rests; ++$rest) {
                $this->next();
            }
            [$from, $to] = $this->next();
            for ($more = 1; $more < $tone->stretch; ++$more) {
                $to = $this->next()[1];
            }
            if ($tone->fillsBar || ($i === $last && $longLast)) {
                $to = $this->upTo($to, $this->time->barTicks());
                $this->restart($to);
            } elseif ($i === $last) {
                $to = $this->endOf($from, $to);
            }
            $gaps[] = $from - $end;
            $lengths[] = $to - $from;
            array_push($borders, $from, $to);
            $end = $to;
        }

        return Laid::of($lengths, $gaps, $this->needed($borders), $isRepeat);
    }

    /**
     * The next part that sounds, with all that is tied to it.
     *
     * @return array{int, int} where it begins and ends
     */
    private function next(): array
    {
        do {
            [$from, $to, $isRest, $isTied] = $this->step();
        } while ($isRest);
        while ($isTied) {
            [, $to, , $isTied] = $this->step();
        }

        return [$from, $to];
    }

    /** @return array{int, int, bool, bool} where the part begins and ends, whether it is a rest, whether it is tied */
    private function step(): array
    {
        $group = $this->figure->groups[$this->group];
        $ticks = $group->beats * $this->time->beatTicks();
        if (0 === $this->part) {
            $this->begin = $this->at;
            $this->note($group, $ticks);
        }
        $part = $group->parts[$this->part];
        $before = 0;
        foreach (\array_slice($group->parts, 0, $this->part + 1) as $one) {
            $before += $one->share;
        }
        $from = $this->at;
        // Counted from the group's beginning, so that nothing is lost where a share is no whole number of ticks.
        $this->at = $this->begin + intdiv($ticks * $before, $group->shares());
        if (++$this->part >= \count($group->parts)) {
            $this->part = 0;
            $this->group = ($this->group + 1) % \count($this->figure->groups);
        }

        return [$from, $this->at, $part->isRest, $part->isTied];
    }

    /** A group that is no division of the metre's own is a tuplet, and stands in one bar. */
    private function note(FigureGroup $group, int $ticks): void
    {
        [$actual, $normal] = $group->ratio($this->time->isCompound());
        if ($actual === $normal) {
            return;
        }
        $bar = $this->time->barTicks();
        $inBar = ($this->lead + $this->begin) % $bar;
        if ($inBar + $ticks > $bar) {
            throw StudyError::figureOverBarLine($group->text(), $this->time->name());
        }
        $this->tuplets[$this->begin] = Tuplet::of($this->begin, $ticks, $actual, $normal);
    }

    private function restart(int $at): void
    {
        [$this->at, $this->group, $this->part] = [$at, 0, 0];
    }

    /** The end of the beat in which the last note's part ends, or of its tuplet. */
    private function endOf(int $from, int $to): int
    {
        foreach (array_reverse($this->tuplets, true) as $tuplet) {
            if ($tuplet->from < $to && $tuplet->end() >= $to) {
                return max($to, $tuplet->end());
            }
        }

        return $this->upTo($to, $this->time->beatTicks());
    }

    private function upTo(int $place, int $unit): int
    {
        $over = ($this->lead + $place) % $unit;

        return 0 === $over ? $place : $place + $unit - $over;
    }

    /**
     * The tuplets in which something begins or ends.
     *
     * @param list<int> $borders
     *
     * @return list<Tuplet>
     */
    private function needed(array $borders): array
    {
        $needed = [];
        $next = 0;
        foreach ($this->tuplets as $tuplet) {
            while (isset($borders[$next]) && $borders[$next] <= $tuplet->from) {
                ++$next;
            }
            if (isset($borders[$next]) && $borders[$next] < $tuplet->end()) {
                $needed[] = $tuplet;
            }
        }

        return $needed;
    }
}
