<?php

declare(strict_types=1);

namespace SwiftReed\Words;

use SwiftReed\Pitch\Accidental;
use SwiftReed\Pitch\Letter;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;

/**
 * How notes are named: B flat, B (German) or si♭ (fixed do). Only what is read and typed; kept lines are in English.
 *
 * Source: common practice, no source. German names of more than one sign: Eses, Ases, Heses ("Bes" is understood too).
 */
enum NoteNames: string
{
    case English = 'english';
    case German = 'german';
    case FixedDo = 'fixed-do';

    private const SYLLABLES = ['C' => 'do', 'D' => 're', 'E' => 'mi', 'F' => 'fa', 'G' => 'sol', 'A' => 'la', 'B' => 'si'];

    /** As it is printed: "B♭", "B", "si♭". */
    public function sign(NoteName $note): string
    {
        return match ($this) {
            self::English => $note->sign(),
            self::German => $this->german($note),
            self::FixedDo => self::SYLLABLES[$note->letter->text()].Accidental::of($note->alter)->sign(),
        };
    }

    /** As it is spoken: "B flat", "B", "si flat". */
    public function spoken(NoteName $note): string
    {
        return match ($this) {
            self::English => $note->spoken(),
            self::German => $this->german($note),
            self::FixedDo => trim(
                self::SYLLABLES[$note->letter->text()].' '.Accidental::of($note->alter)->spoken(),
            ),
        };
    }

    /** With its octave: "B♭4", "B4", "si♭4". */
    public function signAt(Pitch $pitch): string
    {
        return $this->sign($pitch->name()).$pitch->octave;
    }

    /** Letter and endings: "Fis", "Es", "As", "Heses"; B flat is B and B is H. */
    private function german(NoteName $note): string
    {
        $letter = $note->letter;
        if (Letter::B === $letter) {
            return match ($note->alter) {
                -1 => 'B',
                -2 => 'Heses',
                default => 'H'.str_repeat('is', max(0, $note->alter)),
            };
        }
        $begins = \in_array($letter, [Letter::E, Letter::A], true) && $note->alter < 0
            ? $letter->text().'s'.str_repeat('es', -$note->alter - 1)
            : null;

        return $begins ?? $letter->text().str_repeat($note->alter > 0 ? 'is' : 'es', abs($note->alter));
    }
}
