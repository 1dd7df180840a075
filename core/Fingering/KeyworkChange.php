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
 * Source of the rules: the handbook, chapter 4 (common practice).
 */
final class KeyworkChange implements ChangeCost
{
    /** Fingers and thumb from which a change is said to move many. */
    private const MANY = 4;

    /** @var array<string, Touch> */
    private readonly array $touches;
    /** @var array<string, list<string>> */
    private readonly array $covers;
    /** @var array<string, true> "a b" for every two touches that a finger can hold together */
    private readonly array $together;
    /** @var array<string, true> "a b" for every two touches between which a finger can roll */
    private readonly array $rollers;
    /** @var array<string, true> touches that are set and lifted in their own time */
    private readonly array $set;

    public function __construct(
        private readonly Instrument $instrument,
        private readonly Keywork $keywork,
        private readonly Weights $weights,
    ) {
        $this->touches = $keywork->touches();
        $this->covers = $keywork->covers;
        $this->together = self::pairs($keywork->together);
        $this->rollers = self::pairs($keywork->rollers);
        $this->set = array_fill_keys($keywork->set, true);
    }

    public function change(Pitch $from, Fingering $before, Pitch $to, Fingering $after): Change
    {
        // Touches that may rest without effect can be laid down or left down in their own time.
        // What is only flicked is up again before the next note.
        $held = $this->withCovered(array_diff($before->touches, $before->momentary));
        $taken = $this->withCovered($after->touches);
        $pressed = array_diff($taken, $held, $before->indifferent);
        $lifted = array_diff($held, $taken, $after->indifferent);
        $pressing = [];
        $lifting = [];
        foreach ($pressed as $id) {
            $pressing[$this->touches[$id]->finger][] = $id;
        }
        foreach ($lifted as $id) {
            $lifting[$this->touches[$id]->finger][] = $id;
        }
        $moves = 0.0;
        $unclean = 0.0;
        $fingers = 0;
        $thumb = false;
        foreach (array_keys($pressing + $lifting) as $finger) {
            $isThumb = 'T' === $finger[1];
            $moves += $isThumb ? $this->weights->thumb : $this->weights->finger;
            $fingers += $isThumb ? 0 : 1;
            $thumb = $thumb || $isThumb;
        }
        if ([] !== $pressing && [] !== $lifting) {
            $moves += $this->weights->bothWays * min(\count($pressing), \count($lifting));
        }
        $events = [];
        $slides = 0;
        foreach ($this->slides($held, $after->touches, array_diff($taken, $held)) as [$one, $other, $rolls]) {
            $isLittle = $this->touches[$other]->isLittleFinger();
            $weight = match (true) {
                !$rolls => $this->weights->keyToKey,
                $isLittle => $this->weights->littleFingerRoll,
                $this->touches[$other]->isThumb() => $this->weights->roll / 2,
                default => $this->weights->roll,
            };
            $moves += $weight;
            $slides += $this->isSlide($one, $other, $rolls) ? 1 : 0;
            $unclean += !$rolls ? $this->weights->unclean : ($isLittle ? $this->weights->uncleanRoll : 0.0);
            if (!$this->touches[$other]->isHalfHole && !$this->touches[$one]->isHalfHole) { // that is said with the half hole
                $events[] = Event::keyToKey($one, $other, $weight, $isLittle, $rolls);
            }
        }
        $isHard = $slides > 0;
        $isHalfHole = false;
        foreach ($after->touches as $id) {
            if ($this->touches[$id]->isHalfHole && !\in_array($id, $held, true)) {
                $moves += $this->weights->halfHole;
                $isHalfHole = true;
                $landing = \count(array_filter(
                    array_keys($pressing),
                    static fn (string $finger): bool => \in_array($finger[1], ['1', '2', '3'], true),
                ));
                $isHard = $isHard || $this->keywork->hardness()->isReached('half-hole', $landing);
                $rolls = isset($lifting['L1']);
                $events[] = Event::halfHole($this->weights->halfHole + 5, $rolls ? $landing - 1 : $landing, $rolls);
            }
        }
        $break = $this->instrument->breakBetween($from, $to);
        $moves += $break;
        if ($break > 1) {
            $isHard = true;
            $events[] = Event::overTheBreak((float) $break, \count($pressing));
        }
        if (
            \count(array_intersect(['LT'], [...$pressed, ...$lifted])) > 0
            && \count(array_intersect(['L1'], [...$pressed, ...$lifted])) > 0
            && $this->areOpposed('LT', 'L1', $pressed)
        ) {
            $isHard = true;
            $events[] = Event::thumbAndIndex($this->weights->thumb + 1);
        }
        foreach ($this->bothWays($pressing, $lifting) as [$down, $up]) {
            $isHard = true;
            $events[] = Event::bothWays($this->weights->bothWays * min(\count($down), \count($up)), $down, $up);
        }
        if ($fingers + ($thumb ? 1 : 0) >= self::MANY && $break < 2 && !$isHalfHole) {
            $events[] = Event::manyFingers(0.4 * $fingers, $fingers, $thumb);
        }
        if (abs($to->midi() - $from->midi()) > 2) {
            $moves *= $this->weights->skip;
        }

        return new Change($moves, $unclean, $events, $slides, $isHard, [] !== $after->momentary);
    }

    /**
     * The hands in which so many fingers move, some down and some up, that it is hard; thumbs are apart.
     *
     * @param array<string, list<string>> $pressing touches by the finger
     * @param array<string, list<string>> $lifting
     *
     * @return list<array{non-empty-list<string>, non-empty-list<string>}> fingers that land, fingers that lift
     */
    private function bothWays(array $pressing, array $lifting): array
    {
        $hands = [];
        foreach (['L', 'R'] as $hand) {
            $of = static fn (string $finger): bool => $finger[0] === $hand && 'T' !== $finger[1];
            $down = array_values(array_filter(array_keys(array_diff_key($pressing, $lifting)), $of));
            $up = array_values(array_filter(array_keys(array_diff_key($lifting, $pressing)), $of));
            $passing = \count($down) + \count($up);
            if ([] !== $down && [] !== $up && $this->keywork->hardness()->isReached('both-ways', $passing)) {
                $hands[] = [$down, $up];
            }
        }

        return $hands;
    }

    /**
     * Whether a finger that goes from one touch to another cannot do so under a slur: over a roller the little fingers
     * and the thumbs cannot either, other fingers can. To set or lift the whisper key never counts.
     */
    private function isSlide(string $one, string $other, bool $rolls): bool
    {
        if (isset($this->set[$one]) || isset($this->set[$other])) {
            return false;
        }
        $touch = $this->touches[$other];

        return !$rolls || $touch->isLittleFinger() || ($touch->isThumb() && !$touch->isHalfHole);
    }

    /**
     * Whether one of two holes is closed while the other opens.
     *
     * @param array<string> $pressed
     */
    private function areOpposed(string $one, string $other, array $pressed): bool
    {
        return isset($this->touches[$one], $this->touches[$other])
            && $this->touches[$one]->isHole
            && \in_array($one, $pressed, true) !== \in_array($other, $pressed, true);
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
     * Fingers whose tip goes from one of their touches to another; a key pressed by the palm, the knuckle or the side
     * of a finger leaves the tip where it is.
     *
     * @param array<string> $before
     * @param list<string>  $after
     * @param array<string> $pressed
     *
     * @return list<array{string, string, bool}> from, to, whether it rolls
     */
    private function slides(array $before, array $after, array $pressed): array
    {
        $slides = [];
        foreach ($pressed as $id) {
            $touch = $this->touches[$id];
            if (\in_array($touch->part, ['palm', 'side'], true)) {
                continue;
            }
            foreach ($before as $held) {
                $old = $this->touches[$held];
                if ($old->finger !== $touch->finger || $held === $id || \in_array($old->part, ['palm', 'side'], true)) {
                    continue;
                }
                $pair = $held.' '.$id;
                $isTogether = isset($this->together[$pair]);
                if ($isTogether && (\in_array($held, $after, true) || 'T' === $touch->finger[1])) {
                    continue; // the finger leans from the one onto the other
                }
                $slides[] = [$held, $id, $isTogether || isset($this->rollers[$pair])];
            }
        }

        return $slides;
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

    public function figures(array $places, Route $route): array
    {
        return [];
    }
}
