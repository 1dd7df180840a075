<?php

declare(strict_types=1);

namespace SwiftReed\Import;

/**
 * What a file holds: the line of the part that was chosen, the parts there are to choose from, and the study lines it
 * carries when it is one of ours.
 */
final readonly class GivenFile
{
    /**
     * @param list<string> $parts names of parts and voices, in order
     * @param int          $part  which of them was read, from 0
     * @param list<string> $lines study lines that travelled in the file
     * @param string       $instrument the instrument it was written out for, when it is one of ours
     */
    public function __construct(
        public GivenLine $given,
        public array $parts = [''],
        public int $part = 0,
        public array $lines = [],
        public string $instrument = '',
    ) {
    }
}
