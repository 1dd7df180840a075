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
    /** @param self|null $gap notes between the ends that the instrument does not have */
    private function __construct(public Pitch $lowest, public Pitch $highest, public ?self $gap = null)
    {
    }

    public static function of(Pitch $lowest, Pitch $highest): self
    {
        return new self($lowest, $highest);
    }

    /** The same with notes left out: between the pedal notes of a brass instrument and its second partial. */
    public function without(self $gap): self
    {
        return new self($this->lowest, $this->highest, $gap);
    }

    /** The same between narrower ends. */
    public function between(Pitch $lowest, Pitch $highest): self
    {
        return new self($lowest, $highest, $this->gap);
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
        return $low->midi() >= $this->lowest->midi()
            && $high->midi() <= $this->highest->midi()
            && (null === $this->gap
                || $high->midi() < $this->gap->lowest->midi()
                || $low->midi() > $this->gap->highest->midi());
    }

    public function halfSteps(): int
    {
        return $this->highest->midi() - $this->lowest->midi();
    }

    /** @return list<Pitch> every half step that it has, named with a sharp */
    public function pitches(): array
    {
        $pitches = [];
        for ($midi = $this->lowest->midi(); $midi <= $this->highest->midi(); ++$midi) {
            $pitch = Pitch::plain($midi, true);
            if ($this->holds($pitch, $pitch)) {
                $pitches[] = $pitch;
            }
        }

        return $pitches;
    }

    /** "E3 to C6" with printed signs; with the notes that are left out. */
    public function spoken(): string
    {
        $ends = $this->lowest->sign().' to '.$this->highest->sign();

        return null === $this->gap ? $ends : $ends.', without '.$this->gap->spoken();
    }
}
