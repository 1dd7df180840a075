<?php

declare(strict_types=1);

namespace App\Band;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/**
 * A pattern of the teacher's own, in the pattern language.
 */
#[ORM\Entity(repositoryClass: OwnPatternRepository::class)]
#[ORM\Table(name: 'own_pattern')]
#[ORM\Index(name: 'own_pattern_band', columns: ['band_id'])]
#[ORM\UniqueConstraint(name: 'own_pattern_name', columns: ['band_id', 'name'])]
class OwnPattern implements OfBand
{
    use Belongs;

    public const NAME = 80;

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    #[ORM\Version]
    #[ORM\Column(type: Types::INTEGER)]
    private int $version = 1;

    public function __construct(
        #[ORM\Column(type: Types::STRING, length: self::NAME)]
        private string $name,
        #[ORM\Column(type: Types::TEXT)]
        private string $cell,
    ) {
        $this->id = Uuid::v7()->toRfc4122();
    }

    public function getId(): string
    {
        return $this->id;
    }

    public function getVersion(): int
    {
        return $this->version;
    }

    public function getName(): string
    {
        return $this->name;
    }

    /** Without the word "cell". */
    public function getCell(): string
    {
        return $this->cell;
    }

    public function change(string $cell): void
    {
        $this->cell = $cell;
    }
}
