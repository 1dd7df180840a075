<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Explain\FingeringWords;
use SwiftReed\Explain\FingerWords;
use SwiftReed\Fingering\PlannedNote;
use SwiftReed\Fingering\Trill;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\KeyGroup;
use SwiftReed\Instrument\KeyMap;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Instrument\SlideAdjust;
use SwiftReed\Instrument\Touch;
use SwiftReed\Instrument\TuningAct;
use SwiftReed\Words\Catalogue;
use SwiftReed\Words\Saying;

/**
 * Draws a fingering. Down is solid and up is open, always; half a hole is half filled; a key is shown among its
 * neighbours; what has just moved is told beside the touch and never by its fill. Keywork is drawn from the map in the
 * instrument's file, hands side by side; valves are caps with their digits; a slide is a bar with the place marked.
 *
 * Lengths are in units, a hundred to the millimetre; the drawing is centred on x = 0 and hangs from y = 0.
 */
final class Diagram
{
    private const CAP = 210;
    private const CAP_STEP = 226;
    /** Drawings of one instrument that are kept: more than a line of the longest study has. */
    private const KEPT = 2000;

    /** @var \WeakMap<Instrument, array<string, Drawing>>|null */
    private static ?\WeakMap $drawn = null;

    /** Height of the drawings of this instrument, in units. */
    public static function height(Instrument $instrument): int
    {
        return match ($instrument->mechanism()->kind()) {
            MechanismKind::Keywork => $instrument->map->height
                ?? 0, MechanismKind::Valves => 400, MechanismKind::Slide => 600, default => 0,
        };
    }

    /** A fingering by itself, nothing moving. */
    public static function of(Instrument $instrument, Fingering $fingering): Drawing
    {
        return self::drawn($instrument, $fingering, $fingering->touches, null);
    }

    /**
     * A note of a plan: touches that rest are down; with the note before, what moves is marked.
     *
     * @param PlannedNote|null $before null when nothing comes before, or when moves are not shown
     * @param TuningAct|null   $act    what is done for its tuning: a slide that is drawn is marked at its valve
     */
    public static function planned(
        Instrument $instrument,
        PlannedNote $note,
        ?PlannedNote $before,
        ?TuningAct $act = null,
    ): Drawing {
        return self::drawn(
            $instrument,
            $note->fingering,
            $note->down(),
            null === $before ? null : array_values(array_diff($before->down(), $before->fingering->momentary)),
            $note->resting,
            $act,
        );
    }

    /** A trill as one drawing: what is held is down, what moves is open, bold, with a zigzag. */
    public static function trill(Instrument $instrument, Trill $trill): Drawing
    {
        $fingering = $trill->comesUp() ? $trill->above : $trill->below;

        return self::made($instrument, $fingering, $trill->hold, null, $trill->move);
    }

    /**
     * @param list<string>      $down   touches that are down
     * @param list<string>|null $before touches that were down on the note before; null when moves are not shown
     * @param list<string>      $ready  those that are down without need
     * @param TuningAct|null    $act    what is done for its tuning
     */
    public static function drawn(
        Instrument $instrument,
        Fingering $fingering,
        array $down,
        ?array $before,
        array $ready = [],
        ?TuningAct $act = null,
    ): Drawing {
        // A page asks for the same drawing at several sizes, and a line for the same fingering many times.
        self::$drawn ??= new \WeakMap();
        $key = $fingering->text.'|'.implode(' ', $fingering->momentary).'|'.implode(' ', $down).'|'.(
            null === $before ? '-' : implode(' ', $before)
        ).'|'.implode(' ', $ready).'|'.(true === $act?->isDrawn() ? $act->value : '');
        $kept = self::$drawn[$instrument] ?? [];
        if (!isset($kept[$key])) {
            $kept = \count($kept) < self::KEPT ? $kept : [];
            $kept[$key] = self::made($instrument, $fingering, $down, $before, ready: $ready, act: $act);
            self::$drawn[$instrument] = $kept;
        }

        return $kept[$key];
    }

    /**
     * @param list<string>      $down
     * @param list<string>|null $before
     * @param list<string>      $trilled what moves in a trill
     * @param list<string>      $ready   what is down without need
     */
    private static function made(
        Instrument $instrument,
        Fingering $fingering,
        array $down,
        ?array $before,
        array $trilled = [],
        array $ready = [],
        ?TuningAct $act = null,
    ): Drawing {
        $touches = $instrument->mechanism()->touches();

        return match (true) {
            null !== $instrument->map => self::keywork(
                $instrument->map,
                $touches,
                $down,
                $fingering->momentary,
                $before,
                $trilled,
                $ready,
            ),
            MechanismKind::Valves === $instrument->mechanism()->kind() => self::valves(
                $touches,
                $down,
                $before,
                $trilled,
                $act,
            ),
            MechanismKind::Slide === $instrument->mechanism()->kind() => self::slide(
                $touches,
                $fingering,
                $before,
                $trilled,
            ),
            default => (new Ink())->drawing(0),
        };
    }

    /**
     * @param array<string, Touch> $touches
     * @param list<string>         $down
     * @param list<string>         $flicked
     * @param list<string>|null    $before
     * @param list<string>         $trilled
     * @param list<string>         $ready
     */
    private static function keywork(
        KeyMap $map,
        array $touches,
        array $down,
        array $flicked,
        ?array $before,
        array $trilled,
        array $ready,
    ): Drawing {
        $ink = new Ink();
        $halfHoles = array_filter($touches, static fn (Touch $one): bool => $one->isHalfHole);
        $halves = array_keys(array_filter(
            $halfHoles,
            static fn (Touch $one): bool => \in_array($one->id, $down, true),
        ));
        $halfFingers = array_map(static fn (string $id): string => $touches[$id]->finger, $halves);
        foreach ($map->groups as $group) {
            $spots = array_intersect_key($group->spots, $touches);
            $used = array_intersect(array_keys($spots), [...$down, ...$trilled, ...($before ?? [])]);
            if ([] === $spots || 'never' === $group->show || ('used' === $group->show && [] === $used)) {
                continue;
            }
            $letters = [];
            foreach ($spots as $id => $spot) {
                $isDown = \in_array($id, $down, true);
                $half = $touches[$id]->isHole
                    && !$touches[$id]->isThumb()
                    && \in_array($touches[$id]->finger, $halfFingers, true);
                if (\in_array($id, $trilled, true)) {
                    $ink->trilled($spot->x, $spot->y, $spot->width, $spot->height, $spot->shape, $id);
                } elseif (\in_array($id, $ready, true)) {
                    $ink->ready($spot->x, $spot->y, $spot->width, $spot->height, $spot->shape, $id);
                } else {
                    $ink->touch(
                        $spot->x,
                        $spot->y,
                        $spot->width,
                        $spot->height,
                        $spot->shape,
                        $isDown || $half,
                        $half,
                        $id,
                    );
                }
                if (\in_array($id, $flicked, true)) {
                    $ink->flick($spot->x, $spot->y, $spot->width, $spot->height);
                }
                $isNamed = ($isDown && !\in_array($id, $ready, true)) || \in_array($id, $trilled, true);
                if ($isNamed && !$touches[$id]->isHole) {
                    $letters[] = $touches[$id]->label;
                }
            }
            if ([] !== $group->letter && [] !== $letters) {
                $ink->letter(
                    (float) $group->letter[0],
                    (float) $group->letter[1],
                    implode(' ', \array_slice($letters, 0, 2)),
                    $group->letter[2],
                );
            }
            if (null !== $before) {
                self::moves($ink, $group, $touches, $halfHoles, $spots, $down, $before);
            }
        }

        return $ink->drawing($map->height);
    }

    /**
     * @param array<string, Touch>                             $touches
     * @param array<string, Touch>                             $halfHoles those of them that are holes half covered
     * @param array<string, \SwiftReed\Instrument\KeySpot> $spots
     * @param list<string>                                     $down
     * @param list<string>                                     $before
     */
    private static function moves(
        Ink $ink,
        KeyGroup $group,
        array $touches,
        array $halfHoles,
        array $spots,
        array $down,
        array $before,
    ): void {
        $ways = [];
        foreach ($spots as $id => $spot) {
            $was = \in_array($id, $before, true);
            $is = \in_array($id, $down, true);
            // A half hole is told at its hole.
            foreach ($halfHoles as $other => $touch) {
                if ($touches[$id]->isHole && $touch->finger === $touches[$id]->finger) {
                    $wasHalf = \in_array($other, $before, true);
                    $isHalf = \in_array($other, $down, true);
                    if ($wasHalf !== $isHalf) {
                        $ways[$id] = ($was && $isHalf) || ($wasHalf && $is)
                            ? 'both'
                            : ($isHalf ? 'down' : ($is ? 'both' : 'up'));
                        continue 2;
                    }
                }
            }
            if ($was !== $is) {
                $ways[$id] = $is ? 'down' : 'up';
            }
        }
        if ([] === $ways) {
            return;
        }
        if ([] !== $group->mark) {
            $kinds = array_values(array_unique($ways));
            $ink->mark((float) $group->mark[0], (float) $group->mark[1], 1 === \count($kinds) ? $kinds[0] : 'both');

            return;
        }
        foreach ($ways as $id => $way) {
            [$x, $y] = $group->marks[$id] ?? [$spots[$id]->x < 0 ? -35 : 35, $spots[$id]->y];
            $ink->mark((float) $x, (float) $y, $way);
        }
    }

    /**
     * @param array<string, Touch> $touches
     * @param list<string>         $down
     * @param list<string>|null    $before
     * @param list<string>         $trilled
     */
    private static function valves(
        array $touches,
        array $down,
        ?array $before,
        array $trilled,
        ?TuningAct $act,
    ): Drawing {
        $ink = new Ink();
        // The thumb of a double horn is a cap of its own, before the others.
        $order = [
            ...(isset($touches['T']) ? ['T'] : []),
            ...array_values(array_filter(array_keys($touches), static fn (string $id): bool => 'T' !== $id)),
        ];
        foreach ($order as $i => $id) {
            self::cap(
                $ink,
                ($i - (\count($order) - 1) / 2) * self::CAP_STEP,
                110,
                'T' === $id ? 'T' : $touches[$id]->label,
                'T' === $id,
                \in_array($id, $down, true),
                null === $before ? null : \in_array($id, $before, true),
                \in_array($id, $trilled, true),
            );
        }

        // The first slide goes out to the left of the caps, the third and the main slide to the right.
        $edge = (\count($order) - 1) / 2 * self::CAP_STEP + self::CAP / 2 + 70;
        match ($act) {
            TuningAct::FirstSlide => $ink->drawnOut(-$edge, 110, false),
            TuningAct::ThirdSlide, TuningAct::Kicker => $ink->drawnOut($edge, 110, true),
            default => null,
        };

        return $ink->drawing(400);
    }

    private static function cap(
        Ink $ink,
        float $x,
        float $y,
        string $label,
        bool $isThumb,
        bool $down,
        ?bool $was,
        bool $isTrilled,
    ): void {
        $ink->touch($x, $y, self::CAP, self::CAP, $isThumb ? 'key' : 'disc', $down);
        if ($isTrilled) {
            $ink->wave($x, $y + self::CAP / 2 + 40);
        }
        $ink->inside($x, $y, $label, Ink::LETTER - 4, $down ? Ink::PAPER : Ink::QUIET);
        if (null !== $was && $was !== $down) {
            $ink->mark($x, $y + self::CAP / 2 + 78, $down ? 'down' : 'up');
        }
    }

    /**
     * @param array<string, Touch> $touches
     * @param list<string>|null    $before
     * @param list<string>         $trilled
     */
    private static function slide(array $touches, Fingering $fingering, ?array $before, array $trilled): Drawing
    {
        $ink = new Ink();
        $left = -330.0;
        $step = 110.0;
        $ink->box($left - 30, 20, -$left + 50, 180, 'slide');
        $ink->path(\sprintf('M%.0f 100 H%.0f', $left, -$left), Ink::QUIET, 12);
        for ($position = 1; $position <= 7; ++$position) {
            $ink->path(\sprintf('M%.0f 70 V130', $left + $step * ($position - 1)), Ink::QUIET, 10);
        }
        $ink->path(\sprintf('M%.0f 30 V170', $left + $step * (min(7.4, $fingering->onSlide()->out) - 1)), Ink::INK, 48);
        [$name, $adjust] = self::placeName($fingering);
        $caps = array_keys($touches);
        $gap = [] === $caps ? 0 : 70;
        $width = $gap + Ink::width($name, 330) + (SlideAdjust::None === $adjust ? 0 : 150);
        $x = -($width + \count($caps) * self::CAP_STEP) / 2;
        foreach ($caps as $i => $id) {
            $down = \in_array($id, $fingering->touches, true);
            self::cap(
                $ink,
                $x + self::CAP_STEP * ($i + 0.5) - 8,
                350,
                $id,
                true,
                $down,
                null === $before ? null : \in_array($id, $before, true),
                \in_array($id, $trilled, true),
            );
        }
        $x += \count($caps) * self::CAP_STEP + $gap;
        $ink->letter($x, 470, $name, 'start', 330);
        if (SlideAdjust::None !== $adjust) {
            // Beside the digit, never on it: a bar for the place and an arrow towards the player (raised) or away
            // (lowered).
            $sign = $x + Ink::width($name, 330) + 75;
            $ink->box($sign - 60, 260, $sign + 60, 440, 'sign');
            $ink->path(
                SlideAdjust::Raised === $adjust
                    ? \sprintf('M%.0f 420 V280 m-48 52 l48 -52 l48 52', $sign)
                    : \sprintf('M%.0f 280 V420 m-48 -52 l48 52 l48 -52', $sign),
                Ink::INK,
                24,
            );
        }

        return $ink->drawing(600);
    }

    /**
     * A position is named by where it is: with a trigger down the steps are longer, and "3" would be looked for in the
     * wrong place.
     *
     * @return array{string, SlideAdjust}
     */
    private static function placeName(Fingering $fingering): array
    {
        $slide = $fingering->onSlide();
        if (null === $fingering->side || $slide->isIn()) {
            return [(string) $slide->position, $slide->adjust];
        }
        $whole = (int) floor($slide->out + 0.13);
        $beyond = $slide->out - $whole;

        return match (true) {
            $beyond < 0.13 => [(string) $whole, SlideAdjust::None],
            $beyond < 0.36 || $whole >= 7 => [(string) min(7, $whole), SlideAdjust::Lowered],
            $beyond <= 0.64 => [$whole.'½', SlideAdjust::None],
            default => [(string) ($whole + 1), SlideAdjust::Raised],
        };
    }

    /** Everything of the drawing in words, for a screen reader. */
    public static function words(Instrument $instrument, PlannedNote $note, bool $oneToSix = false): string
    {
        $fingers = new FingerWords($instrument, $oneToSix);
        $ready = [] === $note->resting
            ? null
            : Saying::of('whole.ready', ['touches' => array_map($fingers->touch(...), $note->resting)]);

        return trim(
            Catalogue::english()->sentence((new FingeringWords($instrument, $oneToSix))->whole($note->needed()))
                .' '.Catalogue::english()->sentence($ready),
        );
    }
}
