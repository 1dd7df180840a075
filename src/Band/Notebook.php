<?php

declare(strict_types=1);

namespace App\Band;

use App\Folder\OwnPattern;
use App\Folder\OwnPatternRepository;
use Doctrine\DBAL\Connection;
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
    private const TABLES = ['pinned_fingering', 'remark', 'player', 'school_of_habits'];

    /** @var array<string, list<PinnedFingering>> read in this request */
    private array $kept = [];
    /** @var array<string, list<string>> by instrument: the tables that have something on it */
    private array $noted = [];

    public function __construct(private readonly PinnedFingeringRepository $pins, private readonly RemarkRepository $remarks, private readonly PlayerRepository $players, private readonly OwnPatternRepository $patterns, private readonly SchoolOfHabitsRepository $schools, private readonly Connection $database)
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
            return $this->has('school_of_habits', $instrument) ? $this->schools->of($instrument) : [];
        } catch (DatabaseError) {
            return [];
        }
    }

    public function reset(): void
    {
        $this->kept = [];
        $this->noted = [];
    }

    /** @return list<Player> */
    public function players(string $instrument): array
    {
        try {
            return $this->has('player', $instrument) ? $this->players->of($instrument) : [];
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
            return $this->kept[$instrument.'|'.$player.'|'.$line] ??= $this->has('pinned_fingering', $instrument) ? $this->pins->inForce($instrument, $line, $player) : [];
        } catch (DatabaseError) {
            return [];
        }
    }

    /** @return list<Remark> */
    public function remarks(string $instrument, string $line): array
    {
        try {
            return $this->has('remark', $instrument) ? $this->remarks->onPage($instrument, $line) : [];
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

    /** Whether a table has anything on an instrument. Most pages have no notes at all: one question instead of four. */
    private function has(string $table, string $instrument): bool
    {
        $ask = static fn (string $one): string => \sprintf("SELECT '%1\$s' WHERE EXISTS (SELECT 1 FROM %1\$s WHERE instrument = :instrument)", $one);
        $this->noted[$instrument] ??= array_map(strval(...), $this->database->fetchFirstColumn(implode(' UNION ALL ', array_map($ask, self::TABLES)), ['instrument' => $instrument]));

        return \in_array($table, $this->noted[$instrument], true);
    }
}
