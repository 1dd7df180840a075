<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Instrument\Condition;
use SwiftReed\Instrument\ConditionKind;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Instrument\Occasion;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Words\Phrases;
use SwiftReed\Words\Saying;

/**
 * Occasions in words: of the place in which one holds, and in general as a chart lists them.
 */
final readonly class OccasionWords
{
    /** A throw that is shorter by less is not told of. Positions. */
    private const TOLD = 0.5;
    private const B_NATURAL = 11;
    private const OCTAVE = 12;

    private FingerWords $fingers;

    /** @param bool $sharps whether notes on black keys are named by sharps */
    public function __construct(private Instrument $instrument, private bool $sharps)
    {
        $this->fingers = new FingerWords($instrument);
    }

    /** When a fingering is used, in general; null where the chart says nothing. */
    public function general(Fingering $fingering): ?Saying
    {
        return Phrases::joined(array_values(array_filter([
            null === $fingering->when ? null : Saying::chart($fingering->when),
            $this->places($fingering),
            null === $fingering->voicing ? null : Saying::chart($fingering->voicing),
        ])), 'occasion.or');
    }

    /** The places that the chart names for a fingering; null where it names none. */
    public function places(Fingering $fingering): ?Saying
    {
        $said = [];
        foreach ([...$fingering->always, ...$fingering->may] as $occasion) {
            $phrases = array_values(array_filter(array_map($this->phrase(...), $occasion->conditions)));
            $one = Phrases::joined($phrases, 'occasion.joined');
            if (null !== $one && !\in_array($one, $said, false)) {
                $said[] = $one;
            }
        }

        return Phrases::joined($said, 'occasion.or');
    }

    /** Null where it needs no saying. */
    private function phrase(Condition $condition): ?Saying
    {
        $number = Phrases::number((int) $condition->number);

        return match ($condition->kind) {
            ConditionKind::Beside => $this->ofNotes('beside', $condition),
            ConditionKind::NotBeside => $this->ofNotes('not-beside', $condition),
            ConditionKind::After => $this->ofNotes('after', $condition),
            ConditionKind::Before => $this->ofNotes('before', $condition),
            ConditionKind::Turn => $this->ofNotes('turn', $condition),
            ConditionKind::Amid => $this->ofEnds('amid', $condition),
            ConditionKind::Between => $this->ofTouches('between', $condition),
            ConditionKind::Keeps => $this->ofTouches('keeps', $condition),
            ConditionKind::BesideHeld => $this->ofTouches('beside-held', $condition),
            ConditionKind::NotBesideHeld => $this->ofTouches('not-beside-held', $condition),
            ConditionKind::ChromaticRun => Saying::of('occasion.chromatic-run'),
            ConditionKind::Run => Saying::of('occasion.run'),
            ConditionKind::Alternation => [] === $condition->notes
                ? Saying::of('occasion.alternation-any')
                : $this->ofNotes('alternation', $condition),
            ConditionKind::Slurred => Saying::of('occasion.slurred'),
            ConditionKind::Tongued => Saying::of('occasion.tongued'),
            ConditionKind::FromBelow => $this->ofNotes('from-below', $condition),
            ConditionKind::FromWithin => $this->ofEnds('from-within', $condition),
            ConditionKind::ByStep => Saying::of('occasion.by-step'),
            ConditionKind::ByLeap => Saying::of('occasion.by-leap'),
            ConditionKind::Leaps => Saying::of('occasion.leaps'),
            ConditionKind::LineHas => $this->ofNotes('line-has', $condition),
            ConditionKind::LineHasNo => $this->ofNotes('line-has-no', $condition),
            ConditionKind::Speed => Saying::of('occasion.speed', ['number' => $number]),
            ConditionKind::Later => Saying::of('occasion.later'),
            ConditionKind::LittleFinger => Saying::of('occasion.little-finger'),
            ConditionKind::ThrowOf => Saying::of('occasion.throw-of', ['number' => $number]),
            ConditionKind::Spares => Saying::of('occasion.spares', ['number' => $number]),
            ConditionKind::Within => Saying::of('occasion.within'),
            ConditionKind::Needed, ConditionKind::Flick, ConditionKind::Only => null,
        };
    }

    private function ofNotes(string $key, Condition $condition): ?Saying
    {
        $notes = Phrases::either(array_map(
            fn (int $note): Saying => Saying::of('occasion.note', ['note' => $this->note($note)]),
            array_values(array_unique($condition->notes)),
        ));

        return null === $notes ? null : Saying::of('occasion.'.$key, ['notes' => $notes]);
    }

    /** The two ends that a condition names. */
    private function ofEnds(string $key, Condition $condition): Saying
    {
        return Saying::of('occasion.'.$key, [
            'notes' => array_map($this->note(...), \array_slice($condition->notes, 0, 2)),
        ]);
    }

    private function ofTouches(string $key, Condition $condition): ?Saying
    {
        $known = $this->instrument->mechanism()->touches();
        $touches = Phrases::either(array_map(
            fn (string $id): Saying => $this->fingers->touch($id),
            array_values(array_filter($condition->touches, static fn (string $id): bool => isset($known[$id]))),
        ));

        return null === $touches ? null : Saying::of('occasion.'.$key, ['touches' => $touches]);
    }

    private function note(int $note): NoteName|Pitch
    {
        $pitch = Pitch::plain($note, $this->sharps);

        return $note < self::OCTAVE ? $pitch->name() : $pitch;
    }

    /** Why it holds in a place: what is named stands there. */
    public function here(
        Occasion $occasion,
        Fingering $usual,
        Fingering $chosen,
        ?Neighbour $before,
        ?Neighbour $after,
    ): ?Saying {
        $said = [];
        foreach ($occasion->conditions as $one) {
            $says = $this->holds($one, $usual, $chosen, $before, $after);
            if (null !== $says && !\in_array($says, $said, false)) {
                $said[] = $says;
            }
        }

        return Phrases::joined($said, 'occasion.joined');
    }

    /** Null where it needs no saying. */
    private function holds(
        Condition $one,
        Fingering $usual,
        Fingering $chosen,
        ?Neighbour $before,
        ?Neighbour $after,
    ): ?Saying {
        $named = self::named($one, $before, $after);

        return match ($one->kind) {
            ConditionKind::Beside, ConditionKind::After, ConditionKind::Before => null === $named
                ? null
                : Saying::of('occasion.beside', ['notes' => $named->pitch->name()]),
            ConditionKind::Turn => self::with('here-turn', $before),
            ConditionKind::Amid => Saying::of('occasion.amid', ['notes' => array_map(
                static fn (Neighbour $note): NoteName => $note->pitch->name(),
                array_values(array_filter([$before, $after])),
            )]),
            ConditionKind::Between => Saying::of('occasion.here-between', [
                'finger' => $this->fingers->finger($this->instrument->mechanism()->touches()[$one->touches[0]]->finger),
            ]),
            ConditionKind::Keeps => Saying::of('occasion.here-keeps'),
            ConditionKind::BesideHeld => $this->held($one, $before, $after),
            ConditionKind::ChromaticRun => Saying::of('occasion.chromatic-run'),
            ConditionKind::Run => Saying::of('occasion.here-run'),
            ConditionKind::Alternation => self::backAndForth($named ?? $after ?? $before),
            ConditionKind::Slurred => Saying::of('occasion.slurred'),
            ConditionKind::ByStep => self::with('here-by-step', $before),
            ConditionKind::ByLeap => self::with('here-by-leap', $before),
            ConditionKind::LineHasNo => $this->without($one),
            ConditionKind::ThrowOf, ConditionKind::Spares => self::throws($usual, $chosen, $before, $after),
            ConditionKind::LittleFinger => Saying::of('occasion.here-little-finger'),
            default => null,
        };
    }

    /** The neighbour that a condition names. */
    private static function named(Condition $one, ?Neighbour $before, ?Neighbour $after): ?Neighbour
    {
        foreach ([$before, $after] as $note) {
            if (null !== $note && $one->names($note->pitch->midi())) {
                return $note;
            }
        }

        return null;
    }

    private static function with(string $key, ?Neighbour $note): ?Saying
    {
        return null === $note ? null : Saying::of('occasion.'.$key, ['note' => $note->pitch->name()]);
    }

    private static function backAndForth(?Neighbour $partner): ?Saying
    {
        return null === $partner ? null : Saying::of('occasion.alternation', ['notes' => $partner->pitch->name()]);
    }

    private function without(Condition $one): Saying
    {
        return Saying::of('occasion.here-line-has-no', ['notes' => Phrases::either(array_map(
            static fn (int $note): Saying => self::B_NATURAL === $note
                ? Saying::of('occasion.b-natural')
                : Saying::of('occasion.note', [
                    'note' => $note < self::OCTAVE ? Pitch::plain($note, true)->name() : Pitch::plain($note, true),
                ]),
            $one->notes,
        )) ?? '']);
    }

    /** A neighbour whose usual fingering holds a touch; a valve that both have down stays down. */
    private function held(Condition $one, ?Neighbour $before, ?Neighbour $after): ?Saying
    {
        foreach ([$before, $after] as $note) {
            $usual = null === $note ? [] : ($this->instrument->fingerings($note->pitch)[0]->touches ?? []);
            $held = array_values(array_intersect($one->touches, $usual));
            if (null === $note || [] === $held) {
                continue;
            }
            if (MechanismKind::Valves === $this->instrument->mechanism()->kind()) {
                return Saying::of($note === $before ? 'occasion.stays-from' : 'occasion.stays-to', [
                    'label' => $this->instrument->mechanism()->touches()[$held[0]]->label,
                    'note' => $note->pitch->name(),
                ]);
            }

            return Saying::of('occasion.holds', [
                'note' => $note->pitch->name(),
                'touch' => $this->fingers->touch($held[0], $note->pitch),
            ]);
        }

        return null;
    }

    /** The neighbouring throw that is shorter by most. */
    private static function throws(
        Fingering $usual,
        Fingering $chosen,
        ?Neighbour $before,
        ?Neighbour $after,
    ): ?Saying {
        $best = null;
        $most = self::TOLD;
        foreach (['occasion.throw-from' => $before, 'occasion.throw-to' => $after] as $key => $note) {
            if (null === $note) {
                continue;
            }
            $there = $note->fingering->onSlide()->out;
            $saved = abs($usual->onSlide()->out - $there) - abs($chosen->onSlide()->out - $there);
            if ($saved > $most) {
                $most = $saved;
                $best = Saying::of($key, [
                    'number' => Phrases::number((int) round($saved)),
                    'note' => $note->pitch->name(),
                ]);
            }
        }

        return $best;
    }
}
