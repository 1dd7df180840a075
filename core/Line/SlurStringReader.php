<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Words\Wording;

/**
 * Reads a string of slurs: "slur 3 tongue 1", "tongue 1 slur 2 tongue 1 from the second note".
 *
 * Source: the handbook, chapter 3, "Articulation and dynamics as patterns".
 */
final class SlurStringReader
{
    /** Notes of one slur, or tongued one after another, at most. */
    private const MOST_NOTES = 16;
    /** Slurs and tongued groups of a string at most. */
    private const MOST_GROUPS = 8;
    private const FROM = ['from', 'the', 'second', 'note'];

    /**
     * Whether a clause is meant as a string: "slur" or "tongue" and a number, and not only names of other ways.
     *
     * @param list<Token> $tokens
     */
    public static function begins(array $tokens): bool
    {
        return isset($tokens[0], $tokens[1])
            && \in_array($tokens[0]->lower(), ['slur', 'tongue'], true)
            && $tokens[1]->number() >= 0;
    }

    /**
     * @param non-empty-list<Token> $tokens
     *
     * @throws StudyLineError
     */
    public static function read(array $tokens): Clause
    {
        $parts = [];
        $slurs = false;
        $at = 0;
        while (isset($tokens[$at]) && \in_array($tokens[$at]->lower(), ['slur', 'tongue'], true)) {
            $how = $tokens[$at]->lower();
            $number = $tokens[$at + 1] ?? null;
            $least = 'slur' === $how ? 2 : 1;
            if (null === $number || $number->number() < $least || $number->number() > self::MOST_NOTES) {
                throw self::refused(
                    $number ?? $tokens[$at],
                    Wording::of('slur-string-reader.how-many-notes', [
                        'how' => $how,
                        'least' => $least,
                        'most_notes' => self::MOST_NOTES,
                    ]),
                );
            }
            $parts[] = $how.' '.$number->number();
            $slurs = $slurs || 'slur' === $how;
            $at += 2;
        }
        if (\count($parts) > self::MOST_GROUPS) {
            throw self::refused($tokens[0], Wording::of('slur-string-reader.slurs-tongued-groups', [
                'most_groups' => self::MOST_GROUPS,
            ]));
        }
        $rest = \array_slice($tokens, $at);
        $words = array_map(static fn (Token $token): string => strtr($token->lower(), ['2nd' => 'second']), $rest);
        if ([] !== $words && self::FROM !== $words) {
            throw self::refused($rest[0], '"slur" or "tongue" with a number, "from the second note" or a comma');
        }
        if (!$slurs) {
            throw self::refused($tokens[0], 'a slur among them, or "tongued"');
        }
        $text = implode(' ', [...$parts, ...$words]);

        return new Clause(ClauseKind::Articulation, $text, [], $text, $tokens[0]->column);
    }

    private static function refused(Token $at, string $expected): StudyLineError
    {
        return StudyLineError::unexpected($at->column, $at->text, [$expected], '', 'concert F major, slur 3 tongue 1');
    }
}
