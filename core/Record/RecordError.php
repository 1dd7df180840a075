<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Words\Wording;

/**
 * Something about requirements, marks or written work that cannot be done as it was asked for.
 */
final class RecordError extends \DomainException implements Mistake
{
    public static function whoseKey(string $asked, string $done): self
    {
        return new self(Wording::of('record-error.whose-key', [
            'short' => self::short($asked),
            'short_2' => self::short($done),
        ]));
    }

    public static function notASpeed(string $read): self
    {
        return new self(Wording::of('record-error.not-a-speed', ['short' => self::short($read)]));
    }

    public static function speedsDiffer(string $asked, string $played): self
    {
        return new self(Wording::of('record-error.speeds-differ', [
            'short' => self::short($asked),
            'short_2' => self::short($played),
        ]));
    }

    public static function notACount(string $what, int $read, int $from): self
    {
        return new self(Wording::of('record-error.not-a-count', [
            'what' => $what,
            'read' => $read,
            'from' => $from,
            'example' => max($from, 1),
        ]));
    }

    public static function moreThanNotes(int $wrong, int $notes): self
    {
        return new self(Wording::of('record-error.more-than-notes', [
            'wrong' => $wrong,
            'notes' => $notes,
            'example' => min($notes, 2),
        ]));
    }

    public static function notARubric(string $why): self
    {
        return new self(Wording::of('record-error.not-a-rubric', ['why' => $why]));
    }

    public static function notAPress(string $read): self
    {
        return new self(Wording::of('record-error.not-a-press', [
            'read' => self::short($read),
            'example' => '{"pressed": [{"note": 3, "kind": "wrong"}], "uneven": 1}',
        ]));
    }

    public static function notARow(string $read): self
    {
        return new self(Wording::of('record-error.not-a-row', ['short' => self::short($read)]));
    }

    public static function tooMany(int $read, int $most): self
    {
        return new self(Wording::of('record-error.too-many', ['read' => $read, 'most' => $most]));
    }

    public static function notAQuestion(string $kind, string $read, string $example): self
    {
        return new self(Wording::of('record-error.not-a-question', [
            'short' => self::short($read),
            'kind' => $kind,
            'example' => $example,
        ]));
    }

    public static function notAnAnswer(string $read, string $example): self
    {
        return new self(Wording::of('record-error.not-an-answer', [
            'short' => self::short($read),
            'example' => $example,
        ]));
    }

    private static function short(string $read): string
    {
        return mb_strlen($read) > 80 ? mb_substr($read, 0, 80).'…' : $read;
    }
}
