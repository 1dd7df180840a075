<?php

declare(strict_types=1);

namespace App\Band;

use Doctrine\ORM\Mapping as ORM;

trait Belongs
{
    /** Null only for what was kept before there were bands: it waits for the first director. */
    #[ORM\ManyToOne(targetEntity: Band::class)]
    #[ORM\JoinColumn(name: 'band_id', nullable: true, onDelete: 'CASCADE')]
    private ?Band $band = null;

    public function belongTo(Band $band): void
    {
        if (null !== $this->band && $this->band->getId() !== $band->getId()) {
            throw new \LogicException('What belongs to one band does not move to another.');
        }
        $this->band = $band;
    }

    public function getBand(): ?Band
    {
        return $this->band;
    }
}
