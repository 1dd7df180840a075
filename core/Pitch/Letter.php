<?php

declare(strict_types=1);

namespace SwiftReed\Pitch;

/**
 * One of the seven letters. The backing value counts letters upward from C.
 */
enum Letter: int
{
    case C = 0;
    case D = 1;
    case E = 2;
    case F = 3;
    case G = 4;
    case A = 5;
    case B = 6;

    private const HALF_STEPS = [0, 2, 4, 5, 7, 9, 11];
    private const NAMES = ['C', 'D', 'E', 'F', 'G', 'A', 'B'];
    /** Place of the natural letter on the line of fifths, C being 0. */
    private const FIFTHS = [0, 2, 4, -1, 1, 3, 5];

    /** Half steps of the natural letter above C. */
    public function halfSteps(): int
    {
        return self::HALF_STEPS[$this->value];
    }

    /** Signed number of sharps of the major key on this natural letter. */
    public function fifths(): int
    {
        return self::FIFTHS[$this->value];
    }

    /** The letter the given number of letters higher; negative counts go down, and the count wraps round. */
    public function up(int $letters): self
    {
        return self::from((($this->value + $letters) % 7 + 7) % 7);
    }

    public function text(): string
    {
        return self::NAMES[$this->value];
    }

    /** @throws PitchError for anything but a letter A to G, in either case */
    public static function parse(string $text): self
    {
        $found = array_search(strtoupper($text), self::NAMES, true);

        return false === $found ? throw PitchError::notALetter($text) : self::from($found);
    }
}
