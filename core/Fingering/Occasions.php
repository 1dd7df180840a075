<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Condition;
use SwiftReed\Instrument\ConditionKind;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Occasion;
use SwiftReed\Pitch\Pitch;

/**
 * Whether an occasion that a chart declares holds in a place of a line.
 *
 * Source: the handbook, chapter 4, "Choosing along the line", part 1.
 */
final class Occasions
{
    private const STEP = 2;

    /** @var array<int, bool> whether the line has the note, by written MIDI number */
    private readonly array $line;
    /** @var array<int, Fingering|null> usual fingerings by written MIDI number */
    private array $usual = [];
    /** @var array<int, bool> whether the usual fingering holds a key of a little finger */
    private array $little = [];
    /** @var array<string, bool> by the text of the condition's notes */
    private array $inLine = [];

    /** @param non-empty-list<Surroundings> $surroundings of the whole line */
    public function __construct(
        private readonly Instrument $instrument,
        private readonly bool $isFirstYear,
        array $surroundings,
    ) {
        $line = [];
        foreach ($surroundings as $one) {
            $line[$one->midi] = true;
        }
        $this->line = $line;
    }

    /**
     * The first of the occasions that holds; what depends on the neighbours' chosen fingerings is left to the path.
     *
     * @param list<Occasion> $occasions
     */
    public function holding(array $occasions, Surroundings $place, Fingering $usual, Fingering $fingering): ?Occasion
    {
        foreach ($occasions as $occasion) {
            if ($this->holds($occasion, $place, $usual, $fingering)) {
                return $occasion;
            }
        }

        return null;
    }

    private function holds(Occasion $occasion, Surroundings $place, Fingering $usual, Fingering $fingering): bool
    {
        // First, last and long notes take the usual fingering, but for habits, flicks and what is needed.
        if (
            $place->isSet
            && !$occasion->isHabit()
            && !$occasion->asks(ConditionKind::Needed)
            && !$occasion->asks(ConditionKind::Flick)
        ) {
            return false;
        }
        foreach ($occasion->conditions as $condition) {
            if (!$this->meets($condition, $place, $usual, $fingering)) {
                return false;
            }
        }

        return true;
    }

    private function meets(Condition $condition, Surroundings $place, Fingering $usual, Fingering $fingering): bool
    {
        $before = $place->before;
        $after = $place->after;
        $names = static fn (?int $midi): bool => null !== $midi && $condition->names($midi);

        return match ($condition->kind) {
            ConditionKind::Beside => $names($before) || $names($after),
            ConditionKind::NotBeside => !$names($before) && !$names($after),
            ConditionKind::After => $names($before),
            ConditionKind::Before => $names($after),
            ConditionKind::Turn => $before === $after && $names($before),
            ConditionKind::Amid => $names($before) && $names($after) && $before !== $after,
            ConditionKind::Between => null !== $before && null !== $after,
            ConditionKind::Keeps => null !== $before
                && null !== $after
                && $this->usuallyHolds($before, $condition->touches, true)
                && $this->usuallyHolds($after, $condition->touches, true),
            ConditionKind::BesideHeld => $this->besideHeld($place, $condition->touches),
            ConditionKind::NotBesideHeld => !$this->besideHeld($place, $condition->touches),
            ConditionKind::ChromaticRun => $place->isInChromaticRun,
            ConditionKind::Run => $place->isInRun,
            ConditionKind::Alternation => [] !== array_filter(
                $place->alternates,
                static fn (int $other): bool => ([] === $condition->notes || $condition->names($other))
                    && $place->isAmid($other),
            ),
            ConditionKind::Slurred => $place->isSlurred,
            ConditionKind::Tongued => !$place->isSlurred,
            ConditionKind::FromBelow => null !== $before
                && [] !== $condition->notes
                && $before < min($condition->notes),
            ConditionKind::FromWithin => null !== $before
                && [] !== $condition->notes
                && $before >= min($condition->notes)
                && $before <= max($condition->notes),
            ConditionKind::ByStep => null !== $before && abs($place->midi - $before) <= self::STEP,
            ConditionKind::ByLeap => null !== $before && abs($place->midi - $before) > self::STEP,
            ConditionKind::Leaps => null !== $before
                && null !== $after
                && abs($place->midi - $before) > self::STEP
                && abs($place->midi - $after) > self::STEP,
            ConditionKind::LineHas => $this->lineHas($condition),
            ConditionKind::LineHasNo => !$this->lineHas($condition),
            ConditionKind::Speed => $place->speed >= $condition->number - 1e-6,
            ConditionKind::Later => !$this->isFirstYear,
            ConditionKind::LittleFinger => $this->besideLittleFinger($place),
            ConditionKind::ThrowOf => $this->savesAThrow(
                $place,
                static fn (
                    float $was,
                    float $is,
                ): bool => $was >= $condition->number - 1e-6 && $is < $condition->number - 1e-6,
                $usual,
                $fingering,
            ),
            ConditionKind::Spares => $this->savesAThrow(
                $place,
                static fn (float $was, float $is): bool => $was - $is >= $condition->number - 1e-6,
                $usual,
                $fingering,
            ),
            ConditionKind::Within => !$place->isSet,
            ConditionKind::Needed, ConditionKind::Flick, ConditionKind::Only => true,
        };
    }

    private function lineHas(Condition $condition): bool
    {
        return $this->inLine[implode(' ', $condition->notes)] ??= [] !== array_filter(
            array_keys($this->line),
            $condition->names(...),
        );
    }

    private function usual(int $midi): ?Fingering
    {
        return $this->usual[$midi] ??= $this->instrument->fingerings(Pitch::plain($midi, true))[0] ?? null;
    }

    /** @param list<string> $touches */
    private function usuallyHolds(int $midi, array $touches, bool $all): bool
    {
        $held = array_intersect($touches, $this->usual($midi)->touches ?? []);

        return $all ? \count($held) === \count($touches) : [] !== $held;
    }

    /** @param list<string> $touches */
    private function besideHeld(Surroundings $place, array $touches): bool
    {
        foreach ($place->neighbours() as $midi) {
            if ($this->usuallyHolds($midi, $touches, false)) {
                return true;
            }
        }

        return false;
    }

    private function besideLittleFinger(Surroundings $place): bool
    {
        return (null !== $place->before && $this->usesLittleFinger($place->before))
            || (null !== $place->after && $this->usesLittleFinger($place->after));
    }

    private function usesLittleFinger(int $midi): bool
    {
        $touches = $this->instrument->mechanism()->touches();

        return $this->little[$midi] ??= [] !== array_filter(
            $this->usual($midi)->touches ?? [],
            static fn (string $id): bool => $touches[$id]->isLittleFinger(),
        );
    }

    /** @param \Closure(float, float): bool $saves positions with the usual fingering, with this one */
    private function savesAThrow(Surroundings $place, \Closure $saves, Fingering $usual, Fingering $fingering): bool
    {
        foreach ($place->neighbours() as $midi) {
            $there = $this->usual($midi)?->onSlide()->out;
            if (
                null !== $there
                && $saves(abs($usual->onSlide()->out - $there), abs($fingering->onSlide()->out - $there))
            ) {
                return true;
            }
        }

        return false;
    }
}
