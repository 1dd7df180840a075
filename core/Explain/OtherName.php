<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Pitch\Letter;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Study\Study;
use SwiftReed\Words\Saying;

/**
 * The other name of a note, where the line has it too or the key's twin does: "A♯: the same as B♭".
 *
 * Source: the handbook, chapter 4, "The voice".
 */
final class OtherName
{
    /** Sharps, or flats, from which a key has a twin that is written too: B and C flat, F sharp and G flat. */
    private const TWINS = 5;
    private const LETTERS = 7;

    /** Null where its name says all: letters without a sign are told only where they are white keys' names. */
    public static function of(Study $study, int $i): ?Saying
    {
        $pitch = $study->notes[$i]->pitch();
        $other = self::inTheLine($study, $pitch) ?? self::inTheTwin($study, $pitch->name());

        return null === $other
            ? null
            : Saying::of('name.also', ['note' => $pitch->name(), 'other' => $other]);
    }

    private static function inTheLine(Study $study, Pitch $pitch): ?NoteName
    {
        foreach ($study->notes as $note) {
            $name = $note->pitch()->name();
            if ($name->pitchClass() === $pitch->name()->pitchClass() && !$name->equals($pitch->name())) {
                return $name;
            }
        }

        return null;
    }

    /** Only for names with a sign: nobody asks what else G is called. */
    private static function inTheTwin(Study $study, NoteName $name): ?NoteName
    {
        $fifths = $study->signature->fifths;
        if (abs($fifths) < self::TWINS || 0 === $name->alter) {
            return null;
        }
        $letter = Letter::from(($name->letter->value + ($fifths > 0 ? 1 : self::LETTERS - 1)) % self::LETTERS);
        $alter = $name->pitchClass() - $letter->halfSteps();
        $alter -= 12 * (int) round($alter / 12);
        $other = NoteName::of($letter, $alter);

        return abs($alter) > 1 || self::isLikewise($name, $fifths) ? null : $other;
    }

    /** A sign the other way round from the key's, "B flat" in F sharp: its other name is no twin's. */
    private static function isLikewise(NoteName $name, int $fifths): bool
    {
        return ($name->alter > 0) !== ($fifths > 0);
    }
}
