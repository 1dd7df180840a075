<?php

declare(strict_types=1);

namespace SwiftReed\Study\Harmony;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Player;
use SwiftReed\Scale\DegreeName;
use SwiftReed\Scale\Material;
use SwiftReed\Study\Fit\Placement;
use SwiftReed\Study\Rhythm\Laid;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Tone;
use SwiftReed\Study\Walk\Sounding;
use SwiftReed\Time\Bars;

/**
 * One note of the scale held in every bar, in the lowest octave that lies well, as long as the line lasts.
 *
 * Source: the handbook, chapter 3, "Harmony and voices".
 */
final class Drone
{
    /**
     * @param Laid $laid the line that is played over it
     * @param int  $lead ticks of the first bar before the line begins
     *
     * @return array{Placement, Laid}
     *
     * @throws StudyError when the instrument does not have the note
     */
    public static function under(
        Placement $line,
        Laid $laid,
        Bars $bars,
        int $lead,
        Material $material,
        int $degree,
        Sounding $sounding,
        Player $player,
    ): array {
        $written = self::note($material, $line->tonic, $degree);
        $sounds = self::note($material, $sounding->tonic($line->tonic), $degree);
        $octaves = self::octaves($written, $player);
        $tone = self::tone($written, $sounds, $line->tonic)->transplanted($octaves);
        $end = $lead + array_sum($laid->lengths) + array_sum($laid->gaps);
        $lengths = [];
        for ($place = $lead; $place < $end; $place = $bars->nextLine($place)) {
            $lengths[] = $bars->nextLine($place) - $place;
        }
        \assert([] !== $lengths);

        return [
            $line->with(array_fill(0, \count($lengths), $tone)),
            Laid::plainly($lengths, array_fill(0, \count($lengths), 0), $lead),
        ];
    }

    private static function note(Material $material, Pitch $tonic, int $degree): Pitch
    {
        $scale = $material->ascending($tonic);

        // 8 is the tonic's octave in every scale; a scale without so many notes has its last.
        return $scale->note(8 === $degree ? $scale->size() : min($degree, $scale->size()) - 1)->pitch;
    }

    /** @throws StudyError */
    private static function octaves(Pitch $note, Player $player): int
    {
        foreach ($player->preferredRanges() as $range) {
            for ($octaves = -8; $octaves <= 8; ++$octaves) {
                $there = $note->octaves($octaves);
                if ($range->holds($there, $there)) {
                    return $octaves;
                }
            }
        }
        throw StudyError::voiceFitsNowhere('drone', $note, $note, $player->name, $player->limit());
    }

    private static function tone(Pitch $written, Pitch $sounds, Pitch $tonic): Tone
    {
        $degree = DegreeName::of($tonic, $written);
        $isTonic = $written->name()->equals($tonic->name());

        return new Tone(
            $written,
            $sounds,
            $degree->text,
            $degree->number,
            true,
            $isTonic,
            true,
            false,
            0,
            false,
            isRoot: $isTonic,
            root: $degree->number,
        );
    }
}
