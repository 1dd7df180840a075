<?php

declare(strict_types=1);

namespace App\Shared;

use Doctrine\DBAL\Exception\ConnectionException;
use Doctrine\DBAL\Exception\DriverException;

/**
 * The line to the database broke at the very moment at which a change was to be kept. Pressing again with the same
 * number settles it.
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

    /** Whether it is the line to the database that broke, whoever broke it, and not the database that refused. */
    public static function isBroken(\Throwable $error): bool
    {
        $says = $error->getMessage();

        return $error instanceof ConnectionException
            || (
                $error instanceof DriverException
                    && (str_contains($says, 'server') || str_contains($says, 'terminating connection'))
            );
    }

    public function title(): string
    {
        return 'title.away';
    }
}
