<?php

declare(strict_types=1);

namespace SwiftReed\Score\Layout;

use SwiftReed\Pitch\Accidental;
use SwiftReed\Study\SignsInForce;
use SwiftReed\Study\Study;
use SwiftReed\Time\Bars;
use SwiftReed\Time\Length;
use SwiftReed\Time\NoteValues;
use SwiftReed\Time\TimeSignature;

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
        $begins = self::systems(array_map(count(...), $bars), $perSystem, $most ?? \count($bars));

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
        $end = $lead;
        foreach ($study->notes as $i => $note) {
            foreach (self::rests($end, $lead + $note->onset, $grid) as $rest) {
                $bars[$grid->bar($rest->onset)][] = $rest;
            }
            $end = $lead + $note->onset + $note->length;
            $lengths = self::written($lead + $note->onset, $note->length, $grid);
            $onset = $lead + $note->onset;
            foreach ($lengths as $k => [$length, $triplet]) {
                $bars[$grid->bar($onset)][] = self::item(
                    $i,
                    $onset,
                    $length,
                    $k > 0,
                    $k < \count($lengths) - 1,
                    $triplet,
                );
                $onset += $length;
            }
        }
        $full = $study->isUntimed() || 0 === $grid->inBar($end) ? $end : $grid->nextLine($end);
        foreach (self::rests($end, $full, $grid) as $rest) {
            $bars[$grid->bar($rest->onset)][] = $rest;
        }
        ksort($bars);

        return array_values($bars);
    }

    /**
     * A note as it is written: what lies in a triplet apart from what does not.
     *
     * @return list<array{int, bool}> lengths in ticks, and whether each is a triplet's
     */
    private static function written(int $onset, int $length, Bars $grid): array
    {
        $pieces = [];
        if (0 !== $onset % Length::SIXTEENTH) {
            $inTriplet = min($length, Length::QUARTER - $onset % Length::QUARTER);
            $pieces[] = [$inTriplet, true];
            $onset += $inTriplet;
            $length -= $inTriplet;
        }
        $tail = 0 === ($onset + $length) % Length::SIXTEENTH ? 0 : ($onset + $length) % Length::QUARTER;
        foreach ($length > $tail ? self::split($onset, $length - $tail, $grid) : [] as $plain) {
            $pieces[] = [$plain, false];
        }
        if ($tail > 0 && $length > 0) {
            $pieces[] = [min($tail, $length), true];
        }

        return $pieces;
    }

    /**
     * Silence between two places: first out of the triplet, then to the beat, then the rest of the bar, and into a
     * triplet again.
     *
     * @return list<BarItem>
     */
    private static function rests(int $from, int $to, Bars $grid): array
    {
        $rests = [];
        while ($from < $to) {
            $time = $grid->time($from);
            $line = min($to, $grid->nextLine($from));
            // Silence that ends inside a triplet is plain as far as the beat before.
            $plain = 0 === $line % Length::SIXTEENTH ? $line : $line - $line % Length::QUARTER;
            $inTriplet = 0 !== $from % Length::SIXTEENTH || $plain <= $from;
            $inBeat = $grid->inBar($from) % $time->beatTicks();
            $length = $inTriplet
                ? min(Length::TRIPLET_EIGHTH, $line - $from)
                : self::split(
                    $from,
                    min($inBeat > 0 ? $time->beatTicks() - $inBeat : $plain - $from, $plain - $from),
                    $grid,
                )[0];
            $rests[] = self::item(null, $from, $length, false, false, $inTriplet);
            $from += $length;
        }

        return $rests;
    }

    private static function item(
        ?int $note,
        int $onset,
        int $length,
        bool $tiedFrom,
        bool $tiedTo,
        bool $triplet,
    ): BarItem {
        $place = $onset % Length::QUARTER;
        $edge = $triplet
            ? (0 === $place ? TupletEdge::Start : ($place + $length >= Length::QUARTER ? TupletEdge::Stop : null))
            : null;

        return new BarItem($note, $onset, $length, $tiedFrom, $tiedTo, $triplet, $edge);
    }

    /**
     * Cuts a length at bar lines and, where it begins off the beat, at the middle of the bar, into writable values.
     *
     * @return non-empty-list<int>
     */
    private static function split(int $onset, int $length, Bars $grid): array
    {
        $lengths = [];
        while ($length > 0) {
            $time = $grid->time($onset);
            $value = self::first($grid->inBar($onset), $length, $time);
            $lengths[] = $value;
            $onset += $value;
            $length -= $value;
        }
        \assert([] !== $lengths);

        return $lengths;
    }

    /**
     * The first value with which a length is written. In bars of two, three or four a note that begins on a beat may
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
        foreach ($items as $i => $item) {
            $flags = self::flags($item);
            if (!$item->isRest() && $flags > 0) {
                $groups[$time->beam($grid->inBar($item->onset))][] = $i;
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
            default => 3,
        };
    }

    /**
     * Bars shared out evenly over as few systems as hold them: by their notes alone, so that the parts of a whole band
     * and the worksheet and its answer key break alike.
     *
     * @param list<int> $counts    notes and rests in each bar
     * @param int       $mostBars  bars on one system at most
     *
     * @return list<bool> whether a system begins with this bar
     */
    private static function systems(array $counts, int $perSystem, int $mostBars): array
    {
        $most = max([$perSystem + 1, ...$counts]);
        $bars = \count($counts);
        for ($systems = max(
            1,
            (int) ceil(array_sum($counts) / ($perSystem + 1)),
            (int) ceil($bars / max(1, $mostBars)),
        );; ++$systems) {
            $begins = [];
            $fits = true;
            $at = 0;
            for ($system = 0; $system < $systems && $at < $bars; ++$system) {
                // The first systems take one bar more where they do not come out even.
                $here = max(1, intdiv($bars, $systems) + ($system < $bars % $systems ? 1 : 0));
                $fits = $fits && array_sum(\array_slice($counts, $at, $here)) <= $most;
                array_push($begins, true, ...array_fill(0, min($here, $bars - $at) - 1, false));
                $at += $here;
            }
            if ($fits || $systems >= $bars) {
                return $begins;
            }
        }
    }
}
