<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Study\Rhythm\Rhythm;
use SwiftReed\Study\Tone;
use SwiftReed\Time\Length;
use SwiftReed\Time\TimeSignature;

/**
 * The rhythm of a line of notes that was recognised: even values, long ends and tonics, or a figure.
 */
final class RhythmFinder
{
    /** Values of which all notes may be, by their clause. */
    public const EVEN = [
        'whole notes' => Length::WHOLE, 'half notes' => Length::HALF, 'quarters' => Length::QUARTER,
        'eighths' => Length::EIGHTH, 'triplets' => Length::TRIPLET_EIGHTH, 'sixteenths' => Length::SIXTEENTH,
    ];

    /**
     * @param list<Tone> $tones
     *
     * @return list<string> the rhythm clauses, where the lengths are regular; quarters else
     */
    public static function of(GivenLine $given, array $tones): array
    {
        $even = self::even($given);
        $length = self::EVEN[$even[0] ?? ''] ?? 0;
        $isSilent = false;
        foreach ($tones as $i => $tone) {
            $isSilent = $isSilent || ($i > 0 && $given->notes[$i]->rests !== $tone->rests * $length);
        }
        if ([] !== $even && !$isSilent) {
            return $even;
        }
        $figure = self::uneven($given, $tones);

        return [] === $figure ? $even : $figure;
    }

    /** @return list<string> the value of all notes, or of all but a long last one, whatever silence lies between them */
    private static function even(GivenLine $given): array
    {
        $ticks = array_map(static fn (GivenNote $note): int => $note->ticks, $given->notes);
        $body = \array_slice($ticks, 0, -1);
        foreach (self::EVEN as $clause => $length) {
            if ([] === array_diff($ticks, [$length])) {
                return [$clause];
            }
            if ([] !== $body && [] === array_diff($body, [$length]) && $ticks[\count($ticks) - 1] > $length) {
                return [$clause, 'long last'];
            }
        }

        return [];
    }

    /**
     * @param list<Tone> $tones
     *
     * @return list<string> long ends and tonics, or a figure
     */
    private static function uneven(GivenLine $given, array $tones): array
    {
        $ticks = array_map(static fn (GivenNote $note): int => $note->ticks, $given->notes);
        if ([] !== $tones) {
            foreach ([Rhythm::LongEnds, Rhythm::LongEndsInEighths, Rhythm::LongTonics] as $rhythm) {
                if ($rhythm->lengths($tones, false, TimeSignature::fourFour()) === $ticks) {
                    return [$rhythm->value];
                }
            }
        }

        return [] === $tones ? [] : FigureFinder::clauses($tones, $given->notes, $given->time, $given->pickUp);
    }
}
