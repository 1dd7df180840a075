<?php

declare(strict_types=1);

namespace App\Stand;

use App\Band\Belongs;
use App\Band\Chair;
use App\Band\OfBand;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use SwiftReed\Practice\Day;
use Symfony\Component\Uid\Uuid;

/**
 * What is to be learnt: by one chair, by a section, or by the band. Only settings are kept; the days are worked out
 * from what was played.
 */
#[ORM\Entity(repositoryClass: PlanRepository::class)]
#[ORM\Table(name: 'practice_plan')]
#[ORM\Index(name: 'practice_plan_band', columns: ['band_id'])]
#[ORM\Index(name: 'practice_plan_chair', columns: ['chair_id'])]
class Plan implements OfBand
{
    use Belongs;

    public const TITLE = 120;

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    #[ORM\ManyToOne(targetEntity: Chair::class)]
    #[ORM\JoinColumn(name: 'chair_id', nullable: true, onDelete: 'CASCADE')]
    private ?Chair $chair = null;

    /** Nothing for the whole band, and for a chair. */
    #[ORM\Column(type: Types::STRING, length: 60)]
    private string $section = '';

    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    private \DateTimeImmutable $beginOn;

    #[ORM\Version]
    #[ORM\Column(type: Types::INTEGER)]
    private int $version = 1;

    /**
     * @param string               $lines    study lines, one in a row
     * @param array<string, mixed> $settings of {@see PlanChoices}
     */
    public function __construct(
        #[ORM\Column(type: Types::STRING, length: self::TITLE)]
        private string $title,
        #[ORM\Column(type: Types::TEXT)]
        private string $lines,
        #[ORM\Column(type: Types::JSON)]
        private array $settings,
        Day $begin,
    ) {
        $this->id = Uuid::v7()->toRfc4122();
        $this->beginOn = new \DateTimeImmutable($begin->text());
    }

    public function getId(): string
    {
        return $this->id;
    }

    public function getTitle(): string
    {
        return $this->title;
    }

    public function getLines(): string
    {
        return $this->lines;
    }

    /** @return list<string> */
    public function rows(): array
    {
        return array_values(array_filter(
            array_map(trim(...), explode("\n", $this->lines)),
            static fn (string $row): bool => '' !== $row,
        ));
    }

    public function choices(): PlanChoices
    {
        return PlanChoices::fromArray($this->settings);
    }

    public function getChair(): ?Chair
    {
        return $this->chair;
    }

    public function getSection(): string
    {
        return $this->section;
    }

    public function begin(): Day
    {
        return Day::parse($this->beginOn->format('Y-m-d'));
    }

    public function getVersion(): int
    {
        return $this->version;
    }

    public function isOfBand(): bool
    {
        return null === $this->chair && '' === $this->section;
    }

    public function change(string $title, string $lines, PlanChoices $choices): void
    {
        $this->title = $title;
        $this->lines = $lines;
        $this->settings = $choices->toArray();
    }

    public function belongsTo(?Chair $chair, string $section): void
    {
        $this->chair = $chair;
        $this->section = null === $chair ? $section : '';
    }

    /** The same for one chair, to be changed there. */
    public function copyFor(Chair $chair, Day $begin): self
    {
        $copy = new self($this->title, $this->lines, ['copied' => $this->id] + $this->settings, $begin);
        $copy->belongsTo($chair, '');

        return $copy;
    }
}
