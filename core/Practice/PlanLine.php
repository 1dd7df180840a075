<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Packet\FirstTempos;
use SwiftReed\Player\Stage;
use SwiftReed\Score\BandPart;
use SwiftReed\Score\Part;
use SwiftReed\Score\Score;
use SwiftReed\Time\Length;

/**
 * One line of a plan as this player has it: how long a pass takes, how it is begun, how hard it is.
 */
final readonly class PlanLine
{
    /**
     * @param string    $line     canonical text without tempo and goal: what events are kept by
     * @param string    $full     the line with its tempo and goal, as it is played
     * @param string    $title    "F major", written, with printed signs
     * @param bool      $isPlain  whether it says no pattern, so that one may be put on it
     * @param int       $goal     beats a minute
     * @param string    $unit     the beat as a fraction of a whole note, "1/4"
     * @param int       $first    the first tempo, beats a minute
     * @param float     $beats    of one pass
     * @param float     $hardness the mean difficulty of its changes, on this instrument
     * @param int       $pitchClass of the concert tonic
     * @param bool      $rests    whether the player rests as long as he plays
     * @param list<int> $needed   MIDI numbers of its written notes
     */
    private function __construct(
        public string $line,
        public string $full,
        public string $title,
        public bool $isPlain,
        public int $goal,
        public string $unit,
        public int $first,
        public float $beats,
        public float $hardness,
        public int $pitchClass,
        public bool $rests,
        public array $needed,
    ) {
    }

    /**
     * @param int|null $goal beats a minute; what the line says, or the last rung, where none is set
     */
    public static function of(Part $part, Stage $stage, FirstTempos $tempos, Rungs $rungs, ?int $goal = null): self
    {
        $study = $part->study;
        $unit = $study->recipe->timing->tempo->unit;
        $goal ??= StepBuilder::goal($study, $rungs);
        $last = $study->notes[\count($study->notes) - 1];
        $difficulty = array_sum(array_map(static fn ($note): float => $note->difficulty, $part->plan->notes));

        return new self(
            self::key($study->recipe->line),
            $study->recipe->line->text(),
            $part->writtenTitle(),
            !$study->recipe->line->says(ClauseKind::Pattern),
            $goal,
            $unit,
            min($goal, $tempos->of(new Score('', [new BandPart('', $part)]), ['' => $stage])->bpm ?? $goal),
            ($last->onset + $last->length) / Steps::beat($unit),
            $difficulty / max(1, \count($study->notes) - 1),
            $study->concertKey->tonic->pitchClass(),
            Session::isBrass($part->instrument->mechanism()->kind()),
            array_values(array_unique(array_map(static fn ($note): int => $note->pitch()->midi(), $study->notes))),
        );
    }

    /** What is the same exercise at whatever tempo. */
    public static function key(StudyLine $line): string
    {
        return $line->without(ClauseKind::Tempo, ClauseKind::Goal, ClauseKind::Click, ClauseKind::Keys)->text();
    }

    /** Seconds of one pass at a tempo (beats a minute), with the breath after it and, on brass, as long a rest. */
    public function pass(int $bpm, float $breath): float
    {
        return $this->beats * 60.0 / $bpm * ($this->rests ? 2.0 : 1.0) + $breath;
    }

    /** Quarter notes a minute at a tempo of this line's beats. */
    public function quarters(int $bpm): float
    {
        return self::quartersOf($bpm, $this->unit);
    }

    /** Quarter notes a minute of so many beats a minute. */
    public static function quartersOf(int $bpm, string $unit): float
    {
        return $bpm * Steps::beat($unit) / Length::QUARTER;
    }

    /** Beats of this line a minute at so many quarter notes a minute. */
    public function beatsAt(float $quarters): int
    {
        return (int) round($quarters * Length::QUARTER / Steps::beat($this->unit));
    }
}
