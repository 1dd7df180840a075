<?php

declare(strict_types=1);

namespace SwiftReed\Study\Walk;

use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Player;
use SwiftReed\Player\Stage;
use SwiftReed\Scale\DegreeName;
use SwiftReed\Study\Fit\Line;
use SwiftReed\Study\Fit\Placement;
use SwiftReed\Study\Fit\RangePolicy;
use SwiftReed\Study\Recipe;
use SwiftReed\Study\Rhythm\Rhythm;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Tone;
use SwiftReed\Time\Length;

/**
 * Two neighbouring partials of one fingering, back and forth: from the tonic to the next note above that the same
 * fingering has. When no rhythm is said, a bar each of halves, eighths, triplets and sixteenths.
 *
 * Source: the handbook, chapters 3 and 4 (common practice).
 */
final class LipSlurs
{
    private const TIMES = 8;
    /** A bar each of halves, eighths, triplets and sixteenths: ticks, and times back and forth. */
    private const IN_TURN = [
        [Length::HALF, 1],
        [Length::EIGHTH, 4],
        [Length::TRIPLET_EIGHTH, 6],
        [Length::SIXTEENTH, 8],
    ];

    /** Intervals between partials of one tube, by half steps: a fourth above F is B flat and not A sharp. */
    private const INTERVALS = [
        1 => 'm2', 2 => 'M2', 3 => 'm3', 4 => 'M3', 5 => 'P4', 7 => 'P5', 8 => 'm6', 9 => 'M6', 10 => 'm7', 12 => 'P8',
    ];

    private static function spelled(Pitch $tonic, Pitch $plain): Pitch
    {
        $interval = self::INTERVALS[$plain->midi() - $tonic->midi()] ?? '';
        $spelled = '' === $interval ? $plain : $tonic->transpose(Interval::parse($interval));

        return abs($spelled->alter) > 1 ? $plain : $spelled;
    }

    /** @throws StudyError when the instrument has no partials, or none in its range */
    public static function placed(Recipe $recipe, Player $player, Key $key, Sounding $sounding): Placement
    {
        $isDerived = false;
        foreach ([...$player->preferredRanges(), $player->range(Stage::Full)] as $range) {
            for ($octave = 0; $octave <= 8; ++$octave) {
                $tonic = $key->tonic->at($octave);
                foreach (($player->nextPartial)($tonic) as [$plain, $partials]) {
                    $isDerived = true;
                    $above = self::spelled($tonic, $plain);
                    if (!$range->holds($tonic, $above)) {
                        continue;
                    }
                    $degree = DegreeName::of($tonic, $above);
                    $low = new Tone(
                        $tonic,
                        $sounding->tonic($tonic),
                        '1',
                        1,
                        true,
                        true,
                        false,
                        false,
                        0,
                        false,
                        cell: 0,
                        isRoot: true,
                    );
                    $high = new Tone(
                        $above,
                        self::spelled(
                            $sounding->tonic($tonic),
                            $sounding->tonic($tonic)->transpose(Interval::between($tonic, $above)),
                        ),
                        $degree->text,
                        $degree->number,
                        true,
                        false,
                        false,
                        false,
                        0,
                        false,
                        cell: 0,
                        fromRoot: $degree->text,
                    );
                    $tones = [];
                    foreach (
                        Rhythm::InTurn === $recipe->timing->rhythm
                        ? self::IN_TURN
                        : [[Rhythm::SMALLEST, self::TIMES]] as [$ticks, $times]
                    ) {
                        $stretch = intdiv($ticks, Rhythm::SMALLEST);
                        for ($time = 1; $time <= $times; ++$time) {
                            array_push($tones, $low->drilled($stretch, false), $high->drilled($stretch, false));
                        }
                    }
                    $last = $low->turning(true)->drilled(
                        Rhythm::InTurn === $recipe->timing->rhythm ? intdiv(Length::WHOLE, Rhythm::SMALLEST) : 1,
                        false,
                    );

                    return Placement::of(
                        Line::of([...$tones, $last], $tonic, 0, 1),
                        RangePolicy::WholeOctaves,
                        [\sprintf(
                            $partials > 1
                                ? '%s and %s lie on one fingering; a partial that is too far out of tune lies between them.'
                                : '%s and %s are neighbours on one fingering.',
                            $tonic->sign(),
                            $above->sign(),
                        )],
                    );
                }
            }
        }
        throw $isDerived
            ? StudyError::nothingFits(
                false,
                'the slur',
                $key->tonic->sign().' '.$recipe->material->name,
                $player->name,
                $player->limit(),
            )
            : StudyError::notForThisInstrument($recipe->pattern->text, $player->name);
    }
}
