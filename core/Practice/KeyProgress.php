<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * How far a player is with one line: recomputed from what was played, never stored.
 *
 * Source: the handbook, chapter 7: a key is clean when it reached its goal on so many different days or a teacher
 * passed it; kept keys return.
 */
final readonly class KeyProgress
{
    /**
     * @param Day|null    $begun    when it was first played
     * @param Day|null    $last     when it was last played
     * @param float|null  $highest  the fastest passed, quarter notes a minute
     * @param list<Day>   $goalDays days on which the goal was reached
     * @param Day|null    $clean    when it became clean
     * @param Day|null    $returns  when it is due again; of a clean key only
     * @param bool        $slipped  whether the last time was a miss, after it had been clean
     */
    private function __construct(
        public ?Day $begun,
        public ?Day $last,
        public ?float $highest,
        public array $goalDays,
        public ?Day $clean,
        public ?Day $returns,
        public bool $slipped,
    ) {
    }

    /**
     * @param list<Played> $played of this line, from early to late
     * @param float        $goal   quarter notes a minute
     * @param int          $inARow clean passes that pass a tempo
     * @param int          $needed different days on which the goal is reached
     */
    public static function of(array $played, float $goal, int $inARow, int $needed, Reviews $reviews): self
    {
        $highest = null;
        $goalDays = [];
        $clean = null;
        $results = [];
        foreach (self::days($played, $inARow) as [$day, $fastest, $missed, $wasTaken]) {
            $highest = null === $fastest ? $highest : max($highest ?? 0.0, $fastest);
            $reached = null !== $fastest && $fastest >= $goal - 1e-6;
            if ($reached) {
                $goalDays[] = $day;
            }
            if (null === $clean && ($wasTaken || \count($goalDays) >= $needed) && $reached) {
                $clean = $day;
                $results[] = [$day, true];
            } elseif (null !== $clean && ($reached || $missed)) {
                // A review that came to its goal was clean, whatever was missed on the way there.
                $results[] = [$day, $reached];
            }
        }
        $count = \count($played);

        return new self(
            0 === $count ? null : $played[0]->day,
            0 === $count ? null : $played[$count - 1]->day,
            $highest,
            $goalDays,
            $clean,
            [] === $results ? null : $reviews->returns($results),
            [] !== $results && !$results[\count($results) - 1][1],
        );
    }

    /**
     * Day by day: the fastest tempo that was passed, whether something was missed, whether a teacher's word was among
     * it.
     *
     * @param list<Played> $played
     *
     * @return list<array{Day, float|null, bool, bool}>
     */
    private static function days(array $played, int $inARow): array
    {
        $days = [];
        $row = [null, 0.0, 0]; // day, tempo, clean passes in a row
        foreach ($played as $one) {
            $key = $one->day->count;
            $days[$key] ??= [$one->day, null, false, false];
            if (!$one->isClean) {
                $days[$key][2] = true;
                $row = [null, 0.0, 0];
                continue;
            }
            $row = $row[0] === $key && abs($row[1] - $one->quarters) < 1e-6
                ? [$key, $one->quarters, $row[2] + 1]
                : [$key, $one->quarters, 1];
            if ($one->counts || $one->isTaken || $row[2] >= $inARow) {
                $days[$key][1] = max($days[$key][1] ?? 0.0, $one->quarters);
                $days[$key][3] = $days[$key][3] || $one->isTaken;
            }
        }

        return array_values($days);
    }

    public function isClean(): bool
    {
        return null !== $this->clean;
    }

    public function isDue(Day $today): bool
    {
        return null !== $this->returns && !$today->isBefore($this->returns);
    }
}
