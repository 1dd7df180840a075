<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Study\Study;

/**
 * Where a line goes up and where down, where its arpeggio is. Notes are counted from 0.
 */
final readonly class Ways
{
    /**
     * @param list<array{StepKind, int, int, list<array{int, int}>}> $each up or down, first and last note,
     *  and its octaves where there are more than one
     * @param array{int, int}|null                                   $both     all of them, where there are several
     * @param array{int, int}|null                                   $arpeggio with the tonic from which it starts
     * @param array{int, int}                                        $line     the line without its arpeggio
     */
    private function __construct(public array $each, public ?array $both, public ?array $arpeggio, private array $line)
    {
    }

    public static function of(Study $study): self
    {
        $notes = $study->notes;
        $count = \count($notes);
        $end = 0;
        while ($end + 1 < $count && !$notes[$end + 1]->tone->inSequel) {
            ++$end;
        }
        $isStraight = $study->recipe->pattern->isStraight();
        $each = [];
        $from = 0;
        for ($i = 1; $i <= $end + 1; ++$i) {
            if ($i <= $end && $notes[$i]->tone->ascending === $notes[max($from + 1, $i - 1)]->tone->ascending) {
                continue;
            }
            $kind = $notes[min($end, $from + 1)]->tone->ascending ? StepKind::Up : StepKind::Down;
            $each[] = [$kind, $from, $i - 1, $isStraight ? self::octaves($study, $from, $i - 1) : []];
            // A plain line turns on its top note, which belongs to both ways.
            $from = $isStraight ? $i - 1 : $i;
        }
        if (1 === \count($each) && !$isStraight) {
            $each = []; // it goes one way only, and is played as a whole
        }
        $arpeggio = null;
        if ($end < $count - 1) {
            $shared = $notes[$end + 1]->tone->isTonic ? $end + 1 : $end;
            $arpeggio = [$shared, $count - 1];
        }

        return new self($each, \count($each) > 1 ? [0, $end] : null, $arpeggio, [0, $end]);
    }

    /**
     * The stretches from tonic to tonic.
     *
     * @return list<array{int, int}>
     */
    private static function octaves(Study $study, int $from, int $to): array
    {
        $tonics = array_values(array_filter(
            range($from, $to),
            static fn (int $i): bool => $study->notes[$i]->tone->isTonic,
        ));
        $octaves = [];
        for ($k = 0; $k + 1 < \count($tonics); ++$k) {
            $octaves[] = [$tonics[$k], $tonics[$k + 1]];
        }

        return \count($octaves) > 1 ? $octaves : [];
    }

    /**
     * The way on which a line is built up: its first.
     *
     * @return array{int, int}
     */
    public function first(): array
    {
        return [] === $this->each ? $this->line : [$this->each[0][1], $this->each[0][2]];
    }

    /** Whether its first way goes down. */
    public function startsHigh(): bool
    {
        return [] !== $this->each && StepKind::Down === $this->each[0][0];
    }
}
