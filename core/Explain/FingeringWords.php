<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Instrument\Touch;
use SwiftReed\Instrument\Tuning;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Words\Phrases;
use SwiftReed\Words\Saying;

/**
 * Fingerings said as a teacher says them: "one and two"; "second position, a third in"; "thumb and three left, register
 * key".
 *
 * Source: the handbook, chapter 4, "The voice".
 */
final readonly class FingeringWords
{
    private FingerWords $fingers;

    public function __construct(private Instrument $instrument, bool $oneToSix = false)
    {
        $this->fingers = new FingerWords($instrument, $oneToSix);
    }

    /**
     * What is down, whole.
     *
     * @param Tuning|null $tuning what is done on this note, where a slide is set short or long for it
     * @param Pitch|null  $on     the written note: some keys are called by what they do on it
     */
    public function whole(Fingering $fingering, ?Tuning $tuning = null, ?Pitch $on = null): Saying
    {
        return match ($this->instrument->mechanism()->kind()) {
            MechanismKind::Valves => self::valves($fingering),
            MechanismKind::Slide => SlideWords::whole($fingering, $tuning),
            MechanismKind::Keywork => $this->keys($fingering, $on),
            default => Saying::of('whole.none'),
        };
    }

    /** "one and two", "thumb, one", "open". */
    private static function valves(Fingering $fingering): Saying
    {
        $valves = array_map(FingerWords::valve(...), array_values(array_diff($fingering->touches, ['T'])));
        $isThumb = \in_array('T', $fingering->touches, true);

        return match (true) {
            [] === $valves => Saying::of($isThumb ? 'whole.thumb-open' : 'whole.open'),
            default => Saying::of($isThumb ? 'whole.valves-thumb' : 'whole.valves', ['valves' => $valves]),
        };
    }

    private function keys(Fingering $fingering, ?Pitch $on): Saying
    {
        if ([] === $fingering->touches) {
            return Saying::of('whole.all-open');
        }
        $touches = $this->instrument->mechanism()->touches();
        $holes = ['L' => [], 'R' => []];
        $thumb = false;
        $keys = [];
        foreach ($fingering->touches as $id) {
            $touch = $touches[$id];
            match (true) {
                $touch->isHole && $touch->isThumb() => $thumb = true,
                $touch->isHole => $holes[$touch->finger[0]][] = $touch->finger,
                default => $keys[] = $this->key($touch, $fingering, $on),
            };
        }
        $fingers = $this->fingers->oneToSix
            ? self::numbered([...$holes['L'], ...$holes['R']])
            : array_values(array_filter([self::counted($holes['L']), self::counted($holes['R'])]));
        if ($thumb) {
            $first = array_shift($fingers);
            array_unshift(
                $fingers,
                null === $first
                    ? Saying::of('whole.thumb')
                    : Saying::of('whole.thumb-and', ['thumb' => Saying::of('whole.thumb'), 'fingers' => $first]),
            );
        }

        return Phrases::joined([...$fingers, ...$keys], 'whole.parts') ?? Saying::of('whole.all-open');
    }

    private function key(Touch $touch, Fingering $fingering, ?Pitch $on): Saying
    {
        return match (true) {
            $touch->isHalfHole => Saying::of('whole.half', ['finger' => $this->fingers->bareFinger($touch->finger)]),
            \in_array($touch->id, $fingering->momentary, true) => Saying::of(
                'whole.flick',
                ['key' => $this->fingers->touch($touch->id, $on)],
            ),
            default => $this->fingers->bareTouch($touch->id, $on),
        };
    }

    /**
     * Fingers of one hand from the index on are counted, "three left"; others are named, "left index and ring".
     *
     * @param list<string> $fingers rising
     */
    private static function counted(array $fingers): ?Saying
    {
        if ([] === $fingers) {
            return null;
        }
        $count = \count($fingers);
        $hand = FingerWords::hand($fingers[0]);

        return $fingers[$count - 1][1] === (string) $count
            ? Saying::of('whole.count', ['number' => Phrases::number($count), 'hand' => $hand])
            : Saying::of('whole.named', ['hand' => $hand, 'names' => array_map(FingerWords::name(...), $fingers)]);
    }

    /**
     * @param list<string> $fingers
     *
     * @return list<Saying>
     */
    private static function numbered(array $fingers): array
    {
        $numbers = array_map(
            static fn (string $one): Saying|string => Phrases::number(FingerWords::counted($one)),
            $fingers,
        );

        return [] === $numbers ? [] : [Saying::of('whole.numbers', ['numbers' => $numbers])];
    }

    /**
     * Each key of a fingering as a teacher points it out: "left sliver key: the small key between …; worked by the left
     * ring finger".
     *
     * @return list<Saying> keys only; holes need no pointing out
     */
    public function pointedOut(Fingering $fingering, ?Pitch $on = null): array
    {
        $keys = [];
        foreach ($fingering->touches as $id) {
            $touch = $this->instrument->mechanism()->touches()[$id] ?? null;
            if (null !== $touch && !$touch->isHole && '' !== $touch->place) {
                $keys[] = Saying::of('touch.pointed-out', [
                    'name' => $this->fingers->bareTouch($id, $on),
                    'place' => Saying::chart($touch->place),
                    'worker' => $this->fingers->worker($touch),
                ]);
            }
        }

        return $keys;
    }

    /**
     * What marks a fingering off from another one of the note: "left F sharp and C sharp key", "third valve", "fourth
     * position".
     */
    public function difference(Fingering $usual, Fingering $other): Saying
    {
        if (null !== $other->name) {
            return Saying::chart($other->name);
        }
        $kind = $this->instrument->mechanism()->kind();

        return match ($kind) {
            MechanismKind::Valves => self::otherValves($usual, $other),
            MechanismKind::Slide => SlideWords::whole($other, null),
            default => $this->otherKeys($usual, $other),
        };
    }

    private static function otherValves(Fingering $usual, Fingering $other): Saying
    {
        $ordinals = array_map(
            static fn (string $touch): Saying => Phrases::ordinal((int) substr($touch, 1)),
            array_values(array_diff($other->touches, ['T'])),
        );
        $isThumb = \in_array('T', $other->touches, true);
        $valves = [] === $ordinals
            ? Saying::of($isThumb ? 'touch.thumb-alone' : 'touch.no-valves')
            : Saying::of('touch.valves', ['ordinals' => $ordinals]);
        if ($isThumb) {
            return [] === $ordinals ? $valves : Saying::of('touch.thumb-with', ['valves' => $valves]);
        }

        return $usual->side !== $other->side && \in_array('T', $usual->touches, true)
            ? Saying::of('touch.without-thumb', ['fingering' => $valves])
            : $valves;
    }

    private function otherKeys(Fingering $usual, Fingering $other): Saying
    {
        $touches = $this->instrument->mechanism()->touches();
        $added = array_values(array_diff($other->touches, $usual->touches));
        $left = array_values(array_diff($usual->touches, $other->touches));
        if ([] === $added) {
            return [] === $left ? Saying::of('touch.same') : Saying::of('touch.without', ['touches' => array_map(
                fn (string $id): Saying => $this->fingers->touch($id),
                $left,
            )]);
        }

        return Saying::of('touch.keys', ['names' => array_map(
            fn (string $id): Saying => $touches[$id]->isHole
                ? Saying::of('touch.down', ['finger' => $this->fingers->bareFinger($touches[$id]->finger)])
                : $this->fingers->bareTouch($id),
            $added,
        )]);
    }
}
