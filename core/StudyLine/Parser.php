<?php

declare(strict_types=1);

namespace SwiftReed\StudyLine;

use SwiftReed\Knowledge\Nearest;
use SwiftReed\Scale\ScaleLibrary;

/**
 * Reads a study line. Parsing the printed text again gives the same line.
 */
final class Parser
{
    private readonly Grammar $grammar;
    private readonly KeyClauseParser $keys;

    public function __construct(public readonly ScaleLibrary $scales)
    {
        $this->grammar = new Grammar();
        $this->keys = new KeyClauseParser($scales);
    }

    /** @throws StudyLineError */
    public function parse(string $text): StudyLine
    {
        if (!mb_check_encoding($text, 'UTF-8')) {
            throw StudyLineError::notText();
        }
        $text = trim($text);
        if (mb_strlen($text) > StudyLine::LIMIT) {
            throw StudyLineError::tooLong(mb_strlen($text), StudyLine::LIMIT);
        }
        $clauses = [];
        $end = mb_strlen($text) + 1;
        foreach ($this->split(Lexer::tokens($text), $end) as $i => [$tokens, $column]) {
            if ([] === $tokens) {
                throw 0 === $i && $column >= $end ? StudyLineError::empty() : StudyLineError::unexpected($column, $column >= $end ? '' : ',', 0 === $i ? ['a key'] : ['a clause, or no comma'], '', 0 === $i ? KeyClauseParser::EXAMPLE : 'concert F major, eighths');
            }
            $clause = 0 === $i ? $this->keys->parse($tokens, $this->endOf($tokens)) : $this->clause($tokens);
            $taken = $clauses[$clause->slot->value] ?? null;
            if (null !== $taken) {
                throw StudyLineError::saidTwice($clause->column, $clause->text, $clause->slot, $taken->text);
            }
            $clauses[$clause->slot->value] = $clause;
        }
        uasort($clauses, static fn (Clause $a, Clause $b): int => $a->slot->order() <=> $b->slot->order());

        return new StudyLine($clauses);
    }

    public function grammar(): Grammar
    {
        return $this->grammar;
    }

    /**
     * @param list<Token> $tokens
     *
     * @return list<array{list<Token>, int}> clauses and the column where each ends
     */
    private function split(array $tokens, int $end): array
    {
        $clauses = [];
        $clause = [];
        foreach ($tokens as $token) {
            if ($token->isComma()) {
                $clauses[] = [$clause, $token->column];
                $clause = [];
            } else {
                $clause[] = $token;
            }
        }
        $clauses[] = [$clause, $end];

        return $clauses;
    }

    /** @param non-empty-list<Token> $tokens */
    private function endOf(array $tokens): int
    {
        $last = $tokens[\count($tokens) - 1];

        return $last->column + mb_strlen($last->text);
    }

    /**
     * @param non-empty-list<Token> $tokens
     *
     * @throws StudyLineError
     */
    private function clause(array $tokens): Clause
    {
        $furthest = -1;
        $failures = [];
        foreach ($this->grammar->phrases() as $phrase) {
            $match = PhraseMatch::of($phrase, $tokens);
            if ($match->isWhole()) {
                return $match->clause($tokens[0]->column);
            }
            if ($match->reached > $furthest) {
                $furthest = $match->reached;
                $failures = [];
            }
            if ($match->reached === $furthest) {
                $failures[] = $match;
            }
        }
        foreach ($failures as $failure) {
            if ([] !== $failure->bounds) {
                [$which, $least, $most] = $failure->bounds;
                $token = $tokens[$which];
                throw StudyLineError::outOfBounds($token->column, $token->text, 'a whole number', $least, $most, $failure->phrase->shown());
            }
        }
        $token = $tokens[$furthest] ?? new Token('', $this->endOf($tokens));
        $said = implode(' ', array_map(static fn (Token $token): string => $token->text, $tokens));
        $shown = array_map(static fn (Phrase $phrase): string => $phrase->shown(), $this->grammar->phrases());
        $expected = 0 === $furthest ? ['a clause such as "2 octaves"', '"eighths"', '"then arpeggio"', '"slurred"', '"quarter = 72"'] : array_values(array_unique(array_map(static fn (PhraseMatch $match): string => $match->expected, $failures)));
        $nearest = Nearest::to($said, $shown);

        throw StudyLineError::unexpected($token->column, $token->text, $expected, $nearest, 'concert F major, '.('' === $nearest ? $failures[0]->phrase->shown() : $nearest));
    }
}
