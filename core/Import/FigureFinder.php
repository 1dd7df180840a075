<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Study\Rhythm\Laid;
use SwiftReed\Study\Rhythm\Laying;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Tone;
use SwiftReed\Time\Figure;
use SwiftReed\Time\FigureGroup;
use SwiftReed\Time\FigureNames;
use SwiftReed\Time\FigurePart;
use SwiftReed\Time\TimeSignature;

/**
 * The figure of the language of rhythm in which a line of notes was written, if it is one: by name where it has one,
 * else the shortest that, walked over the line, gives just these lengths.
 */
final class FigureFinder
{
    /** Beats of a figure that are tried at most: what a player can hold in mind. Our own choice. */
    private const MOST_BEATS = 8;

    /**
     * @param non-empty-list<Tone>      $tones the line that was recognised
     * @param non-empty-list<GivenNote> $notes as they were written
     *
     * @return list<string> the clauses; nothing where no figure gives these lengths
     */
    public static function clauses(array $tones, array $notes, string $time, int $pickUp): array
    {
        $metre = TimeSignature::tryOf('' === $time ? '4/4' : $time);
        if (null === $metre || \count($tones) !== \count($notes)) {
            return [];
        }
        $almost = [];
        foreach (self::candidates($notes, $metre, $pickUp) as $clause => $figure) {
            foreach (['' => false, 'long last' => true] as $ending => $isLong) {
                try {
                    $laid = Laying::of($tones, $figure, $metre, $isLong, $pickUp);
                } catch (StudyError) {
                    continue;
                }
                if (!self::isLike($laid, $notes)) {
                    continue;
                }
                $clauses = '' === $ending ? [$clause] : [$clause, $ending];
                $last = \count($notes) - 1;
                if ($laid->lengths[$last] === $notes[$last]->ticks) {
                    return $clauses;
                }
                $almost = [] === $almost ? $clauses : $almost;
            }
        }

        return $almost;
    }

    /**
     * @param non-empty-list<GivenNote> $notes
     *
     * @return iterable<string, Figure> by the clause that says it
     */
    private static function candidates(array $notes, TimeSignature $time, int $pickUp): iterable
    {
        foreach (FigureNames::all() as $name) {
            $figure = FigureNames::figure($name, $time);
            if (null !== $figure) {
                yield $name => $figure;
            }
        }
        if (0 !== $pickUp % $time->beatTicks()) {
            return; // a figure begins on a beat
        }
        $groups = [];
        for ($beat = 0; $beat < self::MOST_BEATS; ++$beat) {
            $group = self::beat($notes, $beat * $time->beatTicks(), $time->beatTicks());
            if (null === $group) {
                return;
            }
            $groups[] = $group;
            $figure = Figure::of(...$groups);
            if ($figure->notes() > 0) {
                yield 'rhythm '.$figure->text() => $figure;
            }
        }
    }

    /**
     * The parts of one beat.
     *
     * @param non-empty-list<GivenNote> $notes
     *
     * @return FigureGroup|null null where it is divided into more shares than are said
     */
    private static function beat(array $notes, int $from, int $ticks): ?FigureGroup
    {
        /** @var list<array{int, bool, bool}> $pieces ticks, whether it is a rest, whether it goes on after the beat */
        $pieces = [];
        $at = 0;
        foreach ($notes as $note) {
            foreach ([[$note->rests, true], [$note->ticks, false]] as [$length, $isRest]) {
                $begin = max($at, $from);
                $end = min($at + $length, $from + $ticks);
                if ($end > $begin) {
                    $pieces[] = [$end - $begin, $isRest, !$isRest && $at + $length > $from + $ticks];
                }
                $at += $length;
            }
        }
        if ([] === $pieces || array_sum(array_column($pieces, 0)) !== $ticks) {
            return null; // the line ends in this beat
        }
        for ($shares = 1; $shares <= Figure::MOST_SHARES; ++$shares) {
            $isWhole = 0 === $ticks % $shares;
            foreach ($pieces as [$length]) {
                $isWhole = $isWhole && 0 === $length % intdiv($ticks, $shares);
            }
            if ($isWhole) {
                $unit = intdiv($ticks, $shares);

                return FigureGroup::of(array_map(
                    static fn (array $piece): FigurePart => $piece[1]
                        ? FigurePart::rest(intdiv($piece[0], $unit))
                        : FigurePart::note(intdiv($piece[0], $unit), $piece[2]),
                    $pieces,
                ));
            }
        }

        return null;
    }

    /**
     * Whether all begins and ends alike; how long the last note is depends on who wrote it down.
     *
     * @param non-empty-list<GivenNote> $notes
     */
    private static function isLike(Laid $laid, array $notes): bool
    {
        $last = \count($notes) - 1;
        foreach ($notes as $i => $note) {
            if (
                ($i < $last && $laid->lengths[$i] !== $note->ticks)
                || ($i > 0 && $laid->gaps[$i] !== $note->rests)
            ) {
                return false;
            }
        }

        return true;
    }
}
