<?php

declare(strict_types=1);

namespace App\Stand;

use App\Band\Belongs;
use App\Band\Chair;
use App\Band\OfBand;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/**
 * Something that was practised on a chair: a pass of a ladder, a step that was done, a note that did not speak. It is
 * appended and never changed.
 */
#[ORM\Entity(repositoryClass: PracticeResultRepository::class)]
#[ORM\Table(name: 'practice_result')]
#[ORM\Index(name: 'practice_result_chair', columns: ['chair_id', 'played_at'])]
#[ORM\Index(name: 'practice_result_band', columns: ['band_id', 'played_at'])]
class PracticeResult implements OfBand
{
    use Belongs;

    /** A step of this kind says that a note did not speak; which one stands in the remark. */
    public const SILENT = 'does not speak';
    /** What a player says of a card on paper, or a teacher who heard it. */
    public const CARD = 'card';

    /**
     * @param string    $line     canonical text without tempo and goal
     * @param string    $step     a kind of step, or one of the constants
     * @param int|null  $bpm      beats a minute; null without time
     * @param string    $unit     the beat as a fraction of a whole note
     * @param bool|null $clean    null for a step that is not judged
     * @param bool      $counts   whether it moves plans; what came later than thirty days is history alone
     */
    public function __construct(
        #[ORM\Id]
        #[ORM\Column(type: 'guid')]
        private string $id,
        #[ORM\ManyToOne(targetEntity: Chair::class)]
        #[ORM\JoinColumn(name: 'chair_id', nullable: false, onDelete: 'CASCADE')]
        private Chair $chair,
        #[ORM\Column(type: Types::TEXT)]
        private string $line,
        #[ORM\Column(type: Types::STRING, length: 20)]
        private string $step,
        #[ORM\Column(type: Types::INTEGER, nullable: true)]
        private ?int $bpm,
        #[ORM\Column(type: Types::STRING, length: 8)]
        private string $unit,
        #[ORM\Column(type: Types::BOOLEAN, nullable: true)]
        private ?bool $clean,
        #[ORM\Column(type: Types::FLOAT)]
        private float $seconds,
        #[ORM\Column(type: Types::STRING, length: 200)]
        private string $remark,
        #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE)]
        private \DateTimeImmutable $playedAt,
        #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE)]
        private \DateTimeImmutable $receivedAt,
        #[ORM\Column(type: Types::BOOLEAN)]
        private bool $counts,
    ) {
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

    public function getStep(): string
    {
        return $this->step;
    }

    public function getBpm(): ?int
    {
        return $this->bpm;
    }

    public function getUnit(): string
    {
        return $this->unit;
    }

    public function isClean(): ?bool
    {
        return $this->clean;
    }

    public function getSeconds(): float
    {
        return $this->seconds;
    }

    public function getRemark(): string
    {
        return $this->remark;
    }

    public function getPlayedAt(): \DateTimeImmutable
    {
        return $this->playedAt;
    }

    public function getReceivedAt(): \DateTimeImmutable
    {
        return $this->receivedAt;
    }

    public function doesCount(): bool
    {
        return $this->counts;
    }

    /** @return array<string, mixed> to be given away */
    public function data(): array
    {
        return [
            'line' => $this->line, 'step' => $this->step, 'bpm' => $this->bpm, 'unit' => $this->unit,
            'clean' => $this->clean, 'seconds' => $this->seconds, 'remark' => $this->remark,
            'played_at' => $this->playedAt->format(\DATE_ATOM),
        ];
    }
}
