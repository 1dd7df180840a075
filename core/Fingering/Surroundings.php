<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Study\Study;
use SwiftReed\Study\Tonguing\Attack;

/**
 * Where a note stands in its line, as far as fingerings depend on it. Pitches are written MIDI numbers.
 */
final readonly class Surroundings
{
    /** Parts of a note a second that tell two speeds apart; no two speeds of a line lie nearer. */
    private const SPEEDS = 1_000_000;

    /**
     * @param float $speed the faster of the changes into and out of the note,
     *  in notes a second; 0 where nothing is timed
     * @param bool      $isSet     whether it is the first, the last or a long note
     * @param list<int> $alternates the other note of each figure X Y X Y to which it belongs
     * @param bool      $isInRun   one of three or more notes by steps in one direction
     */
    private function __construct(
        public int $midi,
        public ?int $before,
        public ?int $after,
        public float $speed,
        public bool $isSet,
        public bool $isSlurred,
        public bool $isSlurredOn,
        public array $alternates,
        public bool $isInRun,
        public bool $isInChromaticRun,
    ) {
    }

    /**
     * @param float $longBeats beats from which a note is long
     *
     * @return non-empty-list<self>
     */
    public static function ofStudy(Study $study, float $longBeats): array
    {
        $notes = $study->notes;
        $midi = [];
        foreach ($notes as $note) {
            $midi[] = $note->tone->pitch->midi();
        }
        $last = \count($notes) - 1;
        $tick = $study->isUntimed()
            ? 0.0
            : $study->recipe->timing->tempo->plannedQuarters() / 60 * \SwiftReed\Time\Length::QUARTER;
        $isUntimed = $study->isUntimed();
        $long = $longBeats * $study->time()->beatTicks();
        $steps = self::stretches($midi, 2);
        $halfSteps = self::stretches($midi, 1);
        $all = [];
        foreach ($notes as $i => $note) {
            $next = $notes[$i + 1] ?? null;
            $shortest = $i > 0 ? $note->onset - $notes[$i - 1]->onset : \PHP_INT_MAX;
            if (null !== $next && $next->onset - $note->onset < $shortest) {
                $shortest = $next->onset - $note->onset;
            }
            $alternates = [];
            // Only a note that comes back two notes away can go back and forth.
            $comesBack = ($midi[$i - 2] ?? -1) === $midi[$i] || ($midi[$i + 2] ?? -1) === $midi[$i];
            for (
                $from = $comesBack
                ? max(0, $i - 3)
                : 0, $to = $comesBack
                ? min($i, $last - 3)
                : -1; $from <= $to; ++$from
            ) {
                if (
                    $midi[$from] === $midi[$from + 2]
                    && $midi[$from + 1] === $midi[$from + 3]
                    && $midi[$from] !== $midi[$from + 1]
                ) {
                    $alternates[] = $midi[$i] === $midi[$from] ? $midi[$from + 1] : $midi[$from];
                }
            }
            $all[] = new self(
                $midi[$i],
                $midi[$i - 1] ?? null,
                $midi[$i + 1] ?? null,
                0 === $last || $shortest < 1 ? 0.0 : $tick / $shortest,
                0 === $i || $i === $last || (!$isUntimed && $note->length >= $long),
                $i > 0 && Attack::None === $note->attack,
                null !== $next && Attack::None === $next->attack,
                [] === $alternates ? [] : array_values(array_unique($alternates)),
                $steps[$i] >= 3,
                $halfSteps[$i] >= 3,
            );
        }

        return $all;
    }

    /**
     * Of how many notes the longest stretch is to which each note belongs, that goes on in one direction by no more
     * than so many half steps.
     *
     * @param list<int> $midi
     *
     * @return list<int>
     */
    private static function stretches(array $midi, int $widest): array
    {
        $stretches = array_fill(0, \count($midi), 1);
        $from = 0;
        for ($i = 1, $count = \count($midi); $i <= $count; ++$i) {
            $by = $i < $count ? $midi[$i] - $midi[$i - 1] : 0;
            $goesOn = $i < $count
                && 0 !== $by
                && abs($by) <= $widest
                && ($i - 1 === $from || ($by > 0) === ($midi[$i - 1] > $midi[$i - 2]));
            if (!$goesOn) {
                for ($k = $from; $i - $from > 1 && $k < $i; ++$k) {
                    $stretches[$k] = max($stretches[$k], $i - $from);
                }
                // The turning note belongs to the next stretch too.
                $from = 0 !== $by && abs($by) <= $widest ? $i - 1 : $i;
            }
        }

        return array_values($stretches);
    }

    /** Whether nothing but this note stands beside it: inside a figure that goes back and forth, and not on its way out. */
    public function isAmid(int $midi): bool
    {
        return \in_array($this->before, [null, $midi], true) && \in_array($this->after, [null, $midi], true);
    }

    /** @return list<int> */
    public function neighbours(): array
    {
        return array_values(array_filter([$this->before, $this->after], static fn (?int $one): bool => null !== $one));
    }

    /**
     * All that the occasions of a place ask of it, packed: alike in two places, the same may be chosen. A note goes
     * back and forth with none but the notes beside it.
     */
    public function key(): int
    {
        $flags = ($this->isSet ? 1 : 0)
            | ($this->isSlurred ? 2 : 0)
            | ($this->isSlurredOn ? 4 : 0)
            | ($this->isInRun ? 8 : 0)
            | ($this->isInChromaticRun ? 16 : 0);
        foreach ($this->alternates as $other) {
            $flags |= $other === $this->before ? 32 : 64;
        }

        return $this->midi
            | ($this->before ?? 0) << 7
            | ($this->after ?? 0) << 14
            | $flags << 21
            | (int) ($this->speed * self::SPEEDS) << 28;
    }

    /** What makes another place like this one: the mirrored place too, unless the direction matters. */
    public function likeness(bool $directionMatters): string
    {
        $in = ($this->before ?? '-').($this->isSlurred ? 's' : 't');
        $out = ($this->after ?? '-').($this->isSlurredOn ? 's' : 't');
        if (!$directionMatters && $out < $in) {
            [$in, $out] = [$out, $in];
        }

        return $this->midi.' '.$in.' '.$out.($this->isSet ? ' set' : '');
    }
}
