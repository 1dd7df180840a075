<?php

declare(strict_types=1);

namespace App\Packets;

use App\Band\OpenBand;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Import\ChoraleReader;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Packet\Chorale;
use SwiftReed\Packet\ChoraleError;
use SwiftReed\Packet\Chorales;

/**
 * The chorales of the open band: those that ship, and its own.
 */
final class BandChorales
{
    public function __construct(
        private readonly OwnChoraleRepository $own,
        private readonly DataFolder $data,
        private readonly OpenBand $open,
        private readonly EntityManagerInterface $entities,
    ) {
    }

    /** @return array<string, Chorale> by what a row of a sheet calls them */
    public function all(): array
    {
        return Chorales::shipped($this->data) + $this->given();
    }

    /** @return array<string, Chorale> the band's own */
    public function given(): array
    {
        $given = [];
        foreach ($this->own() as $one) {
            try {
                $given[$one->chorale()->id] = $one->chorale();
            } catch (ChoraleError) {
                continue; // of a version that wrote it otherwise; it stays listed and can be removed
            }
        }

        return $given;
    }

    /** @return list<OwnChorale> */
    public function own(): array
    {
        return null === $this->open->band() ? [] : $this->own->inOrder();
    }

    public function one(string $id): ?OwnChorale
    {
        return $this->own->one($id);
    }

    /** @throws \SwiftReed\Knowledge\Mistake when the file is no chorale */
    public function bring(string $bytes, string $name): void
    {
        $chorale = new OwnChorale($name, ChoraleReader::read($bytes, $name));
        $chorale->chorale();
        $this->entities->persist($chorale);
        $this->entities->flush();
    }
}
