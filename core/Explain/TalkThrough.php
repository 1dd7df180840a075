<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Fingering\FingeringPlan;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Study\Study;

/**
 * A line talked through note by note as a teacher would beside the pupil: what stays, comes up, goes down, rolls, what
 * it is the same as, what to watch.
 */
final readonly class TalkThrough
{
    /**
     * @param bool $oneToSix whether fingers are called by their numbers from 1 to 6
     *
     * @return list<array{note: string, spoken: string, says: list<string>}> for each note, sentences
     */
    public static function of(Instrument $instrument, Study $study, FingeringPlan $plan, bool $oneToSix = false): array
    {
        $reasons = new ReasonWords($instrument, $study, $plan);
        $hard = [];
        foreach ($plan->hardSpots as $spot) {
            $hard[$spot->to] = EventWords::spot(
                $instrument,
                $spot,
                $study->notes[$spot->from]->pitch(),
                $study->notes[$spot->to]->pitch(),
            );
        }
        $notes = [];
        $told = [];
        foreach ($study->notes as $i => $note) {
            $planned = $plan->notes[$i];
            $pitch = $note->pitch();
            $says = [];
            if (0 === $i) {
                $says[] = FingeringWords::whole($instrument, $planned->fingering, $oneToSix);
                if ([] !== $planned->resting) {
                    $says[] = Speech::sentence(
                        'already down, without effect: '.Speech::listed(array_map(
                            static fn (string $id): string => FingeringWords::touch($instrument, $id, $pitch),
                            $planned->resting,
                        )),
                    );
                }
            } else {
                array_push(
                    $says,
                    ...self::moves(Moves::between(
                        $instrument,
                        $plan->notes[$i - 1],
                        $study->notes[$i - 1]->pitch(),
                        $planned,
                        $pitch,
                        $oneToSix,
                    )),
                );
            }
            $like = Likeness::sentence($instrument, $pitch, $planned->fingering);
            if ('' !== $like && !isset($told[$like])) {
                $says[] = $like;
                $told[$like] = true;
            }
            if (isset($hard[$i])) {
                $says[] = Speech::sentence('watch: '.$hard[$i]);
            }
            $why = $reasons->why($i);
            if ('' !== $why && !isset($told[$why])) {
                $says[] = Speech::sentence($why);
                $told[$why] = true;
            }
            foreach (self::advice($instrument, $i, $study, $plan) as $sentence) {
                if (!isset($told[$sentence])) {
                    $says[] = $sentence;
                    $told[$sentence] = true;
                }
            }
            $breath = BreathWords::after($study, $i);
            if ('' !== $breath) {
                $says[] = $breath;
            }
            $notes[] = ['note' => $pitch->sign(), 'spoken' => $pitch->spoken(), 'says' => $says];
        }

        return $notes;
    }

    /** @return list<string> */
    private static function moves(Moves $moves): array
    {
        $says = [];
        if ($moves->isNone()) {
            return ['Nothing moves.'];
        }
        foreach ($moves->slide as $sentence) {
            $says[] = Speech::sentence($sentence);
        }
        if ([] !== $moves->lift) {
            $says[] = Speech::sentence('up: '.Speech::listed($moves->lift));
        }
        foreach ($moves->roll as $sentence) {
            $says[] = Speech::sentence($sentence);
        }
        if ([] !== $moves->add) {
            $says[] = Speech::sentence('down: '.Speech::listed($moves->add));
        }
        if ([] !== $moves->stay && ([] !== $moves->lift || [] !== $moves->add || [] !== $moves->roll)) {
            $says[] = Speech::sentence('stays: '.Speech::listed($moves->stay));
        }

        return $says;
    }

    /**
     * What a teacher adds on a note, from the chart's advice.
     *
     * @return list<string>
     */
    public static function advice(Instrument $instrument, int $i, Study $study, FingeringPlan $plan): array
    {
        $mechanism = $instrument->mechanism();
        if (!$mechanism instanceof Keywork) {
            return [];
        }
        $midi = $study->notes[$i]->pitch()->midi();
        $before = $study->notes[$i - 1] ?? null;
        $says = [];
        foreach ($mechanism->advice as $one) {
            $isHere = $midi >= $one->lowest && $midi <= $one->highest;
            $comes = null === $one->from
                || (
                    null !== $before
                        && $before->pitch()->midi() >= $one->from[0]
                        && $before->pitch()->midi() <= $one->from[1]
                );
            $next = $study->notes[$i + 1] ?? null;
            $goes = null === $one->to
                || (null !== $next && $next->pitch()->midi() >= $one->to[0] && $next->pitch()->midi() <= $one->to[1]);
            $holds = [] === array_diff($one->touches, $plan->notes[$i]->down());
            if (
                $isHere
                && $comes
                && $goes
                && $holds
                && ([] === $one->resting || [] !== array_intersect($one->resting, $plan->notes[$i]->resting))
            ) {
                $says[] = Speech::sentence($one->says);
            }
        }

        return $says;
    }
}
