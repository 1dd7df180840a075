<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Words\Wording;

/**
 * A place in the music that cannot be found.
 */
final class PlaceError extends \DomainException implements Mistake
{
    public static function notAPlace(string $read): self
    {
        return new self(Wording::of('place-error.not-a-place', ['read' => mb_substr($read, 0, 60)]));
    }

    /** @param non-empty-list<string> $numbers of the lines that there are */
    public static function noLine(string $line, array $numbers): self
    {
        $last = $numbers[\count($numbers) - 1];

        return new self(Wording::of('place-error.no-line', [
            'line' => $line,
            'last' => 1 === \count($numbers) ? 'only '.$last : $numbers[0].' to '.$last,
            'last_2' => $last,
        ]));
    }

    public static function noNote(int $note, int $notes): self
    {
        return new self(Wording::of('place-error.no-note', [
            'note' => $note,
            'notes' => $notes,
            'notes_2' => $notes,
        ]));
    }

    public static function noBar(int $bar, int $first, int $last): self
    {
        return new self(Wording::of('place-error.no-bar', [
            'bar' => $bar,
            'first' => $first,
            'last' => $last,
            'last_2' => $last,
        ]));
    }

    public static function noNoteInBar(int $note, int $bar, int $notes): self
    {
        return new self(Wording::of('place-error.no-note-in-bar', ['note' => $note, 'bar' => $bar, 'notes' => $notes]));
    }
}
