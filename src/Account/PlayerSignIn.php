<?php

declare(strict_types=1);

namespace App\Account;

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
    use Epoch;

    public function __construct()
    {
        $this->id = Uuid::v7()->toRfc4122();
    }

    public function getRoles(): array
    {
        return ['ROLE_PLAYER'];
    }

    public function getUserIdentifier(): string
    {
        return People::PLAYER.$this->id;
    }
}
