<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;

/**
 * Where in a line a fingering belongs, as the chart states it. Notes are pitch classes (0 to 11), or MIDI numbers where
 * the chart names an octave.
 *
 * Source: the handbook, chapter 4 (common practice); the weights are ours.
 */
final readonly class Context
{
    private const BELONGS = -1.6;
    private const ASTRAY = 0.8;
    private const FORBIDDEN = 4.0;
    private const HOLDS = -2.4;
    private const HOLDS_NOT = 2.0;
    private const ONE_SIGN = -1.5;
    private const MORE_SIGNS = -2.4;
    private const WRONG_SIDE = 0.8;
    private const TOO_EARLY = 4.0;

    /**
     * @param string    $key       "flats" or "sharps" when it belongs to keys of one side; else nothing
     * @param list<int> $beside    it belongs next to one of these
     * @param list<int> $notBeside it must not stand next to one of these
     * @param list<int> $notNear   none of these may stand within three notes
     * @param string    $between   a touch that the neighbours hold; nothing when that does not matter
     * @param bool      $isLater   whether first-year players do without it
     */
    public function __construct(public string $key, public array $beside, public array $notBeside, public array $notNear, public string $between, public bool $isLater)
    {
    }

    public static function none(): self
    {
        return new self('', [], [], [], '', false);
    }

    public function isNone(): bool
    {
        return '' === $this->key && [] === $this->beside && [] === $this->notBeside && [] === $this->notNear && '' === $this->between && !$this->isLater;
    }

    /**
     * @param list<string> $names such as "B" or "F#6"
     *
     * @return list<int>
     */
    public static function notes(array $names): array
    {
        return array_map(static fn (string $name): int => 1 === preg_match('/\d$/', $name) ? Pitch::parse($name)->midi() : NoteName::parse($name)->pitchClass(), $names);
    }

    /** The same for the fingering overblown by so many half steps. */
    public function raised(int $halfSteps): self
    {
        $raise = static fn (int $note): int => $note < 12 ? ($note + $halfSteps) % 12 : $note + $halfSteps;

        return new self($this->key, array_map($raise, $this->beside), array_map($raise, $this->notBeside), $this->notNear, $this->between, $this->isLater);
    }

    /**
     * What it costs to use the fingering here, beyond its own cost; negative where it belongs.
     *
     * @param int                $fifths     of the printed signature
     * @param list<int>          $neighbours MIDI numbers of the written notes before and after
     * @param list<int>          $near       MIDI numbers of the written notes within three
     * @param list<list<string>> $held       touches of the neighbours' usual fingerings
     */
    public function cost(int $fifths, array $neighbours, array $near, array $held, bool $isFirstYear): float
    {
        $cost = $isFirstYear && $this->isLater ? self::TOO_EARLY : 0.0;
        if ('' !== $this->key) {
            $isItsSide = 'flats' === $this->key ? $fifths < 0 : $fifths > 0;
            $cost += !$isItsSide ? self::WRONG_SIDE : (1 === abs($fifths) ? self::ONE_SIGN : self::MORE_SIGNS);
        }
        if ([] !== $this->beside) {
            $cost += self::anyOf($neighbours, $this->beside) ? self::BELONGS : self::ASTRAY;
        }
        if (self::anyOf($neighbours, $this->notBeside) || self::anyOf($near, $this->notNear)) {
            $cost += self::FORBIDDEN;
        }
        if ('' !== $this->between) {
            $all = [] !== $held;
            foreach ($held as $touches) {
                $all = $all && \in_array($this->between, $touches, true);
            }
            $cost += $all ? self::HOLDS : self::HOLDS_NOT;
        }

        return $cost;
    }

    /**
     * @param list<int> $midi
     * @param list<int> $notes
     */
    private static function anyOf(array $midi, array $notes): bool
    {
        foreach ($midi as $one) {
            foreach ($notes as $note) {
                if ($note === ($note < 12 ? $one % 12 : $one)) {
                    return true;
                }
            }
        }

        return false;
    }
}
