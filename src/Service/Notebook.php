<?php

declare(strict_types=1);

namespace App\Service;

use App\Entity\PinnedFingering;
use App\Entity\Remark;
use App\Repository\PinnedFingeringRepository;
use App\Repository\RemarkRepository;
use Doctrine\DBAL\Exception as DatabaseError;
use SwiftReed\Fingering\Pin;
use SwiftReed\Fingering\PinError;
use SwiftReed\Fingering\Tendency;

/**
 * What the teacher has noted for a page: pins and remarks. Without the database the page goes on without them.
 */
final class Notebook
{
    public function __construct(private readonly PinnedFingeringRepository $pins, private readonly RemarkRepository $remarks)
    {
    }

    /** @return list<PinnedFingering> */
    public function pins(string $instrument, string $line): array
    {
        try {
            return $this->pins->inForce($instrument, $line);
        } catch (DatabaseError) {
            return [];
        }
    }

    /** @return list<Remark> */
    public function remarks(string $instrument, string $line): array
    {
        try {
            return $this->remarks->onPage($instrument, $line);
        } catch (DatabaseError) {
            return [];
        }
    }

    /**
     * @param list<PinnedFingering> $stored
     *
     * @return list<Tendency>
     */
    public static function tendencies(array $stored): array
    {
        $texts = array_map(static fn (PinnedFingering $one): string => $one->getPin(), $stored);

        return array_map(Tendency::parse(...), array_values(array_filter($texts, Tendency::isMeant(...))));
    }

    /**
     * @param list<PinnedFingering> $stored
     *
     * @return list<Pin>
     */
    public static function read(array $stored): array
    {
        $pins = [];
        foreach ($stored as $one) {
            if (Tendency::isMeant($one->getPin())) {
                continue;
            }
            try {
                $pins[] = Pin::parse($one->getPin());
            } catch (PinError) {
                continue; // an older notation; it stays listed and can be removed
            }
        }

        return $pins;
    }
}
