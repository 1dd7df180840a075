<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Knowledge\Nearest;
use SwiftReed\Scale\ScaleLibrary;

/**
 * What could be typed next: whole lines that finish the clause at the end of the text.
 */
final readonly class Completion
{
    private const MOST = 8;
    /** What is said in a language of its own, by an example of it. */
    private const LANGUAGES = [
        'cell 1 2 3 5' => ClauseKind::Pattern,
        'rhythm 3+1' => ClauseKind::Rhythm,
        'over minor blues' => ClauseKind::Harmony,
        'over blues' => ClauseKind::Harmony,
        'over Dm7 | G7 | Cmaj7' => ClauseKind::Harmony,
        'over ii V I' => ClauseKind::Harmony,
        'round after 2 bars' => ClauseKind::Voices,
        'thirds below for low brass' => ClauseKind::Voices,
        'drone 1 5 for low brass' => ClauseKind::Voices,
        'answer low brass' => ClauseKind::Voices,
    ];

    public function __construct(private ScaleLibrary $scales, private Grammar $grammar)
    {
    }

    /** @return list<array{line: string, adds: string}> completed lines, and the clause that each adds */
    public function of(string $text): array
    {
        $clauses = explode(',', mb_substr($text, 0, StudyLine::LIMIT));
        $last = ltrim((string) array_pop($clauses));
        $before = [] === $clauses ? '' : implode(',', $clauses).', ';
        $found = [] === $clauses ? $this->keys($last) : $this->clauses($last, $clauses);

        return array_map(
            static fn (string $adds): array => ['line' => $before.$adds, 'adds' => $adds],
            \array_slice(array_values(array_unique($found)), 0, self::MOST),
        );
    }

    /** @return list<string> */
    private function keys(string $typed): array
    {
        $tokens = Lexer::tokens($typed);
        $at = isset($tokens[0]) && \in_array($tokens[0]->lower(), ['concert', 'own'], true) ? 1 : 0;
        $note = NoteReader::note($tokens, $at);
        if (null === $note) {
            $naming = 1 === $at ? $tokens[0]->lower() : 'concert';
            if (isset($tokens[$at])) {
                return str_starts_with('concert', $tokens[0]->lower())
                    ? ['concert F major']
                    : (str_starts_with('own', $tokens[0]->lower()) ? ['own C major'] : []);
            }

            return array_map(
                static fn (string $tonic): string => $naming.' '.$tonic.' major',
                ['C', 'F', 'Bb', 'Eb', 'Ab', 'G', 'D'],
            );
        }
        $rest = \array_slice($tokens, $at + $note[1]);
        $typed = implode(' ', array_map(static fn (Token $token): string => $token->lower(), $rest));
        $prefix = (1 === $at ? $tokens[0]->lower().' ' : '').$note[0]->text();
        $found = [];
        foreach ($this->scales->names() as $name) {
            if ($name !== $typed && ('' === $typed || str_contains(strtr($name, '-', ' '), $typed))) {
                $found[] = $prefix.' '.$name;
            }
        }

        $nearest = [] === $found ? Nearest::to($typed, $this->scales->understoodNames()) : '';

        return '' === $nearest ? $found : [$prefix.' '.$this->scales->material($nearest)->name];
    }

    /**
     * @param list<string> $said
     *
     * @return array<string, true> the places that are taken
     */
    private function slots(array $said): array
    {
        $taken = [];
        foreach ($said as $clause) {
            foreach (self::LANGUAGES as $example => $kind) {
                if (strtok($example, ' ') === strtolower((string) strtok(trim($clause), ' '))) {
                    $taken[$kind->value] = true;
                }
            }
            foreach ($this->grammar->phrases() as $phrase) {
                if (PhraseMatch::of($phrase, Lexer::tokens($clause))->isWhole()) {
                    $taken[$phrase->kind->value] = true;
                }
            }
        }

        return $taken;
    }

    /**
     * @param list<string> $said
     *
     * @return list<string>
     */
    private function clauses(string $typed, array $said): array
    {
        $typed = mb_strtolower(trim($typed));
        $found = ['starts' => [], 'contains' => []];
        $taken = $this->slots($said);
        foreach ($this->grammar->phrases() as $phrase) {
            $shown = $phrase->shown();
            if ('' !== $phrase->prints || $shown === $typed || isset($taken[$phrase->kind->value])) {
                continue;
            }
            if ('' === $typed || str_starts_with($shown, $typed)) {
                $found['starts'][$phrase->kind->value][] = $shown;
            } elseif (str_contains($shown, $typed)) {
                $found['contains'][$phrase->kind->value][] = $shown;
            }
        }
        if ('' === $typed) {
            // Nothing is typed yet: one suggestion from each place.
            return array_map(static fn (array $shown): string => $shown[0], array_values($found['starts']));
        }

        foreach (self::LANGUAGES as $example => $kind) {
            if (str_starts_with(mb_strtolower($example), $typed) && !isset($taken[$kind->value])) {
                $found['starts'][$kind->value] = [$example, ...($found['starts'][$kind->value] ?? [])];
            }
        }
        $all = array_merge(...array_values($found['starts']), ...array_values($found['contains']));
        $nearest = [] === $all
            ? Nearest::to(
                $typed,
                array_map(static fn (Phrase $phrase): string => $phrase->shown(), $this->grammar->phrases()),
            )
            : '';

        return '' === $nearest ? $all : [$nearest];
    }
}
