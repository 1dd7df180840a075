<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Practice\Played;

/**
 * What is known of one player, put where a grid finds it at once.
 */
final readonly class RecordPlayer
{
    /**
     * @param list<Heard>          $heard   from early to late
     * @param array<string, float> $fastest clean passes in quarter notes a minute, by the line without its tempo
     */
    private function __construct(public Instrument $instrument, public array $heard, public array $fastest)
    {
    }

    /**
     * @param list<Heard>  $heard  from early to late
     * @param list<Played> $played what he practised
     */
    public static function of(Instrument $instrument, array $heard, array $played): self
    {
        $fastest = [];
        foreach ($played as $one) {
            if ($one->isClean) {
                $fastest[$one->line] = max($fastest[$one->line] ?? 0.0, $one->quarters);
            }
        }

        return new self($instrument, $heard, $fastest);
    }
}
