<?php

declare(strict_types=1);

namespace App\Account;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Security\Core\User\UserInterface;

/**
 * What a session knows of somebody: an id, and in which epoch it was opened. Sessions of an older epoch are no longer
 * good.
 */
trait Epoch
{
    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    #[ORM\Column(type: Types::INTEGER)]
    private int $epoch = 1;

    public function getId(): string
    {
        return $this->id;
    }

    /** Every session that is open now ends with its next request. */
    public function endSessions(): void
    {
        ++$this->epoch;
    }

    public function isEqualTo(UserInterface $user): bool
    {
        return $user instanceof self && $user->id === $this->id && $user->epoch === $this->epoch;
    }

    public function eraseCredentials(): void
    {
    }

    /** @return array{id: string, epoch: int} what a session keeps: nothing that would be worth stealing */
    public function __serialize(): array
    {
        return ['id' => $this->id, 'epoch' => $this->epoch];
    }

    /** @param array{id: string, epoch: int} $data */
    public function __unserialize(array $data): void
    {
        $this->id = $data['id'];
        $this->epoch = $data['epoch'];
    }
}
