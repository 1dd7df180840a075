<?php

declare(strict_types=1);

namespace SwiftReed\Time;

/**
 * A rhythm said apart from pitch, that is walked over any line: "3+1", "2+1+1 | 1+1+2", "1+2+1 over 2 beats", "r1+1".
 *
 * Source: the handbook, chapter 3, "A language of rhythm" (common practice).
 */
final readonly class Figure
{
    /** Shares of one group at most: what is said in a line. Source: the handbook, chapter 3. */
    public const MOST_SHARES = 8;
    /** Beats over which a group is spread at most. */
    public const MOST_BEATS = 8;
    /** Groups of a figure at most. */
    public const MOST_GROUPS = 16;

    /**
     * @param non-empty-list<FigureGroup> $groups
     * @param bool                        $onEachNote whether every note of the line has the whole figure
     */
    private function __construct(public array $groups, public bool $onEachNote)
    {
    }

    public static function of(FigureGroup ...$groups): self
    {
        \assert([] !== $groups);

        return new self(array_values($groups), false);
    }

    /** One group of a beat: "3+1". */
    public static function ofShares(int ...$shares): self
    {
        \assert([] !== $shares);

        return self::of(FigureGroup::of(array_map(FigurePart::note(...), array_values($shares))));
    }

    public function onEachNote(): self
    {
        return new self($this->groups, true);
    }

    public function text(): string
    {
        return implode(' | ', array_map(static fn (FigureGroup $group): string => $group->text(), $this->groups))
            .($this->onEachNote ? ' on each note' : '');
    }

    /** Notes that one time through begins: what is tied over belongs to the note before. */
    public function notes(): int
    {
        $parts = array_merge(...array_map(static fn (FigureGroup $group): array => $group->parts, $this->groups));
        $isTied = $parts[\count($parts) - 1]->isTied;
        $notes = 0;
        foreach ($parts as $part) {
            $notes += $part->isRest || $isTied ? 0 : 1;
            $isTied = $part->isTied;
        }

        return $notes;
    }

    public function beats(): int
    {
        return array_sum(array_map(static fn (FigureGroup $group): int => $group->beats, $this->groups));
    }

    /** Whether nothing begins off the half of a beat, as where eighths may swing. */
    public function goesByHalves(): bool
    {
        foreach ($this->groups as $group) {
            $at = 0;
            foreach ($group->parts as $part) {
                if (0 !== 2 * $group->beats * $at % $group->shares()) {
                    return false;
                }
                $at += $part->share;
            }
        }

        return true;
    }
}
