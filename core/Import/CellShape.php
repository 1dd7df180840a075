<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Pattern\Cell;
use SwiftReed\Pattern\ItemKind;
use SwiftReed\Pattern\Pattern;
use SwiftReed\Pattern\Progress;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\Scale;
use SwiftReed\Study\Direction;

/**
 * What can be told of a pattern over a material without walking it: how its cells begin and how many notes it will
 * have. So most patterns are passed over at once.
 */
final class CellShape
{
    /** Notes at the beginning that are compared. */
    private const COMPARED = 3;

    /** @var array<int, int> half steps above the tonic by step, going up and going down */
    private array $up = [];
    /** @var array<int, int> */
    private array $down = [];
    private readonly Scale $rises;
    private readonly Scale $falls;

    public function __construct(private readonly Material $material)
    {
        $tonic = \SwiftReed\Pitch\Pitch::parse('C4');
        $this->rises = $material->ascending($tonic);
        $this->falls = $material->descending($tonic);
    }

    /** Half steps above the tonic. */
    public function height(int $step, bool $ascending): int
    {
        return $ascending
            ? $this->up[$step] ??= $this->rises->note($step)->pitch->midi() - 60
            : $this->down[$step] ??= $this->falls->note($step)->pitch->midi() - 60;
    }

    /**
     * Whether notes may begin a pattern that begins on a step, going up or down.
     *
     * @param list<int> $heights the first notes, half steps above the tonic
     */
    public function begins(Pattern $pattern, int $step, bool $ascending, array $heights): bool
    {
        $cell = $ascending || $pattern->down->isNone() ? $pattern->up : $pattern->down;
        $at = 0;
        foreach ($cell->groups as $group) {
            $fromTop = Cell::countsFromTop(...$group);
            foreach ($group as $item) {
                if ($at >= self::COMPARED || !isset($heights[$at])) {
                    return true;
                }
                if (!\in_array(
                    $item->kind,
                    [ItemKind::Degree, ItemKind::Below, ItemKind::Above, ItemKind::HalfSteps],
                    true,
                )) {
                    return true; // a rest, a run or what leads on: it is walked to be seen
                }
                $above = $item->mark->step($this->material->size(), $fromTop);
                if (null === $above) {
                    return false;
                }
                $height = $this->height($step + $above, $ascending) + match ($item->kind) {
                    ItemKind::Below => -1,
                    ItemKind::Above => 1,
                    ItemKind::HalfSteps => $item->halfSteps,
                    default => $item->alter,
                };
                if ($height !== $heights[$at]) {
                    return false;
                }
                ++$at;
            }
        }

        return true;
    }

    /** How many notes the line will have, give or take the one that brings it home. */
    public function notes(Pattern $pattern, int $top, Direction $direction): int
    {
        if ($pattern->isBuilt()) {
            return intdiv(($top + 1) * ($top + 2), 2);
        }
        $cells = match ($pattern->progress) {
            Progress::Listed => \count($pattern->roots),
            Progress::RoundFifths, Progress::RoundFourths => 12,
            Progress::HalfSteps => $this->height($top, true),
            default => (int) ceil($top / $pattern->progress->steps()),
        };
        [$up, $down] = [self::count($pattern->up), self::count($pattern->down)];
        if (Progress::Listed === $pattern->progress) {
            return $cells * $up + 1;
        }
        if ($pattern->onlyGoesUp()) {
            return $cells * $up + ($pattern->last->isNone() ? $up : self::count($pattern->last)) + 1;
        }

        return match ($direction) {
            Direction::Up => $cells * $up + 1,
            Direction::Down => $cells * $down + 1,
            default => $cells * ($up + $down) + 1,
        };
    }

    private static function count(Cell $cell): int
    {
        $count = 0;
        foreach ($cell->groups as $group) {
            foreach ($group as $item) {
                $count += $item->notes();
            }
        }

        return $count;
    }
}
