<?php

declare(strict_types=1);

namespace App\Shared;

/**
 * How much work has been done for somebody lately, counted on this machine for all of its PHP workers.
 */
interface Spending
{
    /** @param int $milliseconds of work, added to those of the window that runs now */
    public function add(string $who, int $milliseconds): void;

    /** @return int milliseconds of work within the last window */
    public function lately(string $who): int;
}
