<?php

declare(strict_types=1);

namespace SwiftReed\Line;

/**
 * One way to read the words of a line from some place on.
 */
final readonly class Way
{
    /**
     * @param int                $cost     clauses and words that were passed over; less is better
     * @param list<Clause>       $clauses
     * @param list<ReadAs>       $readAs
     * @param list<string>|null  $players  ids of the instruments that may be meant; null where none is named
     * @param string|null        $material what is played, where no key is said for it
     * @param string|null        $asked    words that leave a choice
     */
    public function __construct(
        public int $cost,
        public array $clauses = [],
        public array $readAs = [],
        public ?array $players = null,
        public ?string $material = null,
        public ?string $asked = null,
    ) {
    }

    /** The same with something said before it. */
    public function after(int $cost, ?Clause $clause = null, ?ReadAs $readAs = null, ?string $asked = null): self
    {
        return new self(
            $this->cost + $cost,
            null === $clause ? $this->clauses : [$clause, ...$this->clauses],
            null === $readAs ? $this->readAs : [$readAs, ...$this->readAs],
            $this->players,
            $this->material,
            $asked ?? $this->asked,
        );
    }

    /** @param list<string> $players */
    public function forPlayers(int $cost, array $players, string $said): self
    {
        return new self(
            $this->cost + $cost,
            $this->clauses,
            $this->readAs,
            $players,
            $this->material,
            \count($players) > 1 ? $said : $this->asked,
        );
    }

    public function ofMaterial(int $cost, string $material): self
    {
        return new self($this->cost + $cost, $this->clauses, $this->readAs, $this->players, $material, $this->asked);
    }

    public function says(ClauseKind $kind): bool
    {
        return [] !== array_filter($this->clauses, static fn (Clause $one): bool => $one->kind === $kind);
    }
}
