<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Line\Clause;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\KeyStep;
use SwiftReed\Line\StudyLine;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyError;

/**
 * Where the keys of a study in several lie. A named place fixes the first; from there the roots go on in the order's
 * own direction, each as near as the player's range allows. A chromatic order goes on from where the first key lies of
 * itself; in the other orders each key takes its own usual place when none is named.
 *
 * Source: the handbook, chapter 2, "A place moves with the key" (common practice).
 */
final readonly class KeyWalk
{
    public function __construct(
        private PartBuilder $parts,
        private Instrument $instrument,
        private PlayerSettings $settings,
    ) {
    }

    /**
     * The lines as this player reads them, each with its own place where the keys walk.
     *
     * @param non-empty-list<KeyStep> $steps
     *
     * @return non-empty-list<StudyLine>
     *
     * @throws StudyError when a key cannot be played from where the place leads
     */
    public function lines(array $steps): array
    {
        $lines = [$steps[0]->line];
        if (1 === \count($steps) || !($steps[1]->movesOn || self::namesPitches($steps[0]->line))) {
            return array_map(static fn (KeyStep $step): StudyLine => $step->line, $steps);
        }
        $before = $this->standing($steps[0]->line);
        foreach (\array_slice($steps, 1) as $step) {
            [$lines[], $before] = $this->next($step, $before);
        }

        return $lines;
    }

    private static function namesPitches(StudyLine $line): bool
    {
        return \in_array($line->phrase(ClauseKind::Place, ''), ['from pitch', 'segment'], true);
    }

    /** As much of a line as decides where it lies: neither how often nor how fast it is played. */
    private static function shape(StudyLine $line): StudyLine
    {
        return $line->without(
            ClauseKind::Rounds,
            ClauseKind::Drill,
            ClauseKind::Rhythm,
            ClauseKind::Swing,
            ClauseKind::PickUp,
            ClauseKind::Articulation,
            ClauseKind::Marks,
            ClauseKind::Dynamics,
            ClauseKind::Fermata,
            ClauseKind::Time,
            ClauseKind::Click,
        );
    }

    /** @throws StudyError */
    private function standing(StudyLine $line): Standing
    {
        return Standing::of($this->parts->study(self::shape($line), $this->instrument, $this->settings));
    }

    /**
     * @return array{StudyLine, Standing}
     *
     * @throws StudyError
     */
    private function next(KeyStep $step, Standing $before): array
    {
        $beyond = null;
        $refused = null;
        $back = $step->halfSteps < 0 ? 12 : -12;
        $limit = $this->instrument->player($this->settings)->limit();
        foreach ([$step->halfSteps, $step->halfSteps + $back, $step->halfSteps - $back] as $halfSteps) {
            $tonic = $this->tonic($step->line, $before->tonic->midi() + $halfSteps);
            $line = $this->placed($step->line, $before, $tonic);
            // The same line elsewhere lies as it lay before, so many half steps away; only another one is built to be
            // seen.
            $moved = $before->isPlain && $before->material === $line->clause(ClauseKind::Key)->word('material')
                ? $before->moved($tonic, $halfSteps)
                : null;
            if (null !== $moved) {
                if ($moved->low >= $limit->lowest->midi() && $moved->high <= $limit->highest->midi()) {
                    return [$line, $moved];
                }
                if ($halfSteps !== $step->halfSteps && null !== $beyond) {
                    continue;
                }
            }
            try {
                $standing = $this->standing($line);
            } catch (StudyError $error) {
                $refused ??= $error;
                continue;
            }
            if (!$standing->isBeyondLimit) {
                return [$line, $standing];
            }
            $beyond ??= [$line, $standing];
        }
        if (null !== $beyond || self::namesPitches($step->line)) {
            return $beyond ?? throw $refused;
        }

        return [$step->line, $this->standing($step->line)];
    }

    private function tonic(StudyLine $line, int $midi): Pitch
    {
        return Pitch::onLetter(
            $this->parts->writtenKey(self::shape($line), $this->instrument, $this->settings)->key->tonic->letter,
            $midi,
        );
    }

    /** The line from the same steps of its own scale, on this tonic. */
    private function placed(StudyLine $line, Standing $before, Pitch $tonic): StudyLine
    {
        $scale = $this->parts->material(self::shape($line))->ascending($tonic);
        [$from, $to] = [$scale->note($before->from)->pitch->text(), $scale->note($before->to)->pitch->text()];
        $isSegment = 'segment' === $line->phrase(ClauseKind::Place, '');
        if (
            $isSegment
            && Pitch::parse($line->clause(ClauseKind::Place)->word('from'))->isHigherThan(Pitch::parse($line->clause(
                ClauseKind::Place,
            )->word('to')))
        ) {
            [$from, $to] = [$to, $from];
        }
        if (!$isSegment && 'down' === $line->phrase(ClauseKind::Direction, '')) {
            $from = $to; // what only goes down begins at its top
        }
        $text = $isSegment ? 'from '.$from.' to '.$to : 'from '.$from;

        return $line->with(
            new Clause(
                ClauseKind::Place,
                $isSegment ? 'segment' : 'from pitch',
                $isSegment ? ['from' => $from, 'to' => $to] : ['from' => $from],
                $text,
                1,
            ),
        );
    }
}
