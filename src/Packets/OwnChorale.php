<?php

declare(strict_types=1);

namespace App\Packets;

use App\Band\Belongs;
use App\Band\OfBand;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use SwiftReed\Packet\Chorale;
use SwiftReed\Packet\ChoraleError;
use Symfony\Component\Uid\Uuid;

/**
 * A chorale that a band has brought in.
 */
#[ORM\Entity(repositoryClass: OwnChoraleRepository::class)]
#[ORM\Table(name: 'chorale')]
#[ORM\Index(name: 'chorale_band', columns: ['band_id'])]
class OwnChorale implements OfBand
{
    use Belongs;

    public const NAME = 60;

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    /** @param array<string, mixed> $piece as {@see Chorale::read()} takes it */
    public function __construct(
        #[ORM\Column(type: Types::STRING, length: self::NAME)]
        private string $name,
        #[ORM\Column(type: Types::JSON)]
        private array $piece,
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

    /** @throws ChoraleError when it is of a version that wrote it otherwise */
    public function chorale(): Chorale
    {
        return Chorale::read(mb_strtolower($this->name), $this->piece);
    }
}
