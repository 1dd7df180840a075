<?php

declare(strict_types=1);

namespace App\Account;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Security\Core\User\EquatableInterface;
use Symfony\Component\Security\Core\User\PasswordAuthenticatedUserInterface;
use Symfony\Component\Security\Core\User\UserInterface;
use Symfony\Component\Uid\Uuid;

/**
 * A teacher's way in: a name and a pass phrase. Who is a director may have bands of his own; the keeper looks after the
 * installation.
 */
#[ORM\Entity(repositoryClass: AccountRepository::class)]
#[ORM\Table(name: 'account')]
#[ORM\UniqueConstraint(name: 'account_name', columns: ['name_key'])]
#[ORM\UniqueConstraint(name: 'account_keeper', columns: ['is_keeper'], options: ['where' => 'is_keeper'])]
class Account implements UserInterface, PasswordAuthenticatedUserInterface, EquatableInterface
{
    use Epoch;

    public const NAME = 60;

    #[ORM\Column(type: Types::STRING, length: self::NAME)]
    private string $name;

    /** The name as it is looked up: capitals make no other person. */
    #[ORM\Column(type: Types::STRING, length: 2 * self::NAME)]
    private string $nameKey;

    #[ORM\Column(type: Types::STRING, length: 255)]
    private string $password = '';

    #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE)]
    private \DateTimeImmutable $madeAt;

    #[ORM\Version]
    #[ORM\Column(type: Types::INTEGER)]
    private int $version = 1;

    public function __construct(
        string $name,
        #[ORM\Column(type: Types::BOOLEAN)]
        private bool $isDirector,
        #[ORM\Column(type: Types::BOOLEAN)]
        private bool $isKeeper = false,
        #[ORM\Column(type: Types::BOOLEAN)]
        private bool $isDemo = false,
    ) {
        $this->id = Uuid::v7()->toRfc4122();
        $this->name = $name;
        $this->nameKey = self::key($name);
        $this->madeAt = new \DateTimeImmutable();
    }

    public static function key(string $name): string
    {
        return mb_strtolower($name);
    }

    public function getName(): string
    {
        return $this->name;
    }

    public function isDirector(): bool
    {
        return $this->isDirector;
    }

    public function isKeeper(): bool
    {
        return $this->isKeeper;
    }

    public function isDemo(): bool
    {
        return $this->isDemo;
    }

    public function becomeDirector(): void
    {
        $this->isDirector = true;
    }

    public function getPassword(): string
    {
        return $this->password;
    }

    public function setPassword(string $hash): void
    {
        $this->password = $hash;
    }

    public function getRoles(): array
    {
        return ['ROLE_TEACHER'];
    }

    public function getUserIdentifier(): string
    {
        return People::ACCOUNT.$this->id;
    }
}
