<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * When a key that was learnt returns: after 1, 3, 7, 14, 30 days, then every 30; after a miss on the next day, and from
 * the beginning.
 *
 * A day counts once: a miss on it weighs more than what was clean on the same day.
 *
 * Source: the handbook, chapter 7, "The day and the weeks" (common practice).
 */
final readonly class Reviews
{
    /** @param non-empty-list<int> $after days */
    private function __construct(private array $after)
    {
    }

    public static function usual(PracticeFigures $figures): self
    {
        return new self($figures->counts('review-days'));
    }

    /**
     * @param non-empty-list<array{Day, bool}> $results from early to late,
     *  the first the one with which it was learnt; whether each was clean
     */
    public function returns(array $results): Day
    {
        $days = [];
        foreach ($results as [$day, $isClean]) {
            $days[$day->text()] = [$day, ($days[$day->text()][1] ?? true) && $isClean];
        }
        $step = 0;
        $last = $results[0][0];
        foreach ($days as [$day, $isClean]) {
            $step = $isClean ? $step + 1 : 0;
            $last = $day;
        }

        return $last->plus(0 === $step ? $this->after[0] : $this->after[min($step, \count($this->after)) - 1]);
    }

    /**
     * "2026-03-01:c,2026-03-08:m".
     *
     * @return non-empty-list<array{Day, bool}>
     *
     * @throws PracticeError
     */
    public static function parse(string $text): array
    {
        $results = [];
        foreach (explode(',', $text) as $one) {
            if (1 !== preg_match('/^\s*([0-9-]+)\s*:\s*([cmCM])\s*$/', $one, $said)) {
                throw PracticeError::notADayResult(trim($one));
            }
            $day = Day::parse($said[1]);
            $before = [] === $results ? null : $results[\count($results) - 1][0];
            if (null !== $before && $day->isBefore($before)) {
                throw PracticeError::daysOutOfOrder($day->text(), $before->text());
            }
            $results[] = [$day, 'c' === strtolower($said[2])];
        }

        return $results;
    }
}
