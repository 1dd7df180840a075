<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * What one thing of a drawing takes up, in units.
 */
final readonly class Box
{
    public function __construct(
        public float $left,
        public float $top,
        public float $right,
        public float $bottom,
        public string $kind,
    ) {
    }

    public function meets(self $other): bool
    {
        return $this->left < $other->right - 0.5
            && $other->left < $this->right - 0.5
            && $this->top < $other->bottom - 0.5
            && $other->top < $this->bottom - 0.5;
    }
}
