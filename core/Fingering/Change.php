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
    /** @var list<string> kinds of the events, each once, and `momentary` where a key is flicked */
    public array $flags;
    /** Whether something in it cannot be played cleanly; whether something is hard by itself. */
    public bool $hasUnclean;
    /** What moves, to one place: as it is told. */
    public float $difficulty;
    public bool $hasHard;

    /**
     * @param float       $moves    effort of what moves; it counts the more the less time there is
     * @param float       $unclean  what cannot be played cleanly, however slowly; 0 for a clean change
     * @param list<Event> $events
     * @param int         $slides  how often something goes from one place to the other that cannot be slurred cleanly:
     *                             a finger from key to key, the same little finger or thumb twice, a long throw
     * @param bool        $isHard  whether it is likely to go wrong, on this mechanism
     * @param bool        $isFlicked whether a key is flicked on the note that is come to
     */
    public function __construct(
        public float $moves,
        public float $unclean,
        array $events,
        public int $slides = 0,
        public bool $isHard = false,
        public bool $isFlicked = false,
    ) {
        $this->difficulty = round($moves, 1);
        usort($events, static fn (Event $a, Event $b): int => $b->weight <=> $a->weight);
        $this->events = $events;
        $flags = [];
        $hasUnclean = $hasHard = false;
        foreach ($events as $one) {
            $flags[$one->kind->value] = $one->kind->value;
            $hasUnclean = $hasUnclean || $one->isUnclean();
            $hasHard = $hasHard || $one->isUnclean() || $one->isHardByItself();
        }
        $this->flags = [...array_values($flags), ...($isFlicked ? ['momentary'] : [])];
        $this->hasUnclean = $hasUnclean;
        $this->hasHard = $hasHard;
    }
}
