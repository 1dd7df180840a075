<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

/**
 * What it takes to get from one fingering to the next.
 */
final readonly class Change
{
    /** @var list<Event> the weightiest first */
    public array $events;

    /**
     * @param float       $moves    effort of what moves; it counts the more the less time there is
     * @param float       $unclean  what cannot be played cleanly, however slowly; 0 for a clean change
     * @param list<Event> $events
     * @param bool        $isFlicked whether a key is flicked on the note that is come to
     */
    public function __construct(public float $moves, public float $unclean, array $events, public bool $isFlicked = false)
    {
        usort($events, static fn (Event $a, Event $b): int => $b->weight <=> $a->weight);
        $this->events = $events;
    }

    /** @return list<string> */
    public function flags(): array
    {
        if ([] === $this->events) {
            return $this->isFlicked ? ['momentary'] : [];
        }

        return array_values(array_unique([...array_map(static fn (Event $one): string => $one->kind->value, $this->events), ...($this->isFlicked ? ['momentary'] : [])]));
    }

    public function isAlwaysHard(): bool
    {
        foreach ($this->events as $one) {
            if ($one->isAlwaysHard()) {
                return true;
            }
        }

        return false;
    }
}
