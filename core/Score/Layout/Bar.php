<?php

declare(strict_types=1);

namespace SwiftReed\Score\Layout;

final readonly class Bar
{
    /** @param list<BarItem> $items */
    public function __construct(public int $number, public array $items, public bool $beginsSystem)
    {
    }
}
