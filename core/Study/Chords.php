<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Pattern\Cell;
use SwiftReed\Pattern\Item;
use SwiftReed\Pattern\ItemKind;
use SwiftReed\Pattern\Pattern;
use SwiftReed\Pattern\Progress;
use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Scale\Chord;
use SwiftReed\Scale\Material;
use SwiftReed\Study\Harmony\Over;

/**
 * The chords over a study: what the material fits over; in a pattern the diatonic chord of each cell, with its seventh
 * where the cell plays one; for a pair of triads the chord it fits over, or the two triads in turn.
 *
 * Source: the handbook, chapter 3, "Chords" (common practice).
 */
final class Chords
{
    /** @return list<ChordAt> */
    public static function of(Study $study): array
    {
        if (null !== $study->recipe->over) {
            return self::overChanges($study, $study->recipe->over);
        }
        $material = $study->recipe->material;
        $walksCells = !$study->recipe->pattern->isStraight()
            && !$study->recipe->pattern->isBuilt()
            && !$study->recipe->pattern->isLipSlurs();
        $toConcert = Interval::between($study->writtenKey->key->tonic->at(4), $study->concertKey->tonic->at(4));
        $chords = [];
        $before = null;
        $cell = null;
        foreach ($study->notes as $i => $note) {
            $begins = 0 === $i || ($walksCells && $note->tone->cell !== $cell);
            $cell = $note->tone->cell;
            if (!$begins) {
                continue;
            }
            $chord = $walksCells
                ? self::ofCell($study, $note)
                : self::overMaterial($material, $study->writtenKey->key->tonic);
            if (null !== $chord && $chord->text() !== $before) {
                $chords[] = new ChordAt($note->onset, $chord, $chord->on($chord->root->transpose($toConcert)));
                $before = $chord->text();
            }
        }

        return $chords;
    }

    /**
     * The chords by the number of the first note that begins where each does, or after it.
     *
     * @return array<int, ChordAt>
     */
    public static function byNote(Study $study): array
    {
        $byNote = [];
        $i = 0;
        foreach (self::of($study) as $chord) {
            while (isset($study->notes[$i]) && $study->notes[$i]->onset < $chord->onset) {
                ++$i;
            }
            if (isset($study->notes[$i])) {
                $byNote[$i] = $chord;
            }
        }

        return $byNote;
    }

    /**
     * The chords that a line says it is played over, as often as it goes round.
     *
     * @return list<ChordAt>
     */
    private static function overChanges(Study $study, Over $over): array
    {
        $last = $study->notes[\count($study->notes) - 1];
        $written = $over->chordsOn($study->writtenKey->key->tonic);
        $concert = $over->chordsOn($study->concertKey->tonic);
        $chords = [];
        $before = null;
        for ($at = 0, $k = 0; $at < $last->onset + $last->length; ++$k) {
            $change = $written[$k % \count($written)];
            if ($change->chord->text() !== $before) {
                $chords[] = new ChordAt($at, $change->chord, $concert[$k % \count($concert)]->chord);
                $before = $change->chord->text();
            }
            $at += $change->ticks;
        }

        return $chords;
    }

    private static function overMaterial(Material $material, NoteName $tonic): ?Chord
    {
        return $material->chordsOn($tonic)[0] ?? null;
    }

    private static function ofCell(Study $study, StudyNote $note): ?Chord
    {
        $material = $study->recipe->material;
        $pattern = $study->recipe->pattern;
        $root = $note->tone->rootName;
        if (null === $root) {
            return null;
        }
        if (null !== $material->pair) {
            return self::overMaterial($material, $study->writtenKey->key->tonic)
                ?? $material->pair->triadOf($study->writtenKey->key->tonic, $root);
        }
        if (Progress::RoundFifths === $pattern->progress || Progress::RoundFourths === $pattern->progress) {
            return self::overMaterial($material, $root);
        }
        if (7 !== $material->size() || Progress::HalfSteps === $pattern->progress) {
            return self::overMaterial($material, $study->writtenKey->key->tonic);
        }
        $scale = $note->tone->ascending
            ? $material->ascending($study->lowTonic)
            : $material->descending($study->lowTonic);
        for ($step = 0; $step < 7; ++$step) {
            if ($scale->note($step)->pitch->name()->equals($root)) {
                $cell = $note->tone->ascending || $pattern->down->isNone() ? $pattern->up : $pattern->down;
                $withSeventh = self::playsSeventh($pattern);

                return self::isIn($cell, $withSeventh)
                    ? Chord::onStep($scale, $step, $withSeventh) ?? Chord::onStep($scale, $step, false)
                    : null;
            }
        }

        return null;
    }

    /** Whether half of a cell's degrees, or more, belong to the chord on its root. */
    private static function isIn(Cell $cell, bool $withSeventh): bool
    {
        $degrees = array_filter(
            array_merge(...$cell->groups),
            static fn (Item $item): bool => ItemKind::Degree === $item->kind,
        );
        $inside = array_filter($degrees, static fn (Item $item): bool => 0 === $item->alter && \in_array(
            ($item->mark->number - 1) % 7,
            $withSeventh ? [0, 2, 4, 6] : [0, 2, 4],
            true,
        ));

        return 2 * \count($inside) >= \count($degrees);
    }

    /** Whether a cell plays the seventh of the chord on its root, with its third where it plays more than two notes. */
    private static function playsSeventh(Pattern $pattern): bool
    {
        foreach ([$pattern->up, $pattern->down] as $cell) {
            // In a group that runs down from the octave the seventh only passes.
            $items = array_merge([], ...array_filter(
                $cell->groups,
                static fn (array $group): bool => !Cell::countsFromTop(...$group),
            ));
            $has = static fn (int $number): bool => [] !== array_filter(
                $items,
                static fn (Item $item): bool => $item->isPlain($number),
            );
            if ($has(7) && ($has(3) || \count($items) < 3)) {
                return true;
            }
        }

        return false;
    }
}
