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
 * Where the keys of a study in several lie. A named place fixes the first; from there the roots go on in the order's own
 * direction, each as near as the player's range allows. A chromatic order goes on from where the first key lies of itself;
 * in the other orders each key takes its own usual place when none is named.
 *
 * Source: the handbook, chapter 2, "A place moves with the key" (common practice).
 */
final readonly class KeyWalk
{
    public function __construct(private PartBuilder $parts, private Instrument $instrument, private PlayerSettings $settings)
    {
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
        $before = $this->parts->study($steps[0]->line, $this->instrument, $this->settings);
        foreach (\array_slice($steps, 1) as $step) {
            [$lines[], $before] = $this->next($step, $before);
        }

        return $lines;
    }

    private static function namesPitches(StudyLine $line): bool
    {
        return \in_array($line->phrase(ClauseKind::Place, ''), ['from pitch', 'segment'], true);
    }

    /**
     * @return array{StudyLine, Study}
     *
     * @throws StudyError
     */
    private function next(KeyStep $step, Study $before): array
    {
        $beyond = null;
        $refused = null;
        $back = $step->halfSteps < 0 ? 12 : -12;
        foreach ([$step->halfSteps, $step->halfSteps + $back, $step->halfSteps - $back] as $halfSteps) {
            try {
                $line = $this->placed($step->line, $before, $halfSteps);
                $study = $this->parts->study($line, $this->instrument, $this->settings);
            } catch (StudyError $error) {
                $refused ??= $error;
                continue;
            }
            if (!$study->isBeyondLimit) {
                return [$line, $study];
            }
            $beyond ??= [$line, $study];
        }
        if (null !== $beyond || self::namesPitches($step->line)) {
            return $beyond ?? throw $refused;
        }

        return [$step->line, $this->parts->study($step->line, $this->instrument, $this->settings)];
    }

    /** The line from the same steps of its own scale, its tonic so many half steps from the one before. */
    private function placed(StudyLine $line, Study $before, int $halfSteps): StudyLine
    {
        $written = $this->parts->writtenKey($line, $this->instrument, $this->settings)->key->tonic;
        $tonic = Pitch::onLetter($written->letter, $before->lowTonic->midi() + $halfSteps);
        $scale = $this->parts->material($line)->ascending($tonic);
        [$from, $to] = [$scale->note($before->fromStep)->pitch->text(), $scale->note($before->toStep)->pitch->text()];
        $isSegment = 'segment' === $line->phrase(ClauseKind::Place, '');
        if ($isSegment && Pitch::parse($line->clause(ClauseKind::Place)->word('from'))->isHigherThan(Pitch::parse($line->clause(ClauseKind::Place)->word('to')))) {
            [$from, $to] = [$to, $from];
        }
        $text = $isSegment ? 'from '.$from.' to '.$to : 'from '.$from;

        return $line->with(new Clause(ClauseKind::Place, $isSegment ? 'segment' : 'from pitch', $isSegment ? ['from' => $from, 'to' => $to] : ['from' => $from], $text, 1));
    }
}
