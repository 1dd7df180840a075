<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use App\Band\OpenBand;
use App\Shared\Audit;
use Doctrine\ORM\EntityManagerInterface;

/**
 * A stack of papers is entered: who handed in, and what can be used or is right.
 */
final class RecordPapers
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly OpenBand $open,
        private readonly Audit $audit,
    ) {
    }

    /**
     * @param string                                                                              $kind   of PaperEntry
     * @param iterable<array{chair: Chair, isUsable: bool|null, isRight: bool|null, remark: string}> $papers null for
     *                                                                                           what is missing
     */
    public function __invoke(string $kind, string $title, iterable $papers): void
    {
        $teacher = RecordPass::teacher($this->open);
        $now = new \DateTimeImmutable();
        $count = 0;
        foreach ($papers as $one) {
            $this->entities->persist(new PaperEntry(
                $one['chair'],
                $kind,
                $title,
                $one['isUsable'],
                $one['isRight'],
                mb_substr(mb_scrub(trim($one['remark'])), 0, PaperEntry::REMARK),
                $teacher->getId(),
                mb_substr($teacher->getName(), 0, RecordPass::NAME),
                $now,
            ));
            ++$count;
        }
        $this->entities->flush();
        $this->audit->note('papers entered: '.$kind, null, ['entries' => $count]);
    }
}
