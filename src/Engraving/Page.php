<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * A finished drawing and its size in units, a hundred to the millimetre.
 */
final readonly class Page
{
    public function __construct(public string $svg, public int $width, public int $height)
    {
    }

    /** The drawing for a page that has others: its glyphs under names of their own, and no other ids. */
    public function apart(string $prefix): string
    {
        $svg = preg_replace(
            ['/(<symbol id|href)="(#?)sr-/', '/ id="n\d+(t\d*)?"/'],
            ['$1="$2'.$prefix.'-', ''],
            $this->svg,
        );

        return $svg ?? $this->svg;
    }
}
