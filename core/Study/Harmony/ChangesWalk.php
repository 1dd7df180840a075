<?php

declare(strict_types=1);

namespace SwiftReed\Study\Harmony;

use SwiftReed\Pattern\Cell;
use SwiftReed\Pattern\ItemKind;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Scale\Scale;
use SwiftReed\Study\Tone;
use SwiftReed\Study\Walk\CellWriter;
use SwiftReed\Study\Walk\LineWalk;
use SwiftReed\Study\Walk\Sounding;

/**
 * A cell walked over chords: from each chord's root in that chord's scale, again until its bars are full. A cell that
 * leads on lands, where the chord changes, on the nearest note of the new chord and goes on from there.
 *
 * Source: the handbook, chapter 3, "Harmony and voices".
 */
final class ChangesWalk implements LineWalk
{
    /** Steps to either side of the root among which the nearest chord note is looked for: more than an octave. */
    private const NEAR = 14;

    /**
     * @param Changes              $changes   the chords, on any tonic
     * @param non-empty-list<array{Cell, bool}> $cells in turn, and whether each goes up
     * @param \Closure(Change): int $room     notes of ordinary length that fill a chord
     * @param int                  $inBar     notes of ordinary length that fill a bar
     * @param bool                 $rests     whether the line comes to rest on a chord note that fills the last bar
     * @param bool                 $isTyped   whether somebody wrote the cell
     */
    public function __construct(
        private readonly Changes $changes,
        private readonly array $cells,
        private readonly \Closure $room,
        private readonly int $inBar,
        private readonly bool $rests,
        private readonly bool $isTyped,
        private readonly Sounding $sounding,
    ) {
    }

    public function tones(Pitch $tonic, int $from, int $top): array
    {
        $tones = $this->line($tonic);

        return $this->sounding->isAsWritten()
            ? $tones
            : $this->sounding->spelledAs($tones, $this->line($this->sounding->tonic($tonic)));
    }

    public function turningRound(Pitch $tonic, int $lowest, int $highest): array
    {
        return $this->tones($tonic, 0, 0);
    }

    /** @return non-empty-list<Tone> */
    private function line(Pitch $tonic): array
    {
        $changes = $this->changes->on($tonic->name());
        $writer = new CellWriter($tonic, '', $this->isTyped);
        $last = \count($changes) - 1;
        $start = null;
        foreach ($changes as $k => $change) {
            $writer->inScale($change->scale->name);
            $room = ($this->room)($change)
                - ($k === $last && $this->rests && $this->changes->restsAtEnd() ? $this->inBar : 0);
            // The last chord leads back to itself.
            $start = $this->fill($writer, $change, $changes[min($k + 1, $last)], $tonic, $room, $start);
        }
        if ($this->rests) {
            $this->land($writer, $changes[$last], $tonic);
        }
        $inner = $writer->tones();
        $first = array_shift($inner);
        $end = array_pop($inner);
        \assert(null !== $first);

        return [$first->turning(true), ...$inner, ...(null === $end ? [] : [$end->turning(true)])];
    }

    /**
     * One chord's bars.
     *
     * @param int|null $start step from which its cell begins; none for the root
     *
     * @return int|null the step on which the next chord's cell begins, where this one led to it
     */
    private function fill(
        CellWriter $writer,
        Change $change,
        Change $next,
        Pitch $tonic,
        int $room,
        ?int $start,
    ): ?int {
        $used = 0;
        $leadsTo = null;
        for ($n = 0; $used < $room; ++$n) {
            [$cell, $ascends] = $this->cells[$n % \count($this->cells)];
            $scale = self::scale($change, $tonic, $ascends);
            $leads = $cell->leadsOn();
            $isLast = $used + self::length($cell, $writer, $scale) >= $room;
            [$to, $step] = [$scale, $start ?? 0];
            if ($leads && $isLast) {
                $to = self::scale($next, $tonic, $ascends);
                $step = $this->nearest($next, $to, $this->before($writer, $cell, $scale, $start ?? 0, $ascends));
                $leadsTo = $step;
            }
            $from = \count($writer->tones());
            $writer->cell($cell, $scale, $start ?? 0, $to, $step, $ascends);
            $taken = $writer->keep($from, $room - $used);
            if (0 === $taken) {
                break;
            }
            $used += $taken;
        }

        return $leadsTo;
    }

    /** The note of the last chord on which the line comes to rest, to the end of its bar. */
    private function land(CellWriter $writer, Change $change, Pitch $tonic): void
    {
        $scale = self::scale($change, $tonic, true);
        $leads = $this->cells[\count($this->cells) - 1][0]->leadsOn();
        $before = $writer->lastPitch()?->midi() ?? $tonic->midi();
        $step = $leads ? $this->nearest($change, $scale, $before) : self::nearestRoot($scale, $before);
        $note = $scale->note($step);
        $writer->rootIs($scale, $scale->note(0));
        $writer->add($note->pitch, true, 0, 0 === $step % $scale->size(), 1, $note->plainName);
        $writer->fillBar();
        $writer->endCell();
    }

    private static function nearestRoot(Scale $scale, int $midi): int
    {
        return $scale->size() * (int) round(($midi - $scale->tonic->midi()) / 12);
    }

    /** The step of the chord note nearest to a place; of two alike the lower. */
    private function nearest(Change $change, Scale $scale, int $midi): int
    {
        $best = 0;
        $away = null;
        for ($step = -self::NEAR; $step <= self::NEAR + $scale->size(); ++$step) {
            $note = $scale->note($step)->pitch->midi();
            if ($change->has($note) && (null === $away || abs($note - $midi) < $away)) {
                [$best, $away] = [$step, abs($note - $midi)];
            }
        }

        return $best;
    }

    /** The last note of a cell before what leads on, MIDI number. */
    private function before(CellWriter $writer, Cell $cell, Scale $scale, int $root, bool $ascends): int
    {
        $trial = clone $writer;
        $from = \count($trial->tones());
        $trial->cell($cell, $scale, $root, $scale, $root, $ascends);
        $tones = \array_slice($trial->tones(), $from);
        $leading = 0;
        foreach (array_merge(...$cell->groups) as $item) {
            $leading = $item->leadsOn() ? $leading + $item->notes() : 0;
        }

        return ($tones[\count($tones) - 1 - $leading] ?? $tones[0] ?? null)?->pitch->midi() ?? $scale->tonic->midi();
    }

    private static function scale(Change $change, Pitch $tonic, bool $ascends): Scale
    {
        $root = $change->rootAbove($tonic);

        return $ascends ? $change->scale->ascending($root) : $change->scale->descending($root);
    }

    /** Ordinary lengths that a cell lasts. */
    private static function length(Cell $cell, CellWriter $writer, Scale $scale): int
    {
        $length = 0;
        foreach ($cell->groups as $group) {
            $fromTop = Cell::countsFromTop(...$group);
            foreach ($group as $item) {
                $length += ItemKind::Run === $item->kind
                    ? 1 + abs($writer->step($item->mark, $scale, $fromTop) - $writer->step($item->to, $scale, $fromTop))
                    : $item->duration();
            }
        }

        return $length;
    }
}
