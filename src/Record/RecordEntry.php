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
 * What was heard of a player: passed, or not yet; or what a player says that he played. It is appended and never overwritten; whoever made it may
 * withdraw it.
 */
#[ORM\Entity(repositoryClass: RecordEntryRepository::class)]
#[ORM\Table(name: 'record_entry')]
class RecordEntry implements OfBand
{
    use Belongs;

    public const PASSED = 'passed';
    public const NOT_YET = 'not yet';
    public const PLAYED = 'played';
    public const RESULTS = [self::PASSED, self::NOT_YET, self::PLAYED];
    public const REMARK = 300;

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE)]
    private \DateTimeImmutable $madeAt;

    #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $withdrawnAt = null;

    /**
     * @param string      $line   study line as it was played, with its tempo
     * @param string|null $byId   the teacher's account; null for what the player says himself
     * @param string      $byName as it stood then
     */
    public function __construct(
        #[ORM\ManyToOne(targetEntity: Chair::class)]
        #[ORM\JoinColumn(name: 'chair_id', nullable: false, onDelete: 'CASCADE')]
        private Chair $chair,
        #[ORM\Column(type: Types::TEXT)]
        private string $line,
        #[ORM\Column(type: Types::BOOLEAN)]
        private bool $memory,
        #[ORM\Column(type: Types::STRING, length: 10)]
        private string $result,
        #[ORM\Column(type: Types::STRING, length: self::REMARK)]
        private string $remark,
        #[ORM\Column(type: 'guid', nullable: true)]
        private ?string $byId,
        #[ORM\Column(type: Types::STRING, length: 80)]
        private string $byName,
    ) {
        $this->id = Uuid::v7()->toRfc4122();
        $this->madeAt = new \DateTimeImmutable();
    }

    public function getId(): string
    {
        return $this->id;
    }

    public function getChair(): Chair
    {
        return $this->chair;
    }

    public function getLine(): string
    {
        return $this->line;
    }

    public function isFromMemory(): bool
    {
        return $this->memory;
    }

    public function getResult(): string
    {
        return $this->result;
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
        return ['line' => $this->line, 'memory' => $this->memory, 'result' => $this->result, 'remark' => $this->remark, 'by' => $this->byName, 'at' => $this->madeAt->format(\DATE_ATOM), 'withdrawn' => $this->isWithdrawn()];
    }
}
