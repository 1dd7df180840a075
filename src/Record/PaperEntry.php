<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Belongs;
use App\Band\Chair;
use App\Band\OfBand;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/**
 * A home card or a worksheet that was looked through: whether it is done so that it can be used, and whether it is
 * right, apart. It is appended and never overwritten; whoever made it may withdraw it.
 */
#[ORM\Entity(repositoryClass: PaperEntryRepository::class)]
#[ORM\Table(name: 'paper_entry')]
#[ORM\Index(name: 'paper_entry_band', columns: ['band_id', 'made_at'])]
#[ORM\Index(name: 'paper_entry_chair', columns: ['chair_id', 'made_at'])]
class PaperEntry implements OfBand
{
    use Belongs;

    public const CARD = 'card';
    public const WORKSHEET = 'worksheet';
    public const KINDS = [self::CARD, self::WORKSHEET];
    public const TITLE = 120;
    public const REMARK = 300;

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $withdrawnAt = null;

    /**
     * @param bool|null          $isUsable null where it was not handed in
     * @param bool|null          $isRight  null where nobody looked at that
     * @param \DateTimeImmutable $madeAt   the same for the whole stack
     */
    public function __construct(
        #[ORM\ManyToOne(targetEntity: Chair::class)]
        #[ORM\JoinColumn(name: 'chair_id', nullable: false, onDelete: 'CASCADE')]
        private Chair $chair,
        #[ORM\Column(type: Types::STRING, length: 12)]
        private string $kind,
        #[ORM\Column(type: Types::STRING, length: self::TITLE)]
        private string $title,
        #[ORM\Column(type: Types::BOOLEAN, nullable: true)]
        private ?bool $isUsable,
        #[ORM\Column(type: Types::BOOLEAN, nullable: true)]
        private ?bool $isRight,
        #[ORM\Column(type: Types::STRING, length: self::REMARK)]
        private string $remark,
        #[ORM\Column(type: 'guid', nullable: true)]
        private ?string $byId,
        #[ORM\Column(type: Types::STRING, length: 80)]
        private string $byName,
        #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE)]
        private \DateTimeImmutable $madeAt,
    ) {
        $this->id = Uuid::v7()->toRfc4122();
    }

    public function getId(): string
    {
        return $this->id;
    }

    public function getChair(): Chair
    {
        return $this->chair;
    }

    public function getKind(): string
    {
        return $this->kind;
    }

    public function getTitle(): string
    {
        return $this->title;
    }

    public function isUsable(): ?bool
    {
        return $this->isUsable;
    }

    public function isRight(): ?bool
    {
        return $this->isRight;
    }

    public function getRemark(): string
    {
        return $this->remark;
    }

    public function getById(): ?string
    {
        return $this->byId;
    }

    public function getByName(): string
    {
        return $this->byName;
    }

    public function getMadeAt(): \DateTimeImmutable
    {
        return $this->madeAt;
    }

    public function isWithdrawn(): bool
    {
        return null !== $this->withdrawnAt;
    }

    public function withdraw(): void
    {
        $this->withdrawnAt ??= new \DateTimeImmutable();
    }

    /** @return array<string, mixed> to be given away */
    public function data(): array
    {
        return [
            'kind' => $this->kind, 'title' => $this->title, 'usable' => $this->isUsable, 'right' => $this->isRight,
            'remark' => $this->remark, 'by' => $this->byName, 'at' => $this->madeAt->format(\DATE_ATOM),
            'withdrawn' => $this->isWithdrawn(),
        ];
    }
}
