<?php

declare(strict_types=1);

namespace App\Desk;

use App\Band\Belongs;
use App\Band\OfBand;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/**
 * A sheet of numbered studies: one study line in each row.
 */
#[ORM\Entity(repositoryClass: StudySheetRepository::class)]
#[ORM\Table(name: 'study_sheet')]
#[ORM\Index(name: 'study_sheet_band', columns: ['band_id'])]
class StudySheet implements OfBand
{
    use Belongs;

    public const NAME = 120;
    public const LENGTH = 8000;

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE)]
    private \DateTimeImmutable $changedAt;

    #[ORM\Version]
    #[ORM\Column(type: Types::INTEGER)]
    private int $version = 1;

    public function __construct(
        #[ORM\Column(type: Types::STRING, length: self::NAME)]
        private string $name,
        #[ORM\Column(type: Types::TEXT)]
        private string $lines,
    ) {
        $this->id = Uuid::v7()->toRfc4122();
        $this->changedAt = new \DateTimeImmutable();
    }

    public function getId(): string
    {
        return $this->id;
    }

    public function getName(): string
    {
        return $this->name;
    }

    /** One study line in each row. */
    public function getLines(): string
    {
        return $this->lines;
    }

    public function getVersion(): int
    {
        return $this->version;
    }

    /** @return list<string> study lines and titles, without empty rows */
    public static function rows(string $lines): array
    {
        return array_values(array_filter(
            array_map(trim(...), explode("\n", strtr($lines, ["\r" => '']))),
            static fn (string $line): bool => '' !== $line,
        ));
    }

    public function getChangedAt(): \DateTimeImmutable
    {
        return $this->changedAt;
    }

    public function change(string $name, string $lines): void
    {
        $this->name = $name;
        $this->lines = $lines;
        $this->changedAt = new \DateTimeImmutable();
    }
}
