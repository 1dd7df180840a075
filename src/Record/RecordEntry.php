<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Belongs;
use App\Band\Chair;
use App\Band\OfBand;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use SwiftReed\Record\PassOff;
use Symfony\Component\Uid\Uuid;

/**
 * What was heard of a player: passed, or not yet; or what a player says that he played. It is appended and never
 * overwritten; whoever made it may withdraw it.
 */
#[ORM\Entity(repositoryClass: RecordEntryRepository::class)]
#[ORM\Table(name: 'record_entry')]
#[ORM\Index(name: 'record_entry_chair', columns: ['chair_id', 'made_at'])]
#[ORM\Index(name: 'record_entry_band', columns: ['band_id', 'made_at'])]
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
     * @var array<string, mixed>|null what was pressed,
     *  by {@see PassOff::data()}; null where nobody looked at single notes
     */
    #[ORM\Column(type: Types::JSON, nullable: true)]
    private ?array $pressed = null;

    /** Of 100, by the rubric as it was then. */
    #[ORM\Column(type: Types::FLOAT, nullable: true)]
    private ?float $mark = null;

    /** The teacher's own, where he overruled the rubric. */
    #[ORM\Column(type: Types::FLOAT, nullable: true)]
    private ?float $markGiven = null;

    /**
     * @param string      $line   study line as it was played, with its tempo
     * @param string|null $byId   the teacher's account; null for what the player says himself
     * @param string      $byName as it stood then
     * @param \DateTimeImmutable|null $madeAt when it was heard; now when nothing is said
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
        ?\DateTimeImmutable $madeAt = null,
    ) {
        $this->id = Uuid::v7()->toRfc4122();
        $this->madeAt = $madeAt ?? new \DateTimeImmutable();
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

    public function judge(PassOff $passOff, float $mark, ?float $given): void
    {
        $this->pressed = $passOff->data();
        $this->mark = $mark;
        $this->markGiven = $given;
    }

    public function getPassOff(): ?PassOff
    {
        return null === $this->pressed ? null : PassOff::read($this->pressed);
    }

    /** Of 100: the teacher's own, else what the rubric gave; null where there is none. */
    public function getMark(): ?float
    {
        return $this->markGiven ?? $this->mark;
    }

    public function isOverruled(): bool
    {
        return null !== $this->markGiven;
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
            'line' => $this->line, 'memory' => $this->memory, 'result' => $this->result, 'remark' => $this->remark,
            'by' => $this->byName, 'at' => $this->madeAt->format(\DATE_ATOM), 'withdrawn' => $this->isWithdrawn(),
            'pressed' => $this->pressed, 'mark' => $this->mark, 'mark_given' => $this->markGiven,
        ];
    }
}
