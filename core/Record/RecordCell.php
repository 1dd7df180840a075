<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Practice\Day;

/**
 * One player and one requirement.
 */
final readonly class RecordCell
{
    /**
     * @param Heard|null $by       the entry that decides: the fastest passed, else the last that was heard
     * @param int|null   $tempo    beats a minute at which it was passed, or practised clean
     * @param bool       $isReady  whether it was practised clean at the tempo that is asked for
     * @param Day|null   $lastHeard by a teacher
     */
    public function __construct(
        public Standing $standing,
        public ?Heard $by,
        public ?int $tempo,
        public bool $isReady,
        public ?Day $lastHeard,
    ) {
    }
}
