<?php

declare(strict_types=1);

namespace SwiftReed\Study\Phrasing;

use SwiftReed\Study\Tone;

/**
 * The cells of a line as they follow each other; one that is played again is another.
 */
final readonly class Cells
{
    /**
     * @param list<int|null>  $runs  number of the cell of each note, counted along the line; null in a plain line
     * @param array<int, int> $notes of each cell
     * @param array<int, int> $ticks of each cell
     */
    private function __construct(private array $runs, private array $notes, private array $ticks)
    {
    }

    /**
     * @param non-empty-list<Tone> $tones
     * @param non-empty-list<int>  $lengths ticks
     * @param bool                 $byGroup whether each group is a cell of its own
     */
    public static function of(array $tones, array $lengths, bool $byGroup): self
    {
        $runs = [];
        $notes = [];
        $ticks = [];
        $run = -1;
        $before = null;
        foreach ($tones as $i => $tone) {
            $is = null === $tone->cell
                ? null
                : $tone->cell.($tone->inSequel ? ' then' : '').($byGroup ? ' '.$tone->group : '');
            if (null !== $is) {
                $run += $is === $before ? 0 : 1;
                $notes[$run] = ($notes[$run] ?? 0) + 1;
                $ticks[$run] = ($ticks[$run] ?? 0) + $lengths[$i];
            }
            $runs[] = null === $is ? null : $run;
            $before = $is;
        }

        return new self($runs, $notes, $ticks);
    }

    /** Number of the cell in which a note stands, where it has so many notes; null in a smaller one and in none. */
    public function large(int $i, int $least): ?int
    {
        $run = $this->runs[$i] ?? null;

        return null === $run || $this->notes[$run] < $least ? null : $run;
    }

    /** Whether a note and the next one stand in one cell of two notes or more. */
    public function isInside(int $i): bool
    {
        $run = $this->runs[$i] ?? null;

        return null !== $run && $run === ($this->runs[$i + 1] ?? null) && $this->notes[$run] > 1;
    }

    /** Whether a cell ends with this note, and another or none follows. */
    public function ends(int $i): bool
    {
        $run = $this->runs[$i] ?? null;

        return null !== $run && $run !== ($this->runs[$i + 1] ?? null);
    }

    /** Ticks of the cell in which a note stands. */
    public function ticks(int $i): int
    {
        return $this->ticks[$this->runs[$i] ?? -1] ?? 0;
    }
}
