<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Packets\Workers;
use Symfony\Component\Messenger\MessageBusInterface;

/**
 * Pieces of packets go to the workers as messages.
 */
final class PieceWorkers implements Workers
{
    public function __construct(private readonly MessageBusInterface $bus)
    {
    }

    public function make(string $run, int $number): void
    {
        $this->bus->dispatch(new MakePiece($run, $number));
    }
}
