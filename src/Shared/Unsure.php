<?php

declare(strict_types=1);

namespace App\Shared;

/**
 * The line to the database broke at the very moment at which a change was to be kept. Pressing again with the same number settles it.
 */
final class Unsure extends \RuntimeException implements NotNow
{
    public static function because(\Throwable $error): self
    {
        return new self('refusal.unsure', 0, $error);
    }

    /** It was looked after, and nothing is there. */
    public static function notKept(\Throwable $error): self
    {
        return new self('refusal.lost', 0, $error);
    }

    public function title(): string
    {
        return 'title.away';
    }
}
