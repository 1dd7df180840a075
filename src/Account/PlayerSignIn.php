<?php

declare(strict_types=1);

namespace App\Account;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Security\Core\User\EquatableInterface;
use Symfony\Component\Security\Core\User\UserInterface;
use Symfony\Component\Uid\Uuid;

/**
 * A player's way in, by a personal link. It may stand for a player in several bands; it knows nothing of its own.
 */
#[ORM\Entity]
#[ORM\Table(name: 'player_sign_in')]
class PlayerSignIn implements UserInterface, EquatableInterface
{
    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    #[ORM\Column(type: Types::INTEGER)]
    private int $epoch = 1;

    public function __construct()
    {
        $this->id = Uuid::v7()->toRfc4122();
    }

    public function getId(): string
    {
        return $this->id;
    }

    public function endSessions(): void
    {
        ++$this->epoch;
    }

    public function getRoles(): array
    {
        return ['ROLE_PLAYER'];
    }

    public function eraseCredentials(): void
    {
    }

    public function getUserIdentifier(): string
    {
        return People::PLAYER.$this->id;
    }

    public function isEqualTo(UserInterface $user): bool
    {
        return $user instanceof self && $user->id === $this->id && $user->epoch === $this->epoch;
    }

    /** @return array{id: string, epoch: int} */
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
