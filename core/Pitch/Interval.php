<?php

declare(strict_types=1);

namespace SwiftReed\Pitch;

use SwiftReed\Words\Wording;

/**
 * A spelled interval: so many letters and so many half steps, both negative when it goes down.
 */
final readonly class Interval
{
    private const MAJOR_OR_PERFECT = [0, 2, 4, 5, 7, 9, 11];
    private const PERFECT = [0, 3, 4];

    private function __construct(public int $letters, public int $halfSteps)
    {
    }

    public static function of(int $letters, int $halfSteps): self
    {
        return new self($letters, $halfSteps);
    }

    public static function unison(): self
    {
        return new self(0, 0);
    }

    public static function between(Pitch $from, Pitch $to): self
    {
        return new self($to->staffPlace() - $from->staffPlace(), $to->midi() - $from->midi());
    }

    /**
     * Reads `M2`, `m3`, `P5`, `A4`, `d5`, `M9`, with `-` in front when it goes down; M major, m minor, P perfect, A
     * augmented, d diminished.
     */
    public static function parse(string $text): self
    {
        if (1 !== preg_match('/^(-)?(M|m|P|A|d)(\d{1,2})$/', $text, $found) || 0 === (int) $found[3]) {
            throw PitchError::notAnInterval($text);
        }
        $letters = (int) $found[3] - 1;
        $perfect = \in_array($letters % 7, self::PERFECT, true);
        $shift = match ($found[2]) {
            'P' => $perfect ? 0 : throw PitchError::notAnInterval($text),
            'M' => $perfect ? throw PitchError::notAnInterval($text) : 0,
            'm' => $perfect ? throw PitchError::notAnInterval($text) : -1,
            'A' => 1,
            'd' => $perfect ? -1 : -2,
        };
        $halfSteps = 12 * intdiv($letters, 7) + self::MAJOR_OR_PERFECT[$letters % 7] + $shift;

        return '-' === $found[1] ? new self(-$letters, -$halfSteps) : new self($letters, $halfSteps);
    }

    public function inverse(): self
    {
        return new self(-$this->letters, -$this->halfSteps);
    }

    /** Sharps that a key signature gains when a key is carried by this interval (negative: flats). */
    public function fifths(): int
    {
        return 7 * $this->halfSteps - 12 * $this->letters;
    }

    /** "a major second", "a perfect fifth and an octave" with its direction left out. */
    public function spoken(): string
    {
        $letters = abs($this->letters);
        $halfSteps = $this->letters < 0 || (0 === $this->letters && $this->halfSteps < 0)
            ? -$this->halfSteps
            : $this->halfSteps;
        $octaves = intdiv($letters, 7);
        $rest = $letters % 7;
        $shift = $halfSteps - 12 * $octaves - self::MAJOR_OR_PERFECT[$rest];
        $perfect = \in_array($rest, self::PERFECT, true);
        $quality = match (true) {
            0 === $shift => $perfect ? 'perfect' : 'major',
            -1 === $shift => $perfect ? 'diminished' : 'minor',
            $shift > 0 => 'augmented',
            default => 'diminished',
        };
        $over = Wording::of('interval.octaves', ['count' => $octaves]);
        if (0 === $rest && 0 === $shift) {
            return 0 === $octaves ? Wording::of('interval.unison') : $over;
        }
        $name = Wording::of('interval.'.$quality, ['number' => Wording::of('interval.number-'.($rest + 1))]);

        return 0 === $octaves ? $name : Wording::of('interval.wide', ['octaves' => $over, 'name' => $name]);
    }
}
