<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Words\Wording;

/**
 * Reads where accents fall: "accents on 1", inside each beat or cell; "accents on 2 and 4", on beats of the bar.
 *
 * Source: the handbook, chapter 3, "Articulation and dynamics as patterns".
 */
final class AccentReader
{
    /** Beats of a bar, notes of a beat or a cell: twelve at most. */
    private const MOST = 12;

    /** @param list<Token> $tokens */
    public static function begins(array $tokens): bool
    {
        return isset($tokens[0], $tokens[1])
            && \in_array($tokens[0]->lower(), ['accents', 'accent'], true)
            && 'on' === $tokens[1]->lower();
    }

    /**
     * @param non-empty-list<Token> $tokens
     *
     * @throws StudyLineError
     */
    public static function read(array $tokens): Clause
    {
        $numbers = [];
        for ($at = 2; isset($tokens[$at]) || 2 === $at; $at += 2) {
            $token = $tokens[$at] ?? null;
            if (null === $token || $token->number() < 1 || $token->number() > self::MOST) {
                throw self::refused($token ?? $tokens[$at - 1], Wording::of('accent-reader.read', [
                    'most' => self::MOST,
                ]));
            }
            $numbers[] = $token->number();
            $and = $tokens[$at + 1] ?? null;
            if (null !== $and && ('and' !== $and->lower() || !isset($tokens[$at + 2]))) {
                throw self::refused($and, '"and" with another beat, or a comma');
            }
        }

        return new Clause(
            ClauseKind::Marks,
            'accents',
            ['numbers' => implode(' ', $numbers)],
            'accents on '.implode(' and ', $numbers),
            $tokens[0]->column,
        );
    }

    private static function refused(Token $at, string $expected): StudyLineError
    {
        return StudyLineError::unexpected($at->column, $at->text, [$expected], '', 'concert F major, accents on 2 and 4');
    }
}
