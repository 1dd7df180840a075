<?php

declare(strict_types=1);

namespace App\Packets;

use SwiftReed\Knowledge\Mistake;

/**
 * A piece of a packet that cannot be made.
 */
final class PacketError extends \DomainException implements Mistake
{
    public static function because(string $why): self
    {
        return new self($why);
    }

    public static function noStudies(): self
    {
        return new self(
            'The packet has no study; expected a study line in each row, for example "concert F major, fold".',
        );
    }

    public static function nobody(): self
    {
        return new self('Nobody gets this packet; expected at least one player, for example all of the band.');
    }

    public static function tooMuchToShare(): self
    {
        return new self(
            'There are too many notes to find out who can share a page; expected fewer keys or studies, or an edition for each section or player.',
        );
    }

    public static function nothingToWriteOn(): self
    {
        return new self(
            'The packet has chorales alone, and no worksheet is made of a chorale; expected a study beside them, '
                .'for example "concert F major", or no worksheets.',
        );
    }

    public static function nothingToJoin(): self
    {
        return new self('None of the parts could be made, so there is nothing to put together.');
    }
}
