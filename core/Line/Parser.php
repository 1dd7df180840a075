<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Knowledge\Nearest;
use SwiftReed\Pattern\PatternError;
use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Pattern\PatternParser;
use SwiftReed\Scale\ProgressionError;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Time\FigureError;
use SwiftReed\Time\FigureNames;
use SwiftReed\Time\FigureParser;

/**
 * Reads a study line. Parsing the printed text again gives the same line.
 */
final class Parser
{
    /** Lines that are kept read: the same line serves the whole band. */
    private const KEPT = 200;

    /** @var array<string, StudyLine> */
    private array $read = [];
    private readonly Grammar $grammar;
    private readonly KeyClauseParser $keys;
    public readonly PlayerGroups $groups;

    public function __construct(
        public readonly ScaleLibrary $scales,
        PatternLibrary $patterns,
        ?PlayerGroups $groups = null,
    ) {
        $this->groups = $groups ?? PlayerGroups::shipped();
        $this->grammar = new Grammar($patterns);
        $this->keys = new KeyClauseParser($scales);
    }

    /** @throws StudyLineError */
    public function parse(string $text): StudyLine
    {
        if (isset($this->read[$text])) {
            return $this->read[$text];
        }
        if (\count($this->read) >= self::KEPT) {
            $this->read = [];
        }

        return $this->read[$text] = $this->line($text);
    }

    private function line(string $text): StudyLine
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
                throw 0 === $i && $column >= $end
                    ? StudyLineError::empty()
                    : StudyLineError::unexpected(
                        $column,
                        $column >= $end ? '' : ',',
                        0 === $i ? ['a key'] : ['a clause, or no comma'],
                        '',
                        0 === $i ? KeyClauseParser::EXAMPLE : 'concert F major, eighths',
                    );
            }
            $key = $clauses[ClauseKind::Key->value] ?? null;
            if (null !== $key && self::saysByTheKey($tokens)) {
                // A school of its own: how the chromatic scale is spelled is part of what is played.
                $clauses[ClauseKind::Key->value] = $this->byTheKey($key, $tokens[0]);
                continue;
            }
            $clause = 0 === $i
                ? $this->keys->parse($tokens, $this->endOf($tokens))
                : match (true) {
                    self::isCell($tokens) => $this->cell($text, $tokens),
                    self::isFigure($tokens) => $this->figure($text, $tokens),
                    self::isHarmony($tokens) => $this->harmony($text, $tokens),
                    AccentReader::begins($tokens) => AccentReader::read($tokens),
                    SlurStringReader::begins($tokens) => SlurStringReader::read($tokens),
                    VoiceReader::begins($tokens) => VoiceReader::read($tokens, $this->groups),
                    default => $this->clause($tokens),
                };
            $taken = $clauses[$clause->kind->value] ?? null;
            $longer = null === $taken ? null : self::longer($taken, $clause);
            if (null !== $longer) {
                $clauses[$clause->kind->value] = $longer;
                continue;
            }
            if (null !== $taken) {
                throw StudyLineError::saidTwice($clause->column, $clause->text, $clause->kind, $taken->text);
            }
            $clauses[$clause->kind->value] = $clause;
        }

        return StudyLine::of(array_values($clauses));
    }

    /** A rhythm of sixteenths with a long one says the sixteenths too: of both, the one that says more. */
    private static function longer(Clause $one, Clause $other): ?Clause
    {
        foreach ([[$one, $other], [$other, $one]] as [$plain, $more]) {
            if ('sixteenths' === $plain->says && \in_array($more->says, ['long on', 'one long in the bar'], true)) {
                return $more;
            }
        }

        return null;
    }

    /**
     * One clause by itself, not the first.
     *
     * @throws StudyLineError
     */
    public function clauseOf(string $text): Clause
    {
        $line = $this->parse('C, '.$text);
        foreach ($line->clauses as $kind => $clause) {
            if (ClauseKind::Key->value !== $kind) {
                return $clause;
            }
        }
        throw StudyLineError::empty();
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
        foreach ($tokens as $i => $token) {
            if ($token->isComma() && self::isCell($clause) && self::goesOn($tokens, $i)) {
                continue; // "cell 1 3 5 8, on 1": a breath of whoever speaks
            }
            if ($token->isComma() && self::isCell($clause) && $this->isOctaveMark($tokens, $i)) {
                $last = array_pop($clause);
                $clause[] = new Token($last?->text.',', $last->column ?? $token->column);
            } elseif ($token->isComma()) {
                $clauses[] = [$clause, $token->column];
                $clause = [];
            } else {
                $clause[] = $token;
            }
        }
        $clauses[] = [$clause, $end];

        return $clauses;
    }

    /**
     * Whether after a comma a cell goes on with one of its own words, where that is not a clause by itself.
     *
     * @param list<Token> $tokens
     */
    private static function goesOn(array $tokens, int $comma): bool
    {
        $word = isset($tokens[$comma + 1]) ? $tokens[$comma + 1]->lower() : '';
        $next = isset($tokens[$comma + 2]) ? $tokens[$comma + 2]->lower() : '';

        return \in_array($word, ['on', 'by', 'ends', 'alternating', 'stays', 'building'], true)
            || ('up' === $word && 'only' === $next)
            || ('round' === $word && 'the' === $next);
    }

    /** @param list<Token> $tokens */
    private static function saysByTheKey(array $tokens): bool
    {
        return \in_array(
            implode(' ', array_map(static fn (Token $token): string => $token->lower(), $tokens)),
            ['by the key', 'chromatic by the key'],
            true,
        );
    }

    /** @throws StudyLineError when it is not the chromatic scale that is played */
    private function byTheKey(Clause $key, Token $at): Clause
    {
        $name = $key->word('material');
        $spelled = $this->scales->knows($name) ? $this->scales->material($name)->byTheKey : null;
        if (null === $spelled && !$this->scales->isByTheKey($name)) {
            throw StudyLineError::wrong(
                $at->column,
                $at->text,
                '"Chromatic by the key" says how the chromatic scale is spelled; expected it with that scale, for example "concert F chromatic by the key".',
            );
        }

        return new Clause(
            ClauseKind::Key,
            $key->says,
            ['material' => $spelled ?? $name] + $key->values,
            str_contains($key->text, 'by the key') ? $key->text : $key->text.' by the key',
            $key->column,
        );
    }

    /** @param list<Token> $tokens */
    private static function isCell(array $tokens): bool
    {
        return isset($tokens[0]) && 'cell' === $tokens[0]->lower();
    }

    /**
     * Whether a comma inside a cell puts its degree an octave lower instead of ending the clause: it stands right after
     * a degree, and what follows up to the next comma is nothing, or is more of the cell.
     *
     * @param list<Token> $tokens
     */
    private function isOctaveMark(array $tokens, int $comma): bool
    {
        $before = $tokens[$comma - 1];
        if (
            1 !== preg_match('/[1-7]$/', $before->text)
            || $before->column + mb_strlen($before->text) !== $tokens[$comma]->column
        ) {
            return false;
        }
        $next = $tokens[$comma + 1] ?? null;
        if (
            null !== $next
            && $next->column === $tokens[$comma]->column + 1
            && 1 === preg_match('/^(\*|\.\.|:)/', $next->text)
        ) {
            return true; // 7,*2 is held, 7,..3 is a run, 7,:s is marked
        }
        $piece = [];
        for ($i = $comma + 1; isset($tokens[$i]) && !$tokens[$i]->isComma(); ++$i) {
            $piece[] = $tokens[$i];
        }
        if ([] === $piece) {
            return true;
        }
        if (
            1 === \count($piece)
            && 1 === preg_match('/^\d+$/', $piece[0]->text)
            && (int) $piece[0]->text <= PatternParser::HIGHEST
        ) {
            return true; // a degree, and no tempo
        }
        foreach ($this->grammar->phrases() as $phrase) {
            // A time signature is typed without spaces, the slash of a cell with them.
            $isApart = ClauseKind::Time === $phrase->kind
                && isset($piece[1])
                && $piece[0]->column + 1 < $piece[1]->column;
            if (!$isApart && PhraseMatch::of($phrase, $piece)->isWhole()) {
                return false;
            }
        }
        foreach ($piece as $token) {
            if (!PatternParser::isWord($token->text)) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param non-empty-list<Token> $tokens
     *
     * @throws StudyLineError
     */
    private function cell(string $text, array $tokens): Clause
    {
        $begin = $tokens[0]->column + mb_strlen($tokens[0]->text);
        $said = mb_substr($text, $begin - 1, $this->endOf($tokens) - $begin);
        // A comma before one of its own words divides nothing; columns stay.
        $said = preg_replace(
            '/,(?=\s+(on|by|ends|alternating|stays|building|up only|round the)\b)/i',
            ' ',
            $said,
        )
            ?? $said;
        try {
            $pattern = PatternParser::parse($said, $begin);
        } catch (PatternError $error) {
            throw [] === $error->expected
                ? self::because($error)
                : StudyLineError::unexpected(
                    $error->column,
                    $error->read,
                    $error->expected,
                    '',
                    'concert F major, cell 1 2 3 5',
                );
        }

        return new Clause(
            ClauseKind::Pattern,
            'cell',
            ['cell' => substr($pattern->text, 5)],
            $pattern->text,
            $tokens[0]->column,
        );
    }

    /** @param list<Token> $tokens */
    private static function isFigure(array $tokens): bool
    {
        return isset($tokens[0]) && 'rhythm' === $tokens[0]->lower();
    }

    /**
     * @param non-empty-list<Token> $tokens
     *
     * @throws StudyLineError
     */
    private function figure(string $text, array $tokens): Clause
    {
        $begin = $tokens[0]->column + mb_strlen($tokens[0]->text);
        $said = mb_substr($text, $begin - 1, $this->endOf($tokens) - $begin);
        foreach (FigureNames::all() as $name) {
            // "rhythm dotted" is the figure of that name.
            foreach (['', FigureNames::ON_EACH_NOTE] as $each) {
                if (Words::plain(Lexer::tokens($said)) === Words::plain(Lexer::tokens($name.$each))) {
                    return new Clause(ClauseKind::Rhythm, $name.$each, [], $name.$each, $tokens[0]->column);
                }
            }
        }
        try {
            $figure = FigureParser::parse($said, $begin);
        } catch (FigureError $error) {
            throw self::because($error);
        }

        return new Clause(
            ClauseKind::Rhythm,
            'figure',
            ['figure' => $figure->text()],
            'rhythm '.$figure->text(),
            $tokens[0]->column,
        );
    }

    /** What is wrong in a language of its own, at its place in the line. */
    private static function because(FigureError|PatternError|ProgressionError $error): StudyLineError
    {
        return StudyLineError::wrong(
            $error->column,
            $error->read,
            ucfirst((string) preg_replace('/^Column \d+: /', '', $error->getMessage())),
        );
    }

    /** @param list<Token> $tokens */
    private static function isHarmony(array $tokens): bool
    {
        return isset($tokens[0]) && 'over' === $tokens[0]->lower();
    }

    /**
     * @param non-empty-list<Token> $tokens
     *
     * @throws StudyLineError
     */
    private function harmony(string $text, array $tokens): Clause
    {
        $begin = $tokens[0]->column + mb_strlen($tokens[0]->text);
        // What ends with a sign that only divides, "D-", ends where the line or its comma does.
        $said = (string) preg_replace('/,.*$/su', '', mb_substr($text, $begin - 1));
        try {
            return Clause::over($this->scales->progressions()->progression($said, $begin), $tokens[0]->column);
        } catch (ProgressionError $error) {
            throw self::because($error);
        }
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
            if ($match->isWhole() && !('F' === $tokens[0]->text && ClauseKind::Dynamics === $phrase->kind)) {
                return $match->clause($tokens[0]->column);
            }
            if ($match->isWhole()) {
                continue; // a great F is a note, and a small one a loudness
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
                throw StudyLineError::outOfBounds(
                    $token->column,
                    $token->text,
                    'a whole number',
                    $least,
                    $most,
                    $failure->phrase->shown(),
                );
            }
        }
        $token = $tokens[$furthest] ?? new Token('', $this->endOf($tokens));
        $said = implode(' ', array_map(static fn (Token $token): string => $token->text, $tokens));
        $shown = array_map(static fn (Phrase $phrase): string => $phrase->shown(), $this->grammar->phrases());
        $expected = 0 === $furthest
            ? ['a clause such as "2 octaves"', '"eighths"', '"then arpeggio"', '"slurred"', '"quarter = 72"']
            : array_values(array_unique(array_map(
                static fn (PhraseMatch $match): string => $match->expected,
                $failures,
            )));
        $nearest = Nearest::to($said, $shown);

        throw StudyLineError::unexpected(
            $token->column,
            $token->text,
            $expected,
            $nearest,
            'concert F major, '.('' === $nearest ? $failures[0]->phrase->shown() : $nearest),
        );
    }
}
