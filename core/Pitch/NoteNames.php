<?php

declare(strict_types=1);

namespace SwiftReed\Pitch;

/**
 * How notes are named: B flat, B (German) or si♭ (fixed do). Only what is read and typed: kept lines, canonical text,
 * files and JSON are in English.
 *
 * One of them is in force while something is made for a reader: {@see NoteName::sign()} and {@see NoteName::spoken()}
 * follow it, {@see NoteName::text()} and chord symbols never do. Whoever answers a request says which is in force, and
 * who writes a file wraps it in English.
 *
 * Source: common practice, no source. German names of more than one sign: Eses, Ases, Heses.
 */
enum NoteNames: string
{
    case English = 'english';
    case German = 'german';
    case FixedDo = 'fixed-do';

    private const SYLLABLES = ['C' => 'do', 'D' => 're', 'E' => 'mi', 'F' => 'fa', 'G' => 'sol', 'A' => 'la', 'B' => 'si'];

    /** Those in which notes are named now; English where nobody has said so. */
    public static function inForce(): self
    {
        return self::force(null);
    }

    /** From here on notes are named so, until it is said otherwise. */
    public function begin(): void
    {
        self::force($this);
    }

    /**
     * What is made in these names; those in force before are in force again afterwards, whatever happens.
     *
     * @template T
     *
     * @param \Closure(): T $make
     *
     * @return T
     */
    public function while(\Closure $make): mixed
    {
        $before = self::inForce();
        self::force($this);
        try {
            return $make();
        } finally {
            self::force($before);
        }
    }

    private static function force(?self $names): self
    {
        /** @var self|null $inForce */
        static $inForce = null;
        $inForce = $names ?? $inForce;

        return $inForce ?? self::English;
    }

    /** As it is printed: "B♭", "B", "si♭". */
    public function sign(NoteName $note): string
    {
        return match ($this) {
            self::English => $note->letter->text().Accidental::of($note->alter)->sign(),
            self::German => $this->german($note),
            self::FixedDo => self::SYLLABLES[$note->letter->text()].Accidental::of($note->alter)->sign(),
        };
    }

    /** As it is spoken: "B flat", "B", "si flat". */
    public function spoken(NoteName $note): string
    {
        return match ($this) {
            self::English => $note->letter->text().self::spokenSign($note),
            self::German => $this->german($note),
            self::FixedDo => self::SYLLABLES[$note->letter->text()].self::spokenSign($note),
        };
    }

    /** As it is typed, in letters that every keyboard has: "Bb", "B", "sib". */
    public function typed(NoteName $note): string
    {
        return match ($this) {
            self::English => $note->text(),
            self::German => $this->german($note),
            self::FixedDo => self::SYLLABLES[$note->letter->text()].Accidental::of($note->alter)->text(),
        };
    }

    /** With its octave: "B♭4", "B4", "si♭4". */
    public function signAt(Pitch $pitch): string
    {
        return $this->sign($pitch->name()).$pitch->octave;
    }

    private static function spokenSign(NoteName $note): string
    {
        return 0 === $note->alter ? '' : ' '.Accidental::of($note->alter)->spoken();
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
