<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Words\Wording;

/**
 * A sheet template that is not known.
 */
final class TemplateError extends \DomainException implements Mistake
{
    /** @param list<string> $known */
    public static function unknown(string $read, array $known): self
    {
        return new self(Wording::of('template-error.unknown', [
            'read' => mb_substr($read, 0, 40),
            'known' => implode(', ', $known),
            'known_2' => $known[0] ?? 'short',
        ]));
    }

    public static function notAKey(string $read): self
    {
        return new self(Wording::of('template-error.not-a-key', ['read' => mb_substr($read, 0, 40)]));
    }
}
