<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * What stands on one page uncut: a system with the heading over it, a line of words. Lengths are in units, a hundred to
 * the millimetre.
 */
final readonly class Chunk
{
    public float $height;

    /**
     * @param non-empty-list<Block> $blocks
     * @param int|null              $study       whose music it is, by its place on the sheet; null for words
     * @param bool                  $isOnlyStudy whether the sheet has no other
     * @param bool                  $endsStudy   whether the music ends with it
     * @param bool                  $endsAtRest  whether a player has time to turn after it
     */
    public function __construct(
        public array $blocks,
        public ?int $study = null,
        public bool $isOnlyStudy = false,
        public bool $endsStudy = false,
        public bool $endsAtRest = false,
    ) {
        $this->height = array_sum(array_map(static fn (Block $block): float => $block->height, $blocks));
    }

    /** The same music about so much larger, to see how it would lie; words keep their size. */
    public function scaled(float $scale): self
    {
        return null === $this->study
            ? $this
            : new self(
                array_map(static fn (Block $block): Block => $block->scaled($scale), $this->blocks),
                $this->study,
                $this->isOnlyStudy,
                $this->endsStudy,
                $this->endsAtRest,
            );
    }
}
