<?php

declare(strict_types=1);

namespace SwiftReed\Line;

/**
 * The words of a line as somebody typed it, their columns as they were typed.
 */
final class Words
{
    /**
     * What ends a thought: a semicolon, a new line; a colon, but that of "3:2" and of a marked degree; a bar, but that
     * between two beats of a rhythm.
     */
    private const DIVIDES = '/[;\n\r\t]'
        .'|(?<![\d,\x27]):|:(?![\dstam])'
        .'|(?<![\d~])(?<![\d~]\s)\||\|(?!\s*r?\d)/u';

    /**
     * @param list<string> $short words that are written with a point: "C harm. min., 2 oct."
     *
     * @return list<Token>
     */
    public static function of(string $text, array $short = []): array
    {
        if ([] !== $short) {
            $text = preg_replace('/\\b('.implode('|', array_map(preg_quote(...), $short)).')\./iu', '$1 ', $text)
                ?? $text;
        }
        // One sign for one, so that columns stay: what ends a thought divides clauses, what only dresses it up is a
        // space.
        $plain = preg_replace(
            [self::DIVIDES, '/[.!?](?=\s*,)/u', '/[.!?](?=\s|$)/u', '/["“”„«»()\[\]]/u'],
            [',', ' ', ',', ' '],
            $text,
        )
            ?? $text;
        $tokens = [];
        foreach (Lexer::tokens($plain) as $token) {
            $cut = match (true) {
                1 === preg_match(
                    '/^(\d{1,3})(bpm|x|oct|octave|octaves|note|notes|times)$/i',
                    $token->text,
                    $found,
                ), 1 === preg_match('/^(x)(\d{1,2})$/i', $token->text, $found), 1 === preg_match(
                    '/^([A-G](?:b|#|♭|♯)?)(maj|min|m|M)$/u',
                    $token->text,
                    $found,
                ), 1 === preg_match('/^([@♩])(\d{2,3})$/u', $token->text, $found) => $found,
                default => null,
            };
            if (null === $cut) {
                $tokens[] = $token;
                continue;
            }
            $tokens[] = new Token($cut[1], $token->column);
            $tokens[] = new Token(
                ['maj' => 'major', 'M' => 'major', 'min' => 'minor', 'm' => 'minor'][$cut[2]] ?? $cut[2],
                $token->column + mb_strlen($cut[1]),
            );
        }

        return self::chords($tokens);
    }

    /**
     * "E♭7 arpeggio", "Cm7 chord": the chord in words. A note with a number is a pitch everywhere else.
     *
     * @param list<Token> $tokens
     *
     * @return list<Token>
     */
    private static function chords(array $tokens): array
    {
        $kinds = [
            '7' => 'dominant seventh', 'maj7' => 'major seventh', 'M7' => 'major seventh', 'm7' => 'minor seventh',
            'min7' => 'minor seventh', 'dim7' => 'diminished seventh', 'dim' => 'diminished', 'aug' => 'augmented',
        ];
        $read = [];
        foreach ($tokens as $i => $token) {
            $next = isset($tokens[$i + 1]) ? $tokens[$i + 1]->lower() : '';
            if (
                !\in_array($next, ['arpeggio', 'arpeggios', 'arp', 'chord'], true)
                || 1 !== preg_match('/^([A-G](?:b|#|♭|♯)?)(7|maj7|M7|m7|min7|dim7|dim|aug)$/u', $token->text, $found)
            ) {
                $read[] = 'chord' === $token->lower() ? new Token('arpeggio', $token->column) : $token;
                continue;
            }
            $read[] = new Token($found[1], $token->column);
            foreach (explode(' ', $kinds[$found[2]]) as $word) {
                $read[] = new Token($word, $token->column + mb_strlen($found[1]));
            }
        }

        return $read;
    }

    /**
     * Words so that two ways to write the same are the same: "Two octaves" and "2 octaves", "E flat" and "Eb".
     *
     * @param list<Token> $tokens
     */
    public static function plain(array $tokens): string
    {
        $words = [];
        for ($i = 0, $count = \count($tokens); $i < $count; ++$i) {
            $note = NoteReader::note($tokens, $i);
            $number = $tokens[$i]->number();
            if (null !== $note && 'a' !== $tokens[$i]->text) {
                $words[] = mb_strtolower($note[0]->text());
                $i += $note[1] - 1;
            } else {
                $words[] = $number >= 0 ? (string) $number : $tokens[$i]->lower();
            }
        }

        return implode(' ', $words);
    }

    /** @param list<Token> $tokens */
    public static function said(array $tokens): string
    {
        return strtr(implode(' ', array_map(static fn (Token $token): string => $token->text, $tokens)), [' ,' => ',']);
    }
}
