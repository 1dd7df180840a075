<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Fingering\HardSpot;
use SwiftReed\Knowledge\DataError;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Player\Stage;
use SwiftReed\Score\BandPart;
use SwiftReed\Score\Part;
use SwiftReed\Score\Score;
use SwiftReed\Score\Told;
use SwiftReed\Words\Wording;

/**
 * How slowly a line is begun: every change has the time that it needs, and the slowest change of the slowest player
 * decides for all.
 *
 * Source: the handbook, chapter 6, "First tempo" (our own figures, in data/first-tempo.yaml).
 */
final readonly class FirstTempos
{
    private function __construct(
        private float $ready,
        private float $perDifficulty,
        private float $leap,
        private float $leapFrom,
        private float $developing,
        private float $full,
        private float $slowest,
        private float $step,
    ) {
    }

    /** @throws DataError */
    public static function read(DataFolder $data): self
    {
        $entries = $data->read('first-tempo');
        $number = static function (string $name) use ($entries): float {
            $is = \is_array($entries[$name] ?? null) ? $entries[$name]['is'] ?? null : null;

            return \is_float($is) || \is_int($is)
                ? (float) $is
                : throw DataError::entry('first-tempo', $name, 'expected "is" with a number');
        };

        return new self(
            $number('ready'),
            $number('per-difficulty'),
            $number('leap'),
            $number('leap-from'),
            $number('developing'),
            $number('full'),
            $number('slowest'),
            $number('step'),
        );
    }

    public static function shipped(): self
    {
        return self::read(DataFolder::shipped());
    }

    /** Milliseconds that a change takes a player of this stage. */
    public function needs(float $difficulty, int $halfSteps, Stage $stage): float
    {
        $fingers = $this->ready + $this->perDifficulty * $difficulty;
        $share = match ($stage) {
            Stage::First => 1.0, Stage::Developing => $this->developing, Stage::Full => $this->full,
        };

        return $share * $fingers + (abs($halfSteps) >= $this->leapFrom ? $this->leap : 0.0);
    }

    /**
     * Null for a line without time: there is nothing to beat.
     *
     * @param array<string, Stage> $stages by the names of the players; the full range where none is said
     */
    public function of(Score $score, array $stages = []): ?FirstTempo
    {
        $tempo = $score->parts[0]->part->study->recipe->timing->tempo;
        if ($score->parts[0]->part->study->isUntimed()) {
            return null;
        }
        $goal = $tempo->goal ?? $tempo->bpm;
        $beat = $score->beat();
        $slowest = (float) $goal;
        $decides = null;
        foreach ($score->parts as $part) {
            [$bpm, $at] = $this->slowest($part->part, $beat, $stages[$part->player] ?? Stage::Full);
            if ($bpm < $slowest) {
                [$slowest, $decides] = [$bpm, [$part, $at]];
            }
        }
        if (null === $decides) {
            return new FirstTempo($goal, $tempo->unit, '', Wording::of('first-tempos.of'));
        }
        $rounded = (int) ($this->step * floor(round($slowest, 6) / $this->step));
        $bpm = min($goal, max((int) $this->slowest, $rounded));
        [$part, $at] = $decides;

        return new FirstTempo(
            $bpm,
            $tempo->unit,
            $part->player,
            $this->because($part, $at, $stages[$part->player] ?? Stage::Full),
            $at,
        );
    }

    /**
     * @return array{float, int} beats a minute at which the slowest change of a part has its time,
     *  and the note it goes to
     */
    private function slowest(Part $part, int $beat, Stage $stage): array
    {
        $slowest = [\INF, 0];
        foreach ($part->study->notes as $i => $note) {
            if (0 === $i) {
                continue;
            }
            $before = $part->study->notes[$i - 1];
            $needs = $this->needs(
                $part->plan->notes[$i]->difficulty,
                $note->pitch()->midi() - $before->pitch()->midi(),
                $stage,
            );
            $bpm = 60_000.0 * (($note->onset - $before->onset) / $beat) / $needs;
            if ($bpm < $slowest[0] - 1e-9) {
                $slowest = [$bpm, $i];
            }
        }

        return $slowest;
    }

    private function because(BandPart $of, int $at, Stage $stage): string
    {
        $part = $of->part;
        [$before, $note] = [$part->study->notes[$at - 1], $part->study->notes[$at]];
        $needs = $this->needs(
            $part->plan->notes[$at]->difficulty,
            $note->pitch()->midi() - $before->pitch()->midi(),
            $stage,
        );
        $spot = array_values(array_filter(
            $part->plan->hardSpots,
            static fn (HardSpot $one): bool => $one->to === $at,
        ))[0]
            ?? null;
        $why = null === $spot
            ? (abs($note->pitch()->midi() - $before->pitch()->midi()) >= $this->leapFrom ? 'a leap' : '')
            : Told::english($part)->hard($spot);

        return \sprintf(
            '%s, %s, %s to %s takes %.1f seconds%s.',
            $of->called(),
            0 === $note->bar ? 'pick-up' : 'bar '.$note->bar,
            $before->pitch()->name()->sign(),
            $note->pitch()->name()->sign(),
            $needs / 1000,
            '' === $why ? '' : ': '.$why,
        );
    }
}
