<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Knowledge\Mistake;

/**
 * Something about practising that cannot be done as it was asked for.
 */
final class PracticeError extends \DomainException implements Mistake
{
    public static function notRungs(string $read): self
    {
        return new self(\sprintf(
            '"%s" is not a ladder; expected tempos from slow to fast, or a first, a step and a last one, for example "60 80 100 120" or "from 52 by 4 to 96".',
            self::short($read),
        ));
    }

    public static function tooManyRungs(int $read, int $most): self
    {
        return new self(\sprintf(
            'That ladder has %d tempos; expected at most %d, for example "from 52 by 4 to 96".',
            $read,
            $most,
        ));
    }

    public static function notATempo(string $what, int $read, int $from, int $to): self
    {
        return new self(\sprintf(
            'The %s is %d beats a minute; expected %d to %d, for example 72.',
            $what,
            $read,
            $from,
            $to,
        ));
    }

    public static function beyondTheGoal(int $start, int $goal): self
    {
        return new self(\sprintf(
            'The ladder would begin at %d and its goal is %d; expected a start that is not above the goal, for example %2$d.',
            $start,
            $goal,
        ));
    }

    public static function notAResult(string $read, int $at): self
    {
        return new self(\sprintf(
            '"%s" is no result (number %d); expected c for clean or m for missed, for example "mccc".',
            self::short($read),
            $at,
        ));
    }

    public static function notClean(int $read): self
    {
        return new self(\sprintf(
            '%d clean passes in a row were asked for; expected 1 to %d, for example 2.',
            $read,
            Ladder::MOST_CLEAN,
        ));
    }

    public static function notADay(string $read): self
    {
        return new self(\sprintf(
            '"%s" is not a day; expected year, month and day, for example "2026-03-12".',
            self::short($read),
        ));
    }

    public static function daysOutOfOrder(string $day, string $before): self
    {
        return new self(\sprintf(
            '%s stands after %s; expected the results from early to late, for example "%1$s:c,%2$s:c".',
            $day,
            $before,
        ));
    }

    public static function notADayResult(string $read): self
    {
        return new self(\sprintf(
            '"%s" is not a result of a day; expected the day, a colon, and c for clean or m for missed, for example "2026-03-01:c".',
            self::short($read),
        ));
    }

    public static function noteNotInLine(string $read, string $first, string $last, string $example): self
    {
        return new self(\sprintf(
            '%s is not a note of this line, which goes from %s to %s; expected one of its written notes, for example "%s".',
            $read,
            $first,
            $last,
            $example,
        ));
    }

    public static function whichIsNew(string $example): self
    {
        return new self(\sprintf(
            'No note of the line is said to be new; expected the written note that the player does not know yet, for example --new=%s.',
            $example,
        ));
    }

    public static function noSuchKey(int $read, int $keys): self
    {
        return new self(\sprintf(
            'Key %d was asked for and the line has %d; expected for example %d.',
            $read,
            $keys,
            $keys,
        ));
    }

    public static function notAPlan(string $what): self
    {
        return new self($what);
    }

    private static function short(string $read): string
    {
        return mb_strlen($read) > 60 ? mb_substr($read, 0, 60).'…' : $read;
    }
}
