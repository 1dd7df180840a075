<?php

declare(strict_types=1);

namespace App\Record;

use App\Account\Account;
use App\Band\Chair;
use App\Band\OpenBand;
use App\Band\Player;
use App\Shared\Audit;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Record\PassOff;
use SwiftReed\Record\Requirement;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;

/**
 * A player is heard: passed, or not yet. Each time is an entry more, under the name of the teacher who heard.
 */
final class RecordPass
{
    /** Characters of a name that an entry keeps. */
    public const NAME = 80;

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly OpenBand $open,
        private readonly Audit $audit,
    ) {
    }

    /**
     * One player.
     *
     * @param string $result of RecordEntry
     * @param string $tempo  at which it was heard, as the teacher typed it; nothing for the one that is asked
     */
    public function one(Chair $chair, Requirement $asked, string $tempo, string $result, string $remark): RecordEntry
    {
        $entry = $this->entry($chair, $asked, $tempo, $result, $remark);
        $this->keep($entry);

        return $entry;
    }

    /**
     * One player, with what was pressed on his notes.
     *
     * @param float      $mark  what the rubric makes of it
     * @param float|null $given the teacher's own mark
     */
    public function judged(
        Chair $chair,
        Requirement $asked,
        string $tempo,
        string $result,
        string $remark,
        PassOff $passOff,
        float $mark,
        ?float $given,
    ): RecordEntry {
        $entry = $this->entry($chair, $asked, $tempo, $result, $remark);
        $entry->judge($passOff, $mark, $given);
        $this->keep($entry);

        return $entry;
    }

    /**
     * Many at once, with the same result.
     *
     * @param non-empty-array<Chair> $chairs
     * @param string                 $of     id of the list
     *
     * @return non-empty-list<string> ids of the entries
     */
    public function together(array $chairs, Requirement $asked, string $tempo, string $result, string $of): array
    {
        $ids = [];
        foreach ($chairs as $chair) {
            $entry = $this->entry($chair, $asked, $tempo, $result, '');
            $this->entities->persist($entry);
            $ids[] = $entry->getId();
        }
        $this->entities->flush();
        $this->audit->note('heard together: '.$result, $of, ['entries' => \count($ids)]);

        return $ids;
    }

    /** The player says that it is played: it is to be heard. */
    public function played(Chair $chair, Requirement $asked, Player $player): void
    {
        $this->entities->persist(new RecordEntry(
            $chair,
            $asked->text,
            $asked->inMemory,
            RecordEntry::PLAYED,
            '',
            null,
            mb_substr($player->getName(), 0, self::NAME),
        ));
        $this->entities->flush();
    }

    /** @throws AccessDeniedException when nobody who teaches is signed in */
    public static function teacher(OpenBand $open): Account
    {
        return $open->teacher() ?? throw new AccessDeniedException('refusal.teachers');
    }

    private function entry(
        Chair $chair,
        Requirement $asked,
        string $tempo,
        string $result,
        string $remark,
    ): RecordEntry {
        $teacher = self::teacher($this->open);

        return new RecordEntry(
            $chair,
            $asked->at($tempo),
            $asked->inMemory,
            $result,
            mb_substr(mb_scrub(trim($remark)), 0, RecordEntry::REMARK),
            $teacher->getId(),
            mb_substr($teacher->getName(), 0, self::NAME),
        );
    }

    private function keep(RecordEntry $entry): void
    {
        $this->entities->persist($entry);
        $this->entities->flush();
        $this->audit->note('heard: '.$entry->getResult(), $entry->getId());
    }
}
