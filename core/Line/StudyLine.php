<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Pitch\NoteName;
use SwiftReed\Scale\TriadPair;

/**
 * A study line that was understood: its clauses in printing order.
 */
final readonly class StudyLine
{
    public const LIMIT = 1200;

    /** @param array<string, Clause> $clauses by the kind's value, in printing order */
    private function __construct(public array $clauses)
    {
    }

    /** @param list<Clause> $clauses one of a kind, in any order */
    public static function of(array $clauses): self
    {
        usort($clauses, static fn (Clause $a, Clause $b): int => $a->kind->order() <=> $b->kind->order());

        return new self(array_combine(array_map(static fn (Clause $clause): string => $clause->kind->value, $clauses), $clauses));
    }

    public function says(ClauseKind $kind): bool
    {
        return isset($this->clauses[$kind->value]);
    }

    /** The clause in this place; ask {@see says()} first. */
    public function clause(ClauseKind $kind): Clause
    {
        return $this->clauses[$kind->value] ?? throw new \OutOfBoundsException(\sprintf('The line does not say its %s.', $kind->value));
    }

    /** The phrase said in this place, or the given default. */
    public function phrase(ClauseKind $kind, string $default): string
    {
        return isset($this->clauses[$kind->value]) ? $this->clauses[$kind->value]->says : $default;
    }

    /** The canonical text: only what was said, in printing order. */
    public function text(): string
    {
        return implode(', ', array_map(static fn (Clause $clause): string => $clause->text, $this->clauses));
    }

    /** The same line with these clauses said, in place of what was said there. */
    public function with(Clause ...$clauses): self
    {
        $all = $this->clauses;
        foreach ($clauses as $clause) {
            $all[$clause->kind->value] = $clause;
        }

        return self::of(array_values($all));
    }

    /** The same line with these clauses not said. */
    public function without(ClauseKind ...$kinds): self
    {
        return new self(array_diff_key($this->clauses, array_flip(array_map(static fn (ClauseKind $kind): string => $kind->value, $kinds))));
    }

    /** The same line on another tonic; a pair of triads moves as a whole. */
    public function onTonic(NoteName $tonic): self
    {
        $key = $this->clause(ClauseKind::Key);
        $material = $key->word('material');

        return $this->with(Clause::key($key->says, $tonic, str_contains($material, 'triad pair') ? TriadPair::parse($this->tonic(), $material)->nameOn($tonic) : $material));
    }

    public function tonic(): NoteName
    {
        return NoteName::parse($this->clause(ClauseKind::Key)->word('tonic'));
    }
}
