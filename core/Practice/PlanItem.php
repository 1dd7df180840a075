<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * What is done with one line on one day.
 */
final readonly class PlanItem
{
    public const NEW = 'new';
    public const KEEP = 'keep';
    public const REVIEW = 'review';

    /**
     * @param int    $minutes with its rests
     * @param string $kind {@see NEW} a key that is being learnt, {@see REVIEW} one that is due again, {@see KEEP} a
     *  clean one among others
     * @param int    $tempo   beats a minute at which it is begun
     * @param string $why     a sentence
     * @param string $pattern a clause that the line takes on that day; nothing for the line as it is
     */
    public function __construct(
        public PlanLine $line,
        public int $minutes,
        public string $kind,
        public int $tempo,
        public string $why,
        public string $pattern = '',
    ) {
    }
}
