<?php

declare(strict_types=1);

namespace App\Desk;

use SwiftReed\Line\Clause;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\LineNames;
use SwiftReed\Line\StudyLine;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Scale\Progression;

/**
 * The study line as the sentence on the Desk: its parts, each of which can be pressed.
 */
final class Sentence
{
    /** What a line may say beside its key, in the groups in which it is offered. */
    public const GROUPS = [
        'notes' => [
            ClauseKind::Extent, ClauseKind::Place, ClauseKind::Direction, ClauseKind::Pattern, ClauseKind::Lengths,
            ClauseKind::Sequel, ClauseKind::Ending,
        ],
        'rhythm' => [
            ClauseKind::Rhythm, ClauseKind::Swing, ClauseKind::Rounds, ClauseKind::Time, ClauseKind::PickUp,
            ClauseKind::Tempo,
            ClauseKind::Goal, ClauseKind::Click,
        ],
        'tonguing' => [
            ClauseKind::Articulation, ClauseKind::Marks, ClauseKind::Dynamics, ClauseKind::Fermata,
            ClauseKind::Ritardando, ClauseKind::Repeat,
        ],
        'harmony' => [ClauseKind::Harmony, ClauseKind::Voices],
        'fit' => [ClauseKind::Range, ClauseKind::Keys],
    ];

    /** @return list<array{id: string, text: string}> parts in the order in which they are read */
    public static function parts(StudyLine $line): array
    {
        $key = $line->clause(ClauseKind::Key);
        $parts = [
            ['id' => 'naming', 'text' => $key->says],
            ['id' => 'tonic', 'text' => self::note($key->word('tonic'))],
            ['id' => 'material', 'text' => self::signs($key->word('material'))],
        ];
        foreach ($line->clauses as $clause) {
            if (ClauseKind::Key !== $clause->kind) {
                $parts[] = ['id' => self::id($clause->kind), 'text' => self::words($clause)];
            }
        }

        return $parts;
    }

    /** How a kind of clause is called in an address. */
    public static function id(ClauseKind $kind): string
    {
        return strtr($kind->value, ' ', '-');
    }

    public static function kind(string $id): ?ClauseKind
    {
        foreach (ClauseKind::cases() as $kind) {
            if (self::id($kind) === $id && ClauseKind::Key !== $kind) {
                return $kind;
            }
        }

        return null;
    }

    /** A clause in words: numbers as words where they count, beats with their note. */
    public static function words(Clause $clause): string
    {
        $numbers = [
            1 => 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve',
        ];
        $count = $numbers[$clause->values['n'] ?? 0] ?? null;

        return match (true) {
            ClauseKind::Extent === $clause->kind
                && null !== $count, ClauseKind::Rounds === $clause->kind
                && null !== $count => $count.' '.explode(' ', $clause->text, 2)[1],
            ClauseKind::Tempo === $clause->kind && 'beat' === $clause->says => 'at '.$clause->number('n'),
            ClauseKind::Tempo === $clause->kind => 'at '.$clause->text,
            ClauseKind::Goal === $clause->kind => 'up to '.$clause->number('n'),
            ClauseKind::Harmony === $clause->kind => 'over '.Progression::signed($clause->word('chords')),
            default => self::signs($clause->text),
        };
    }

    private static function note(string $name): string
    {
        return NoteName::parse($name)->sign();
    }

    /** A clause with printed signs, notes in the names in force. */
    public static function signs(string $text): string
    {
        return (string) preg_replace(
            ['/\bb(?=[1-9])/', '/#(?=[1-9])/'],
            ['♭', '♯'],
            LineNames::inForce()->printed($text),
        );
    }
}
