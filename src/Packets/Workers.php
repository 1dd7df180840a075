<?php

declare(strict_types=1);

namespace App\Packets;

/**
 * Those who make the pieces of packets while the director does something else.
 */
interface Workers
{
    /** Puts a piece of a run in the row of what is to be made; it is taken when the change that asks for it is kept. */
    public function make(string $run, int $number): void;
}
