<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Words\Wording;

/**
 * What a plan is set to. Days are worked out from it and from what was played; they are not stored.
 */
final readonly class PlanSettings
{
    public const MOST_MINUTES = 240;
    public const MOST_DAYS = 730;

    /**
     * @param Day      $begin      when the plan began
     * @param Day|null $due        by when; null for no date
     * @param int      $minutes    a day that the player has, for everything
     * @param bool     $inMemory   whether it is to be played from memory
     * @param int      $inARow     clean passes that raise the tempo
     * @param int      $goalDays   different days on which a key reaches its goal before the next opens
     * @param bool     $hardFirst  whether the keys that are hardest on this instrument come early
     */
    public function __construct(
        public Day $begin,
        public Rungs $rungs,
        public ?Day $due = null,
        public int $minutes = 20,
        public bool $inMemory = false,
        public int $inARow = 2,
        public int $goalDays = 2,
        public bool $hardFirst = false,
        public ?Rotation $rotation = null,
    ) {
        if ($minutes < 1 || $minutes > self::MOST_MINUTES) {
            throw PracticeError::notAPlan(Wording::of('plan-settings.minutes-day-read', [
                'minutes' => $minutes,
                'most_minutes' => self::MOST_MINUTES,
            ]));
        }
        if ($inARow < 1 || $inARow > Ladder::MOST_CLEAN) {
            throw PracticeError::notClean($inARow);
        }
        if ($goalDays < 1 || $goalDays > 5) {
            throw PracticeError::notAPlan(Wording::of('plan-settings.key-reach-goal', ['goal_days' => $goalDays]));
        }
    }
}
