<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\PitchError;

/**
 * One thing that an occasion asks.
 */
final class Condition
{
    /** @var list<ConditionKind> */
    private static array $longestFirst = [];

    /**
     * @param list<int>    $notes   written notes: MIDI numbers, or pitch classes 0 to 11 where no octave is named
     * @param list<string> $touches ids of touches
     * @param float        $number  notes a second for a speed, positions for a throw
     */
    private function __construct(
        public readonly ConditionKind $kind,
        public readonly array $notes,
        public readonly array $touches,
        public readonly float $number,
    ) {
    }

    /** @throws \InvalidArgumentException when the words are no condition */
    public static function parse(string $text): self
    {
        $text = trim($text);
        foreach (self::longestFirst() as $kind) {
            if ($text !== $kind->value && !str_starts_with($text, $kind->value.' ')) {
                continue;
            }
            $rest = trim(substr($text, \strlen($kind->value)));
            $words = '' === $rest ? [] : explode(' ', $rest);
            try {
                return match (true) {
                    $kind->takesNotes()
                        && (
                            [] !== $words || ConditionKind::Alternation === $kind
                        ) => new self($kind, array_map(self::note(...), $words), [], 0.0),
                    $kind->takesTouches() && [] !== $words => new self($kind, [], $words, 0.0),
                    $kind->takesNumber()
                        && 1 === \count($words)
                        && is_numeric($words[0]) => new self($kind, [], [], (float) $words[0]),
                    !$kind->takesNotes()
                        && !$kind->takesTouches()
                        && !$kind->takesNumber()
                        && [] === $words => new self($kind, [], [], 0.0),
                    default => throw new \InvalidArgumentException(\sprintf(
                        '"%s" says too little or too much; expected for example "beside Bb3" or "speed 4"',
                        $text,
                    )),
                };
            } catch (PitchError $error) {
                throw new \InvalidArgumentException($error->getMessage(), 0, $error);
            }
        }
        throw new \InvalidArgumentException(\sprintf(
            '"%s" is no condition; expected one of: %s',
            $text,
            implode(', ', array_column(self::longestFirst(), 'value')),
        ));
    }

    /** @return list<ConditionKind> so that "beside held" is not read as "beside" */
    private static function longestFirst(): array
    {
        if ([] === self::$longestFirst) {
            $kinds = ConditionKind::cases();
            usort(
                $kinds,
                static fn (ConditionKind $a, ConditionKind $b): int => \strlen($b->value) <=> \strlen($a->value),
            );
            self::$longestFirst = $kinds;
        }

        return self::$longestFirst;
    }

    private static function note(string $name): int
    {
        return 1 === preg_match('/\d$/', $name) ? Pitch::parse($name)->midi() : NoteName::parse($name)->pitchClass();
    }

    /** Whether a written note is among those named. */
    public function names(int $midi): bool
    {
        foreach ($this->notes as $note) {
            if ($note === ($note < 12 ? $midi % 12 : $midi)) {
                return true;
            }
        }

        return false;
    }

    /**
     * The same for the fingering overblown: a note whose own fingering is overblown with it counts in its higher
     * register too; other notes stay what they are, for the reason is a finger.
     *
     * @param int $from written MIDI numbers between which fingerings are overblown
     */
    public function raised(int $halfSteps, int $from, int $to): self
    {
        $notes = $this->notes;
        foreach ($this->notes as $note) {
            if ($note >= $from && $note <= $to) {
                $notes[] = $note + $halfSteps;
            }
        }

        return new self($this->kind, $notes, $this->touches, $this->number);
    }
}
