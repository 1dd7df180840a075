<?php

declare(strict_types=1);

namespace SwiftReed\StudyLine;

use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;

/**
 * Finds a note or a pitch at a place among the tokens, in any of the ways in which people write one.
 */
final class NoteReader
{
    private const GLUED = '/^([A-Ga-g])(##|#|bb|b|♯♯|♯|♭♭|♭|𝄪|𝄫|♮)?(-?\d)?$/u';
    private const WORDS = ['flat' => 'b', 'sharp' => '#', 'natural' => ''];

    /**
     * @param list<Token> $tokens
     *
     * @return array{NoteName, int}|null the note and how many tokens it took
     */
    public static function note(array $tokens, int $at): ?array
    {
        $token = $tokens[$at] ?? null;
        if (null === $token || 1 !== preg_match(self::GLUED, $token->text, $found) || isset($found[3])) {
            return null;
        }
        $took = 1;
        $sign = $found[2] ?? '';
        if ('' === $sign) {
            [$sign, $more] = self::signInWords($tokens, $at + 1);
            $took += $more;
        }

        return [NoteName::parse($found[1].('♮' === $sign ? '' : $sign)), $took];
    }

    /**
     * @param list<Token> $tokens
     *
     * @return array{Pitch, int}|null the pitch and how many tokens it took
     */
    public static function pitch(array $tokens, int $at): ?array
    {
        $token = $tokens[$at] ?? null;
        if (null !== $token && 1 === preg_match(self::GLUED, $token->text, $found) && isset($found[3])) {
            return [NoteName::parse($found[1].('♮' === $found[2] ? '' : $found[2]))->at((int) $found[3]), 1];
        }
        $note = self::note($tokens, $at);
        if (null === $note) {
            return null;
        }
        $octave = $tokens[$at + $note[1]] ?? null;

        return null !== $octave && 1 === preg_match('/^\d$/', $octave->text) ? [$note[0]->at((int) $octave->text), $note[1] + 1] : null;
    }

    /**
     * @param list<Token> $tokens
     *
     * @return array{string, int} sign and tokens
     */
    private static function signInWords(array $tokens, int $at): array
    {
        $word = isset($tokens[$at]) ? $tokens[$at]->lower() : '';
        $next = isset($tokens[$at + 1]) ? $tokens[$at + 1]->lower() : '';
        if ('double' === $word && \in_array($next, ['flat', 'sharp'], true)) {
            return ['flat' === $next ? 'bb' : '##', 2];
        }
        if ('natural' === $word && 'minor' === $next) {
            return ['', 0]; // "B natural minor" is the natural minor scale on B
        }

        return isset(self::WORDS[$word]) ? [self::WORDS[$word], 1] : ['', 0];
    }
}
