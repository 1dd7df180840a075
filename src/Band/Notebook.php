<?php

declare(strict_types=1);

namespace App\Band;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception as DatabaseError;
use SwiftReed\Fingering\Pin;
use SwiftReed\Fingering\PinError;
use SwiftReed\Fingering\Tendency;
use Symfony\Component\HttpKernel\Exception\ServiceUnavailableHttpException;
use Symfony\Contracts\Service\ResetInterface;

/**
 * What the teacher has noted: pins and remarks for a page, players, patterns of one's own. Without the database the
 * page goes on without them.
 */
final class Notebook implements ResetInterface
{
    private const TABLES = ['pinned_fingering', 'remark', 'chair', 'school_of_habits'];

    /** @var array<string, list<PinnedFingering>> read in this request */
    private array $kept = [];
    /** @var array<string, list<string>> by instrument: the tables that have something on it */
    private array $noted = [];
    /** @var list<string>|null */
    private ?array $instruments = null;

    public function __construct(
        private readonly PinnedFingeringRepository $pins,
        private readonly RemarkRepository $remarks,
        private readonly ChairRepository $chairs,
        private readonly OwnPatternRepository $patterns,
        private readonly SchoolOfHabitsRepository $schools,
        private readonly Connection $database,
        private readonly OpenBand $open,
    ) {
    }

    /**
     * Before something is printed: without pins and habits it would be another page than the one that was wanted.
     *
     * @throws ServiceUnavailableHttpException when the database does not answer, and somebody may be signed in
     */
    public function mustAnswer(): void
    {
        if ($this->open->isAway()) {
            throw new ServiceUnavailableHttpException(5, 'refusal.notes_away');
        }
    }

    /** @return list<OwnPattern> */
    public function ownPatterns(): array
    {
        try {
            return null === $this->open->band() ? [] : $this->patterns->inOrder();
        } catch (DatabaseError) {
            $this->open->goAway();

            return [];
        }
    }

    /** @return list<SchoolOfHabits> */
    public function schools(string $instrument): array
    {
        try {
            return $this->has('school_of_habits', $instrument) ? $this->schools->of($instrument) : [];
        } catch (DatabaseError) {
            $this->open->goAway();

            return [];
        }
    }

    public function reset(): void
    {
        $this->kept = [];
        $this->noted = [];
        $this->instruments = null;
    }

    /** @return list<Chair> of this instrument; a player sees none but those of his own */
    public function players(string $instrument): array
    {
        if (!$this->open->isLed()) {
            return array_values(array_filter(
                $this->open->player()?->chairs() ?? [],
                static fn (Chair $one): bool => $one->getInstrument() === $instrument,
            ));
        }
        try {
            return $this->has('chair', $instrument) ? $this->chairs->of($instrument) : [];
        } catch (DatabaseError) {
            $this->open->goAway();

            return [];
        }
    }

    /** @return list<string> ids of the instruments that are played in the open band; of a player, his own */
    public function instruments(): array
    {
        if (null === $this->open->band()) {
            return [];
        }
        try {
            return $this->instruments ??= null === $this->open->player()
                ? $this->chairs->instruments()
                : array_map(static fn (Chair $one): string => $one->getInstrument(), $this->open->player()->chairs());
        } catch (DatabaseError) {
            $this->open->goAway();

            return [];
        }
    }

    public function player(string $id): ?Chair
    {
        try {
            $chair = $this->chairs->one($id);

            return null === $chair || $this->open->isLed() || $chair->getPlayer() === $this->open->player()
                ? $chair
                : null;
        } catch (DatabaseError) {
            $this->open->goAway();

            return null;
        }
    }

    /** @return list<PinnedFingering> */
    public function pins(string $instrument, string $line, string $player = ''): array
    {
        if ('' !== $player && !$this->open->isLed() && null === $this->player($player)) {
            $player = ''; // somebody else's
        }
        try {
            return $this->kept[$instrument.'|'.$player.'|'.$line] ??= $this->has('pinned_fingering', $instrument)
                ? $this->pins->inForce($instrument, $line, $player)
                : [];
        } catch (DatabaseError) {
            $this->open->goAway();

            return [];
        }
    }

    /** @return list<Remark> */
    public function remarks(string $instrument, string $line): array
    {
        try {
            return $this->has('remark', $instrument) ? $this->remarks->onPage($instrument, $line) : [];
        } catch (DatabaseError) {
            $this->open->goAway();

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

    /**
     * Whether the open band has anything in a table on an instrument. Most pages have no notes at all: one question
     * instead of four.
     */
    private function has(string $table, string $instrument): bool
    {
        if (null === $this->open->band()) {
            return false;
        }
        $ask = static fn (string $one): string => \sprintf(
            "SELECT '%1\$s' WHERE EXISTS (SELECT 1 FROM %1\$s WHERE instrument = :instrument AND band_id = :band)",
            $one,
        );
        $this->noted[$instrument] ??= array_map(
            strval(...),
            $this->database->fetchFirstColumn(
                implode(' UNION ALL ', array_map($ask, self::TABLES)),
                ['instrument' => $instrument, 'band' => $this->open->id()],
            ),
        );

        return \in_array($table, $this->noted[$instrument], true);
    }
}
