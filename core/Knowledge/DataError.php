<?php

declare(strict_types=1);

namespace SwiftReed\Knowledge;

/**
 * Something wrong in a knowledge file: names the file, the entry and the reason.
 */
final class DataError extends \RuntimeException
{
    public static function missing(string $file): self
    {
        return new self(\sprintf('data/%s.yaml is missing.', $file));
    }

    public static function unreadable(string $file, string $reason): self
    {
        return new self(\sprintf('data/%s.yaml cannot be read: %s.', $file, rtrim($reason, '.')));
    }

    public static function entry(string $file, string $entry, string $reason): self
    {
        return new self(\sprintf('data/%s.yaml, entry "%s": %s.', $file, $entry, rtrim($reason, '.')));
    }
}
