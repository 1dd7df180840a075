<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Explain\FingerWords;
use SwiftReed\Instrument\BodyMap;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\KeyGroup;
use SwiftReed\Instrument\KeySpot;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Instrument\SlideAdjust;
use SwiftReed\Instrument\Touch;
use SwiftReed\Instrument\TuningAct;
use SwiftReed\Words\Catalogue;
use SwiftReed\Words\Saying;

/**
 * One note, large: every touch in its place on the instrument's outline with its letter, what is down solid and named
 * beside it. For the card of a note, a chart with one note a field, a page of new notes, and as the map of all touches.
 *
 * Lengths are in units of the instrument's file; the drawing is centred on the body, x = 0, and hangs from y = 0.
 */
final class LargeDrawing
{
    /** Letters on keys, digits on holes and caps, names in the margin. */
    private const LETTER = 62;
    private const DIGIT = 96;
    private const NAME = 66;
    /**
     * From the drawing to the names, the longest line of a name, how far one line lies below the
     * other, and what is left between two names.
     */
    private const GAP = 36;
    private const ROOM = 430;
    private const LINE = 76;
    private const BETWEEN = 8;
    private const THIN = 9;
    /** How far a valve's cap goes down under its finger. */
    private const PRESSED = 70;

    private readonly BodyMap $body;
    /** @var array<string, Touch> */
    private readonly array $touches;
    private Ink $ink;
    /** @var array{left: list<array{float, string}>, right: list<array{float, string}>} names with their heights */
    private array $names = ['left' => [], 'right' => []];

    /**
     * @param list<string> $down  touches that are down
     * @param list<string> $ready those of them that are down without need
     */
    private function __construct(
        private readonly Instrument $instrument,
        private readonly ?Fingering $fingering,
        private readonly array $down,
        private readonly array $ready,
        private readonly bool $isNamed,
        private readonly ?TuningAct $act = null,
    ) {
        $this->body = $instrument->body
            ?? throw new \LogicException(\sprintf('No body is drawn for %s.', $instrument->article));
        $this->touches = $instrument->mechanism()->touches();
        $this->ink = new Ink();
    }

    /**
     * A fingering.
     *
     * @param list<string> $down    touches that are down; those of the fingering where none are given
     * @param list<string> $ready   those of them that are down without need
     * @param bool         $isNamed whether what is down is named beside the drawing
     * @param TuningAct|null $act   what is done for its tuning: the slide that is drawn is pointed at
     */
    public static function of(
        Instrument $instrument,
        Fingering $fingering,
        array $down = [],
        array $ready = [],
        bool $isNamed = true,
        ?TuningAct $act = null,
    ): Drawing {
        $down = [] === $down ? $fingering->touches : $down;

        return (new self($instrument, $fingering, $down, $ready, $isNamed, $act))->drawn();
    }

    /** All touches, none of them down. */
    public static function map(Instrument $instrument): Drawing
    {
        return (new self($instrument, null, [], [], false))->drawn();
    }

    private function drawn(): Drawing
    {
        foreach ($this->body->outline as $path) {
            $this->ink->path($path, Ink::QUIET, self::THIN);
        }
        foreach ($this->body->behind as $names) {
            $this->behind(array_merge(...array_map(
                fn (KeyGroup $group): array => \in_array($group->name, $names, true)
                    ? array_intersect_key($group->spots, $this->touches)
                    : [],
                $this->body->groups,
            )));
        }
        foreach ($this->body->groups as $group) {
            foreach (array_intersect_key($group->spots, $this->touches) as $id => $spot) {
                if ('half' !== $spot->shape) {
                    $this->touch($id, $spot);
                }
            }
        }
        if ([] !== $this->body->slide) {
            $this->slide();
        }
        foreach (['left', 'right'] as $side) {
            $this->margin($side);
        }
        $this->tuning();

        return $this->ink->drawing($this->body->height, $this->body->left, $this->body->right);
    }

    /**
     * A dashed line around what lies at the back.
     *
     * @param array<string, KeySpot> $spots
     */
    private function behind(array $spots): void
    {
        if ([] === $spots) {
            return;
        }
        $left = min(array_map(static fn (KeySpot $one): float => $one->x - $one->width / 2, $spots)) - 14;
        $right = max(array_map(static fn (KeySpot $one): float => $one->x + $one->width / 2, $spots)) + 14;
        $top = min(array_map(static fn (KeySpot $one): float => $one->y - $one->height / 2, $spots)) - 14;
        $bottom = max(array_map(static fn (KeySpot $one): float => $one->y + $one->height / 2, $spots)) + 14;
        $this->ink->add(Svg::tag('rect', [
            'x' => $left, 'y' => $top, 'width' => $right - $left, 'height' => $bottom - $top, 'rx' => 30,
            'fill' => 'none', 'stroke' => Ink::QUIET, 'stroke-width' => 6, 'stroke-dasharray' => '18 14',
        ]));
    }

    private function touch(string $id, KeySpot $spot): void
    {
        $touch = $this->touches[$id];
        $isDown = \in_array($id, $this->down, true);
        $isReady = \in_array($id, $this->ready, true);
        $isHalf = null !== $this->halfOf($touch);
        $isValve = $this->isTube() && 'disc' === $spot->shape;
        $y = $spot->y + ($isValve && $isDown ? self::PRESSED : 0);
        if ($isValve) {
            // A valve's casing, and the stem of its cap: short where it is down.
            $this->ink->path(\sprintf('M%d %d h220 v480 h-220 Z', $spot->x - 110, $spot->y + 230), Ink::QUIET, self::THIN);
            $this->ink->path(\sprintf('M%d %d V%d', $spot->x, $y + 80, $spot->y + 230), Ink::QUIET, 30);
        }
        $isReady
            ? $this->ink->ready($spot->x, $y, $spot->width, $spot->height, $spot->shape, $id)
            : $this->ink->touch(
                $spot->x,
                $y,
                $spot->width,
                $spot->height,
                $spot->shape,
                $isDown || $isHalf,
                $isHalf,
                $id,
            );
        $isRound = 'disc' === $spot->shape && $spot->width > self::DIGIT;
        $size = min($isRound ? self::DIGIT : self::LETTER, (int) (0.86 * $spot->height));
        if (!$isReady && !$isHalf) {
            $this->ink->inside($spot->x, $y, $touch->label, $size, $isDown ? Ink::PAPER : Ink::QUIET);
        }
        $name = $this->isNamed && ($isDown || $isHalf) ? $this->name($touch, $isReady, $isHalf) : '';
        if ($this->isTube() && '' !== $name) {
            $this->over($spot, $y, $name);
        } elseif ('' !== $name) {
            $this->names[$touch->isLeft() ? 'left' : 'right'][] = [(float) $y, $name];
        }
        if (\in_array($id, $this->fingering->momentary ?? [], true)) {
            $this->ink->flick($spot->x, $y, $spot->width, $spot->height);
        }
    }

    private function isTube(): bool
    {
        return MechanismKind::Keywork !== $this->instrument->mechanism()->kind();
    }

    /** The finger of a valve or a trigger, over it. */
    private function over(KeySpot $spot, int $y, string $name): void
    {
        $lines = array_reverse(explode(' ', $name));
        foreach ($lines as $k => $line) {
            $this->ink->letter($spot->x, $y - $spot->height / 2 - 22 - self::LINE * $k, $line, size: self::NAME);
        }
    }

    /** The slide that is drawn for the note's tuning. */
    private function tuning(): void
    {
        $slide = true === $this->act?->isDrawn() ? $this->body->slides[$this->act->value] ?? [] : [];
        if ([] !== $slide) {
            $this->ink->drawnOut($slide[0], $slide[1], $slide[0] > 0);
        }
    }

    /** The touch that stands for half of this hole, where that is down. */
    private function halfOf(Touch $hole): ?Touch
    {
        foreach ($this->touches as $id => $other) {
            if (
                $other->isHalfHole
                && $hole->isHole
                && !$hole->isThumb()
                && $other->finger === $hole->finger
                && \in_array($id, $this->down, true)
            ) {
                return $other;
            }
        }

        return null;
    }

    private function name(Touch $touch, bool $isReady, bool $isHalf): string
    {
        $words = new FingerWords($this->instrument);
        $finger = FingerWords::name($touch->finger);
        $name = match (true) {
            !$touch->isHole && !$this->isTube() => Saying::of('large.key', ['name' => $words->bareTouch($touch->id)]),
            $touch->isThumb() => Saying::of('large.thumb'),
            !$this->isTube() => Saying::of('large.finger', ['name' => $finger]),
            $touch->isLeft() => Saying::of('large.left', ['name' => $finger]),
            default => $finger,
        };

        return Catalogue::english()->say(match (true) {
            $isHalf => Saying::of('large.half', ['name' => $name]),
            $isReady => Saying::of('large.ready', ['name' => $name]),
            \in_array($touch->id, $this->fingering->momentary ?? [], true) => Saying::of('large.flick', ['name' => $name]),
            default => $name,
        });
    }

    /** The slide: seven places, and the one that is taken. */
    private function slide(): void
    {
        [$x, $y, $step] = $this->body->slide;
        for ($position = 1; $position <= 7; ++$position) {
            $at = $x + $step * ($position - 1);
            $this->ink->path(\sprintf('M%d %d v200', $at, $y - 100), Ink::QUIET, self::THIN);
            $this->ink->letter($at, $y + 260, (string) $position, size: self::DIGIT, colour: Ink::QUIET);
        }
        if (null === $this->fingering) {
            return;
        }
        $slide = $this->fingering->onSlide();
        $at = (int) ($x + $step * (min(7.4, $slide->out) - 1));
        $this->ink->path(\sprintf('M%d %d v220', $at, $y - 110), Ink::INK, 60);
        if (SlideAdjust::None !== $slide->adjust) {
            // Which way from the place that is named: towards the player or away.
            $way = SlideAdjust::Raised === $slide->adjust ? -1 : 1;
            $this->ink->box($at - 70, $y - 210, $at + 70, $y - 130, 'sign');
            $this->ink->arrow($at, $y - 170, 120, $way, 20);
        }
    }

    /** Names of one hand, beside the drawing, none upon another. */
    private function margin(string $side): void
    {
        $names = $this->names[$side];
        usort($names, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        $texts = [];
        $tops = [];
        $free = 0.0;
        foreach ($names as [$y, $name]) {
            $lines = Ink::lines($name, self::ROOM, self::NAME);
            $tops[] = max($free, $y - self::LINE * \count($lines) / 2);
            $free = $tops[\count($texts)] + self::LINE * \count($lines) + self::BETWEEN;
            $texts[] = $lines;
        }
        // What would hang below the drawing goes up again.
        $free = (float) $this->body->height;
        foreach (array_reverse($texts, true) as $i => $lines) {
            $tops[$i] = min($tops[$i], $free - self::LINE * \count($lines));
            $free = $tops[$i] - self::BETWEEN;
        }
        $isLeft = 'left' === $side;
        foreach ($texts as $i => $lines) {
            foreach ($lines as $k => $line) {
                $this->ink->letter(
                    $isLeft ? $this->body->left - self::GAP : $this->body->right + self::GAP,
                    $tops[$i] + self::LINE * $k + 0.8 * self::NAME,
                    $line,
                    $isLeft ? 'end' : 'start',
                    self::NAME,
                );
            }
        }
    }
}
