<?php

declare(strict_types=1);

namespace App\Folder;

use App\Desk\StudySheet;
use App\Shared\Audit;
use Doctrine\ORM\EntityManagerInterface;

/**
 * Sheets are kept and changed.
 */
final class KeepSheets
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly Audit $audit,
    ) {
    }

    /** @param string $lines studies, a line each */
    public function keep(string $name, string $lines): StudySheet
    {
        $sheet = new StudySheet($name, $lines);
        $this->entities->persist($sheet);
        $this->entities->flush();

        return $sheet;
    }

    /** @param string $lines studies, a line each */
    public function change(StudySheet $sheet, string $name, string $lines): void
    {
        $before = ['name' => $sheet->getName(), 'lines' => $sheet->getLines()];
        $this->audit->note('sheet changed', $sheet->getId(), $before);
        $sheet->change($name, $lines);
        $this->entities->flush();
    }
}
