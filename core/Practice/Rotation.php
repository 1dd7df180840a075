<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * The way through the keys that are clean changes, so that practice does not go dull: chromatic up, only descending,
 * round the fifths, round the fourths; patterns likewise.
 *
 * Source: the handbook, chapter 7 (common practice: "a couple of days" each).
 */
final readonly class Rotation
{
    /** Half steps from a key to the next. */
    public const WAYS = ['chromatic up' => 1, 'chromatic down' => 11, 'by fifths' => 7, 'by fourths' => 5];
    /** A new way with each session, in place of a number of days. */
    public const EACH_SESSION = 0;

    /**
     * @param non-empty-list<string> $ways     of {@see WAYS}
     * @param list<string> $patterns clauses of the study line, "thirds"; the line as it is where there are none
     * @param int                    $days     after which the next way comes; {@see EACH_SESSION}
     */
    private function __construct(public array $ways, public array $patterns, public int $days)
    {
    }

    /**
     * @param list<string> $ways
     * @param list<string> $patterns
     */
    public static function of(array $ways = [], array $patterns = [], int $days = 2): self
    {
        $known = array_values(array_filter($ways, static fn (string $way): bool => isset(self::WAYS[$way])));

        return new self([] === $known ? array_keys(self::WAYS) : $known, $patterns, max(0, $days));
    }

    /** @param int $days since the plan began; @param int $sessions that were played */
    public function way(int $days, int $sessions): string
    {
        return $this->ways[$this->turn($days, $sessions) % \count($this->ways)];
    }

    /** The pattern of the day; nothing for the line as it is. */
    public function pattern(int $days, int $sessions): string
    {
        return [] === $this->patterns ? '' : $this->patterns[$this->turn($days, $sessions) % \count($this->patterns)];
    }

    /**
     * Keys in the order of the day, beginning with another one each time.
     *
     * @param list<int> $pitchClasses tonics, 0 is C
     *
     * @return list<int> their places in the list that was given
     */
    public function order(array $pitchClasses, int $days, int $sessions): array
    {
        if ([] === $pitchClasses) {
            return [];
        }
        $step = self::WAYS[$this->way($days, $sessions)];
        $turn = self::EACH_SESSION === $this->days ? $sessions : $days;
        $order = [];
        for ($k = 0, $at = $pitchClasses[$turn % \count($pitchClasses)]; $k < 12; ++$k, $at = ($at + $step) % 12) {
            array_push($order, ...array_keys($pitchClasses, $at, true));
        }

        return $order;
    }

    private function turn(int $days, int $sessions): int
    {
        return self::EACH_SESSION === $this->days ? $sessions : intdiv(max(0, $days), $this->days);
    }
}
