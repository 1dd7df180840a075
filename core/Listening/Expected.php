<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Score\KeyNames;
use SwiftReed\Score\Part;
use SwiftReed\Study\StudyNote;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Time\Length;

/**
 * What a part should sound like: its notes, its tempo, and what can sound on its instrument.
 */
final readonly class Expected
{
    /** Half steps beyond the instrument and the line that may still be theirs: a note an octave off is to be heard as one. */
    private const BEYOND = 12.5;

    /**
     * @param non-empty-list<ExpectedNote> $notes
     * @param float                        $quarters asked, quarter notes a minute
     * @param float                        $lowest   half steps above C-1 that can sound
     */
    private function __construct(public array $notes, public float $quarters, public string $unit, public bool $isUntimed, public float $lowest, public float $highest, public Instrument $instrument)
    {
    }

    /**
     * @param int $from first note that is played, from 0
     * @param int $to   last one; the last of the line when it is more
     */
    public static function of(Part $part, ListeningFigures $figures, int $from = 0, int $to = \PHP_INT_MAX): self
    {
        $notes = [];
        $all = $part->study->notes;
        $from = max(0, min($from, \count($all) - 1));
        $to = max($from, min($to, \count($all) - 1));
        $k = $from;
        do {
            $note = $all[$k];
            $before = $k > $from ? $all[$k - 1] : null;
            $next = $all[$k + 1] ?? null;
            $length = null === $next || $k === $to ? $note->length : $next->onset - $note->onset;
            $notes[] = new ExpectedNote($note->pitch(), $note->sounding->midi(), ($note->onset - $all[$from]->onset) / Length::QUARTER, $length / Length::QUARTER, Attack::None !== $note->attack, null !== $before && self::isFree($before, $note, $figures), KeyNames::degree($note->tone->degree, $note->tone->number));
        } while (++$k <= $to);
        $midi = array_map(static fn (ExpectedNote $one): int => $one->midi, $notes);
        $range = $part->instrument->player()->limit();
        $sounds = $notes[0]->midi - $notes[0]->written->midi();

        return new self($notes, $part->study->recipe->timing->tempo->quarters(), $part->study->recipe->timing->tempo->unit, $part->study->isUntimed(), min($range->lowest->midi() + $sounds - 1.5, min($midi) - self::BEYOND), max($range->highest->midi() + $sounds + 1.5, max($midi) + self::BEYOND), $part->instrument);
    }

    private static function isFree(StudyNote $before, StudyNote $note, ListeningFigures $figures): bool
    {
        return $before->breathAfter || $before->tone->isSeam || $note->tone->rests > 0 || abs($note->pitch()->midi() - $before->pitch()->midi()) > $figures->number('leap');
    }

    /** Quarter notes of a beat: "1/4" is 1, "3/8" is 1.5. */
    public static function beat(string $unit): float
    {
        [$over, $under] = array_map(intval(...), explode('/', $unit));

        return 4 * $over / $under;
    }

    /** Milliseconds of a quarter note as it was asked for. */
    public function quarterMs(): float
    {
        return 60_000 / $this->quarters;
    }
}
