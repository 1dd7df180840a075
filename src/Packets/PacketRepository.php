<?php

declare(strict_types=1);

namespace App\Packets;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Component\Uid\Uuid;

/**
 * @extends ServiceEntityRepository<Packet>
 */
final class PacketRepository extends ServiceEntityRepository
{
    public function __construct(ManagerRegistry $registry)
    {
        parent::__construct($registry, Packet::class);
    }

    public function one(string $id): ?Packet
    {
        return Uuid::isValid($id) ? $this->find($id) : null;
    }

    /** @return list<Packet> the newest first */
    public function newestFirst(): array
    {
        return $this->findBy([], ['changedAt' => 'DESC', 'id' => 'DESC'], 200);
    }
}
