<?php

declare(strict_types=1);

namespace SwiftReed\Line;

/**
 * Cuts a study line into words, numbers and the signs `,` `/` `=`. Spaces and hyphens only divide.
 */
final class Lexer
{
    /** @return list<Token> */
    public static function tokens(string $line): array
    {
        $tokens = [];
        $column = 1;
        $word = '';
        $begin = 1;
        foreach (mb_str_split($line) as $character) {
            $divides = 1 === preg_match('/^[\s\x{00A0}\x{2010}-\x{2014}-]$/u', $character);
            $sign = \in_array($character, [',', '/', '='], true);
            if ($divides || $sign) {
                if ('' !== $word) {
                    $tokens[] = new Token($word, $begin);
                    $word = '';
                }
                if ($sign) {
                    $tokens[] = new Token($character, $column);
                }
            } else {
                if ('' === $word) {
                    $begin = $column;
                }
                $word .= $character;
            }
            ++$column;
        }
        if ('' !== $word) {
            $tokens[] = new Token($word, $begin);
        }

        return $tokens;
    }
}
