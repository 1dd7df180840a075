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
 * A teacher's way in: a name and a pass phrase. Who is a director may have bands of his own; the keeper looks after the installation.
 */
#[ORM\Entity(repositoryClass: AccountRepository::class)]
#[ORM\Table(name: 'account')]
class Account implements UserInterface, PasswordAuthenticatedUserInterface, EquatableInterface
{
    public const NAME = 60;

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    #[ORM\Column(type: Types::STRING, length: self::NAME)]
    private string $name;

    /** The name as it is looked up: capitals make no other person. */
    #[ORM\Column(type: Types::STRING, length: 2 * self::NAME, unique: true)]
    private string $nameKey;

    #[ORM\Column(type: Types::STRING, length: 255)]
    private string $password = '';

    /** Sessions of an older epoch are no longer good. */
    #[ORM\Column(type: Types::INTEGER)]
    private int $epoch = 1;

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

    public function getId(): string
    {
        return $this->id;
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

    /** Every session that is open now ends with its next request. */
    public function endSessions(): void
    {
        ++$this->epoch;
    }

    public function getRoles(): array
    {
        return ['ROLE_TEACHER'];
    }

    public function eraseCredentials(): void
    {
    }

    public function getUserIdentifier(): string
    {
        return People::ACCOUNT.$this->id;
    }

    public function isEqualTo(UserInterface $user): bool
    {
        return $user instanceof self && $user->id === $this->id && $user->epoch === $this->epoch;
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
        $this->password = '';
    }
}
