<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

/**
 * Names one after another, as they are said: "Ada, Bea and Cleo".
 */
final class Lists
{
    /** @param list<string> $names */
    public static function and(array $names): string
    {
        $last = array_pop($names);

        return [] === $names ? (string) $last : implode(', ', $names).' and '.$last;
    }
}
