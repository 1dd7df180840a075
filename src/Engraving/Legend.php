<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Fingering\PlannedNote;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Instrument\SlideAdjust;
use SwiftReed\Score\Part;

/**
 * What the signs of the drawings mean: one line, with only the signs that occur.
 */
final class Legend
{
    /** Letters of a legend line, in units: a little over six points. */
    private const SIZE = 260;

    /**
     * The signs of some fingerings, each with its meaning.
     *
     * @param list<PlannedNote> $notes
     * @param bool              $showsMoves whether moves are marked
     * @param bool              $drawsSlides whether a slide is marked as drawn on one of them
     *
     * @return list<array{sign: string, says: string}> sign: what to draw
     */
    public static function signs(
        Instrument $instrument,
        array $notes,
        bool $showsMoves,
        bool $drawsSlides = false,
    ): array {
        $touches = $instrument->mechanism()->touches();
        $kind = $instrument->mechanism()->kind();
        $signs = [];
        if (MechanismKind::Keywork === $kind || MechanismKind::Valves === $kind) {
            $signs[] = ['sign' => 'down', 'says' => 'down'];
            $signs[] = ['sign' => 'up', 'says' => 'up'];
        }
        $all = [];
        foreach ($notes as $note) {
            foreach ($note->fingering->touches as $id) {
                $all['half'] = ($all['half'] ?? false) || $touches[$id]->isHalfHole;
            }
            $all['ready'] = ($all['ready'] ?? false) || [] !== $note->resting;
            $all['flick'] = ($all['flick'] ?? false) || [] !== $note->fingering->momentary;
            $all['raised'] = ($all['raised'] ?? false) || SlideAdjust::Raised === $note->fingering->slide?->adjust;
            $all['lowered'] = ($all['lowered'] ?? false) || SlideAdjust::Lowered === $note->fingering->slide?->adjust;
            $all['trigger'] = ($all['trigger'] ?? false)
                || null !== $note->fingering->side && MechanismKind::Slide === $kind;
        }
        $meanings = [
            'half' => 'half covered',
            'ready' => 'ready, not needed',
            'flick' => 'touched as the note begins, then let go',
            'raised' => 'slide a little further in',
            'lowered' => 'slide a little further out',
            'trigger' => 'trigger down; the number is where the slide is',
        ];
        foreach ($meanings as $sign => $says) {
            if ($all[$sign] ?? false) {
                $signs[] = ['sign' => $sign, 'says' => $says];
            }
        }
        if (MechanismKind::Slide === $kind) {
            array_unshift($signs, ['sign' => 'slide', 'says' => 'how far the slide is out']);
        }
        if ($drawsSlides) {
            $signs[] = ['sign' => 'drawn out', 'says' => 'draw this slide out a little'];
        }
        if ($showsMoves && \count($notes) > 1 && MechanismKind::Slide !== $kind) {
            $signs[] = ['sign' => 'goes down', 'says' => 'goes down since the note before'];
            $signs[] = ['sign' => 'comes up', 'says' => 'comes up'];
            if (MechanismKind::Keywork === $kind) {
                $signs[] = ['sign' => 'changes', 'says' => 'changes its key or rolls'];
            }
        }
        if (MechanismKind::Keywork === $kind) {
            $signs[] = ['sign' => '', 'says' => 'left hand on the left, right hand on the right'];
        }

        return $signs;
    }

    /** Whether a slide is drawn out on one of a part's notes. */
    public static function drawsSlides(Part $part): bool
    {
        foreach (array_keys($part->plan->notes) as $i) {
            if (true === $part->tuning($i)?->act?->isDrawn()) {
                return true;
            }
        }

        return false;
    }

    /**
     * The signs of a page of trills.
     *
     * @return list<array{sign: string, says: string}>
     */
    public static function ofTrills(Instrument $instrument): array
    {
        $signs = self::signs($instrument, [], false);
        $moves = [
            'sign' => MechanismKind::Keywork === $instrument->mechanism()->kind() ? 'trills' : 'wave',
            'says' => 'trills: down for one note, up for the other',
        ];

        return [$moves, ...$signs];
    }

    /**
     * As drawings in lines that fit a width.
     *
     * @param list<array{sign: string, says: string}> $signs
     *
     * @return array{string, int} drawing and height in units
     */
    public static function line(array $signs, int $width): array
    {
        $svg = '';
        $x = 0.0;
        $y = 0;
        foreach ($signs as ['sign' => $sign, 'says' => $says]) {
            $needed = ('' === $sign ? 0 : 250) + Ink::width($says, self::SIZE) + 330;
            if ($x > 0 && $x + $needed > $width) {
                $x = 0.0;
                $y += 400;
            }
            if ('' !== $sign) {
                $svg .= Svg::at($x + 90, $y + 180, self::sample($sign));
                $x += 250;
            }
            $svg .= Svg::text($x, $y + 270, self::SIZE, $says, fill: Ink::QUIET);
            $x += Ink::width($says, self::SIZE) + 330;
        }

        return [$svg, $y + 400];
    }

    /** One sign, its middle at 0, 0. */
    public static function sample(string $sign): string
    {
        $ink = new Ink();
        match ($sign) {
            'down' => $ink->touch(0, 0, 128, 128, 'disc', true),
            'up' => $ink->touch(0, 0, 128, 128, 'disc', false),
            'half' => $ink->touch(0, 0, 128, 128, 'disc', false, true),
            'ready' => $ink->ready(0, 0, 128, 128, 'disc', ''),
            'flick' => self::flicked($ink),
            'goes down' => $ink->mark(0, 0, 'down'),
            'comes up' => $ink->mark(0, 0, 'up'),
            'changes' => $ink->mark(0, 0, 'both'),
            'raised' => $ink->path('M0 70 V-70 m-48 52 l48 -52 l48 52', Ink::INK, 24),
            'lowered' => $ink->path('M0 -70 V70 m-48 -52 l48 52 l48 -52', Ink::INK, 24),
            'slide' => $ink->path('M-80 0 H80 M0 -60 V60', Ink::INK, 20),
            'trigger' => $ink->touch(0, 0, 128, 128, 'key', true),
            'trills' => $ink->trilled(0, 0, 128, 128, 'disc', 'touch'),
            'wave' => $ink->wave(0, 0),
            'drawn out' => $ink->drawnOut(0, 0, true),
            default => null,
        };

        return $ink->drawing(0)->svg;
    }

    private static function flicked(Ink $ink): void
    {
        $ink->touch(0, 20, 90, 62, 'key', true);
        $ink->flick(0, 20, 90, 62);
    }

    /**
     * As a line of a web page.
     *
     * @param list<array{sign: string, says: string}> $signs
     *
     * @return list<array{svg: string, says: string}>
     */
    public static function forPage(array $signs): array
    {
        return array_map(
            static fn (array $one): array => [
                'svg' => '' === $one['sign']
                    ? ''
                    : Svg::tag(
                        'svg',
                        ['viewBox' => '-110 -100 220 200', 'width' => 22, 'height' => 20, 'aria-hidden' => 'true'],
                        self::sample($one['sign']),
                    ),
                'says' => $one['says'],
            ],
            $signs,
        );
    }
}
