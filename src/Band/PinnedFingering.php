<?php

declare(strict_types=1);

namespace App\Band;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use SwiftReed\Fingering\LearnedHabit;
use Symfony\Component\Uid\Uuid;

/**
 * A teacher's own choice of a fingering: for one study line, or (with an empty line) as a habit on this instrument;
 * of the whole section, or of one player.
 */
#[ORM\Entity(repositoryClass: PinnedFingeringRepository::class)]
#[ORM\Table(name: 'pinned_fingering')]
#[ORM\Index(name: 'pinned_fingering_band', columns: ['band_id'])]
#[ORM\Index(name: 'pinned_fingering_player', columns: ['chair_id'])]
#[ORM\Index(name: 'pinned_fingering_instrument', columns: ['instrument'])]
class PinnedFingering implements OfBand
{
    use Belongs;

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE)]
    private \DateTimeImmutable $madeAt;

    public function __construct(
        #[ORM\Column(type: Types::STRING, length: 60)]
        private string $instrument,
        #[ORM\Column(type: Types::TEXT)]
        private string $line,
        #[ORM\Column(type: Types::STRING, length: 200)]
        private string $pin,
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(name: 'chair_id', nullable: true, onDelete: 'CASCADE')]
        private ?Chair $chair = null,
        #[ORM\Column(type: Types::STRING, length: 200, options: ['default' => ''])]
        private string $habit = '',
        #[ORM\Column(type: Types::STRING, length: 400, options: ['default' => ''])]
        private string $habitOfChange = '',
    ) {
        $this->id = Uuid::v7()->toRfc4122();
        $this->madeAt = new \DateTimeImmutable();
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

    public function getPin(): string
    {
        return $this->pin;
    }

    /** Whose it is; nobody's when it belongs to the section. */
    public function getChair(): ?Chair
    {
        return $this->chair;
    }

    /** What it would say as a habit; nothing where it is one, or was pinned before habits were learned. */
    public function learned(): LearnedHabit
    {
        return LearnedHabit::read($this->habit, $this->habitOfChange);
    }

    public function getMadeAt(): \DateTimeImmutable
    {
        return $this->madeAt;
    }
}
