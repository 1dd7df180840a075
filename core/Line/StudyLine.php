<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
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

        return new self(array_combine(
            array_map(static fn (Clause $clause): string => $clause->kind->value, $clauses),
            $clauses,
        ));
    }

    public function says(ClauseKind $kind): bool
    {
        return isset($this->clauses[$kind->value]);
    }

    /** The clause in this place; ask {@see says()} first. */
    public function clause(ClauseKind $kind): Clause
    {
        return $this->clauses[$kind->value]
            ?? throw new \OutOfBoundsException(\sprintf('The line does not say its %s.', $kind->value));
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

    /** The same with notes in the names in force, to be read. */
    public function toRead(): string
    {
        return implode(', ', array_map(static fn (Clause $clause): string => $clause->toRead(), $this->clauses));
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
        return new self(array_diff_key(
            $this->clauses,
            array_flip(array_map(static fn (ClauseKind $kind): string => $kind->value, $kinds)),
        ));
    }

    /** The same line on another tonic: moved as a whole, by the nearer way. */
    public function onTonic(NoteName $tonic): self
    {
        $from = $this->tonic()->at(4);
        $to = $tonic->at(4);
        $away = $to->midi() - $from->midi();

        return $this->moved(Interval::between($from, abs($away) > 6 ? $to->octaves($away > 0 ? -1 : 1) : $to));
    }

    /**
     * The line moved as a whole by an interval: its tonic, its other keys, and the written notes that it names. No key
     * stands on a double sharp or flat: it takes its plain name.
     */
    public function moved(Interval $interval): self
    {
        $key = $this->clause(ClauseKind::Key);
        $tonic = $this->tonic()->transpose($interval)->withOneSign();
        $material = $key->word('material');
        $clauses = [Clause::key(
            $key->says,
            $tonic,
            str_contains($material, 'triad pair')
                ? TriadPair::parse($this->tonic(), $material)->nameOn($tonic)
                : $material,
        )];
        foreach ([ClauseKind::Place, ClauseKind::Pattern] as $kind) {
            if ($this->says($kind) && isset($this->clause($kind)->values['from'])) {
                $clauses[] = $this->clause($kind)->withPitches(
                    static fn (Pitch $pitch): Pitch => $pitch->transpose($interval),
                );
            }
        }
        if ($this->says(ClauseKind::Harmony)) {
            $clauses[] = $this->clause(ClauseKind::Harmony)->inOtherKey(
                Interval::between($this->tonic()->at(4), $tonic->at(4)),
            );
        }
        if ('listed' === $this->phrase(ClauseKind::Keys, '')) {
            $keys = array_map(
                static fn (string $one): string => NoteName::parse(rtrim($one, 'm'))->transpose($interval)
                    ->withOneSign()
                    ->text().(str_ends_with($one, 'm') ? 'm' : ''),
                explode(' ', $this->clause(ClauseKind::Keys)->word('keys')),
            );
            $clauses[] = new Clause(
                ClauseKind::Keys,
                'listed',
                ['keys' => implode(' ', $keys)],
                'keys '.implode(' ', $keys),
                1,
            );
        }

        return $this->with(...$clauses);
    }

    public function tonic(): NoteName
    {
        return NoteName::parse($this->clause(ClauseKind::Key)->word('tonic'));
    }
}
