<?php

declare(strict_types=1);

namespace SwiftReed\Player;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\PitchError;

/**
 * The written range from which a study takes its notes.
 */
final readonly class Range
{
    private function __construct(public Pitch $lowest, public Pitch $highest)
    {
    }

    public static function of(Pitch $lowest, Pitch $highest): self
    {
        return new self($lowest, $highest);
    }

    /**
     * Reads "G3 to E5" or "G3-E5".
     *
     * @throws PlayerError
     */
    public static function parse(string $text): self
    {
        try {
            if (1 === preg_match('/^\s*(\S+?\d)\s*(?:to|-|–|\s)\s*(\S+)\s*$/u', $text, $found)) {
                $range = new self(Pitch::parse($found[1]), Pitch::parse($found[2]));
                if ($range->halfSteps() > 0) {
                    return $range;
                }
            }
        } catch (PitchError) {
            throw PlayerError::notARange($text);
        }
        throw PlayerError::notARange($text);
    }

    public function holds(Pitch $low, Pitch $high): bool
    {
        return $low->midi() >= $this->lowest->midi() && $high->midi() <= $this->highest->midi();
    }

    public function halfSteps(): int
    {
        return $this->highest->midi() - $this->lowest->midi();
    }

    /** "E3 to C6" with printed signs. */
    public function spoken(): string
    {
        return $this->lowest->sign().' to '.$this->highest->sign();
    }
}
