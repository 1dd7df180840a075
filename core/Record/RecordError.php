<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Knowledge\Mistake;

/**
 * Something about requirements, marks or written work that cannot be done as it was asked for.
 */
final class RecordError extends \DomainException implements Mistake
{
    public static function whoseKey(string $asked, string $done): self
    {
        return new self(\sprintf(
            'One line names the concert key and the other the player\'s own ("%s", "%s"); expected the instrument too, for example --for=clarinet-bb.',
            self::short($asked),
            self::short($done),
        ));
    }

    public static function notASpeed(string $read): self
    {
        return new self(\sprintf(
            '"%s" is no tempo; expected beats a minute, a note value with its tempo, or a study line, for example "100", "half = 60" or "concert F major, eighths, quarter = 80".',
            self::short($read),
        ));
    }

    public static function speedsDiffer(string $asked, string $played): self
    {
        return new self(\sprintf(
            '"%s" and "%s" cannot be compared; expected two tempos or two study lines, for example --asked=100 --played=88.',
            self::short($asked),
            self::short($played),
        ));
    }

    public static function notACount(string $what, int $read, int $from): self
    {
        return new self(\sprintf(
            '%s was %d; expected %d or more, for example %s.',
            $what,
            $read,
            $from,
            max($from, 1),
        ));
    }

    public static function moreThanNotes(int $wrong, int $notes): self
    {
        return new self(\sprintf(
            '%d notes were wrong of %d; expected no more than there are, for example --notes=%2$d --wrong=%3$d.',
            $wrong,
            $notes,
            min($notes, 2),
        ));
    }

    public static function notARubric(string $why): self
    {
        return new self(\sprintf(
            'The rubric was not understood: %s. Expected weights by their names, for example "notes: 40".',
            $why,
        ));
    }

    public static function notAPress(string $read): self
    {
        return new self(\sprintf(
            '"%s" was not understood of what was pressed; expected a note of the line and what was wrong with it, for example {"pressed": [{"note": 3, "kind": "wrong"}], "uneven": 1}.',
            self::short($read),
        ));
    }

    public static function notARow(string $read): self
    {
        return new self(\sprintf(
            '"%s" was not understood after a requirement; expected "from memory" or a day, for example "concert F major, quarter = 80; from memory; by 2027-03-01".',
            self::short($read),
        ));
    }

    public static function tooMany(int $read, int $most): self
    {
        return new self(\sprintf(
            'The list has %d requirements and more; expected at most %d, for example one material in twelve keys.',
            $read,
            $most,
        ));
    }

    public static function notAQuestion(string $kind, string $read, string $example): self
    {
        return new self(\sprintf(
            '"%s" is no question of the kind "%s"; expected for example "%s".',
            self::short($read),
            $kind,
            $example,
        ));
    }

    public static function notAnAnswer(string $read, string $example): self
    {
        return new self(\sprintf(
            '"%s" was not understood in the answer; expected for example "%s".',
            self::short($read),
            $example,
        ));
    }

    private static function short(string $read): string
    {
        return mb_strlen($read) > 80 ? mb_substr($read, 0, 80).'…' : $read;
    }
}
