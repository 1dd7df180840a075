<?php

declare(strict_types=1);

namespace SwiftReed\Player;

use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\PitchError;

/**
 * Written notes that one player plays wrong again and again: a sign stands beside each of them on his own pages, a
 * natural too.
 *
 * Source: the handbook, chapter 2, "Reminders" (a list for each player), and chapter 8 (recurrent wrong degrees feed
 * reminders).
 */
final readonly class WatchedNotes
{
    /** More signs than these would be read past, like no signs at all. Common practice, no source. */
    public const MOST = 8;

    /** @param list<NoteName> $notes each once */
    private function __construct(public array $notes)
    {
    }

    public static function none(): self
    {
        return new self([]);
    }

    /**
     * Reads "B, Eb".
     *
     * @throws PlayerError
     */
    public static function parse(string $text): self
    {
        $watched = self::none();
        foreach (array_filter(
            array_map(trim(...), explode(',', $text)),
            static fn (string $one): bool => '' !== $one,
        ) as $one) {
            try {
                $watched = $watched->with(NoteName::parse($one));
            } catch (PitchError) {
                throw PlayerError::notAWatchedNote($one);
            }
        }

        return \count($watched->notes) > self::MOST
            ? throw PlayerError::tooManyWatchedNotes(\count($watched->notes), self::MOST)
            : $watched;
    }

    public function with(NoteName $note): self
    {
        return new self([
            ...array_values(array_filter($this->notes, static fn (NoteName $one): bool => !$one->equals($note))),
            $note,
        ]);
    }

    /** The latest of them, where there are more than a page can bear. */
    public function latest(): self
    {
        return new self(\array_slice($this->notes, -self::MOST));
    }

    public function has(Pitch $pitch): bool
    {
        foreach ($this->notes as $one) {
            if ($one->equals($pitch->name())) {
                return true;
            }
        }

        return false;
    }

    /** "B, Eb" */
    public function text(): string
    {
        return implode(', ', array_map(static fn (NoteName $one): string => $one->text(), $this->notes));
    }
}
