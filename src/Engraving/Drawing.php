<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * A fingering drawn: centred on x = 0, hanging from y = 0, in units.
 */
final readonly class Drawing
{
    public float $left;
    public float $right;
    public float $bottom;

    /**
     * @param list<Box> $boxes what each of its parts takes up
     * @param float     $left  how far it reaches at least, to the left (negative) and to the right
     */
    public function __construct(
        public string $svg,
        public int $height,
        public array $boxes,
        float $left = 0.0,
        float $right = 0.0,
    ) {
        $this->left = min([$left, ...array_map(static fn (Box $one): float => $one->left, $boxes)]);
        $this->right = max([$right, ...array_map(static fn (Box $one): float => $one->right, $boxes)]);
        $this->bottom = [] === $boxes ? 0.0 : max(array_map(static fn (Box $one): float => $one->bottom, $boxes));
    }

    /** On its own, with a little room around it. */
    public function alone(string $class, string $label): string
    {
        $half = max(-$this->left, $this->right, 240.0) + 24;

        return $this->inView(-$half, $half, $class, $label);
    }

    /** The same no wider than it is, where nothing stands below or above it. */
    public function tight(string $class, string $label): string
    {
        return $this->inView($this->left - 24, $this->right + 24, $class, $label);
    }

    private function inView(float $left, float $right, string $class, string $label): string
    {
        return Svg::drawing(
            $left,
            -40,
            $right - $left,
            $this->height + 60,
            $class,
            $this->svg,
            '' === $label ? null : 'img',
            '' === $label ? null : $label,
        );
    }
}
