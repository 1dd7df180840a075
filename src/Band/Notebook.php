<?php

declare(strict_types=1);

namespace App\Band;

use App\Folder\OwnPattern;
use App\Folder\OwnPatternRepository;
use Doctrine\DBAL\Exception as DatabaseError;
use SwiftReed\Fingering\Pin;
use SwiftReed\Fingering\PinError;
use SwiftReed\Fingering\Tendency;
use Symfony\Contracts\Service\ResetInterface;

/**
 * What the teacher has noted: pins and remarks for a page, players, patterns of one's own. Without the database the page goes on without them.
 */
final class Notebook implements ResetInterface
{
    /** @var array<string, list<PinnedFingering>> read in this request */
    private array $kept = [];

    public function __construct(private readonly PinnedFingeringRepository $pins, private readonly RemarkRepository $remarks, private readonly PlayerRepository $players, private readonly OwnPatternRepository $patterns, private readonly SchoolOfHabitsRepository $schools)
    {
    }

    /** @return list<OwnPattern> */
    public function ownPatterns(): array
    {
        try {
            return $this->patterns->inOrder();
        } catch (DatabaseError) {
            return [];
        }
    }

    /** @return list<SchoolOfHabits> */
    public function schools(string $instrument): array
    {
        try {
            return $this->schools->of($instrument);
        } catch (DatabaseError) {
            return [];
        }
    }

    public function reset(): void
    {
        $this->kept = [];
    }

    /** @return list<Player> */
    public function players(string $instrument): array
    {
        try {
            return $this->players->of($instrument);
        } catch (DatabaseError) {
            return [];
        }
    }

    public function player(string $id): ?Player
    {
        try {
            return $this->players->one($id);
        } catch (DatabaseError) {
            return null;
        }
    }

    /** @return list<PinnedFingering> */
    public function pins(string $instrument, string $line, string $player = ''): array
    {
        try {
            return $this->kept[$instrument.'|'.$player.'|'.$line] ??= $this->pins->inForce($instrument, $line, $player);
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
