<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Transposition;

/**
 * Instruments that read the same key for the same concert key.
 */
final readonly class PacketFamily
{
    /** @param non-empty-list<Instrument> $instruments */
    public function __construct(public NoteName $ownCSounds, public array $instruments)
    {
    }

    /** Octaves do not matter to the key, so that of any member will do. */
    public function transposition(): Transposition
    {
        return $this->instruments[0]->transposition;
    }
}
