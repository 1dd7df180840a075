<?php

declare(strict_types=1);

namespace SwiftReed\Time;

/**
 * The names MusicXML 4.0 gives note values, by their length in ticks.
 */
final class NoteValues
{
    private const NAMES = [
        3 * Length::HALF => ['whole', 1],
        Length::WHOLE => ['whole', 0],
        3 * Length::QUARTER => ['half', 1],
        Length::HALF => ['half', 0],
        3 * Length::EIGHTH => ['quarter', 1],
        Length::QUARTER => ['quarter', 0],
        3 * Length::SIXTEENTH => ['eighth', 1],
        Length::EIGHTH => ['eighth', 0],
        3 * Length::THIRTY_SECOND => ['16th', 1],
        Length::SIXTEENTH => ['16th', 0],
        3 * Length::SIXTY_FOURTH => ['32nd', 1],
        Length::THIRTY_SECOND => ['32nd', 0],
        Length::SIXTY_FOURTH => ['64th', 0],
    ];

    private const TUPLETS = [
        2 => 'duplet', 3 => 'triplet', 4 => 'quadruplet', 5 => 'quintuplet', 6 => 'sextuplet', 7 => 'septuplet',
        8 => 'octuplet',
    ];

    /**
     * "quarter", "dotted half", "triplet eighth", "two and a half quarters": how long a note is, read aloud.
     *
     * @param Tuplet|null $tuplet in which it begins
     */
    public static function spoken(int $ticks, ?Tuplet $tuplet = null): string
    {
        if (null !== $tuplet && isset(self::NAMES[$tuplet->written($ticks)])) {
            return (self::TUPLETS[$tuplet->actual] ?? 'tuplet').' '.self::spoken($tuplet->written($ticks));
        }
        if (isset(self::NAMES[$ticks])) {
            return (self::NAMES[$ticks][1] > 0 ? 'dotted ' : '').strtr(
                self::NAMES[$ticks][0],
                ['16th' => 'sixteenth', '32nd' => 'thirty-second', '64th' => 'sixty-fourth'],
            );
        }
        if (isset(self::NAMES[intdiv($ticks * 3, 2)]) && 0 === $ticks * 3 % 2) {
            return 'triplet '.self::NAMES[intdiv($ticks * 3, 2)][0];
        }

        return rtrim(rtrim(\sprintf('%.2f', $ticks / Length::QUARTER), '0'), '.').' quarters';
    }

    /** The longest value that one head can write, of no more ticks than these. */
    public static function longest(int $ticks): int
    {
        foreach (self::NAMES as $value => $name) {
            if ($value <= $ticks) {
                return $value;
            }
        }

        return Length::SIXTY_FOURTH;
    }

    /** @return array{string, int} name and dots */
    public static function of(int $ticks): array
    {
        return self::NAMES[$ticks] ?? throw new \LogicException(\sprintf('%d ticks are not one note value.', $ticks));
    }
}
