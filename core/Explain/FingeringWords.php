<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Instrument\SlideAdjust;
use SwiftReed\Instrument\Touch;
use SwiftReed\Pitch\Pitch;

/**
 * Fingerings said as a teacher says them.
 */
final class FingeringWords
{
    private const VALVES = ['v1' => 'first', 'v2' => 'second', 'v3' => 'third', 'v4' => 'fourth', 'v5' => 'fifth'];
    private const TRIGGERS = ['T' => 'the F trigger', 'V' => 'the second trigger', 'TV' => 'both triggers'];
    private const FINGERS = ['1' => 'index', '2' => 'middle', '3' => 'ring', '4' => 'little', 'T' => 'thumb'];

    /**
     * What is down: "Left thumb; left index, middle and ring fingers; right little finger on the right F and C key.".
     *
     * @param bool $oneToSix whether the right hand's fingers are counted on from the left hand's and said as numbers
     */
    public static function whole(Instrument $instrument, Fingering $fingering, bool $oneToSix = false): string
    {
        return match ($instrument->mechanism()->kind()) {
            MechanismKind::Valves => Speech::sentence(self::valves($fingering)),
            MechanismKind::Slide => Speech::sentence(self::slide($fingering)),
            MechanismKind::Keywork => Speech::sentence(self::keys($instrument, $fingering, $oneToSix)),
            default => 'Nothing to finger.',
        };
    }

    /** The spoken name of a touch, called for what it does on this note: "the resonance key". */
    public static function touch(Instrument $instrument, string $id, ?Pitch $on = null): string
    {
        $touch = $instrument->mechanism()->touches()[$id] ?? null;

        return 'the '.(null === $touch ? $id : ($instrument->called($id, $on) ?? $touch->says));
    }

    /**
     * What works a touch: "the left index finger", "the side of the right index finger", "the left hand at the base of
     * the index finger".
     */
    public static function worker(Touch $touch, bool $oneToSix = false): string
    {
        $hand = $touch->isLeft() ? 'left' : 'right';

        return match ($touch->part) {
            'palm' => 'the '.$hand.' hand at the base of the index finger',
            'side' => 'the side of '.self::finger($touch->finger, $oneToSix),
            'knuckle' => 'the first knuckle of '.self::finger($touch->finger, $oneToSix),
            default => self::finger($touch->finger, $oneToSix),
        };
    }

    /** "the left index finger", or "finger 4" where fingers are counted from 1 to 6. */
    public static function finger(string $finger, bool $oneToSix = false): string
    {
        if ($oneToSix && \in_array($finger[1], ['1', '2', '3'], true)) {
            return 'finger '.((int) $finger[1] + ('R' === $finger[0] ? 3 : 0));
        }

        return 'the '.(
            'L' === $finger[0] ? 'left' : 'right'
        ).' '.(self::FINGERS[$finger[1]] ?? '').('T' === $finger[1] ? '' : ' finger');
    }

    /**
     * Each key of a fingering as a teacher points it out: "left sliver key: the small key between …; the left ring
     * finger".
     *
     * @return list<string> keys only; holes need no pointing out
     */
    public static function pointedOut(Instrument $instrument, Fingering $fingering, ?Pitch $on = null): array
    {
        $keys = [];
        foreach ($fingering->touches as $id) {
            $touch = $instrument->mechanism()->touches()[$id] ?? null;
            if (null !== $touch && !$touch->isHole && '' !== $touch->place) {
                $keys[] = \sprintf(
                    '%s: %s; worked by %s',
                    substr(self::touch($instrument, $id, $on), 4),
                    $touch->place,
                    self::worker($touch),
                );
            }
        }

        return $keys;
    }

    /**
     * What marks a fingering off from another one of the note: "left F sharp and C sharp key", "third valve", "fourth
     * position".
     */
    public static function difference(Instrument $instrument, Fingering $usual, Fingering $other): string
    {
        if (null !== $other->name) {
            return $other->name;
        }
        $kind = $instrument->mechanism()->kind();
        if (MechanismKind::Valves === $kind) {
            return self::valves($other).(
                $usual->side !== $other->side
                    && !\in_array('T', $other->touches, true)
                    && \in_array('T', $usual->touches, true)
                    ? ' without the thumb'
                    : ''
            );
        }
        if (MechanismKind::Slide === $kind) {
            return self::slide($other);
        }
        $touches = $instrument->mechanism()->touches();
        $added = array_values(array_diff($other->touches, $usual->touches));
        $left = array_values(array_diff($usual->touches, $other->touches));
        if ([] === $added) {
            return [] === $left
                ? 'the same keys'
                : 'without '.Speech::listed(array_map(
                    static fn (string $id): string => self::touch($instrument, $id),
                    $left,
                ));
        }
        $says = static fn (string $id): string => $touches[$id]->isHole ? substr(
            self::finger($touches[$id]->finger),
            4,
        ).' down' : substr(self::touch($instrument, $id), 4);

        return Speech::listed(array_map($says, $added));
    }

    /** "first valve" */
    public static function valve(string $touch): string
    {
        return self::VALVES[$touch].' valve';
    }

    /** Brass valves without a full stop: "first and second valves", "thumb, no valves", "open". */
    private static function valves(Fingering $fingering): string
    {
        $names = array_map(
            static fn (string $touch): string => self::VALVES[$touch],
            array_values(array_diff($fingering->touches, ['T'])),
        );
        $valves = match (\count($names)) {
            0 => \in_array('T', $fingering->touches, true) ? 'no other valve' : 'open: no valves',
            1 => $names[0].' valve',
            default => Speech::listed($names).' valves',
        };

        return (\in_array('T', $fingering->touches, true) ? 'thumb valve, ' : '').$valves;
    }

    private static function slide(Fingering $fingering): string
    {
        $slide = $fingering->onSlide();
        $adjust = match ($slide->adjust) {
            SlideAdjust::None => '',
            SlideAdjust::Raised => ', '.Speech::partOfAPosition($fingering->cents < -1 ? $fingering->cents : 15).' in',
            SlideAdjust::Lowered => ', '.Speech::partOfAPosition($fingering->cents > 1 ? $fingering->cents : 15).' out',
        };
        if (null === $fingering->side) {
            return Speech::ordinal($slide->position).' position'.$adjust;
        }
        $where = $slide->isIn() ? 'the slide all the way in' : 'the slide at '.self::placed($slide->out);

        return (self::TRIGGERS[$fingering->side] ?? 'a trigger').', '.$where.$adjust;
    }

    /**
     * Where the slide is among its seven usual positions: "a little beyond 2nd", "about where 5th is", "between 3rd and
     * 4th".
     */
    public static function placed(float $place): string
    {
        $ordinal = static fn (int $n): string => $n.(['', 'st', 'nd', 'rd'][$n] ?? 'th');
        $whole = (int) floor($place);
        $beyond = $place - $whole;

        return match (true) {
            $place > 7.15 => 'the very end, beyond 7th',
            $beyond < 0.13 => 'where '.$ordinal($whole).' is',
            $beyond < 0.36 => 'a little beyond '.$ordinal($whole),
            $beyond <= 0.64 => 'a place between '.$ordinal($whole).' and '.$ordinal($whole + 1),
            $beyond < 0.87 => 'a little short of '.$ordinal($whole + 1),
            default => 'where '.$ordinal($whole + 1).' is',
        };
    }

    private static function keys(Instrument $instrument, Fingering $fingering, bool $oneToSix): string
    {
        $touches = $instrument->mechanism()->touches();
        if ([] === $fingering->touches) {
            return 'nothing down: all open';
        }
        $holes = ['L' => [], 'R' => []];
        $keys = [];
        $thumbs = [];
        foreach ($fingering->touches as $id) {
            $touch = $touches[$id];
            if ($touch->isHole && !$touch->isThumb()) {
                $holes[$touch->finger[0]][] = $touch->finger;
            } elseif ($touch->isHole) {
                $thumbs[] = substr(self::finger($touch->finger), 4);
            } elseif ($touch->isHalfHole) {
                $keys[] = preg_replace('/^the /', '', self::finger($touch->finger, $oneToSix)).' on half its hole';
            } else {
                $flick = \in_array($id, $fingering->momentary, true);
                $keys[] = \sprintf(
                    '%s %s %s',
                    preg_replace('/^the /', '', self::worker($touch, $oneToSix)),
                    $flick ? 'flicks' : 'on',
                    self::touch($instrument, $id),
                );
            }
        }
        $parts = [];
        foreach ($holes as $hand => $fingers) {
            if ([] === $fingers) {
                continue;
            }
            if ($oneToSix) {
                $parts[] = (1 === \count($fingers) ? 'finger ' : 'fingers ').Speech::listed(array_map(
                    static fn (string $finger): string => (string) ((int) $finger[1] + ('R' === $hand ? 3 : 0)),
                    $fingers,
                ));
            } else {
                $parts[] = ('L' === $hand ? 'left ' : 'right ').Speech::listed(array_map(
                    static fn (string $finger): string => self::FINGERS[$finger[1]],
                    $fingers,
                )).(1 === \count($fingers) ? ' finger' : ' fingers');
            }
        }

        return implode('; ', [...$thumbs, ...$parts, ...$keys]);
    }

    /**
     * How a note lies and what helps, or nothing within ten cents: something that works on this instrument and that its
     * player does.
     *
     * @param float $off   cents, positive is sharp
     * @param bool  $isOwn whether the player says so of his own note
     */
    public static function tuning(
        Instrument $instrument,
        Fingering $fingering,
        float $off,
        bool $isOwn,
        float $helped,
    ): string {
        if (!$fingering->isDerived() || abs($off) <= $helped) {
            return '';
        }
        $cents = (int) round(abs($off));
        $lies = ($isOwn ? 'For you ' : '').\sprintf('%d cents %s', $cents, $off > 0 ? 'sharp' : 'flat');
        if (null !== $fingering->slide) {
            return match (true) {
                $off > 0 => $lies.': set the slide '.Speech::partOfAPosition($off).' out.',
                !$fingering->slide->isIn() => $lies.': set the slide '.Speech::partOfAPosition($off).' in.',
                default => $lies.', and nothing can be raised in 1st position: lip it up, or take another position.',
            };
        }
        if ($off < 0) {
            return $lies.(
                '0' === $fingering->valves ? ', and nothing can be shortened on open valves' : ''
            ).': lip it up'.('hand' === $instrument->usedSlides ? ', or open the hand a little' : '').'.';
        }
        if ('hand' === $instrument->usedSlides) {
            return $lies.': close the hand in the bell a little, or lip it down.';
        }
        foreach (['3', '1'] as $valve) {
            if (str_contains($instrument->usedSlides, $valve) && str_contains((string) $fingering->valves, $valve)) {
                return $lies.\sprintf(': push the %s valve slide out a little.', Speech::ordinal((int) $valve));
            }
        }

        if (str_contains($instrument->usedSlides, 'main')) {
            return $lies.': draw the main slide out a little with its trigger.';
        }

        return $lies.': lip it down.';
    }
}
