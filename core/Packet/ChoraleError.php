<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Knowledge\Mistake;

/**
 * A chorale that cannot be read or played.
 */
final class ChoraleError extends \DomainException implements Mistake
{
    /** @param list<string> $known */
    public static function unknown(string $name, array $known): self
    {
        return new self(\sprintf(
            'There is no chorale "%s"; there are: %s. Expected for example "chorale %s in concert F".',
            mb_substr($name, 0, 40),
            implode(', ', $known),
            $known[0] ?? 'evening',
        ));
    }

    public static function notANote(string $read): self
    {
        return new self(\sprintf(
            '"%s" is not a note of a chorale; expected a pitch and its length in quarters, for example "C5 1" or "r 2" for a rest.',
            mb_substr($read, 0, 40),
        ));
    }

    public static function voices(int $count): self
    {
        return new self(\sprintf(
            'A chorale has four voices; %d were read. Expected a file with four parts, or with four voices in its parts.',
            $count,
        ));
    }

    public static function tooLong(int $notes, int $most): self
    {
        return new self(\sprintf('A voice of the chorale has %d notes; expected at most %d.', $notes, $most));
    }

    public static function outOfRange(string $chorale, string $player): self
    {
        return new self(\sprintf(
            'No voice of "%s" lies within the range of %s, in whatever octave; expected another key, for example a third lower, or wider limits.',
            $chorale,
            $player,
        ));
    }
}
