<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Fingering\Event;
use SwiftReed\Fingering\EventKind;
use SwiftReed\Fingering\HardSpot;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Pitch\Pitch;

/**
 * What makes a change hard, in a teacher's words.
 */
final class EventWords
{
    /**
     * @param bool $would whether it is said of a line that is not played
     */
    public static function says(
        Instrument $instrument,
        Event $event,
        Fingering $before,
        Fingering $after,
        Pitch $from,
        Pitch $to,
        bool $would = false,
    ): string {
        $touches = $instrument->mechanism()->touches();
        $does = static fn (string $plain, string $does): string => $would ? 'would '.$plain : $does;
        $position = static fn (Fingering $one): string => $one->side.$one->onSlide()->position.(
            null === $one->side || $one->onSlide()->isIn() ? '' : ' ('.FingeringWords::placed($one->onSlide()->out).')'
        );

        return match ($event->kind) {
            EventKind::LittleFingerTwice, EventKind::FingerSlides, EventKind::FingerRolls => \sprintf(
                '%s %s from %s to %s',
                FingeringWords::worker($touches[$event->to]),
                $event->rolls ? $does('roll', 'rolls') : $does('go', 'goes'),
                FingeringWords::touch($instrument, $event->from, $from),
                FingeringWords::touch($instrument, $event->to, $to),
            ),
            EventKind::HalfHole => $event->rolls
                ? \sprintf(
                    'into half-hole %s: the index %s open as %s',
                    $to->name()->sign(),
                    $does('roll', 'rolls'),
                    self::landing($event->count, $does),
                )
                : \sprintf(
                    'into half-hole %s: %s fingers %s together, the index on half its hole',
                    $to->name()->sign(),
                    Speech::number($event->count),
                    $does('land', 'land'),
                ),
            EventKind::OverTheBreak => 'over the break'.(
                $event->count > 3
                    ? \sprintf(': %s fingers %s together', Speech::number($event->count), $does('land', 'land'))
                    : ''
            ),
            // What may be laid down or left down meanwhile is not among them.
            EventKind::ManyFingers => \sprintf(
                '%s%s %s at once',
                self::fingers($event->count),
                $event->thumb ? ' and the thumb' : '',
                $does('move', 'move'),
            ),
            EventKind::BothWays => \sprintf(
                'in the %s hand %s %s as %s %s',
                'L' === $event->down[0][0] ? 'left' : 'right',
                self::named($event->down),
                1 === \count($event->down) ? $does('land', 'lands') : $does('land', 'land'),
                self::named($event->up),
                1 === \count($event->up) ? $does('lift', 'lifts') : $does('lift', 'lift'),
            ),
            EventKind::ThumbAndIndex => \in_array('LT', $after->touches, true)
                || \in_array('thumb-bb', $after->touches, true)
                ? \sprintf('the thumb %s on as the index %s off', $does('go', 'goes'), $would ? 'came' : 'comes')
                : \sprintf('the thumb %s off as the index %s on', $does('come', 'comes'), $would ? 'went' : 'goes'),
            EventKind::LongThrow => \sprintf(
                '%s from %s to %s',
                $would ? 'the slide would go' : 'slide',
                $position($before),
                $position($after),
            ),
            EventKind::Crossing => \sprintf(
                'the fingers %s from %s to %s',
                $does('cross', 'cross'),
                $before->text,
                $after->text,
            ),
            EventKind::ManyValves => \sprintf(
                '%s valves %s, some down while others come up',
                Speech::number($event->count),
                $does('change', 'change'),
            ),
            EventKind::PartialAndValves => 'new partial and new valves together',
            EventKind::ThumbSide => \sprintf('the thumb %s the side of the horn', $does('change', 'changes')),
            EventKind::TurnsTwice => \sprintf('the slide %s twice running', $does('turn round', 'turns round')),
            EventKind::TriggerAndSlide => \sprintf('the trigger and the slide %s together', $does('move', 'move')),
            EventKind::AgainstTheSlide => \sprintf(
                'the lip %s as the slide %s: slur it with the lip',
                $after->partial > $before->partial ? $does('go up', 'goes up') : $does('go down', 'goes down'),
                $after->onSlide()->out > $before->onSlide()->out ? 'goes out' : 'comes in',
            ),
            EventKind::FirstAgainstSecond => \sprintf('one and two %s places, fast', $does('change', 'change')),
            EventKind::WideLeap => 'a leap up for the lip: faster air, a breath before it',
        };
    }

    /**
     * Fingers of one hand: "the index and middle fingers".
     *
     * @param list<string> $fingers
     */
    private static function named(array $fingers): string
    {
        $names = ['1' => 'index', '2' => 'middle', '3' => 'ring', '4' => 'little'];
        $said = array_map(static fn (string $finger): string => $names[$finger[1]] ?? 'thumb', $fingers);

        return 'the '.Speech::listed($said).(1 === \count($said) ? ' finger' : ' fingers');
    }

    /** @param \Closure(string, string): string $does */
    private static function landing(int $count, \Closure $does): string
    {
        return 1 === $count ? 'one finger '.$does('land', 'lands') : Speech::number($count).' '.$does('land', 'land');
    }

    private static function fingers(int $count): string
    {
        return 1 === $count ? 'one finger' : (6 === $count ? 'six fingers' : Speech::number($count).' fingers');
    }

    /** Everything that is said of a hard change, the weightiest first. */
    public static function spot(Instrument $instrument, HardSpot $spot, Pitch $from, Pitch $to): string
    {
        $said = [];
        $more = array_filter($spot->events, static fn (Event $one): bool => EventKind::ManyFingers !== $one->kind);
        // What is late or what stays is said; how many fingers it is, only where nothing else is.
        foreach ([] === $more ? $spot->events : $more as $event) {
            $says = self::says($instrument, $event, $spot->before, $spot->after, $from, $to);
            $said[] = $says.($event->isUnclean() ? self::proof($spot) : '');
        }
        if ([] === $said) {
            $said[] = self::moving($instrument, $spot->before, $spot->after);
        }

        return implode('; ', array_unique($said)).($spot->isForced ? '; the pin forces this' : '');
    }

    /** What is proven of a change that slides; nothing where nothing is. */
    private static function proof(HardSpot $spot): string
    {
        if ($spot->noOtherWay) {
            return ': no other way';
        }
        $elsewhere = $spot->elsewhere();

        return null === $elsewhere ? '' : \sprintf(' (or else at note %d)', $elsewhere + 1);
    }

    /** The fingers that move, named: "left middle and ring fingers and right index finger move". */
    private static function moving(Instrument $instrument, Fingering $before, Fingering $after): string
    {
        $touches = $instrument->mechanism()->touches();
        $fingers = [];
        foreach ([
            ...array_diff($before->touches, $after->touches),
            ...array_diff($after->touches, $before->touches),
        ] as $id) {
            $fingers[$touches[$id]->finger] = FingeringWords::finger($touches[$id]->finger);
        }
        ksort($fingers);

        return [] === $fingers
            ? 'a large change'
            : Speech::listed(array_values($fingers)).(1 === \count($fingers) ? ' moves' : ' move');
    }
}
