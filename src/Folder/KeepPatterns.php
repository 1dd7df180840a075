<?php

declare(strict_types=1);

namespace App\Folder;

use App\Band\OwnPattern;
use App\Band\OwnPatternRepository;
use Doctrine\ORM\EntityManagerInterface;

/**
 * Patterns of the band's own, by their names.
 */
final class KeepPatterns
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly OwnPatternRepository $own,
    ) {
    }

    /**
     * @param iterable<string, string> $cells cells by the names of the patterns; a name that is known gets the new cell
     */
    public function keep(iterable $cells): void
    {
        foreach ($cells as $name => $cell) {
            $known = $this->own->named($name);
            null === $known ? $this->entities->persist(new OwnPattern($name, $cell)) : $known->change($cell);
        }
        $this->entities->flush();
    }
}
