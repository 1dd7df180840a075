<?php

declare(strict_types=1);

namespace SwiftReed\Study\Rhythm;

use SwiftReed\Study\Study;
use SwiftReed\Study\Tonguing\Mark;
use SwiftReed\Time\Length;

/**
 * When what is written is heard: with swing, what lies off the beat comes later; a last bar may slow down; grace notes
 * take time from their neighbours; a fermata holds. In ticks of the tempo that stands at the head.
 */
final readonly class Heard
{
    /** A grace note lasts a thirty-second at most: shorter is not heard as a note, longer is one of its own. */
    private const GRACE = Length::QUARTER / 8;
    /** Grace notes together leave two thirds of what they take from, so that the note they lead to keeps its beat. */
    private const SHARE = 3;

    private function __construct(private Study $study, private bool $slows)
    {
    }

    /** As it sounds, against a steady tempo. */
    public static function of(Study $study): self
    {
        return new self($study, $study->recipe->timing->slowsDown);
    }

    /** As a file has it that says in its tempo where the line slows down. */
    public static function inTempo(Study $study): self
    {
        return new self($study, false);
    }

    /** When a place of the line is heard. */
    public function place(int $place): int
    {
        return $this->slows ? self::slowing($this->study)->heard($this->swung($place)) : $this->swung($place);
    }

    /** How the last bar slows down, where it does. */
    public static function slowing(Study $study): Ritardando
    {
        return Ritardando::over($study->lastBar(), self::inTempo($study)->place($study->end()));
    }

    /**
     * When a note is heard: grace notes before the first begin on its beat, those before another take from the note
     * that ends there. Under a fermata a note is held about twice as long; between repeat signs no longer than to the
     * next time.
     *
     * @return array{int, int} onset and length in ticks
     */
    public function note(int $i): array
    {
        $note = $this->study->notes[$i];
        $next = $this->study->notes[$i + 1] ?? null;
        $end = $note->onset + $note->length;
        $onset = $this->place($note->onset) + (0 === $i ? $this->taken(0) : 0);
        $given = null !== $next && $next->onset === $end ? $this->taken($i + 1) : 0;
        $room = $this->study->repeats() > 1 ? max(0, $this->study->period() - $end) : $note->length;
        $held = $note->expression->has(Mark::Fermata) ? min($note->length, $room) : 0;

        return [$onset, $this->place($end) + $held - $given - $onset];
    }

    /**
     * When the grace notes before a note are heard.
     *
     * @return list<array{int, int}> onset and length in ticks
     */
    public function graces(int $i): array
    {
        $begin = $this->note($i)[0] - $this->taken($i);
        $each = $this->each($i);

        return array_map(
            static fn (int $k): array => [$begin + $k * $each, $each],
            array_keys($this->study->notes[$i]->tone->graces),
        );
    }

    /** Ticks that the grace notes before a note take together. */
    private function taken(int $i): int
    {
        return \count($this->study->notes[$i]->tone->graces) * $this->each($i);
    }

    /** Ticks of each grace note before a note. */
    private function each(int $i): int
    {
        $from = $this->study->notes[max(0, $i - 1)]->length;
        $graces = \count($this->study->notes[$i]->tone->graces);

        return 0 === $graces ? 0 : min(self::GRACE, intdiv($from, self::SHARE * $graces));
    }

    private function swung(int $place): int
    {
        $swing = $this->study->recipe->timing->swing;
        $lead = $this->study->lead();

        return null === $swing ? $place : $swing->heard($place + $lead) - $lead;
    }
}
