<?php

declare(strict_types=1);

namespace SwiftReed\Line;

/**
 * A study line that was understood: its clauses in printing order.
 */
final readonly class StudyLine
{
    public const LIMIT = 1200;

    /** @param array<string, Clause> $clauses by the slot's value, in printing order */
    public function __construct(public array $clauses)
    {
    }

    public function says(ClauseKind $slot): bool
    {
        return isset($this->clauses[$slot->value]);
    }

    /** The clause in this place; ask {@see says()} first. */
    public function clause(ClauseKind $slot): Clause
    {
        return $this->clauses[$slot->value] ?? throw new \OutOfBoundsException(\sprintf('The line does not say its %s.', $slot->value));
    }

    /** The phrase said in this place, or the given default. */
    public function phrase(ClauseKind $slot, string $default): string
    {
        return isset($this->clauses[$slot->value]) ? $this->clauses[$slot->value]->says : $default;
    }

    /** The canonical text: only what was said, in printing order. */
    public function text(): string
    {
        return implode(', ', array_map(static fn (Clause $clause): string => $clause->text, $this->clauses));
    }

    /**
     * The same line with several clauses replaced, added or (by an empty text) taken away; the result must be parsed again.
     *
     * @param array<string, string> $texts by the slot's value
     */
    public function textOf(array $texts): string
    {
        $parts = [];
        foreach (ClauseKind::cases() as $place) {
            $part = $texts[$place->value] ?? $this->clauses[$place->value]->text ?? '';
            if ('' !== $part) {
                $parts[] = $part;
            }
        }

        return implode(', ', $parts);
    }

    /** The same line with one clause replaced, added or (by an empty text) taken away; the result must be parsed again. */
    public function textWith(ClauseKind $slot, string $text): string
    {
        return $this->textOf([$slot->value => $text]);
    }
}
