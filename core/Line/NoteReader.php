<?php

declare(strict_types=1);

namespace SwiftReed\Line;

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
     * A note and a quality: "Am", "A m", "A minor", "C+", "B dim".
     *
     * @param list<Token> $tokens
     *
     * @return array{string, int}|null the note with "m", "aug", "dim" or nothing, and how many tokens it took
     */
    public static function triad(array $tokens, int $at): ?array
    {
        $suffixes = [
            'm' => 'm', 'min' => 'm', 'minor' => 'm', '-' => 'm', '+' => 'aug', 'aug' => 'aug', 'augmented' => 'aug',
            'dim' => 'dim', 'o' => 'dim', '°' => 'dim', 'diminished' => 'dim', 'major' => '', 'maj' => '',
        ];
        $token = $tokens[$at] ?? null;
        if (
            null !== $token
            && 1 === preg_match(
                '/^([A-Ga-g](?:##|#|bb|b|♯♯|♯|♭♭|♭)?)(min|m|\+|aug|dim|o|°|maj)$/u',
                $token->text,
                $found,
            )
        ) {
            return [NoteName::parse($found[1])->text().$suffixes[$found[2]], 1];
        }
        $note = self::note($tokens, $at);
        if (null === $note) {
            return null;
        }
        $next = isset($tokens[$at + $note[1]]) ? $tokens[$at + $note[1]]->lower() : '';

        return isset($suffixes[$next])
            ? [$note[0]->text().$suffixes[$next], $note[1] + 1]
            : [$note[0]->text(), $note[1]];
    }

    /**
     * A major or minor key: "Bb", "F#m", "A minor".
     *
     * @param list<Token> $tokens
     *
     * @return array{string, int}|null
     */
    public static function key(array $tokens, int $at): ?array
    {
        $triad = self::triad($tokens, $at);

        return null === $triad || str_ends_with($triad[0], 'aug') || str_ends_with($triad[0], 'dim') ? null : $triad;
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

        return null !== $octave && 1 === preg_match('/^\d$/', $octave->text)
            ? [$note[0]->at((int) $octave->text), $note[1] + 1]
            : null;
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
