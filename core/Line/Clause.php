<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Scale\Progression;

/**
 * One clause as it was said: which phrase, with which numbers and names, and how it is printed.
 */
final readonly class Clause
{
    /**
     * @param string                      $says   the phrase's key, such as "octaves" or "from low"
     * @param array<string, int|string> $values what stood in the phrase's gaps: numbers, notes ("Bb"), pitches ("Bb3")
     * @param string                      $text   canonical text
     */
    public function __construct(
        public ClauseKind $kind,
        public string $says,
        public array $values,
        public string $text,
        public int $column,
    ) {
    }

    /** The key clause: "concert" or "own", a tonic, and what is played on it. */
    public static function key(string $naming, NoteName $tonic, string $material): self
    {
        return new self(
            ClauseKind::Key,
            $naming,
            ['tonic' => $tonic->text(), 'material' => $material],
            $naming.' '.$tonic->text().' '.$material,
            1,
        );
    }

    /** The change after a note, counted from 1, drilled. */
    public static function drill(int $after): self
    {
        return new self(ClauseKind::Drill, 'drill', ['n' => $after], 'drill after note '.$after, 1);
    }

    /** What the line is played over. */
    public static function over(Progression $progression, int $column = 1): self
    {
        $chords = $progression->text();

        return new self(ClauseKind::Harmony, 'over', ['chords' => $chords], 'over '.$chords, $column);
    }

    /** The same chords in another key. */
    public function inOtherKey(Interval $interval): self
    {
        $chords = Progression::inOtherKey($this->word('chords'), $interval);

        return new self($this->kind, $this->says, ['chords' => $chords], 'over '.$chords, $this->column);
    }

    /**
     * The same clause with the written notes that it names moved.
     *
     * @param \Closure(Pitch): Pitch $move
     */
    public function withPitches(\Closure $move): self
    {
        $values = $this->values;
        $text = $this->text;
        foreach (['from', 'to'] as $gap) {
            if (isset($values[$gap])) {
                $moved = $move(Pitch::parse((string) $values[$gap]))->text();
                $text = str_replace($gap.' '.$values[$gap], $gap.' '.$moved, $text);
                $values[$gap] = $moved;
            }
        }

        return new self($this->kind, $this->says, $values, $text, $this->column);
    }

    /** Its text with notes in the names in force, to be read. */
    public function toRead(): string
    {
        return LineNames::inForce()->shown($this->text);
    }

    public function number(string $gap): int
    {
        return (int) $this->values[$gap];
    }

    public function word(string $gap): string
    {
        return (string) $this->values[$gap];
    }
}
