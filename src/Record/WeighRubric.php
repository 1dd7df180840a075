<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\OpenBand;
use App\Shared\Audit;
use Doctrine\ORM\EntityManagerInterface;

/**
 * What a mark is made of, in the open band.
 */
final class WeighRubric
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly OpenBand $open,
        private readonly Audit $audit,
    ) {
    }

    /** @param array<string, float> $weights by the part of the rubric; none for the usual ones */
    public function __invoke(array $weights): void
    {
        $band = $this->open->required();
        $this->audit->note('rubric changed', $band->getId(), ['weights' => $band->getRubric()]);
        $band->weigh($weights);
        $this->entities->flush();
    }
}
