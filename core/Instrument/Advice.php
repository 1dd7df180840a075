<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * What a teacher says on a note beyond its fingering: voicing, air, how a finger reaches a key.
 */
final readonly class Advice
{
    /**
     * @param int                  $lowest  written MIDI numbers of the notes on which it is said
     * @param array{int, int}|null $from    only where the note before lies from this to that
     * @param array{int, int}|null $to      only where the note after lies from this to that
     * @param list<string>         $touches only where all of these are down
     * @param list<string>         $resting only where one of these rests
     */
    public function __construct(
        public int $lowest,
        public int $highest,
        public ?array $from,
        public ?array $to,
        public array $touches,
        public array $resting,
        public string $says,
    ) {
    }
}
