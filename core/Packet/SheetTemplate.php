<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

/**
 * A sheet of exercises without a key.
 */
final readonly class SheetTemplate
{
    /**
     * @param string         $says      what it is for
     * @param list<Exercise> $exercises in their order
     */
    public function __construct(public string $name, public string $says, public array $exercises)
    {
    }
}
