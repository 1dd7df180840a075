<?php

declare(strict_types=1);

namespace App\Desk;

/**
 * One choice in a panel of the sentence: what a press makes of the line.
 */
final readonly class Choice
{
    /**
     * @param string $text    the choice in words
     * @param string $about   what it does, where that is not plain; else nothing
     * @param string $line    the whole line with it
     * @param bool   $isSaid  whether the line says it now
     * @param string $picture a drawing that adorns it, or nothing
     * @param string $group   under which heading it stands, or nothing
     */
    public function __construct(
        public string $text,
        public string $about,
        public string $line,
        public bool $isSaid,
        public string $picture,
        public string $group,
    ) {
    }
}
