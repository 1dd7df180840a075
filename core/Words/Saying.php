<?php

declare(strict_types=1);

namespace SwiftReed\Words;

/**
 * Something to be said, before it is worded: which sentence of the catalogue, and with what.
 *
 * @phpstan-type Argument int|float|string|Named|Saying|list<string|Named|Saying>
 */
final readonly class Saying
{
    /** @param array<string, Argument> $with by the names that the sentence has for them */
    private function __construct(public string $key, public array $with)
    {
    }

    /**
     * @param string                  $key  of the catalogue, "move.lifts"
     * @param array<string, Argument> $with notes are named as the reader names them, lists are joined
     */
    public static function of(string $key, array $with = []): self
    {
        return new self($key, $with);
    }

    /** Words of a chart, which are data and stand in the catalogue under themselves if at all. */
    public static function chart(string $text): self
    {
        return new self('chart', ['text' => $text]);
    }
}
