<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Words\Wording;

/**
 * Something about practising that cannot be done as it was asked for.
 */
final class PracticeError extends \DomainException implements Mistake
{
    public static function notRungs(string $read): self
    {
        return new self(Wording::of('practice-error.not-rungs', ['short' => self::short($read)]));
    }

    public static function tooManyRungs(int $read, int $most): self
    {
        return new self(Wording::of('practice-error.too-many-rungs', ['read' => $read, 'most' => $most]));
    }

    public static function notATempo(string $what, int $read, int $from, int $to): self
    {
        return new self(Wording::of('practice-error.not-a-tempo', [
            'what' => $what,
            'read' => $read,
            'from' => $from,
            'to' => $to,
        ]));
    }

    public static function beyondTheGoal(int $start, int $goal): self
    {
        return new self(Wording::of('practice-error.beyond-the-goal', ['start' => $start, 'goal' => $goal]));
    }

    public static function notAResult(string $read, int $at): self
    {
        return new self(Wording::of('practice-error.not-a-result', ['short' => self::short($read), 'at' => $at]));
    }

    public static function notClean(int $read): self
    {
        return new self(Wording::of('practice-error.not-clean', [
            'read' => $read,
            'most_clean' => Ladder::MOST_CLEAN,
        ]));
    }

    public static function notADay(string $read): self
    {
        return new self(Wording::of('practice-error.not-a-day', ['short' => self::short($read)]));
    }

    public static function daysOutOfOrder(string $day, string $before): self
    {
        return new self(Wording::of('practice-error.days-out-of-order', ['day' => $day, 'before' => $before]));
    }

    public static function notADayResult(string $read): self
    {
        return new self(Wording::of('practice-error.not-a-day-result', ['short' => self::short($read)]));
    }

    public static function noteNotInLine(string $read, string $first, string $last, string $example): self
    {
        return new self(Wording::of('practice-error.note-not-in-line', [
            'read' => $read,
            'first' => $first,
            'last' => $last,
            'example' => $example,
        ]));
    }

    public static function whichIsNew(string $example): self
    {
        return new self(Wording::of('practice-error.which-is-new', ['example' => $example]));
    }

    public static function noSuchKey(int $read, int $keys): self
    {
        return new self(Wording::of('practice-error.no-such-key', [
            'read' => $read,
            'keys' => $keys,
            'keys_2' => $keys,
        ]));
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
