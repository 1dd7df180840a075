<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Instrument\Partials;
use SwiftReed\Instrument\Touch;
use SwiftReed\Words\Phrases;
use SwiftReed\Words\Saying;

/**
 * What changes between two notes of a plan: which fingers lift, roll, land, how the slide goes, and whether all else
 * stays. Everything that is held is compared, a slide's third of a position too.
 *
 * Source: the handbook, chapter 4, "The voice".
 */
final readonly class Moves
{
    /** Usual positions by which a slide is not seen to move. */
    private const STILL = 0.04;

    /**
     * @param list<Saying> $clauses what moves, in the order in which it is said
     * @param Saying|null  $stays   what of it stays; null where nothing was held, or nothing moves
     * @param Saying|null  $ready   what goes down without need
     */
    private function __construct(public array $clauses, public ?Saying $stays, public ?Saying $ready)
    {
    }

    public static function between(Fingered $before, Fingered $after, bool $oneToSix = false): self
    {
        if ($before->isSameAs($after)) {
            return new self([Saying::of('move.again')], null, null);
        }
        $instrument = $after->instrument;

        return match ($instrument->mechanism()->kind()) {
            MechanismKind::Valves => self::ofValves($before, $after),
            MechanismKind::Slide => self::ofSlide($before, $after),
            MechanismKind::Keywork => self::ofKeys($before, $after, $oneToSix),
            default => new self([], null, null),
        };
    }

    /** "the right ring finger lifts; all else stays"; null where nothing is fingered. */
    public function said(): ?Saying
    {
        return Phrases::joined(array_values(array_filter([...$this->clauses, $this->stays])));
    }

    // --- valves -------------------------------------------------------------------------------------------------------

    private static function ofValves(Fingered $before, Fingered $after): self
    {
        $held = $before->stillDown();
        $down = $after->down();
        $lift = array_values(array_diff($held, $down));
        $add = array_values(array_diff($down, $held));
        $stay = array_values(array_intersect($down, $held));
        if ([] === $lift && [] === $add) {
            return new self([self::onOneTube('move.same-valves', $before, $after)], null, null);
        }

        return new self(
            array_values(array_filter([self::valves('move.valves-up', $lift), self::valves('move.valves-down', $add)])),
            self::valves('move.valves-stay', $stay),
            null,
        );
    }

    /** @param list<string> $touches */
    private static function valves(string $key, array $touches): ?Saying
    {
        $named = array_map(FingerWords::valve(...), $touches);

        return [] === $named ? null : Saying::of($key, ['valves' => $named, 'count' => \count($named)]);
    }

    /** The lips alone: "same valves, next partial up". */
    private static function onOneTube(string $key, Fingered $before, Fingered $after): Saying
    {
        $from = $before->fingering->partial ?? 0;
        $to = $after->fingering->partial ?? 0;
        $stations = array_values(array_unique([...array_diff(Partials::usable(true), [Partials::FLAT]), $from, $to]));
        sort($stations);
        $steps = abs((int) array_search($to, $stations, true) - (int) array_search($from, $stations, true));
        $way = $to > $from ? 'up' : 'down';

        return Saying::of($key, ['partials' => 1 === $steps
            ? Saying::of('move.next-'.$way)
            : Saying::of('move.partials-'.$way, ['number' => Phrases::number($steps)])]);
    }

    // --- the slide ----------------------------------------------------------------------------------------------------

    private static function ofSlide(Fingered $before, Fingered $after): self
    {
        $old = (string) $before->fingering->side;
        $new = (string) $after->fingering->side;
        $triggers = [];
        foreach (str_split($old) as $letter) {
            if (!str_contains($new, $letter)) {
                $triggers[] = Saying::of('move.trigger-up', ['trigger' => SlideWords::trigger($letter)]);
            }
        }
        foreach (str_split($new) as $letter) {
            if (!str_contains($old, $letter)) {
                $triggers[] = Saying::of('move.trigger-down', ['trigger' => SlideWords::trigger($letter)]);
            }
        }
        $by = SlideWords::place($after->fingering, $after->tuning) - SlideWords::place(
            $before->fingering,
            $before->tuning,
        );
        $isStill = abs($by) < self::STILL;
        if ($isStill && [] === $triggers) {
            return new self([self::onOneTube('move.same-position', $before, $after)], null, null);
        }
        if ($isStill) {
            return new self($triggers, Saying::of('move.slide-stays'), null);
        }

        return new self([...$triggers, self::slide($before, $after, $by)], null, null);
    }

    /** @param float $by usual positions, positive is out */
    private static function slide(Fingered $before, Fingered $after, float $by): Saying
    {
        $isLittle = $before->fingering->side === $after->fingering->side
            && $before->fingering->onSlide()->position === $after->fingering->onSlide()->position;

        return $isLittle
            ? Saying::of($by > 0 ? 'move.slide-little-out' : 'move.slide-little-in', [
                'part' => Phrases::ofAPosition(abs($by)),
            ])
            : Saying::of($by > 0 ? 'move.slide-out' : 'move.slide-in', [
                'from' => SlideWords::from($before->fingering, $before->tuning),
                'to' => SlideWords::position($after->fingering, $after->tuning),
            ]);
    }

    // --- keys ---------------------------------------------------------------------------------------------------------

    private static function ofKeys(Fingered $before, Fingered $after, bool $oneToSix): self
    {
        $words = new FingerWords($after->instrument, $oneToSix);
        $touches = $after->instrument->mechanism()->touches();
        $held = $before->stillDown();
        $down = $after->down();
        $ready = array_values(array_diff($after->resting, $held));
        $lift = array_values(array_diff($held, $down));
        $add = array_values(array_diff($down, $held, $ready));
        $stay = array_intersect($down, $held);
        $over = [];
        foreach ($add as $a => $new) {
            foreach ($lift as $l => $old) {
                $rolls = self::isRoller($after->instrument, $old, $new);
                // The hand presses a palm key, and the side of a finger a side key: its tip goes nowhere.
                $isTip = '' === $touches[$new]->part && '' === $touches[$old]->part;
                $isOneFinger = $touches[$new]->finger === $touches[$old]->finger
                    && ($rolls || $isTip)
                    && !\in_array($new, $after->fingering->momentary, true);
                if ($isOneFinger) {
                    $over[] = Saying::of($rolls ? 'move.rolls' : 'move.goes', [
                        'worker' => $words->worker($touches[$new]),
                        'from' => self::spot($words, $before, $touches[$old]),
                        'to' => self::spot($words, $after, $touches[$new]),
                    ]);
                    unset($add[$a], $lift[$l]);
                    break;
                }
            }
        }
        $clauses = [
            ...self::lifted($words, $before, array_values($lift)),
            ...$over,
            ...self::landed($words, $after, array_values($add)),
        ];
        $set = [] === $ready ? null : Saying::of('move.ready', ['touches' => self::named($words, $after, $ready)]);

        return [] === $clauses
            ? new self([Saying::of('move.none')], null, $set)
            : new self($clauses, [] === $stay ? null : Saying::of('move.else-stays'), $set);
    }

    /** Whether one finger rolls from one touch to the other. */
    private static function isRoller(Instrument $instrument, string $one, string $other): bool
    {
        $mechanism = $instrument->mechanism();
        foreach ($mechanism instanceof Keywork ? $mechanism->rollers : [] as $group) {
            if (\in_array($one, $group, true) && \in_array($other, $group, true)) {
                return true;
            }
        }

        return false;
    }

    private static function spot(FingerWords $words, Fingered $on, Touch $touch): Saying
    {
        return match (true) {
            $touch->isHalfHole => Saying::of('move.half-hole'),
            $touch->isHole => Saying::of('move.its-hole'),
            default => $words->touch($touch->id, $on->pitch),
        };
    }

    /**
     * @param list<string> $ids
     *
     * @return list<Saying>
     */
    private static function lifted(FingerWords $words, Fingered $on, array $ids): array
    {
        $touches = $on->instrument->mechanism()->touches();
        $said = self::holes($words, $on->instrument, $ids, 'move.lifts');
        foreach ($ids as $id) {
            $touch = $touches[$id];
            if ($touch->isHalfHole) {
                $said[] = Saying::of('move.half-lifts', ['worker' => $words->finger($touch->finger)]);
            } elseif (!$touch->isHole) {
                $said[] = Saying::of('move.leaves', [
                    'worker' => $words->worker($touch),
                    'key' => $words->touch($id, $on->pitch),
                ]);
            }
        }

        return $said;
    }

    /**
     * @param list<string> $ids
     *
     * @return list<Saying>
     */
    private static function landed(FingerWords $words, Fingered $on, array $ids): array
    {
        $touches = $on->instrument->mechanism()->touches();
        $said = self::holes($words, $on->instrument, $ids, 'move.lands');
        foreach ($ids as $id) {
            $touch = $touches[$id];
            if ($touch->isHalfHole) {
                $said[] = Saying::of('move.half', ['worker' => $words->finger($touch->finger)]);
            } elseif (!$touch->isHole) {
                $isFlick = \in_array($id, $on->fingering->momentary, true);
                $said[] = Saying::of($isFlick ? 'move.flicks' : 'move.presses', [
                    'worker' => $words->worker($touch),
                    'key' => $words->touch($id, $on->pitch),
                ]);
            }
        }

        return $said;
    }

    /**
     * Fingers on their holes, a hand together.
     *
     * @param list<string> $ids
     *
     * @return list<Saying>
     */
    private static function holes(FingerWords $words, Instrument $instrument, array $ids, string $key): array
    {
        $touches = $instrument->mechanism()->touches();
        $holes = array_filter($ids, static fn (string $id): bool => $touches[$id]->isHole);
        $groups = [];
        foreach ($holes as $id) {
            $finger = $touches[$id]->finger;
            $groups['T' === $finger[1] ? $finger : $finger[0]][] = $finger;
        }
        $said = [];
        foreach ($groups as $fingers) {
            $said[] = 'T' === $fingers[0][1] ? $words->finger($fingers[0]) : $words->fingersOfAHand($fingers);
        }

        return [] === $said ? [] : [Saying::of($key, ['fingers' => $said, 'count' => \count($holes)])];
    }

    /**
     * Fingers on holes and keys by name: "the right index finger", "the F key".
     *
     * @param list<string> $ids
     *
     * @return non-empty-list<Saying>
     */
    public static function named(FingerWords $words, Fingered $on, array $ids): array
    {
        $touches = $on->instrument->mechanism()->touches();
        $hands = [];
        $keys = [];
        foreach ($ids as $id) {
            $touch = $touches[$id];
            if ($touch->isHole && !$touch->isThumb()) {
                $hands[$touch->finger[0]][] = $touch->finger;
            } else {
                $keys[] = $touch->isHole ? $words->finger($touch->finger) : $words->touch($id, $on->pitch);
            }
        }

        /** @var non-empty-list<Saying> $said */
        $said = [...array_values(array_map($words->fingersOfAHand(...), $hands)), ...$keys];

        return $said;
    }
}
