<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Knowledge\Nearest;

/**
 * Reads a study line as people say it: fillers, abbreviations, missing commas, the key in any place, the players it is
 * for. Where words can mean two studies it asks; nothing that carries meaning is passed over. The best reading says
 * every word with the fewest clauses and passes over the fewest words.
 */
final class ForgivingReader
{
    /** Readings that are asked about at most. */
    private const MOST_ASKED = 4;
    private const EXAMPLE = 'concert F major, 2 octaves';

    /** Lines that are kept read: a page asks for the same one many times. */
    private const KEPT = 100;

    /** @var array<string, list<Phrase>> phrases of the grammar by the words with which they begin */
    private array $phrases = [];
    /** @var array<string, Understood|StudyLineError> */
    private array $read = [];

    private ?Spoken $spoken = null;

    public function __construct(private readonly Parser $parser, private readonly DataFolder $data)
    {
    }

    /** What directors say is read only where a line is not said word for word. */
    private function spoken(): Spoken
    {
        if (null === $this->spoken) {
            $this->spoken = new Spoken($this->data);
            foreach ($this->parser->grammar()->phrases() as $phrase) {
                foreach ($phrase->firsts() as $first) {
                    $this->phrases[$first][] = $phrase;
                }
            }
        }

        return $this->spoken;
    }

    /**
     * @param bool $inOwn whether a key without "concert" or "own" is the player's own
     *
     * @throws StudyLineError when a word is not understood, no key is said, or several readings exist
     */
    public function read(string $text, bool $inOwn = false): Understood
    {
        $kept = ($inOwn ? 'own ' : '').$text;
        if (\count($this->read) > self::KEPT) {
            $this->read = [];
        }
        if (!isset($this->read[$kept])) {
            try {
                $this->read[$kept] = $this->understand($text, $inOwn);
            } catch (StudyLineError $error) {
                $this->read[$kept] = $error;
            }
        }
        $read = $this->read[$kept];

        return $read instanceof Understood ? $read : throw $read;
    }

    /** @throws StudyLineError */
    private function understand(string $text, bool $inOwn): Understood
    {
        try {
            $line = $this->parser->parse($text);

            return new Understood(self::named($line, $inOwn), self::readAs($line, $text));
        } catch (StudyLineError $error) {
            if ('' === trim($text) || !mb_check_encoding($text, 'UTF-8') || mb_strlen($text) > StudyLine::LIMIT) {
                throw $error;
            }
        }
        $spoken = $this->spoken();
        $tokens = Words::of($text, [...array_keys($spoken->short), 'oct', 'conc']);
        $reading = new Reading($spoken, $this->parser, $this->phrases, $tokens, $text);
        $ways = $this->understood($reading->best(), $inOwn);
        if ([] === $ways) {
            throw $this->notUnderstood($error, $tokens, $reading->reached());
        }
        if (1 === \count($ways)) {
            return $ways[0];
        }
        [$asked, $column] = self::asked($reading->best(), $tokens);

        throw StudyLineError::ambiguous(
            $column,
            $asked,
            array_map(
                static fn (Understood $way): string => $way->line->text().(
                    null === $way->player ? '' : ', for '.strtr($way->player, '-', ' ')
                ),
                \array_slice($ways, 0, self::MOST_ASKED),
            ),
        );
    }

    /**
     * @param list<Way> $ways
     *
     * @return list<Understood>
     */
    private function understood(array $ways, bool $inOwn): array
    {
        $understood = [];
        foreach ($ways as $way) {
            $keys = $way->says(ClauseKind::Key)
                ? [[]]
                : array_map(
                    fn (string $tonic): array => [$this->parser->parse((
                        $inOwn ? 'own ' : 'concert '
                    ).$tonic.' '.($way->material ?? 'major'))->clause(ClauseKind::Key)],
                    $this->spoken()->firstKeys,
                );
            if (!$way->says(ClauseKind::Key) && null === $way->material && [] === $way->clauses) {
                continue; // nothing but fillers
            }
            foreach ($keys as $key) {
                $line = self::named(StudyLine::of([...$key, ...$way->clauses]), $inOwn);
                foreach ($way->players ?? [null] as $player) {
                    $understood[$line->text().' '.$player] = new Understood($line, $way->readAs, $player);
                }
            }
        }

        return array_values($understood);
    }

    private static function named(StudyLine $line, bool $inOwn): StudyLine
    {
        $key = $line->clause(ClauseKind::Key);
        if (!$inOwn || str_starts_with($key->text, 'concert') || 'own' === $key->says) {
            return $line;
        }

        return $line->with(new Clause(ClauseKind::Key, 'own', $key->values, 'own '.$key->text, $key->column));
    }

    /** @return list<ReadAs> what a line that was read word for word says in other words than it is printed with */
    private static function readAs(StudyLine $line, string $text): array
    {
        $clauses = array_values($line->clauses);
        usort($clauses, static fn (Clause $a, Clause $b): int => $a->column <=> $b->column);
        $readAs = [];
        foreach ($clauses as $i => $clause) {
            $end = isset($clauses[$i + 1]) ? $clauses[$i + 1]->column - 1 : mb_strlen(rtrim($text));
            $said = rtrim(trim(mb_substr(ltrim($text), $clause->column - 1, $end - $clause->column + 1)), ', ');
            $tokens = array_values(array_filter(
                Lexer::tokens($said),
                static fn (Token $token): bool => !$token->isComma() && (
                    ClauseKind::Key !== $clause->kind || !\in_array($token->lower(), ['scale', 'scales'], true)
                ),
            ));
            $printed = array_values(array_filter(
                Lexer::tokens($clause->text),
                static fn (Token $token): bool => !$token->isComma(),
            ));
            if ('cell' !== $clause->says && Words::plain($tokens) !== Words::plain($printed)) {
                $readAs[] = new ReadAs($said, $clause->text);
            }
        }

        return $readAs;
    }

    /**
     * What it is that leaves a choice, and where it stands.
     *
     * @param list<Way>   $ways
     * @param list<Token> $tokens
     *
     * @return array{string, int}
     */
    private static function asked(array $ways, array $tokens): array
    {
        foreach ($ways as $way) {
            if (null !== $way->asked) {
                $words = \count(explode(' ', $way->asked));
                foreach (array_keys($tokens) as $i) {
                    if (Words::said(\array_slice($tokens, $i, $words)) === $way->asked) {
                        return [$way->asked, $tokens[$i]->column];
                    }
                }
            }
        }

        return [Words::said($tokens), 1];
    }

    /** Whether a number is too small or too large. */
    private static function isOfNumbers(StudyLineError $error): bool
    {
        return '' === $error->nearest && 1 === preg_match('/^\d+ to \d+$/', $error->expected[0] ?? '');
    }

    /** @param list<Token> $tokens */
    private function notUnderstood(StudyLineError $strict, array $tokens, int $reached): StudyLineError
    {
        $token = $tokens[$reached] ?? null;
        $isSame = null !== $token && $strict->column === $token->column;
        if (null === $token || $strict->column > $token->column || ($isSame && self::isOfNumbers($strict))) {
            return $strict;
        }
        $end = $reached;
        while (isset($tokens[$end]) && !$tokens[$end]->isComma()) {
            ++$end;
        }
        $said = Words::said(\array_slice($tokens, $reached, $end - $reached));
        // A number too large is said to be so, and not to be unknown: "lip slurs of 6", "fold after 9".
        for ($from = max(0, $reached - 3); $from <= $reached; ++$from) {
            for ($words = min(5, $end - $from); $words > $reached - $from; --$words) {
                try {
                    $this->parser->clauseOf(Words::said(\array_slice($tokens, $from, $words)));
                } catch (StudyLineError $error) {
                    $before = Words::said(\array_slice($tokens, $from, $reached - $from));
                    if (self::isOfNumbers($error) && $error->column === \strlen('C, '.$before) + ('' === $before ? 1 : 2)) {
                        return $error->at($token->column);
                    }
                }
            }
        }
        if ($isSame) {
            return $strict;
        }
        $shown = array_map(static fn (Phrase $phrase): string => $phrase->shown(), $this->parser->grammar()->phrases());
        $nearest = Nearest::to($said, $shown);
        $nearest = '' === $nearest ? Nearest::to($token->text, $shown) : $nearest;

        return StudyLineError::unexpected(
            $token->column,
            $token->text,
            ['a clause such as "2 octaves"', '"eighths"', '"then arpeggio"', '"slurred"', '"quarter = 72"'],
            $nearest,
            '' === $nearest ? self::EXAMPLE : 'concert F major, '.$nearest,
        );
    }
}
