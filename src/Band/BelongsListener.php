<?php

declare(strict_types=1);

namespace App\Band;

use Doctrine\Bundle\DoctrineBundle\Attribute\AsDoctrineListener;
use Doctrine\ORM\Event\PrePersistEventArgs;
use Doctrine\ORM\Events;

/**
 * Whatever belongs to a band is written into the open one; without an open band it is not written.
 */
#[AsDoctrineListener(Events::prePersist)]
final class BelongsListener
{
    public function __construct(private readonly OpenBand $open)
    {
    }

    public function prePersist(PrePersistEventArgs $event): void
    {
        $entity = $event->getObject();
        if ($entity instanceof OfBand) {
            $entity->belongTo($this->open->required());
        }
    }
}
