<?php

declare(strict_types=1);

namespace App\Band;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/**
 * What a teacher writes on a page, a note or a change: shown on the card, printed under the music.
 */
#[ORM\Entity(repositoryClass: RemarkRepository::class)]
#[ORM\Table(name: 'remark')]
#[ORM\Index(name: 'remark_band', columns: ['band_id'])]
#[ORM\Index(name: 'remark_page', columns: ['instrument', 'line'])]
class Remark implements OfBand
{
    use Belongs;

    public const LIMIT = 400;
    /** The remark belongs to the whole page. */
    public const PAGE = -1;

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    /**
     * @param int $note index of the note, or PAGE; @param bool $isChange whether it speaks of the change into that note
     */
    public function __construct(
        #[ORM\Column(type: Types::STRING, length: 60)]
        private string $instrument,
        #[ORM\Column(type: Types::TEXT)]
        private string $line,
        #[ORM\Column(type: Types::INTEGER)]
        private int $note,
        #[ORM\Column(type: Types::BOOLEAN)]
        private bool $isChange,
        #[ORM\Column(type: Types::STRING, length: self::LIMIT)]
        private string $text,
    ) {
        $this->id = Uuid::v7()->toRfc4122();
    }

    public function getId(): string
    {
        return $this->id;
    }

    public function getInstrument(): string
    {
        return $this->instrument;
    }

    public function getLine(): string
    {
        return $this->line;
    }

    public function getNote(): int
    {
        return $this->note;
    }

    public function isChange(): bool
    {
        return $this->isChange;
    }

    public function getText(): string
    {
        return $this->text;
    }
}
