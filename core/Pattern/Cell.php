<?php

declare(strict_types=1);

namespace SwiftReed\Pattern;

/**
 * The shape that is walked over the scale: groups of items. A group is slurred and moved by octaves as a whole.
 */
final readonly class Cell
{
    /** @param list<list<Item>> $groups */
    private function __construct(public array $groups)
    {
    }

    /** @param list<list<Item>> $groups */
    public static function of(array $groups): self
    {
        return new self($groups);
    }

    public static function none(): self
    {
        return new self([]);
    }

    public function isNone(): bool
    {
        return [] === $this->groups;
    }

    /** Whether it ends in what leads into the next. */
    public function leadsOn(): bool
    {
        $items = array_merge([], ...$this->groups);

        return [] !== $items && $items[\count($items) - 1]->leadsOn();
    }

    /**
     * Whether degrees of a group below the octave are counted down from it: it begins 8 7, as the second group of
     * tetra.
     */
    public static function countsFromTop(Item ...$group): bool
    {
        return isset($group[0], $group[1]) && $group[0]->isPlain(8) && $group[1]->isPlain(7);
    }
}
