<?php

declare(strict_types=1);

namespace App\Jobs;

/**
 * Asks a worker for one piece of a run. Given out twice it is made once.
 */
final readonly class MakePiece
{
    public function __construct(public string $run, public int $number)
    {
    }
}
