<?php

declare(strict_types=1);

namespace SwiftReed\Pitch;

use SwiftReed\Words\Named;

/**
 * A spelled note in an octave, scientific names: C4 is middle C, MIDI number 60.
 */
final readonly class Pitch implements Named
{
    private function __construct(public Letter $letter, public int $alter, public int $octave)
    {
    }

    public static function of(Letter $letter, int $alter, int $octave): self
    {
        return new self($letter, $alter, $octave);
    }

    /** Reads `Bb3`, `F#4`, `B♭3`, `b flat 3`. */
    public static function parse(string $text): self
    {
        if (1 !== preg_match('/^(.*?)[\s-]*(-?\d)$/u', trim($text), $found)) {
            throw PitchError::notAPitch($text);
        }
        try {
            return NoteName::parse($found[1])->at((int) $found[2]);
        } catch (PitchError) {
            throw PitchError::notAPitch($text);
        }
    }

    private const SHARP = [
        [Letter::C, 0], [Letter::C, 1], [Letter::D, 0], [Letter::D, 1], [Letter::E, 0], [Letter::F, 0], [Letter::F, 1],
        [Letter::G, 0], [Letter::G, 1], [Letter::A, 0], [Letter::A, 1], [Letter::B, 0],
    ];
    private const FLAT = [
        [Letter::C, 0], [Letter::D, -1], [Letter::D, 0], [Letter::E, -1], [Letter::E, 0], [Letter::F, 0],
        [Letter::G, -1], [Letter::G, 0], [Letter::A, -1], [Letter::A, 0], [Letter::B, -1], [Letter::B, 0],
    ];

    /** The plain name of a MIDI number: a natural if there is one, else one sharp or one flat. */
    public static function plain(int $midi, bool $sharp): self
    {
        $octave = $midi >= 0 ? intdiv($midi, 12) : -intdiv(11 - $midi, 12);
        [$letter, $alter] = ($sharp ? self::SHARP : self::FLAT)[$midi - 12 * $octave];

        return new self($letter, $alter, $octave - 1);
    }

    /** The pitch with this MIDI number on this letter, however far it must be raised or lowered. */
    public static function onLetter(Letter $letter, int $midi): self
    {
        $octave = intdiv($midi - $letter->halfSteps() + 6, 12) - 1;

        return new self($letter, $midi - (12 * ($octave + 1) + $letter->halfSteps()), $octave);
    }

    /** MIDI number; one is a half step. */
    public function midi(): int
    {
        return 12 * ($this->octave + 1) + $this->letter->halfSteps() + $this->alter;
    }

    /** Place on the staff: letters counted upward from C0. */
    public function staffPlace(): int
    {
        return 7 * $this->octave + $this->letter->value;
    }

    public function transpose(Interval $interval): self
    {
        $place = $this->staffPlace() + $interval->letters;
        $octave = $place >= 0 ? intdiv($place, 7) : -intdiv(6 - $place, 7);
        $letter = Letter::from($place - 7 * $octave);
        $natural = 12 * ($octave + 1) + $letter->halfSteps();

        return new self($letter, $this->midi() + $interval->halfSteps - $natural, $octave);
    }

    public function octaves(int $octaves): self
    {
        return 0 === $octaves ? $this : new self($this->letter, $this->alter, $this->octave + $octaves);
    }

    public function name(): NoteName
    {
        return NoteName::of($this->letter, $this->alter);
    }

    public function isHigherThan(self $other): bool
    {
        return $this->midi() > $other->midi();
    }

    public function equals(self $other): bool
    {
        return $this->letter === $other->letter && $this->alter === $other->alter && $this->octave === $other->octave;
    }

    /** The same sound on a natural, or with one sign: sharp if this one is raised, flat if lowered. */
    public function plainName(): self
    {
        return self::plain($this->midi(), $this->alter >= 0);
    }

    /** `Bb3` */
    public function text(): string
    {
        return $this->name()->text().$this->octave;
    }

    /** As it is typed in the names in force: `Bb4`, `B4`, `sib4`. */
    public function typed(): string
    {
        return NoteNames::inForce()->typed($this->name()).$this->octave;
    }

    /** `B♭3` */
    public function sign(): string
    {
        return $this->name()->sign().$this->octave;
    }

    /** "B flat 3" */
    public function spoken(): string
    {
        return $this->name()->spoken().' '.$this->octave;
    }
}
