<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Line\StudyLine;

/**
 * One step of learning a line.
 */
final readonly class Step
{
    /**
     * @param StudyLine      $line     of which it is a stretch
     * @param int            $from     the first note of that stretch, counted from 0
     * @param int            $to       the last
     * @param bool           $isSilent whether nothing is blown: names are said and fingers move
     * @param bool           $isTimed  whether the click goes with it
     * @param int            $times    how often
     * @param string         $attend   the one thing to attend to, a sentence
     * @param list<StepNote> $plays    what is played once through
     * @param int            $ticks    that once through takes, to the end of a bar
     * @param bool           $isTongued whether everything is tongued, whatever is marked
     * @param Ladder|null    $ladder   of the last step
     */
    public function __construct(
        public StepKind $kind,
        public StudyLine $line,
        public int $from,
        public int $to,
        public bool $isSilent,
        public bool $isTimed,
        public int $times,
        public string $attend,
        public array $plays,
        public int $ticks,
        public int $bpm,
        public string $unit,
        public bool $isTongued,
        public ?Ladder $ladder = null,
    ) {
    }
}
