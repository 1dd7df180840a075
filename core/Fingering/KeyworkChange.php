<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Instrument\Touch;
use SwiftReed\Pitch\Pitch;

/**
 * Changes on holes and keys: fingers that move, both directions at once, one finger from key to key, the break.
 *
 * Source of the rules: the handbook, chapter 4 (common practice); the weights are ours.
 */
final class KeyworkChange implements ChangeCost
{
    private const FINGER = 1.0;
    private const THUMB = 1.2;
    private const BOTH_WAYS = 0.8;
    private const LITTLE_FINGER_SLIDE = 8.0;
    private const ROLL = 2.0;
    private const FINGER_SLIDE = 4.0;
    private const SKIP = 1.15;
    private const HALF_HOLE = 2.0;

    /** @var array<string, Touch> */
    private readonly array $touches;
    /** @var array<string, list<string>> */
    private readonly array $covers;
    /** @var array<string, true> "a b" for every two touches that a finger can hold together */
    private readonly array $together;
    /** @var array<string, true> "a b" for every two touches between which a finger can roll */
    private readonly array $rollers;

    public function __construct(private readonly Instrument $instrument, Keywork $keywork)
    {
        $this->touches = $keywork->touches();
        $this->covers = $keywork->covers;
        $this->together = self::pairs($keywork->together);
        $this->rollers = self::pairs($keywork->rollers);
    }

    public function change(Pitch $from, Fingering $before, Pitch $to, Fingering $after): Change
    {
        // Touches that may rest without effect can be laid down or left down in their own time.
        // What is only flicked is up again before the next note.
        $held = $this->withCovered(array_diff($before->touches, $before->momentary));
        $taken = $this->withCovered($after->touches);
        $pressed = array_diff($taken, $held, $before->indifferent);
        $lifted = array_diff($held, $taken, $after->indifferent);
        $moving = [];
        $difficulty = 0.0;
        $pressing = [];
        $lifting = [];
        foreach ($pressed as $id) {
            $pressing[$this->touches[$id]->finger][] = $id;
        }
        foreach ($lifted as $id) {
            $lifting[$this->touches[$id]->finger][] = $id;
        }
        foreach (array_keys($pressing + $lifting) as $finger) {
            $difficulty += 'T' === $finger[1] ? self::THUMB : self::FINGER;
            $moving[] = $finger;
        }
        $weighed = [];
        if ([] !== $pressing && [] !== $lifting) {
            $difficulty += self::BOTH_WAYS * min(\count($pressing), \count($lifting));
        }
        $flags = [];
        foreach ($this->slides($held, $after->touches, $pressing) as [$one, $other, $weight]) {
            $difficulty += $weight;
            if ($this->touches[$other]->isHalfHole || $this->touches[$one]->isHalfHole) {
                continue; // said with the half hole
            }
            $finger = $this->touches[$other]->fingerSpoken();
            $verb = self::ROLL === $weight ? 'rolls' : 'slides';
            $weighed[] = [$weight, \sprintf('the %s %s from %s to %s', $finger, $verb, $this->says($one), $this->says($other))];
            $flags[] = $this->touches[$other]->isLittleFinger() ? 'little finger slides' : 'finger slides';
        }
        foreach ($after->touches as $id) {
            if ($this->touches[$id]->isHalfHole && !\in_array($id, $held, true)) {
                $difficulty += self::HALF_HOLE;
                $rolls = isset($lifting['L1']);
                $landing = \count(array_filter(array_keys($pressing), static fn (string $finger): bool => \in_array($finger[1], ['1', '2', '3'], true)));
                $weighed[] = [self::HALF_HOLE + 5, $rolls
                    ? \sprintf('into half-hole %s: the index rolls open as %s land', $to->name()->sign(), self::inWords($landing - 1))
                    : \sprintf('into half-hole %s: %s fingers land together, the index on half its hole', $to->name()->sign(), self::inWords($landing))];
                $flags[] = 'half hole';
            }
        }
        if ([] !== $after->momentary) {
            $flags[] = 'momentary';
        }
        $break = $this->instrument->breakBetween($from, $to);
        if ($break > 0) {
            $difficulty += $break;
            $landing = \count($pressing);
            if ($break > 1) {
                $weighed[] = [(float) $break, 'over the break'.($landing > 3 ? \sprintf(': %s fingers land together', self::inWords($landing)) : '')];
                $flags[] = 'over the break';
            }
        }
        if (\count($moving) >= 5 && $break < 2 && !\in_array('half hole', $flags, true)) {
            $weighed[] = [\count($moving) * 0.4, \count(array_filter($moving, static fn (string $finger): bool => 'T' !== $finger[1])).' fingers'.(\in_array('LT', $moving, true) ? ' and the thumb' : '').' move'];
        }
        if (abs($to->midi() - $from->midi()) > 2) {
            $difficulty *= self::SKIP;
        }
        usort($weighed, static fn (array $a, array $b): int => $b[0] <=> $a[0]);

        return new Change($difficulty, array_column($weighed, 1), $flags);
    }

    /**
     * @param array<string> $touches
     *
     * @return list<string>
     */
    private function withCovered(array $touches): array
    {
        $all = array_values($touches);
        foreach ($touches as $touch) {
            array_push($all, ...($this->covers[$touch] ?? []));
        }

        return $all;
    }

    /**
     * Fingers that go from one of their touches to another.
     *
     * @param array<string>               $before
     * @param list<string>                $after
     * @param array<string, list<string>> $pressing
     *
     * @return list<array{string, string, float}> from, to, weight
     */
    private function slides(array $before, array $after, array $pressing): array
    {
        $slides = [];
        foreach ($pressing as $finger => $ids) {
            foreach ($ids as $id) {
                foreach ($before as $held) {
                    if ($this->touches[$held]->finger !== $finger || $held === $id) {
                        continue;
                    }
                    $stays = \in_array($held, $after, true);
                    $pair = $held.' '.$id;
                    if ($stays && isset($this->together[$pair]) && 'T' === $finger[1]) {
                        continue; // the thumb leans from its hole onto the register key
                    }
                    $weight = match (true) {
                        isset($this->rollers[$pair]) => self::ROLL,
                        isset($this->together[$pair]) && 'T' === $finger[1] => 0.5,
                        isset($this->together[$pair]) => self::ROLL,
                        '4' === $finger[1] => self::LITTLE_FINGER_SLIDE,
                        default => self::FINGER_SLIDE,
                    };
                    $slides[] = [$held, $id, $weight];
                }
            }
        }

        return $slides;
    }

    private function says(string $touch): string
    {
        return 'the '.$this->touches[$touch]->says;
    }

    private static function inWords(int $number): string
    {
        return ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine'][$number] ?? (string) $number;
    }

    /**
     * @param list<list<string>> $groups
     *
     * @return array<string, true>
     */
    private static function pairs(array $groups): array
    {
        $pairs = [];
        foreach ($groups as $group) {
            foreach ($group as $one) {
                foreach ($group as $other) {
                    $pairs[$one.' '.$other] = true;
                }
            }
        }

        return $pairs;
    }
}
