<?php

declare(strict_types=1);

namespace App\Band;

use Doctrine\ORM\Mapping\ClassMetadata;
use Doctrine\ORM\Query\Filter\SQLFilter;

/**
 * Every question to the database that names what belongs to a band goes through the open one; where none is open it
 * finds nothing.
 */
final class BandFilter extends SQLFilter
{
    /** No band has this id. */
    public const NONE = '00000000-0000-0000-0000-000000000000';

    /** @param string $targetTableAlias */
    public function addFilterConstraint(ClassMetadata $targetEntity, $targetTableAlias): string
    {
        return is_a($targetEntity->getName(), OfBand::class, true)
            ? $targetTableAlias.'.band_id = '.$this->getParameter('band')
            : '';
    }
}
