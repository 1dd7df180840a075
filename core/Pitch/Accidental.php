<?php

declare(strict_types=1);

namespace SwiftReed\Pitch;

/**
 * How far a letter is raised or lowered, in half steps, and how that is written.
 */
final readonly class Accidental
{
    private const SIGNS = [
        '♭♭' => -2, '𝄫' => -2, 'bb' => -2, '♭' => -1, 'b' => -1, '##' => 2, '♯♯' => 2, '𝄪' => 2, 'x' => 2, '#' => 1,
        '♯' => 1, '♮' => 0, '' => 0,
    ];

    private function __construct(public int $halfSteps)
    {
    }

    /** @param int $halfSteps positive raises */
    public static function of(int $halfSteps): self
    {
        return new self($halfSteps);
    }

    /** Reads `#`, `b`, `##`, `bb`, their printed signs, `x`, or nothing. */
    public static function parse(string $sign): self
    {
        return new self(self::SIGNS[$sign] ?? throw PitchError::notAnAccidental($sign));
    }

    /** `#`, `b`, `##`, `bb` or nothing. */
    public function text(): string
    {
        return str_repeat($this->halfSteps < 0 ? 'b' : '#', abs($this->halfSteps));
    }

    /** The sign as it stands beside a note: as the text, and "natural" where nothing is raised or lowered. */
    public function besideNote(): string
    {
        return 0 === $this->halfSteps ? 'natural' : $this->text();
    }

    /** The same with printed signs, for people. */
    public function sign(): string
    {
        return str_repeat($this->halfSteps < 0 ? '♭' : '♯', abs($this->halfSteps));
    }

    /** The name MusicXML 4.0 gives the sign. */
    public function musicXml(): string
    {
        return match (true) {
            $this->halfSteps <= -2 => 'flat-flat',
            -1 === $this->halfSteps => 'flat',
            1 === $this->halfSteps => 'sharp',
            $this->halfSteps >= 2 => 'double-sharp',
            default => 'natural',
        };
    }

    /** "flat", "double sharp", "natural": as it is read aloud. */
    public function spoken(): string
    {
        return match ($this->halfSteps) {
            0 => 'natural',
            1 => 'sharp',
            -1 => 'flat',
            2 => 'double sharp',
            -2 => 'double flat',
            default => $this->text(),
        };
    }
}
