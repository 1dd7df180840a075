<?php

declare(strict_types=1);

namespace SwiftReed\Score\Layout;

use SwiftReed\Pitch\Accidental;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Study\SignsInForce;
use SwiftReed\Study\Study;
use SwiftReed\Time\Bars;
use SwiftReed\Time\Length;
use SwiftReed\Time\NoteValues;
use SwiftReed\Time\TimeSignature;
use SwiftReed\Time\Tuplet;

/**
 * Cuts a study into bars that add up: ties over bar lines, rests in the last bar, beams that show the beat, accidentals
 * that hold for the bar, and systems of about sixteen notes.
 */
final class BarLayout
{
    /** Notes that stand comfortably on one line with a diagram under each. */
    public const SYSTEM = 16;

    /**
     * @param int      $perSystem notes that stand comfortably on one system
     * @param int|null $most      bars on one system at most
     *
     * @return list<Bar>
     */
    public static function bars(Study $study, int $perSystem = self::SYSTEM, ?int $most = null): array
    {
        $pieces = self::pieces($study);
        $bars = [];
        foreach ($pieces as $number => $items) {
            $items = self::withAccidentals($study, $items);
            $bars[] = self::withBeams($study->bars, $items);
        }
        $begins = SystemBreaks::of(array_map(count(...), $bars), $perSystem, $most ?? \count($bars));

        return array_map(
            static fn (array $items, int $i): Bar => new Bar($i + ($study->lead() > 0 ? 0 : 1), $items, $begins[$i]),
            $bars,
            array_keys($bars),
        );
    }

    /** @return list<list<BarItem>> items of each bar, in order */
    private static function pieces(Study $study): array
    {
        $grid = $study->bars;
        $bars = [];
        // Places are counted from the first bar line, so that beats lie where they are felt.
        $lead = $study->lead();
        $tuplets = self::tuplets($study);
        $at = 0;
        $end = $lead;
        foreach ($study->notes as $i => $note) {
            $onset = $lead + $note->onset;
            foreach (self::written($end, $onset - $end, $grid, $tuplets, $at, true) as [$from, $length, $tuplet]) {
                $bars[$grid->bar($from)][] = self::item(null, $from, $length, false, false, $tuplet);
            }
            $end = $onset + $note->length;
            $pieces = self::written($onset, $note->length, $grid, $tuplets, $at, false);
            foreach ($pieces as $k => [$from, $length, $tuplet]) {
                $bars[$grid->bar($from)][] = self::item(
                    $i,
                    $from,
                    $length,
                    $k > 0,
                    $k < \count($pieces) - 1,
                    $tuplet,
                );
            }
        }
        $full = match (true) {
            $study->isUntimed() => $end,
            // A last bar that is repeated ends where the pick-up begins: both together make a bar.
            $study->repeats() > 1 => $lead + $study->period(),
            // In a band the last voice may end later.
            $study->tail > 0 => $end + $study->tail,
            0 === $grid->inBar($end) => $end,
            default => $grid->nextLine($end),
        };
        foreach (self::written($end, $full - $end, $grid, $tuplets, $at, true) as [$from, $length, $tuplet]) {
            $bars[$grid->bar($from)][] = self::item(null, $from, $length, false, false, $tuplet);
        }
        ksort($bars);

        return array_values($bars);
    }

    /** @return list<Tuplet> counted from the first bar line, in order */
    private static function tuplets(Study $study): array
    {
        $tuplets = [];
        foreach ($study->notes as $note) {
            foreach ($note->tuplets as $one) {
                $there = $one->movedBy($study->lead() + $note->onset);
                $tuplets[$there->from] ??= $there;
            }
        }
        ksort($tuplets);

        return array_values($tuplets);
    }

    /**
     * A note or a silence as it is written: what lies in a tuplet apart from what does not.
     *
     * @param list<Tuplet> $tuplets
     * @param int          $at      the first of them that has not ended; it is moved on
     *
     * @return list<array{int, int, Tuplet|null}> where each piece begins, its ticks, the tuplet in which it stands
     */
    private static function written(int $onset, int $length, Bars $grid, array $tuplets, int &$at, bool $isRest): array
    {
        $pieces = [];
        $end = $onset + $length;
        while ($onset < $end) {
            while (isset($tuplets[$at]) && $tuplets[$at]->end() <= $onset) {
                ++$at;
            }
            $in = isset($tuplets[$at]) && $tuplets[$at]->from <= $onset ? $tuplets[$at] : null;
            $later = $tuplets[null === $in ? $at : $at + 1] ?? null;
            // What ends inside a tuplet is plain as far as its beginning.
            $next = null !== $later && $later->from < $end && $later->end() > $end ? $later->from : $end;
            if (null !== $in) {
                $until = min($end, $in->end());
                $value = $in->lasting(NoteValues::longest($in->written($until - $onset)));
            } else {
                $value = $isRest
                    ? self::rest($onset, $next, $grid)
                    : self::first($grid->inBar($onset), $next - $onset, $grid->time($onset));
            }
            $pieces[] = [$onset, $value, $in];
            $onset += $value;
        }

        return $pieces;
    }

    /** The first rest of a silence: as far as the beat, then the rest of the bar. */
    private static function rest(int $from, int $to, Bars $grid): int
    {
        $time = $grid->time($from);
        $until = min($to, $grid->nextLine($from));
        $inBeat = $grid->inBar($from) % $time->beatTicks();
        $length = min($inBeat > 0 ? $time->beatTicks() - $inBeat : $until - $from, $until - $from);

        return self::first($grid->inBar($from), $length, $time);
    }

    private static function item(
        ?int $note,
        int $onset,
        int $length,
        bool $tiedFrom,
        bool $tiedTo,
        ?Tuplet $tuplet,
    ): BarItem {
        $edge = match (true) {
            null === $tuplet => null,
            $onset === $tuplet->from => TupletEdge::Start,
            $onset + $length >= $tuplet->end() => TupletEdge::Stop,
            default => null,
        };

        return new BarItem($note, $onset, $length, $tiedFrom, $tiedTo, $tuplet, $edge);
    }

    /**
     * The first value with which a length is written: cut at the bar line and, where it begins off the beat, at the
     * middle of the bar. In bars of two, three or four a note that begins on a beat may
     * cross the middle; where beats go by threes or groups are unlike, what crosses a division ends on one.
     */
    private static function first(int $place, int $length, TimeSignature $time): int
    {
        $room = min($length, $time->barTicks() - $place);
        $later = array_values(array_filter(
            $time->divisions(),
            static fn (int $division): bool => $division > $place && $division < $place + $room,
        ));
        $isStrict = $time->isCompound() || $time->isUneven() || $time->felt() > 4;
        if ([] === $later || (!$isStrict && 0 === $place % Length::QUARTER)) {
            return NoteValues::longest($room);
        }
        $isDivision = \in_array($place, $time->divisions(), true);
        $ends = $isStrict && $isDivision ? [...$later, $place + $room] : [$later[0]];
        foreach (array_reverse($ends) as $end) {
            $isEnd = $end === $time->barTicks() || \in_array($end, $time->divisions(), true);
            if ($isEnd && NoteValues::longest($end - $place) === $end - $place) {
                return $end - $place;
            }
        }

        return NoteValues::longest($later[0] - $place);
    }

    /**
     * @param list<BarItem> $items
     *
     * @return list<BarItem>
     */
    private static function withAccidentals(Study $study, array $items): array
    {
        $signs = new SignsInForce($study->signature, $study->signsEveryTime);
        $printed = [];
        foreach ($items as $item) {
            $begins = $item->begins();
            $pitch = null === $begins ? null : $study->notes[$begins]->pitch();
            $graces = array_map(
                static fn (Pitch $grace): ?Accidental => $signs->take($grace, 0) ? Accidental::of($grace->alter) : null,
                null === $begins ? [] : $study->notes[$begins]->tone->graces,
            );
            $item = [] === $graces ? $item : $item->with(graces: $graces);
            $printed[] = null !== $pitch && $signs->take($pitch, 0)
                ? $item->with(accidental: Accidental::of($pitch->alter))
                : $item;
        }

        return $printed;
    }

    /**
     * @param list<BarItem> $items
     *
     * @return list<BarItem>
     */
    private static function withBeams(Bars $grid, array $items): array
    {
        $groups = [];
        $time = $grid->time($items[0]->onset ?? 0);
        $run = 0;
        $before = null;
        foreach ($items as $i => $item) {
            $flags = self::flags($item);
            // A tuplet has a beam of its own, and what has no flag ends one.
            $key = match (true) {
                0 === $flags => 'none',
                null !== $item->tuplet => 'tuplet '.$item->tuplet->from,
                default => 'beat '.$time->beam($grid->inBar($item->onset)),
            };
            $run += $key === $before ? 0 : 1;
            $before = $key;
            if (!$item->isRest() && $flags > 0) {
                $groups[$run][] = $i;
            }
        }
        $beams = [];
        foreach ($groups as $members) {
            $last = \count($members) - 1;
            if (0 === $last) {
                continue;
            }
            foreach ($members as $k => $i) {
                $levels = self::flags($items[$i]);
                for ($level = 1; $level <= $levels; ++$level) {
                    $before = $k > 0 && self::flags($items[$members[$k - 1]]) >= $level;
                    $after = $k < $last && self::flags($items[$members[$k + 1]]) >= $level;
                    $beams[$i][] = match (true) {
                        $before && $after => 'continue',
                        $before => 'end',
                        $after => 'begin',
                        default => 0 === $k ? 'forward hook' : 'backward hook',
                    };
                }
            }
        }
        $beamed = [];
        foreach ($items as $i => $item) {
            $beamed[] = isset($beams[$i]) ? $item->with(beams: $beams[$i]) : $item;
        }

        return $beamed;
    }

    /** Flags of the written value: an eighth has one, a sixteenth two. */
    private static function flags(BarItem $item): int
    {
        return match (true) {
            $item->writtenTicks() >= Length::QUARTER => 0,
            $item->writtenTicks() >= Length::EIGHTH => 1,
            $item->writtenTicks() >= Length::SIXTEENTH => 2,
            $item->writtenTicks() >= Length::THIRTY_SECOND => 3,
            default => 4,
        };
    }
}
