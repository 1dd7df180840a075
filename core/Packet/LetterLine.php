<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\NoteName;

/**
 * One key of a chart of letters: its notes by name, and the degrees that carry a sign.
 */
final readonly class LetterLine
{
    /**
     * @param int            $number  line of the packet, 1 to 12
     * @param list<NoteName> $letters one octave with the upper tonic
     * @param list<int> $signed places in the line, from 1,
     *  of the notes with a sharp or flat; the upper tonic not counted
     */
    public function __construct(
        public int $number,
        public Key $concert,
        public Key $written,
        public array $letters,
        public array $signed,
    ) {
    }

    /** "notes 3 and 7", or "no note". */
    public function spoken(): string
    {
        if ([] === $this->signed) {
            return 'no note';
        }
        $all = array_map(strval(...), $this->signed);
        $last = array_pop($all);

        return 1 === \count($this->signed) ? 'note '.$last : 'notes '.implode(', ', $all).' and '.$last;
    }
}
