<?php

declare(strict_types=1);

namespace SwiftReed\Study\Tonguing;

use SwiftReed\Study\Rhythm\Laid;
use SwiftReed\Study\Tone;

/**
 * Which notes are tongued and which are slurred into.
 */
enum Articulation: string
{
    case Tongued = 'tongued';
    case Slurred = 'slurred';
    case SlurTwoTongueTwo = 'slur 2 tongue 2';
    case TongueOneSlurThree = 'tongue 1 slur 3';
    case TongueUpSlurDown = 'tongue up slur down';
    /** Each root, in both directions, tongued; the rest slurred. */
    case TongueRoots = 'tongue roots';
    /** The first note of each cell tongued; the rest slurred. */
    case TongueCells = 'tongue cells';
    case Legato = 'legato';

    /**
     * @param non-empty-list<Tone> $tones
     * @param non-empty-list<bool> $breaths whether the player breathes after each
     * @param bool                 $byGroup whether each group of a cell is slurred by itself, as lip slurs are
     *
     * @return non-empty-list<array{Attack, Slur}> one for each tone
     */
    public function marks(array $tones, Laid $laid, array $breaths, bool $byGroup): array
    {
        $marks = [];
        foreach ($this->joins($tones, $laid, $breaths, $byGroup) as $i => [$joinsBefore, $joinsAfter]) {
            $slur = match (true) {
                $joinsBefore && $joinsAfter => Slur::Continue,
                $joinsBefore => Slur::Stop,
                $joinsAfter => Slur::Start,
                default => Slur::Outside,
            };
            $attack = match (true) {
                $joinsBefore => Attack::None,
                self::Legato === $this && $i > 0 => Attack::Soft,
                default => Attack::Tongue,
            };
            $marks[] = [$attack, $slur];
        }

        return $marks;
    }

    /** A repeated pitch must be tongued, whatever the pattern says, and so must what follows a rest or a drill's seam. */
    private static function mayJoin(Tone $tone, Tone $next, int $gap): bool
    {
        return !$tone->fillsBar
            && !$tone->isSeam
            && 0 === $gap
            && $tone->pitch->midi() !== $next->pitch->midi();
    }

    /**
     * @param non-empty-list<Tone> $tones
     * @param non-empty-list<bool> $breaths
     *
     * @return non-empty-list<array{bool, bool}> whether the note is slurred from the one before, and to the one after
     */
    private function joins(array $tones, Laid $laid, array $breaths, bool $byGroup): array
    {
        $count = \count($tones);
        $intoNext = array_fill(0, $count, false);
        for ($i = 0; $i + 1 < $count; ++$i) {
            $isApart = $byGroup
                && ($tones[$i]->cell !== $tones[$i + 1]->cell || $tones[$i]->group !== $tones[$i + 1]->group);
            if ($breaths[$i] || $isApart || !self::mayJoin($tones[$i], $tones[$i + 1], $laid->gaps[$i + 1])) {
                continue;
            }
            $intoNext[$i] = match ($this) {
                self::Tongued, self::Legato => false,
                self::Slurred => true,
                self::SlurTwoTongueTwo => 0 === $i % 4,
                self::TongueOneSlurThree => 1 === $i % 4 || 2 === $i % 4,
                self::TongueUpSlurDown => !$tones[$i + 1]->ascending,
                self::TongueRoots => !$tones[$i + 1]->isRoot,
                // A plain line has no cells: its notes go by fours.
                self::TongueCells => null === $tones[$i + 1]->cell
                    ? 3 !== $i % 4
                    : $tones[$i + 1]->cell === $tones[$i]->cell && $tones[$i + 1]->group === $tones[$i]->group,
            };
        }
        $joins = [];
        foreach ($intoNext as $i => $after) {
            $joins[] = [$i > 0 && $intoNext[$i - 1], $after];
        }

        return $joins;
    }
}
