<?php

declare(strict_types=1);

namespace App\Band;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/**
 * Something that was removed, as it stood, so that it can be brought back.
 */
#[ORM\Entity]
#[ORM\Table(name: 'removed')]
#[ORM\Index(name: 'removed_band', columns: ['band_id'])]
#[ORM\Index(name: 'removed_at', columns: ['removed_at'])]
class Removed implements OfBand
{
    use Belongs;

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE)]
    private \DateTimeImmutable $removedAt;

    /**
     * @param string                                  $says what it was, for the person who removed it
     * @param list<array{table: string, row: string}> $rows as JSON, in the order in which they are put back
     */
    public function __construct(
        #[ORM\Column(type: Types::STRING, length: 200)]
        private string $says,
        #[ORM\Column(type: Types::JSON)]
        private array $rows,
    ) {
        $this->id = Uuid::v7()->toRfc4122();
        $this->removedAt = new \DateTimeImmutable();
    }

    public function getId(): string
    {
        return $this->id;
    }

    public function getSays(): string
    {
        return $this->says;
    }

    public function getRemovedAt(): \DateTimeImmutable
    {
        return $this->removedAt;
    }

    /** @return list<array{table: string, row: string}> */
    public function getRows(): array
    {
        return $this->rows;
    }
}
