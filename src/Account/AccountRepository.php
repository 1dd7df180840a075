<?php

declare(strict_types=1);

namespace App\Account;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Uid\Uuid;

/**
 * @extends ServiceEntityRepository<Account>
 */
final class AccountRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, Account::class);
    }

    public function one(string $id): ?Account
    {
        return Uuid::isValid($id) ? $this->find($id) : null;
    }

    public function named(string $name): ?Account
    {
        return $this->findOneBy(['nameKey' => Account::key($name)]);
    }

    /** Whether somebody keeps the installation: until then the first code is good. */
    public function hasKeeper(): bool
    {
        return $this->count(['isKeeper' => true, 'isDemo' => false]) > 0;
    }

    public function demo(): ?Account
    {
        return $this->findOneBy(['isDemo' => true]);
    }

    /** @return list<Account> by name */
    public function all(): array
    {
        return $this->findBy([], ['nameKey' => 'ASC']);
    }
}
