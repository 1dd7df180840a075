<?php

declare(strict_types=1);

namespace App\Record;

use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Record\RequirementList;

/**
 * Lists of what is asked, a band's own.
 */
final class KeepLists
{
    public function __construct(private readonly EntityManagerInterface $entities)
    {
    }

    public function begin(RequirementList $from): OwnList
    {
        $list = new OwnList($from->name, implode("\n", $from->rows));
        $this->entities->persist($list);
        $this->entities->flush();

        return $list;
    }

    /** @param string $rows requirements, a line each */
    public function change(OwnList $list, string $name, string $rows): void
    {
        $list->change($name, $rows);
        $this->entities->flush();
    }
}
