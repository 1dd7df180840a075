<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Pitch\Pitch;

/**
 * What a pin in one line says as a habit: of the note alone, and of the change into it. Made three times, it is offered
 * as a habit.
 */
final readonly class LearnedHabit
{
    /** Times after which the same choice is a habit. Source: the product's own rule. */
    public const TIMES = 3;

    /**
     * @param string $note   "B4 = rE"
     * @param string $change "A4 > B4 = kA > rE"; nothing for a first note
     */
    private function __construct(public string $note, public string $change)
    {
    }

    public static function of(Pitch $pitch, string $fingering, ?Pitch $before, string $fingeringBefore): self
    {
        $name = $pitch->text();

        return new self(
            $name.' = '.$fingering,
            null === $before ? '' : \sprintf('%s > %s = %s > %s', $before->text(), $name, $fingeringBefore, $fingering),
        );
    }

    /**
     * What is to be offered after one more of the same: the change when every one of them was that change, else the
     * note.
     *
     * @param list<self> $made those of the same note and fingering, this one included
     *
     * @return string|null a pin, or null when there is nothing to offer yet
     */
    public static function offer(array $made): ?string
    {
        if (0 === \count($made) || 0 !== \count($made) % self::TIMES) {
            return null;
        }
        $changes = array_unique(array_map(static fn (self $one): string => $one->change, $made));

        return 1 === \count($changes) && '' !== $made[0]->change ? $made[0]->change : $made[0]->note;
    }

    public static function read(string $note, string $change): self
    {
        return new self($note, $change);
    }
}
