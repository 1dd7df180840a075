<?php

declare(strict_types=1);

namespace SwiftReed\Study\Tonguing;

use SwiftReed\Study\Phrasing\Cells;
use SwiftReed\Study\Rhythm\Laid;
use SwiftReed\Study\Tone;
use SwiftReed\Time\Bars;

/**
 * Slurred and tongued notes in turn: "slur 3 tongue 1", "slur 2", "tongue 1 slur 2 tongue 1", from the first note or
 * from the second.
 *
 * It begins anew with each cell of three notes or more; else, if it is no longer than a beat's notes, with each beat; a
 * longer one with each half bar or bar that it fills, else with each bar, cut short there.
 *
 * Source: the handbook, chapter 3, "Articulation and dynamics as patterns".
 */
final readonly class SlurString
{
    /** Notes of a cell from which it has a string of its own. */
    private const CELL = 3;
    private const FROM_SECOND = ' from the second note';

    /** @param non-empty-list<bool> $joins whether each note of it is slurred to the next */
    private function __construct(private array $joins, private bool $fromSecond)
    {
    }

    /** @param string $text as a line has it: "slur 3 tongue 1 from the second note" */
    public static function of(string $text): self
    {
        $fromSecond = str_ends_with($text, self::FROM_SECOND);
        preg_match_all('/(slur|tongue) (\d+)/', $text, $found, \PREG_SET_ORDER);
        $joins = [];
        foreach ($found as [, $how, $notes]) {
            for ($k = 1; $k <= (int) $notes; ++$k) {
                $joins[] = 'slur' === $how && $k < (int) $notes;
            }
        }
        \assert([] !== $joins);

        return new self($joins, $fromSecond);
    }

    /**
     * Whether each note is slurred to the next one, if nothing else keeps them apart.
     *
     * @param non-empty-list<Tone> $tones
     * @param int                  $lead    ticks of the first bar before the line begins
     * @param float                $perBeat notes of a beat, as its rhythm mostly has them
     *
     * @return list<bool>
     */
    public function joining(array $tones, Laid $laid, Bars $bars, int $lead, float $perBeat): array
    {
        $units = $this->units($tones, $laid, $bars, $lead, $perBeat);
        $joins = [];
        $count = \count($this->joins);
        $place = 0;
        foreach ($units as $i => $unit) {
            $place = $i > 0 && $units[$i - 1] === $unit ? $place + 1 : 0;
            $isWithin = ($units[$i + 1] ?? null) === $unit;
            // In a cell the string begins on the second note; in time each beat of it has moved on by a note.
            $at = $this->fromSecond && str_starts_with($unit, 'cell') ? $place - 1 : $place;
            $joins[] = $isWithin && $at >= 0 && $this->joins[$at % $count];
        }

        return $joins;
    }

    /**
     * What each note's string belongs to.
     *
     * @param non-empty-list<Tone> $tones
     *
     * @return list<string>
     */
    private function units(array $tones, Laid $laid, Bars $bars, int $lead, float $perBeat): array
    {
        $cells = Cells::of($tones, $laid->lengths, false);
        $units = [];
        $place = $lead;
        $shifted = null;
        foreach ($tones as $i => $tone) {
            $place += $laid->gaps[$i];
            $cell = $cells->large($i, self::CELL);
            $time = $this->timeUnit($place, $bars, $perBeat);
            // From the second note on, a note stands where the one before it stands.
            $there = $this->fromSecond ? $shifted ?? 'first' : $time;
            $units[] = null === $cell ? $there : 'cell '.$cell;
            $shifted = $time;
            $place += $laid->lengths[$i];
        }

        return $units;
    }

    /** The beat, the half bar or the bar in which a place lies. */
    private function timeUnit(int $place, Bars $bars, float $perBeat): string
    {
        $time = $bars->time($place);
        $beats = $time->felt();
        $count = \count($this->joins);
        $ticks = match (true) {
            $count <= $perBeat + 1e-9 => $time->beatTicks(),
            0 === $beats % 2 && self::fills($count, $perBeat * $beats / 2) => intdiv($time->barTicks(), 2),
            default => $time->barTicks(),
        };

        return $bars->bar($place).' '.intdiv($bars->inBar($place), $ticks);
    }

    private static function fills(int $count, float $notes): bool
    {
        $times = $notes / $count;

        return $times >= 1 && abs($times - round($times)) < 1e-9;
    }
}
