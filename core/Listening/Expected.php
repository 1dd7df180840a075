<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Score\KeyNames;
use SwiftReed\Score\Part;
use SwiftReed\Study\Rhythm\Heard;
use SwiftReed\Study\StudyNote;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Time\Length;

/**
 * What a part should sound like: its notes, its tempo, and what can sound on its instrument.
 */
final readonly class Expected
{
    /**
     * Half steps beyond the instrument and the line that may still be theirs: a note an octave off is to be heard as
     * one.
     */
    private const BEYOND = 12.5;
    /** Notes of a step, and ticks of it. */
    private const MOST = 2000;
    private const LONGEST = 10_000_000;

    /**
     * @param non-empty-list<ExpectedNote> $notes
     * @param float                        $quarters asked, quarter notes a minute
     * @param float                        $lowest   half steps above C-1 that can sound
     */
    private function __construct(
        public array $notes,
        public float $quarters,
        public string $unit,
        public bool $isUntimed,
        public float $lowest,
        public float $highest,
        public Instrument $instrument,
        public int $times = 1,
    ) {
    }

    /**
     * @param int $from first note that is played, from 0
     * @param int $to   last one; the last of the line when it is more
     * @param int $times rounds that are played; the last one is judged
     */
    public static function of(
        Part $part,
        ListeningFigures $figures,
        int $from = 0,
        int $to = \PHP_INT_MAX,
        int $times = 1,
    ): self {
        $all = $part->study->notes;
        $heard = Heard::of($part->study);
        $from = max(0, min($from, \count($all) - 1));
        $to = max($from, min($to, \count($all) - 1));

        return self::played(
            $part,
            $figures,
            array_map(static function (int $i) use ($heard, $all): array {
                $onset = $heard->place($all[$i]->onset);

                return [$i, $onset, $heard->place($all[$i]->onset + $all[$i]->length) - $onset];
            }, range($from, $to)),
            $times,
        );
    }

    /**
     * Notes of a part in any order and at any time, as a step of practice has them.
     *
     * @param non-empty-list<array{int, int, int}> $plays note from 0, onset and length in ticks,
     *  the onsets in their order
     */
    public static function played(Part $part, ListeningFigures $figures, array $plays, int $times = 1): self
    {
        $all = $part->study->notes;
        $notes = [];
        foreach ($plays as $k => [$i, $onset, $length]) {
            $note = $all[$i];
            $before = $k > 0 ? $all[$plays[$k - 1][0]] : null;
            $next = $plays[$k + 1][1] ?? null;
            $notes[] = new ExpectedNote(
                $note->pitch(),
                $note->sounding->midi(),
                ($onset - $plays[0][1]) / Length::QUARTER,
                max(1, null === $next ? $length : $next - $onset) / Length::QUARTER,
                Attack::None !== $note->attack,
                null !== $before && self::isFree($before, $note, $figures),
                KeyNames::degree($note->tone->degree, $note->tone->number),
                array_map(static fn (Pitch $grace): int => $grace->midi(), $note->tone->soundingGraces()),
            );
        }
        $midi = array_map(static fn (ExpectedNote $one): int => $one->midi, $notes);
        $range = $part->instrument->player()->limit();
        $sounds = $notes[0]->midi - $notes[0]->written->midi();

        return new self(
            $notes,
            $part->study->recipe->timing->tempo->quarters(),
            $part->study->recipe->timing->tempo->unit,
            $part->study->isUntimed(),
            min($range->lowest->midi() + $sounds - 1.5, min($midi) - self::BEYOND),
            max($range->highest->midi() + $sounds + 1.5, max($midi) + self::BEYOND),
            $part->instrument,
            $times,
        );
    }

    /**
     * What a browser says is played, made sure.
     *
     * @return non-empty-list<array{int, int, int}>|null null for the whole line
     *
     * @throws ListeningError
     */
    public static function plays(mixed $given, Part $part): ?array
    {
        if (null === $given) {
            return null;
        }
        $plays = [];
        foreach (\is_array($given) && array_is_list($given) && \count($given) <= self::MOST ? $given : [] as $one) {
            if (
                !\is_array($one)
                || !\is_int($one[0] ?? null)
                || !\is_int($one[1] ?? null)
                || !\is_int($one[2] ?? null)
                || !isset($part->study->notes[$one[0]])
                || $one[1] < ($plays[\count($plays) - 1][1] ?? 0)
                || $one[1] > self::LONGEST
                || $one[2] < 0
                || $one[2] > self::LONGEST
            ) {
                throw ListeningError::notPlays();
            }
            $plays[] = [$one[0], $one[1], $one[2]];
        }

        return [] === $plays ? throw ListeningError::notPlays() : $plays;
    }

    private static function isFree(StudyNote $before, StudyNote $note, ListeningFigures $figures): bool
    {
        return $before->breathAfter
            || $before->tone->isSeam
            || $note->tone->rests > 0
            || abs($note->pitch()->midi() - $before->pitch()->midi()) > $figures->number('leap');
    }

    /** The same asked for at another tempo, in quarter notes a minute. */
    public function at(float $quarters): self
    {
        return new self(
            $this->notes,
            $quarters,
            $this->unit,
            $this->isUntimed,
            $this->lowest,
            $this->highest,
            $this->instrument,
            $this->times,
        );
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
