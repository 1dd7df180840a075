<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Component\DependencyInjection\Attribute\AsAlias;

/**
 * Counts in memory that the PHP workers of a machine share (APCu). Where there is none, nothing is counted and nobody
 * waits.
 */
#[AsAlias(Spending::class)]
final class SpendingInMemory implements Spending
{
    private const MILLISECONDS = 1000;

    public function add(string $who, int $milliseconds): void
    {
        if (self::isThere()) {
            apcu_inc(self::key($who, self::window()), $milliseconds, ttl: 2 * Budgets::WINDOW);
        }
    }

    public function lately(string $who): int
    {
        if (!self::isThere()) {
            return 0;
        }
        $window = self::window();
        $of = static function (int $which) use ($who): int {
            $spent = apcu_fetch(self::key($who, $which));

            return \is_int($spent) ? $spent : 0;
        };
        // Of the window before as much as lies within the last sixty seconds.
        $left = 1 - fmod(microtime(true), Budgets::WINDOW) / Budgets::WINDOW;

        return $of($window) + (int) round($left * $of($window - 1));
    }

    private static function isThere(): bool
    {
        return \function_exists('apcu_enabled') && apcu_enabled();
    }

    private static function window(): int
    {
        return intdiv((int) (microtime(true) * self::MILLISECONDS), Budgets::WINDOW * self::MILLISECONDS);
    }

    private static function key(string $who, int $window): string
    {
        return 'budget.'.$window.'.'.$who;
    }
}
