<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Instrument\Instrument;

/**
 * What is known of one player, put where a grid finds it at once.
 */
final readonly class RecordPlayer
{
    /**
     * @param list<Heard>          $heard   from early to late
     * @param array<string, float> $fastest clean passes in quarter notes a minute, by the line without its tempo
     */
    public function __construct(public Instrument $instrument, public array $heard, public array $fastest)
    {
    }
}
