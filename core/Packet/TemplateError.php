<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Knowledge\Mistake;

/**
 * A sheet template that is not known.
 */
final class TemplateError extends \DomainException implements Mistake
{
    /** @param list<string> $known */
    public static function unknown(string $read, array $known): self
    {
        return new self(\sprintf(
            '"%s" is not a sheet template; expected one of %s, for example: sheet:fill %s "concert E flat".',
            mb_substr($read, 0, 40),
            implode(', ', $known),
            $known[0] ?? 'short',
        ));
    }

    public static function notAKey(string $read): self
    {
        return new self(\sprintf(
            '"%s" is not a key; expected a tonic in concert pitch, for example "concert E flat".',
            mb_substr($read, 0, 40),
        ));
    }
}
