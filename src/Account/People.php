<?php

declare(strict_types=1);

namespace App\Account;

use App\Shared\Hosts;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Security\Core\Exception\UserNotFoundException;
use Symfony\Component\Security\Core\User\UserInterface;
use Symfony\Component\Security\Core\User\UserProviderInterface;
use Symfony\Component\Uid\Uuid;

/**
 * Whoever can be signed in: teachers by their accounts, players by theirs.
 *
 * @implements UserProviderInterface<UserInterface>
 */
final class People implements UserProviderInterface
{
    public const ACCOUNT = 'account:';
    public const PLAYER = 'player:';

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly Hosts $hosts,
    ) {
    }

    public function loadUserByIdentifier(string $identifier): UserInterface
    {
        $id = substr($identifier, (int) strpos($identifier, ':') + 1);
        $class = str_starts_with($identifier, self::PLAYER) ? PlayerSignIn::class : Account::class;

        $person = Uuid::isValid($id) ? $this->entities->find($class, $id) : null;
        if ($person instanceof Account && $person->isDemo() && $this->hosts->isOpen()) {
            throw new UserNotFoundException(); // the demonstration is for the machine itself
        }

        return $person ?? throw new UserNotFoundException();
    }

    public function refreshUser(UserInterface $user): UserInterface
    {
        return $this->loadUserByIdentifier($user->getUserIdentifier());
    }

    public function supportsClass(string $class): bool
    {
        return is_a($class, Account::class, true) || is_a($class, PlayerSignIn::class, true);
    }
}
