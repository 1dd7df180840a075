<?php

declare(strict_types=1);

namespace App\Entrance;

use App\Band\OpenBand;
use App\Shared\Audit;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\SecurityBundle\Security;

/**
 * Going out: on this device, or on all of them. Who is out already stays out.
 */
final class Departures
{
    public function __construct(
        private readonly Security $security,
        private readonly OpenBand $open,
        private readonly EntityManagerInterface $entities,
        private readonly Audit $audit,
    ) {
    }

    public function goOut(): void
    {
        if (null !== $this->open->person()) {
            $this->audit->note('went out');
            $this->security->logout(false);
        }
    }

    public function goOutEverywhere(): void
    {
        $person = $this->open->person();
        if (null !== $person) {
            $this->audit->note('went out everywhere');
            $person->endSessions();
            $this->entities->flush();
            $this->security->logout(false);
        }
    }
}
