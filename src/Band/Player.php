<?php

declare(strict_types=1);

namespace App\Band;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/**
 * Somebody who plays one instrument in one set-up, with habits of his own.
 */
#[ORM\Entity(repositoryClass: PlayerRepository::class)]
#[ORM\Table(name: 'player')]
class Player
{
    public const NAME = 60;

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    /** @param string $setup names of set-ups, divided by commas; @param string $stage the stage's value */
    public function __construct(
        #[ORM\Column(type: Types::STRING, length: self::NAME)]
        private string $name,
        #[ORM\Column(type: Types::STRING, length: 60)]
        private string $instrument,
        #[ORM\Column(type: Types::STRING, length: 120)]
        private string $setup,
        #[ORM\Column(type: Types::STRING, length: 20)]
        private string $stage,
        #[ORM\Column(type: Types::STRING, length: 20, options: ['default' => ''])]
        private string $limits = '',
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

    public function getInstrument(): string
    {
        return $this->instrument;
    }

    public function getSetup(): string
    {
        return $this->setup;
    }

    /** His own range in written notes, "G3 to E5"; nothing when he has none. */
    public function getLimits(): string
    {
        return $this->limits;
    }

    public function getStage(): string
    {
        return $this->stage;
    }
}
