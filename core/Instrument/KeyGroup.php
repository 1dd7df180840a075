<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * Keys that lie together and are drawn together: a table, the side keys, the keys of a thumb.
 */
final readonly class KeyGroup
{
    /**
     * @param array<string, KeySpot>   $spots
     * @param string $show always,
     *  used (when one of its keys is down or has just moved) or never (drawn with another touch)
     * @param list<int>                $mark   where moves of the group are told, x and y; empty for beside each touch
     * @param array<string, list<int>> $marks  where moves of single touches are told
     * @param list<string> $letter where the letter of a key that is down stands: x, base line, start,
     *  middle or end; empty for none
     */
    public function __construct(
        public string $name,
        public array $spots,
        public string $show,
        public array $mark,
        public array $marks,
        public array $letter,
    ) {
    }
}
