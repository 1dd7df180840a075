<?php

declare(strict_types=1);

namespace App\Desk;

use App\Band\Belongs;
use App\Band\OfBand;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/**
 * A study that was saved under a name. The study line is the one stored form of the study itself.
 */
#[ORM\Entity(repositoryClass: SavedStudyRepository::class)]
#[ORM\Table(name: 'saved_study')]
#[ORM\Index(name: 'saved_study_band', columns: ['band_id'])]
#[ORM\Index(name: 'saved_study_position', columns: ['position'])]
class SavedStudy implements OfBand
{
    use Belongs;

    public const NAME_LIMIT = 120;

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    #[ORM\Column(type: Types::STRING, length: self::NAME_LIMIT)]
    private string $name;

    #[ORM\Column(type: Types::TEXT)]
    private string $line;

    #[ORM\Column(type: Types::STRING, length: 60)]
    private string $instrument;

    #[ORM\Column(type: Types::STRING, length: 120)]
    private string $setup;

    #[ORM\Column(type: Types::STRING, length: 20)]
    private string $stage;

    #[ORM\Column(type: Types::STRING, length: 8)]
    private string $rows;

    #[ORM\Column(type: Types::INTEGER)]
    private int $position;

    #[ORM\Version]
    #[ORM\Column(type: Types::INTEGER)]
    private int $version = 1;

    #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE)]
    private \DateTimeImmutable $changedAt;

    /** The study that this one was made from, when it is a drill. */
    #[ORM\Column(type: 'guid', nullable: true)]
    private ?string $origin = null;

    #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $deletedAt = null;

    public function __construct(string $name, DeskState $state, int $position)
    {
        $this->id = Uuid::v7()->toRfc4122();
        $this->position = $position;
        $this->origin = Uuid::isValid($state->origin) ? $state->origin : null;
        $this->take($name, $state);
    }

    public function getOrigin(): ?string
    {
        return $this->origin;
    }

    public function take(string $name, DeskState $state): void
    {
        $this->name = $name;
        $this->line = $state->line;
        $this->instrument = $state->instrument;
        $this->setup = implode(',', $state->setups);
        $this->stage = $state->stage->value;
        $this->rows = $state->rowLetters();
        $this->changedAt = new \DateTimeImmutable();
    }

    public function rename(string $name): void
    {
        $this->name = $name;
        $this->changedAt = new \DateTimeImmutable();
    }

    public function delete(): void
    {
        $this->deletedAt = new \DateTimeImmutable();
    }

    public function restore(): void
    {
        $this->deletedAt = null;
    }

    public function state(): DeskState
    {
        return DeskState::of([
            'line' => $this->line, 'for' => $this->instrument, 'setup' => $this->setup, 'stage' => $this->stage,
            'rows' => $this->rows, 'study' => $this->id,
        ]);
    }

    public function getId(): string
    {
        return $this->id;
    }

    public function getName(): string
    {
        return $this->name;
    }

    public function getLine(): string
    {
        return $this->line;
    }

    public function getInstrument(): string
    {
        return $this->instrument;
    }

    public function getPosition(): int
    {
        return $this->position;
    }

    public function getVersion(): int
    {
        return $this->version;
    }

    public function getChangedAt(): \DateTimeImmutable
    {
        return $this->changedAt;
    }

    public function isDeleted(): bool
    {
        return null !== $this->deletedAt;
    }
}
