<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Instrument\SlideAdjust;
use SwiftReed\Instrument\Touch;
use SwiftReed\Pitch\Pitch;

/**
 * Fingerings said as a teacher says them.
 */
final class FingeringWords
{
    private const VALVES = ['v1' => 'first', 'v2' => 'second', 'v3' => 'third', 'v4' => 'fourth', 'v5' => 'fifth'];

    /** What is down: "left thumb; left index, middle and ring finger; right little finger on the right F and C key". */
    public static function whole(Instrument $instrument, Fingering $fingering): string
    {
        return match ($instrument->mechanism()->kind()) {
            'valves' => self::valves($fingering),
            'slide' => self::slide($fingering),
            'keywork' => self::keys($instrument, $fingering),
            default => 'Nothing to finger.',
        };
    }

    /**
     * What happens to the fingers between two fingerings.
     *
     * @return array{stay: list<string>, lift: list<string>, add: list<string>} spoken names of touches; for a slide, one sentence under "add"
     */
    public static function change(Instrument $instrument, Fingering $before, Fingering $after): array
    {
        if ('slide' === $instrument->mechanism()->kind()) {
            $distance = $after->slidePlace - $before->slidePlace;
            $move = abs($distance) < 0.01 ? 'the slide stays' : \sprintf('the slide goes %s from %s to %s', $distance > 0 ? 'out' : 'in', $before->text, $after->text);

            return ['stay' => [], 'lift' => [], 'add' => [$move]];
        }
        $touches = $instrument->mechanism()->touches();

        return [
            'stay' => self::says($touches, array_intersect($after->touches, $before->touches)),
            'lift' => self::says($touches, array_diff($before->touches, $after->touches)),
            'add' => self::says($touches, array_diff($after->touches, $before->touches)),
        ];
    }

    /**
     * @param array<string, Touch> $touches
     * @param array<string>        $ids
     *
     * @return list<string>
     */
    private static function says(array $touches, array $ids): array
    {
        return array_values(array_map(static fn (string $id): string => $touches[$id]->says, $ids));
    }

    /**
     * Each key of a fingering as a teacher points it out: "fork key, upper joint, left ring finger".
     *
     * @return list<string> keys only; holes need no pointing out
     */
    public static function pointedOut(Instrument $instrument, Fingering $fingering): array
    {
        $keys = [];
        foreach ($fingering->touches as $id) {
            $touch = $instrument->mechanism()->touches()[$id] ?? null;
            if (null !== $touch && !$touch->isHole && '' !== $touch->place) {
                $keys[] = $touch->says.', '.$touch->place.', '.$touch->fingerSpoken();
            }
        }

        return $keys;
    }

    /** What marks a fingering off from the usual one: "left F sharp key", "third valve alone", "fourth position". */
    public static function difference(Instrument $instrument, Fingering $usual, Fingering $other): string
    {
        if ('keywork' !== $instrument->mechanism()->kind()) {
            return rtrim(lcfirst(self::whole($instrument, $other)), '.');
        }
        $touches = $instrument->mechanism()->touches();
        $added = self::says($touches, array_diff($other->touches, $usual->touches));
        $left = self::says($touches, array_diff($usual->touches, $other->touches));

        return [] !== $added ? implode(' and ', $added) : 'without the '.implode(' and the ', $left);
    }

    /** The likeness to a lower note: "The same as E flat 4, with the register key"; nothing when there is none. */
    public static function likeness(Instrument $instrument, Pitch $pitch, Fingering $fingering): string
    {
        $mechanism = $instrument->mechanism();
        if (!$mechanism instanceof Keywork) {
            return '';
        }
        foreach ([12, 19] as $halfSteps) {
            $low = Pitch::plain($pitch->midi() - $halfSteps, $pitch->alter >= 0);
            foreach ($mechanism->fingerings($low, 0) as $lower) {
                $added = array_values(array_diff($fingering->touches, $lower->touches));
                if ([] === array_diff($lower->touches, $fingering->touches) && \count($added) <= 1 && ([] === $added || 'LT' === $mechanism->touches()[$added[0]]->finger)) {
                    return \sprintf('The same as low %s%s.', $low->name()->sign(), [] === $added ? '' : ', with the '.$mechanism->touches()[$added[0]]->says);
                }
            }
        }

        return '';
    }

    private static function valves(Fingering $fingering): string
    {
        $names = array_map(static fn (string $touch): string => self::VALVES[$touch] ?? 'thumb', array_values(array_diff($fingering->touches, ['T'])));
        $thumb = \in_array('T', $fingering->touches, true) ? 'Thumb and ' : '';
        $valves = match (\count($names)) {
            0 => 'no valves: open',
            1 => $names[0].' valve',
            default => implode(', ', \array_slice($names, 0, -1)).' and '.$names[\count($names) - 1].' valves',
        };

        return ucfirst($thumb.$valves).'.';
    }

    private static function slide(Fingering $fingering): string
    {
        $where = ['', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh'][$fingering->slide];
        $adjust = match ($fingering->slideAdjust) {
            SlideAdjust::None => '', SlideAdjust::Raised => ', raised a little', SlideAdjust::Lowered => ', lowered a little',
        };

        return ucfirst(('' === $fingering->side ? '' : 'with the trigger, ').$where.' position'.$adjust).'.';
    }

    private static function keys(Instrument $instrument, Fingering $fingering): string
    {
        $touches = $instrument->mechanism()->touches();
        if ([] === $fingering->touches) {
            return 'Nothing down: all open.';
        }
        $holes = ['left' => [], 'right' => []];
        $keys = [];
        foreach ($fingering->touches as $id) {
            $touch = $touches[$id];
            if ($touch->isHole && !$touch->isThumb()) {
                $holes[$touch->isLeft() ? 'left' : 'right'][] = self::fingerName($touch);
            } else {
                $keys[] = $touch->isHole ? $touch->fingerSpoken() : \sprintf('%s on the %s', $touch->fingerSpoken(), $touch->says);
            }
        }
        $parts = [];
        foreach ($holes as $hand => $fingers) {
            if ([] !== $fingers) {
                $parts[] = $hand.' '.self::listed($fingers).(1 === \count($fingers) ? ' finger' : ' fingers');
            }
        }

        return ucfirst(implode('; ', [...$parts, ...$keys])).'.';
    }

    private static function fingerName(Touch $touch): string
    {
        return ['1' => 'index', '2' => 'middle', '3' => 'ring', '4' => 'little'][$touch->finger[1]] ?? 'thumb';
    }

    /** @param non-empty-list<string> $words */
    private static function listed(array $words): string
    {
        return 1 === \count($words) ? $words[0] : implode(', ', \array_slice($words, 0, -1)).' and '.$words[\count($words) - 1];
    }
}
