<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

/**
 * What a player has decided for himself: pinned fingerings, and how his own notes lie.
 */
final readonly class OwnFingerings
{
    /**
     * @param list<Pin>      $pins
     * @param list<Tendency> $tendencies they override the model
     */
    public function __construct(public array $pins = [], public array $tendencies = [])
    {
    }
}
