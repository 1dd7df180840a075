<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\Scale;
use SwiftReed\Scale\ScaleNote;

/**
 * The plain line: the scale walked between two of its steps, and the arpeggio after it.
 */
final class Walk
{
    /**
     * @param int            $from      lowest step; 0 is the tonic
     * @param int            $top       highest step
     * @param list<Material> $arpeggios the arpeggio that follows, if one does
     *
     * @return non-empty-list<Tone>
     */
    public static function tones(Material $material, Pitch $tonic, int $from, int $top, Direction $direction, array $arpeggios, bool $restated): array
    {
        $tones = self::run($material->ascending($tonic), $material->descending($tonic), $from, $top, $direction, false);
        foreach ($arpeggios as $arpeggio) {
            $chord = $arpeggio->ascending($tonic);
            $low = min(array_map(static fn (Tone $tone): int => $tone->pitch->midi(), $tones));
            $high = max(array_map(static fn (Tone $tone): int => $tone->pitch->midi(), $tones));
            $first = 0;
            while ($chord->note($first)->pitch->midi() < $low) {
                ++$first;
            }
            $last = $first;
            while ($chord->note($last + 1)->pitch->midi() <= $high) {
                ++$last;
            }
            $more = self::run($chord, $chord, $first, $last, $direction, true);
            $shared = $more[0]->pitch->midi() === $tones[\count($tones) - 1]->pitch->midi();
            array_push($tones, ...($shared && !$restated ? \array_slice($more, 1) : $more));
        }

        return $tones;
    }

    /** @return non-empty-list<Tone> */
    private static function run(Scale $up, Scale $down, int $from, int $top, Direction $direction, bool $inSequel): array
    {
        $climb = [];
        for ($step = $from; $step <= $top; ++$step) {
            $climb[] = [$up->note($step), true];
        }
        $fall = [];
        for ($step = $top; $step >= $from; --$step) {
            $fall[] = [$down->note($step), false];
        }
        $line = match ($direction) {
            Direction::Up => $climb,
            Direction::Down => $fall,
            Direction::UpAndDown => [...$climb, ...\array_slice($fall, 1)],
            Direction::DownAndUp => [...$fall, ...\array_slice($climb, 1)],
        };
        $tones = [];
        foreach ($line as $i => [$note, $ascending]) {
            $turns = 0 === $i || $i === \count($line) - 1 || $i === $top - $from;
            $tones[] = self::tone($note, $ascending, $turns, $inSequel);
        }
        \assert([] !== $tones);

        return $tones;
    }

    private static function tone(ScaleNote $note, bool $ascending, bool $isTurn, bool $inSequel): Tone
    {
        $isTonic = 1 === (($note->number % 7) + 7) % 7 && !str_contains($note->degree, 'b') && !str_contains($note->degree, '#');

        return new Tone($note->pitch, $note->degree, $note->number, $ascending, $isTonic, $isTurn, $inSequel, 0, $note->plainName);
    }
}
