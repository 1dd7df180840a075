<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * One line of music: its drawing, its height, the top and bottom lines of the staff, and the note heads by the note's
 * index. Lengths are in units, a hundred to the millimetre.
 */
final readonly class EngravedSystem
{
    /** Width of a note head with a whole note's, the widest. */
    private const HEAD = 330;

    /**
     * @param array<int, NoteHead> $heads
     * @param float|null $marksTop    how far up hairpins, dynamics, marks and words reach; null without any
     * @param float|null $marksBottom how far down
     * @param list<float> $barLines    where bar lines stand, from left to right
     * @param int|null   $bar         number of the bar with which it begins, where the engraver says it
     */
    public function __construct(
        public int $height,
        public float $top,
        public float $bottom,
        public array $heads,
        public string $body,
        public ?float $marksTop = null,
        public ?float $marksBottom = null,
        public ?int $bar = null,
        public array $barLines = [],
    ) {
    }

    /** How much is free to the left of a note: from the note before it, or a bar line between them. */
    public function roomBefore(int $i): float
    {
        $left = $this->heads[$i]->left;
        $before = isset($this->heads[$i - 1]) ? [$this->heads[$i - 1]->left + self::HEAD] : [];
        foreach ($this->barLines as $x) {
            if ($x < $left) {
                $before[] = $x;
            }
        }

        return [] === $before ? $left : $left - max($before);
    }
}
