<?php

declare(strict_types=1);

namespace SwiftReed\Time;

/**
 * The names MusicXML 4.0 gives note values, by their length in ticks.
 */
final class NoteValues
{
    private const NAMES = [
        1920 => ['whole', 0], 1440 => ['half', 1], 960 => ['half', 0], 720 => ['quarter', 1], 480 => ['quarter', 0],
        360 => ['eighth', 1], 240 => ['eighth', 0], 180 => ['16th', 1], 120 => ['16th', 0], 60 => ['32nd', 0],
    ];

    /** "quarter", "dotted half", "triplet eighth", "two and a half quarters": how long a note is, read aloud. */
    public static function spoken(int $ticks): string
    {
        if (isset(self::NAMES[$ticks])) {
            return (self::NAMES[$ticks][1] > 0 ? 'dotted ' : '').strtr(
                self::NAMES[$ticks][0],
                ['16th' => 'sixteenth', '32nd' => 'thirty-second'],
            );
        }
        if (isset(self::NAMES[intdiv($ticks * 3, 2)]) && 0 === $ticks * 3 % 2) {
            return 'triplet '.self::NAMES[intdiv($ticks * 3, 2)][0];
        }

        return rtrim(rtrim(\sprintf('%.2f', $ticks / Length::QUARTER), '0'), '.').' quarters';
    }

    /** @return array{string, int} name and dots */
    public static function of(int $ticks): array
    {
        return self::NAMES[$ticks] ?? throw new \LogicException(\sprintf('%d ticks are not one note value.', $ticks));
    }
}
