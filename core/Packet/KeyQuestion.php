<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Pitch\NoteName;

/**
 * A key as people ask for it: "B flat", "concert Eb", "F sharp major", "four flats", "no sharps".
 */
final class KeyQuestion
{
    private const NUMBERS = [
        'no' => 0, 'one' => 1, 'two' => 2, 'three' => 3, 'four' => 4, 'five' => 5, 'six' => 6, 'seven' => 7,
    ];

    /** @throws \SwiftReed\Pitch\PitchError when it is none of these */
    public static function parse(string $text): NoteName
    {
        $asked = strtolower(trim($text));
        if (1 === preg_match(
            '/^(no|one|two|three|four|five|six|seven|[0-7])\s*(sharps?|flats?|#|b)$/',
            $asked,
            $found,
        )) {
            $count = self::NUMBERS[$found[1]] ?? (int) $found[1];

            return NoteName::fromFifths('s' === $found[2][0] || '#' === $found[2][0] ? $count : -$count);
        }

        return NoteName::parse((string) preg_replace(
            ['/^(the )?(key of |concert pitch |concert |own |my own |my |written )+/i', '/\s+(major|scale)+$/i'],
            '',
            trim($text),
        ));
    }
}
