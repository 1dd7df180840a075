<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * Touches that may be down on some notes without effect, and when a player leaves or lays them down.
 */
final readonly class Resting
{
    /**
     * @param int          $lowest  written MIDI numbers of the notes on which they may rest
     * @param list<int>    $notes   only these notes; empty for all between lowest and highest
     * @param list<string> $touches
     * @param string $how "ahead": where the line comes to a note that holds them and only such notes lie between;
     * "bridge": where it comes from such a note as well; "beside": where a neighbour holds them;
     * "always"; "first": always for first-year players, ahead or behind for others
     * @param string       $because in a teacher's words
     * @param list<string> $whileHeld only with fingerings that hold all of these
     * @param list<int>    $firstBefore written MIDI numbers: first-year players lay them down directly before these alone;
     *  empty for no such limit
     */
    public function __construct(
        public int $lowest,
        public int $highest,
        public array $notes,
        public array $touches,
        public string $how,
        public string $because,
        public array $whileHeld,
        public array $firstBefore = [],
    ) {
    }

    /**
     * Whether it is held because that is taught, or because the finger has no time to lift; else it is only ready for
     * what comes.
     *
     * Source: the handbook, chapter 4, "Drawing them".
     */
    public function isHeld(): bool
    {
        return \in_array($this->how, ['bridge', 'beside', 'first'], true);
    }

    public function isOn(int $midi): bool
    {
        return $midi >= $this->lowest
            && $midi <= $this->highest
            && ([] === $this->notes || \in_array($midi, $this->notes, true));
    }
}
