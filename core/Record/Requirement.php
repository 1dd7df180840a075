<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Line\Clause;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\Grammar;
use SwiftReed\Line\StudyLine;
use SwiftReed\Practice\Day;
use SwiftReed\Practice\Rungs;

/**
 * One thing that is asked for: a line of one key with the least tempo, from memory or not, by when.
 */
final readonly class Requirement
{
    /** By which it is told from others: the line with its tempo, and whether it is from memory. */
    private string $key;
    public string $text;
    /** What is practised towards it: the line without its tempo. */
    public string $exercise;

    public function __construct(public StudyLine $line, public bool $inMemory, public ?Day $due)
    {
        $this->text = $line->text();
        $this->key = $this->text.($inMemory ? '; from memory' : '');
        $this->exercise = $line->without(ClauseKind::Tempo, ClauseKind::Goal, ClauseKind::Click)->text();
    }

    public function key(): string
    {
        return $this->key;
    }

    /** The line as it was played: with another tempo, in beats of the requirement, where one was said. */
    public function at(string $tempo): string
    {
        $bpm = self::tempo($tempo);

        return null === $bpm
            ? $this->text
            : $this->line->with(
                new Clause(ClauseKind::Tempo, $this->unit(), ['n' => $bpm], $this->unit().' = '.$bpm, 1),
            )->text();
    }

    /** Share of the tempo that a tempo in the same beats is; null where none was asked for or none said. */
    public function reached(string $tempo): ?float
    {
        $asked = $this->line->says(ClauseKind::Tempo) ? $this->line->clause(ClauseKind::Tempo)->number('n') : null;
        $bpm = self::tempo($tempo);

        return null === $asked || null === $bpm ? null : $bpm / $asked;
    }

    /** Whether a tempo can be read: nothing said is as was asked for. */
    public static function reads(string $tempo): bool
    {
        return '' === trim($tempo) || null !== self::tempo($tempo);
    }

    private function unit(): string
    {
        $unit = $this->line->phrase(ClauseKind::Tempo, 'quarter');

        return isset(Grammar::UNITS[$unit]) ? $unit : 'quarter';
    }

    private static function tempo(string $said): ?int
    {
        $bpm = filter_var(
            trim($said),
            \FILTER_VALIDATE_INT,
            ['options' => ['min_range' => Rungs::SLOWEST, 'max_range' => Rungs::FASTEST]],
        );

        return false === $bpm ? null : $bpm;
    }
}
