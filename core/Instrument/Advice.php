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

    /**
     * Whether it is to be said on a note.
     *
     * @param int|null     $before written MIDI number of the note before
     * @param int|null     $after  of the note after
     * @param list<string> $down   touches that are down
     * @param list<string> $ready  those of them that are so without need
     */
    public function holds(?int $before, int $midi, ?int $after, array $down, array $ready): bool
    {
        return $midi >= $this->lowest
            && $midi <= $this->highest
            && self::lies($before, $this->from)
            && self::lies($after, $this->to)
            && [] === array_diff($this->touches, $down)
            && ([] === $this->resting || [] !== array_intersect($this->resting, $ready));
    }

    /** @param array{int, int}|null $between */
    private static function lies(?int $midi, ?array $between): bool
    {
        return null === $between || (null !== $midi && $midi >= $between[0] && $midi <= $between[1]);
    }
}
