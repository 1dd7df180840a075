<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Fingering\Event;
use SwiftReed\Fingering\EventKind;
use SwiftReed\Fingering\HardSpot;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Words\Phrases;
use SwiftReed\Words\Saying;

/**
 * What makes a change hard, in a teacher's words.
 */
final readonly class EventWords
{
    private FingerWords $fingers;

    public function __construct(private Instrument $instrument)
    {
        $this->fingers = new FingerWords($instrument);
    }

    /**
     * @param bool $would whether it is said of a line that is not played
     */
    public function says(
        Event $event,
        Fingering $before,
        Fingering $after,
        Pitch $from,
        Pitch $to,
        bool $would = false,
    ): Saying {
        $touches = $this->instrument->mechanism()->touches();
        $if = ['would' => $would ? 'yes' : 'no'];
        $number = ['number' => Phrases::number($event->count), 'count' => $event->count];

        return match ($event->kind) {
            EventKind::LittleFingerTwice, EventKind::FingerSlides, EventKind::FingerRolls => Saying::of(
                $event->rolls ? 'event.rolls' : 'event.goes',
                $if + [
                    'worker' => $this->fingers->worker($touches[$event->to]),
                    'from' => $this->fingers->touch($event->from, $from),
                    'to' => $this->fingers->touch($event->to, $to),
                ],
            ),
            EventKind::HalfHole => $event->rolls
                ? Saying::of('event.half-rolls', $if + [
                    'note' => $to->name(),
                    'landing' => Saying::of(
                        1 === $event->count ? 'event.landing-one' : 'event.landing',
                        $if + $number,
                    ),
                ])
                : Saying::of('event.half-lands', $if + $number + ['note' => $to->name()]),
            EventKind::OverTheBreak => $event->count > 3
                ? Saying::of('event.break-lands', $if + $number)
                : Saying::of('event.break'),
            // What may be laid down or left down meanwhile is not among them.
            EventKind::ManyFingers => Saying::of(
                $event->thumb ? 'event.fingers-thumb' : 'event.fingers',
                $if + $number,
            ),
            EventKind::BothWays => Saying::of('event.both-ways', $if + [
                'hand' => FingerWords::hand($event->down[0]),
                'down' => self::named($event->down),
                'down_fingers' => \count($event->down),
                'up' => self::named($event->up),
                'up_fingers' => \count($event->up),
            ]),
            EventKind::ThumbAndIndex => Saying::of(
                [] !== array_intersect(['LT', 'thumb-bb'], $after->touches) ? 'event.thumb-on' : 'event.thumb-off',
                $if,
            ),
            EventKind::LongThrow => Saying::of(
                'event.throw',
                $if + ['from' => self::place($before), 'to' => self::place($after)],
            ),
            EventKind::Crossing => Saying::of('event.crossing', $if + ['from' => $before->text, 'to' => $after->text]),
            EventKind::ManyValves => Saying::of('event.many-valves', $if + $number),
            EventKind::PartialAndValves => Saying::of('event.partial-and-valves'),
            EventKind::ThumbSide => Saying::of('event.thumb-side', $if),
            EventKind::TurnsTwice => Saying::of('event.turns-twice', $if),
            EventKind::TriggerAndSlide => Saying::of('event.trigger-and-slide', $if),
            EventKind::AgainstTheSlide => Saying::of(\sprintf(
                'event.against-%s-%s',
                $after->partial > $before->partial ? 'up' : 'down',
                $after->onSlide()->out > $before->onSlide()->out ? 'out' : 'in',
            ), $if),
            EventKind::FirstAgainstSecond => Saying::of('event.first-against-second', $if),
            EventKind::WideLeap => Saying::of('event.wide-leap'),
        };
    }

    /** "6", "T3 (a little beyond fourth)". */
    private static function place(Fingering $fingering): Saying
    {
        $slide = $fingering->onSlide();
        $position = $fingering->side.$slide->position;

        return null === $fingering->side || $slide->isIn()
            ? Saying::of('event.bare', ['position' => $position])
            : Saying::of('event.place', ['position' => $position, 'where' => SlideWords::placed($slide->out)]);
    }

    /**
     * Fingers of one hand: "the index and middle fingers".
     *
     * @param list<string> $fingers
     */
    private static function named(array $fingers): Saying
    {
        return Saying::of('event.hand-fingers', ['names' => array_map(
            static fn (string $one): Saying => 'T' === $one[1]
                ? Saying::of('finger.thumb-name')
                : FingerWords::name($one),
            $fingers,
        )]);
    }

    /** Everything that is said of a hard change, the weightiest first. */
    public function spot(HardSpot $spot, Pitch $from, Pitch $to): Saying
    {
        $said = [];
        $more = array_filter($spot->events, static fn (Event $one): bool => EventKind::ManyFingers !== $one->kind);
        // What is late or what stays is said; how many fingers it is, only where nothing else is.
        foreach ([] === $more ? $spot->events : $more as $event) {
            $says = $this->says($event, $spot->before, $spot->after, $from, $to);
            $one = $event->isUnclean() ? self::proven($spot, $says) : $says;
            if (!\in_array($one, $said, false)) {
                $said[] = $one;
            }
        }
        $all = Phrases::joined($said, 'event.also') ?? $this->moving($spot->before, $spot->after);

        return $spot->isForced ? Saying::of('event.forced', ['said' => $all]) : $all;
    }

    /** With what is proven of a change that slides. */
    private static function proven(HardSpot $spot, Saying $event): Saying
    {
        if ($spot->noOtherWay) {
            return Saying::of('event.proven', ['event' => $event]);
        }
        $elsewhere = $spot->elsewhere();

        return null === $elsewhere
            ? $event
            : Saying::of('event.or-else', ['event' => $event, 'note' => (string) ($elsewhere + 1)]);
    }

    /** "two and three change" */
    private static function changing(Fingering $before, Fingering $after): Saying
    {
        $moved = array_values(array_unique([
            ...array_diff($before->touches, $after->touches),
            ...array_diff($after->touches, $before->touches),
        ]));
        sort($moved);
        $named = array_map(FingerWords::valve(...), $moved);

        return [] === $named ? Saying::of('event.large') : Saying::of('event.changing', ['valves' => $named]);
    }

    /** The fingers that move, named: "the left middle finger and the right index finger move". */
    private function moving(Fingering $before, Fingering $after): Saying
    {
        $touches = $this->instrument->mechanism()->touches();
        if (MechanismKind::Valves === $this->instrument->mechanism()->kind()) {
            return self::changing($before, $after);
        }
        $fingers = [];
        foreach ([
            ...array_diff($before->touches, $after->touches),
            ...array_diff($after->touches, $before->touches),
        ] as $id) {
            $fingers[$touches[$id]->finger] = $this->fingers->finger($touches[$id]->finger);
        }
        ksort($fingers);

        return [] === $fingers
            ? Saying::of('event.large')
            : Saying::of('event.moving', ['fingers' => array_values($fingers)]);
    }
}
