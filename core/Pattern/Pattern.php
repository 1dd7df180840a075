<?php

declare(strict_types=1);

namespace SwiftReed\Pattern;

use SwiftReed\Pitch\Pitch;

/**
 * A cell for the way up, one for the way down, how the root moves, and how it ends.
 */
final readonly class Pattern
{
    /**
     * @param string     $text    as the study line prints it: "tetra", "cell 1 2 3 5"
     * @param Cell       $down    none for a pattern that only goes up
     * @param Cell       $last    what is played on the last root instead; none for the cell itself
     * @param list<CellDegree> $roots   the degrees of "on 1 4 5"
     * @param bool       $alternates whether every other root takes the cell of the way down
     * @param bool       $stays   whether the line ends where the last cell ends, and does not go home
     * @param LipShape|null $lip   what is played on one fingering, of a flexibility study
     * @param Pitch|null $newNote the written note from which a line is built up to both sides
     * @param string     $rhythm  the rhythm clause that is meant when none is said
     * @param string     $says    what it is good for, a sentence for people
     */
    public function __construct(
        public string $text,
        public Cell $up,
        public Cell $down,
        public Cell $last,
        public Progress $progress,
        public array $roots,
        public bool $alternates,
        public bool $stays = false,
        public string $rhythm = '',
        public string $says = '',
        public ?LipShape $lip = null,
        public ?Pitch $newNote = null,
    ) {
    }

    /** The plain line. */
    public static function straight(): self
    {
        $one = Cell::of([[Item::degree(CellDegree::of(1, 0), 0)]]);

        return new self('straight', $one, $one, Cell::none(), Progress::Steps, [], false);
    }

    /** A line built up from the player's new note to both sides. */
    public function from(Pitch $newNote): self
    {
        return new self(
            $this->text.' from '.$newNote->text(),
            $this->up,
            $this->down,
            $this->last,
            $this->progress,
            $this->roots,
            $this->alternates,
            $this->stays,
            $this->rhythm,
            $this->says,
            null,
            $newNote,
        );
    }

    /** Whether some of its notes are spelled by where they lead, so that another key may spell them otherwise. */
    public function isSpelledByDirection(): bool
    {
        if (!\in_array(
            $this->progress,
            [
                Progress::Steps, Progress::Thirds, Progress::Fourths, Progress::BuildingUp, Progress::BuildingDown,
                Progress::Listed,
            ],
            true,
        )) {
            return true;
        }
        foreach ([$this->up, $this->down, $this->last] as $cell) {
            foreach ($cell->groups as $group) {
                foreach ($group as $item) {
                    if ($item->isSpelledByDirection() || 0 !== $item->alter) {
                        return true;
                    }
                }
            }
        }

        return false;
    }

    /** Whether it stays on one fingering of a brass instrument. */
    /** Whether it is a cell that somebody wrote, and none of the library. */
    public function isTyped(): bool
    {
        return str_starts_with($this->text, 'cell ');
    }

    public function isLipSlurs(): bool
    {
        return null !== $this->lip;
    }

    /** The same with another shape on each length of tube; what does not fill bars by turns goes in quarters. */
    public function lipped(string $text, LipShape $lip): self
    {
        return $this->named($text, $lip->fitsBars() ? $this->rhythm : '', $this->says, $lip);
    }

    public function isStraight(): bool
    {
        return 'straight' === $this->text;
    }

    public function onlyGoesUp(): bool
    {
        return $this->down->isNone();
    }

    /** Whether it goes up and down by itself, or not at all, so that a direction has nothing to say. */
    public function hasItsOwnWay(): bool
    {
        return $this->onlyGoesUp() || Progress::Listed === $this->progress || $this->isLipSlurs();
    }

    /** Whether it can be turned round all the same: a line that is built up note by note. */
    public function isBuilt(): bool
    {
        return Progress::BuildingUp === $this->progress || Progress::BuildingDown === $this->progress;
    }

    /** Whether it is a cell of several notes that is built up by itself, and no line. */
    public function buildsCell(): bool
    {
        return $this->isBuilt()
            && null === $this->newNote
            && array_sum(array_map(static fn (Item $item): int => $item->notes(), array_merge(...$this->up->groups))) > 1;
    }

    /** Whether it runs along the scale, as far as that is asked for; else it is the same over any extent. */
    public function followsTheScale(): bool
    {
        return !$this->goesRound() && Progress::Listed !== $this->progress;
    }

    /** Whether its roots go round the circle and not along the scale. */
    public function goesRound(): bool
    {
        return Progress::RoundFifths === $this->progress || Progress::RoundFourths === $this->progress;
    }

    /** The same under the name it has in the library. */
    public function named(string $name, string $rhythm, string $says, ?LipShape $lip = null): self
    {
        return new self(
            $name,
            $this->up,
            $this->down,
            $this->last,
            $this->progress,
            $this->roots,
            $this->alternates,
            $this->stays,
            $rhythm,
            $says,
            $lip,
        );
    }
}
