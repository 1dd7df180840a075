<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Words\Saying;

/**
 * What a fingering is like, in this order: an octave or a register apart ("the same as low E, with the register key
 * opened"); one finger less in the same register ("E4 without the left thumb"); one more; else nothing.
 *
 * Source: the handbook, chapter 4, "The voice".
 */
final readonly class Likeness
{
    /** Half steps within which a note of the register is thought of as its neighbour: a fourth. */
    private const NEAR = 5;

    /** Black keys that are met as sharps: C, F, G. */
    private const SHARPS = [1, 6, 8];

    private FingerWords $fingers;
    private FingeringWords $words;

    /** @param int $fifths sharps of the signature at hand, negative for flats: by it other notes are named */
    public function __construct(private Instrument $instrument, private int $fifths = 0, bool $oneToSix = false)
    {
        $this->fingers = new FingerWords($instrument, $oneToSix);
        $this->words = new FingeringWords($instrument, $oneToSix);
    }

    /** Null where it is like no note that is known, and on brass, where fingerings are alike by their nature. */
    public function of(Pitch $pitch, Fingering $fingering): ?Saying
    {
        $mechanism = $this->instrument->mechanism();
        if (!$mechanism instanceof Keywork) {
            return null;
        }
        $lower = $this->lower($mechanism, $pitch);

        return $this->registerApart($mechanism, $pitch, $fingering, $lower)
            ?? $this->octaveApart($mechanism, $pitch, $fingering, $lower)
            ?? $this->inTheRegister($mechanism, $pitch, $fingering, -1)
            ?? $this->inTheRegister($mechanism, $pitch, $fingering, 1);
    }

    /** @return list<array{Fingering, Pitch, bool}> fingerings a twelfth and an octave lower; whether not the usual one */
    private function lower(Keywork $mechanism, Pitch $pitch): array
    {
        $lower = [];
        foreach ([19 => 'P12', 12 => 'P8'] as $halfSteps => $interval) {
            foreach ($mechanism->chart[$pitch->midi() - $halfSteps] ?? [] as $rank => $one) {
                $lower[] = [
                    $one,
                    'P8' === $interval ? $pitch->octaves(-1) : $pitch->transpose(Interval::parse('-'.$interval)),
                    $rank > 0,
                ];
            }
        }

        return $lower;
    }

    /**
     * The same touches, and one that opens a vent.
     *
     * @param list<array{Fingering, Pitch, bool}> $lower
     */
    private function registerApart(Keywork $mechanism, Pitch $pitch, Fingering $fingering, array $lower): ?Saying
    {
        foreach ($lower as [$one, $name, $isOther]) {
            $added = array_values(array_diff($fingering->touches, $one->touches));
            if ([] !== array_diff($one->touches, $fingering->touches) || \count($added) > 1) {
                continue;
            }
            $same = $isOther
                ? Saying::of('like.same-with', [
                    'note' => $this->named($name),
                    'what' => $this->words->difference($mechanism->chart[$name->midi()][0], $one),
                ])
                : Saying::of('like.same', ['note' => $this->named($name)]);
            if ([] === $added) {
                return Saying::of('like.overblown', ['same' => $same]);
            }
            if (self::isVent($mechanism, $added[0])) {
                return Saying::of($mechanism->touches()[$added[0]]->opens ? 'like.opened' : 'like.down', [
                    'same' => $same,
                    'touch' => $this->fingers->touch($added[0], $pitch),
                ]);
            }
        }

        return null;
    }

    /**
     * The same but for one finger.
     *
     * @param list<array{Fingering, Pitch, bool}> $lower
     */
    private function octaveApart(Keywork $mechanism, Pitch $pitch, Fingering $fingering, array $lower): ?Saying
    {
        $touches = $mechanism->touches();
        foreach ($lower as [$one, $name, $isOther]) {
            $added = array_values(array_diff($fingering->touches, $one->touches));
            $left = array_values(array_diff($one->touches, $fingering->touches));
            $fingers = array_values(array_unique(array_map(
                static fn (string $id): string => $touches[$id]->finger,
                [...$added, ...$left],
            )));
            if (1 !== \count($fingers) || $isOther) {
                continue;
            }
            $with = ['note' => $this->named($name), 'finger' => $this->fingers->finger($fingers[0])];
            if ([] === $added) {
                return Saying::of('like.like-up', $with);
            }
            if ($touches[$added[0]]->isHalfHole) {
                return Saying::of('like.like-half', $with);
            }
            $with['touches'] = $this->all($added, $pitch);

            return [] === $left
                ? Saying::of('like.like-too', $with)
                : Saying::of('like.like-instead', $with + ['others' => $this->all($left, $name)]);
        }

        return null;
    }

    /**
     * The nearest note of the same register whose usual fingering has one touch more, or one less.
     *
     * @param int $more 1 where this fingering has one more than that note's, -1 where it has one less
     */
    private function inTheRegister(Keywork $mechanism, Pitch $pitch, Fingering $fingering, int $more): ?Saying
    {
        $best = null;
        $nearest = self::NEAR + 1;
        foreach ($mechanism->chart as $midi => $all) {
            $far = abs($midi - $pitch->midi());
            [$small, $large] = $more > 0 ? [$all[0], $fingering] : [$fingering, $all[0]];
            $isOneFrom = [] === array_diff($small->touches, $large->touches)
                && 1 === \count($large->touches) - \count($small->touches)
                && [] === [...$small->momentary, ...$large->momentary];
            if (0 !== $far && $far < $nearest && $isOneFrom && $this->isOfOneRegister($pitch, $midi)) {
                $nearest = $far;
                $changed = array_values(array_diff($large->touches, $small->touches))[0];
                $best = [$midi, $changed];
            }
        }
        if (null === $best) {
            return null;
        }
        [$midi, $changed] = $best;

        return Saying::of($more > 0 ? 'like.more' : 'like.without', [
            'note' => $this->named($this->spelled($midi)),
            'touch' => $this->pressed($mechanism, $changed, $pitch),
        ]);
    }

    /** As the key at hand spells it; in a key without signs as it is met most. */
    private function spelled(int $midi): Pitch
    {
        $isSharp = 0 === $this->fifths ? \in_array($midi % 12, self::SHARPS, true) : $this->fifths > 0;

        return Pitch::plain($midi, $isSharp);
    }

    private function isOfOneRegister(Pitch $pitch, int $midi): bool
    {
        $other = Pitch::plain($midi, true);

        return $this->instrument->range['full']->holds($other, $other)
            && $this->instrument->register($pitch) === $this->instrument->register($other);
    }

    /** A hole by its finger, a key by its name. */
    private function pressed(Keywork $mechanism, string $id, Pitch $on): Saying
    {
        $touch = $mechanism->touches()[$id];

        return $touch->isHole ? $this->fingers->finger($touch->finger) : $this->fingers->touch($id, $on);
    }

    /**
     * @param list<string> $ids
     *
     * @return list<Saying>
     */
    private function all(array $ids, Pitch $on): array
    {
        return array_map(fn (string $id): Saying => $this->fingers->touch($id, $on), $ids);
    }

    /** A touch that opens a vent: register key, octave key, half hole. */
    private static function isVent(Keywork $mechanism, string $id): bool
    {
        $touch = $mechanism->touches()[$id];

        return $touch->opens && ($touch->isThumb() || $touch->isHalfHole || str_starts_with($id, 'oct'));
    }

    /** "low E" for the lowest of that name in the instrument's lowest register, "E4" for another. */
    private function named(Pitch $pitch): Saying|Pitch
    {
        $name = abs($pitch->alter) > 1 || \in_array($pitch->name()->text(), ['Cb', 'Fb', 'E#', 'B#'], true)
            ? Pitch::plain($pitch->midi(), $pitch->alter >= 0)
            : $pitch;
        $low = $this->instrument->registers[0] ?? null;
        $isLow = null !== $low
            && $pitch->midi() <= $low->highest->midi()
            && $pitch->midi() - 12 < $this->instrument->range['full']->lowest->midi();

        return $isLow ? Saying::of('like.low', ['note' => $name->name()]) : $name;
    }
}
