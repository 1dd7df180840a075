<?php

declare(strict_types=1);

namespace SwiftReed\Pitch;

use SwiftReed\Words\Named;

/**
 * A spelled note without its octave: B flat, F sharp.
 */
final readonly class NoteName implements Named
{
    private function __construct(public Letter $letter, public int $alter)
    {
    }

    /** @param int $alter half steps by which the letter is raised (negative: lowered) */
    public static function of(Letter $letter, int $alter = 0): self
    {
        return new self($letter, $alter);
    }

    /** Reads `Bb`, `F#`, `B♭`, `B flat`, `b-flat`, `C##` in either case. */
    public static function parse(string $text): self
    {
        if (1 !== preg_match(
            '/^([A-Ga-g])[\s-]*(bb|##|[b#x♭♯♮𝄪𝄫]|♭♭|♯♯|double[\s-]*flat|double[\s-]*sharp|flat|sharp|natural)?$/u',
            trim($text),
            $found,
        )) {
            throw PitchError::notANote($text);
        }
        $sign = preg_replace('/[\s-]+/', ' ', strtolower($found[2] ?? '')) ?? '';
        $sign = ['flat' => 'b', 'sharp' => '#', 'natural' => '', 'double flat' => 'bb', 'double sharp' => '##'][$sign]
            ?? $sign;

        return new self(Letter::parse($found[1]), Accidental::parse($sign)->halfSteps);
    }

    /** The same; under its plain name where it has a double sign, on which no key and no chord stands. */
    public function withOneSign(): self
    {
        return abs($this->alter) > 1 ? $this->at(4)->plainName()->name() : $this;
    }

    /** Signed sharps of the major key on this tonic. */
    public function fifths(): int
    {
        return $this->letter->fifths() + 7 * $this->alter;
    }

    /** The note that many fifths from C on the line of fifths. */
    public static function fromFifths(int $fifths): self
    {
        $place = (($fifths + 1) % 7 + 7) % 7 - 1;
        foreach (Letter::cases() as $letter) {
            if ($letter->fifths() === $place) {
                return new self($letter, intdiv($fifths - $place, 7));
            }
        }
        throw new \LogicException('Every place on the line of fifths has a letter.');
    }

    /** Half steps above C, 0 to 11. */
    public function pitchClass(): int
    {
        return (($this->letter->halfSteps() + $this->alter) % 12 + 12) % 12;
    }

    public function at(int $octave): Pitch
    {
        return Pitch::of($this->letter, $this->alter, $octave);
    }

    /** Carries the name up by a spelled interval (descending intervals carry it down). */
    public function transpose(Interval $interval): self
    {
        return $this->at(4)->transpose($interval)->name();
    }

    public function equals(self $other): bool
    {
        return $this->letter === $other->letter && $this->alter === $other->alter;
    }

    /** `Bb` */
    public function text(): string
    {
        return $this->letter->text().Accidental::of($this->alter)->text();
    }

    /** As it is printed in the names in force: `B♭`, `B`, `si♭`. */
    public function sign(): string
    {
        return NoteNames::inForce()->sign($this);
    }

    /** As it is spoken in the names in force: "B flat", "B", "si flat". */
    public function spoken(): string
    {
        return NoteNames::inForce()->spoken($this);
    }
}
