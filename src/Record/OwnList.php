<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Belongs;
use App\Band\OfBand;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/**
 * A list of requirements of a band's own: a benchmark, an audition, an examination.
 */
#[ORM\Entity(repositoryClass: OwnListRepository::class)]
#[ORM\Table(name: 'requirement_list')]
#[ORM\Index(name: 'requirement_list_band', columns: ['band_id'])]
class OwnList implements OfBand
{
    use Belongs;

    public const NAME = 120;
    /** Characters of all rows together. */
    public const LIMIT = 20000;

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    #[ORM\Version]
    #[ORM\Column(type: Types::INTEGER)]
    private int $version = 1;

    /** @param string $rows requirements as they are typed, one in a row */
    public function __construct(
        #[ORM\Column(type: Types::STRING, length: self::NAME)]
        private string $name,
        #[ORM\Column(type: Types::TEXT)]
        private string $rows,
    ) {
        $this->id = Uuid::v7()->toRfc4122();
    }

    public function getId(): string
    {
        return $this->id;
    }

    public function getName(): string
    {
        return $this->name;
    }

    public function getRows(): string
    {
        return $this->rows;
    }

    /** @return list<string> */
    public function rows(): array
    {
        return self::lines($this->rows);
    }

    /** @return list<string> the rows of a text, without empty ones */
    public static function lines(string $text): array
    {
        return array_values(array_filter(
            array_map(trim(...), explode("\n", $text)),
            static fn (string $row): bool => '' !== $row,
        ));
    }

    public function getVersion(): int
    {
        return $this->version;
    }

    public function change(string $name, string $rows): void
    {
        $this->name = $name;
        $this->rows = $rows;
    }
}
