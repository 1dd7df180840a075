<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Knowledge\Mistake;

/**
 * A place in the music that cannot be found.
 */
final class PlaceError extends \DomainException implements Mistake
{
    public static function notAPlace(string $read): self
    {
        return new self(\sprintf(
            '"%s" is not a place; expected a line and a note or a bar and a note, for example "line 1 note 7" or "bar 2 note 3".',
            mb_substr($read, 0, 60),
        ));
    }

    /** @param non-empty-list<string> $numbers of the lines that there are */
    public static function noLine(string $line, array $numbers): self
    {
        $last = $numbers[\count($numbers) - 1];

        return new self(\sprintf(
            'There is no line %s; the lines are %s, for example "line %s note 1".',
            $line,
            1 === \count($numbers) ? 'only '.$last : $numbers[0].' to '.$last,
            $last,
        ));
    }

    public static function noNote(int $note, int $notes): self
    {
        return new self(\sprintf(
            'There is no note %d; the line has %d notes, for example "note %d".',
            $note,
            $notes,
            $notes,
        ));
    }

    public static function noBar(int $bar, int $first, int $last): self
    {
        return new self(\sprintf(
            'There is no bar %d; the line has bars %d to %d, for example "bar %d note 1".',
            $bar,
            $first,
            $last,
            $last,
        ));
    }

    public static function noNoteInBar(int $note, int $bar, int $notes): self
    {
        return new self(\sprintf(
            'There is no note %d in bar %d; it has %d, for example "bar %2$d note %3$d".',
            $note,
            $bar,
            $notes,
        ));
    }
}
