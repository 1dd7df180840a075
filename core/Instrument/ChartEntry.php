<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * One line of a chart as it stands in the file, before it becomes a fingering.
 */
final readonly class ChartEntry
{
    /**
     * @param list<string>   $touches
     * @param list<Occasion> $may     places in which it may be chosen
     * @param list<Occasion> $always  places in which it stands instead of the default
     * @param string|null    $when    a word on when it is used
     * @param string|null    $voicing how the player tells it from another note of the same touches
     * @param bool           $yields  whether it gives way before its neighbours do
     * @param string|null    $name    what teachers call it
     */
    public function __construct(
        public array $touches,
        public FingeringUse $use,
        public ?string $when,
        public array $may,
        public array $always,
        public bool $differs,
        public bool $overblows,
        public ?string $voicing,
        public bool $yields,
        public ?string $name,
    ) {
    }

    /**
     * The same overblown; its notes between "from" and "to" are overblown with it.
     *
     * @param list<string> $touches
     */
    public function overblown(array $touches, int $halfSteps, int $from, int $to, bool $differs = false): self
    {
        $raise = static fn (Occasion $one): Occasion => $one->raised($halfSteps, $from, $to);

        return new self(
            $touches,
            $this->use,
            null,
            array_map($raise, $this->may),
            array_map($raise, $this->always),
            $differs || $this->differs,
            $this->overblows,
            $this->voicing,
            $this->yields,
            $this->name,
        );
    }
}
