<?php

declare(strict_types=1);

namespace SwiftReed\Line;

/**
 * How far a phrase agrees with the words of a clause, and what it wanted where it stopped.
 */
final readonly class PhraseMatch
{
    private const MOST_KEYS = 48;

    /**
     * @param int                       $reached  tokens that agreed
     * @param array<string, int|string> $values
     * @param string $expected what was wanted at the first token that did not agree; nothing when all did
     * @param array{}|array{int, int, int} $bounds which token was a number too small or too large,
     *  the least and the most
     */
    private function __construct(
        public Phrase $phrase,
        public int $reached,
        public array $values,
        public string $expected,
        public array $bounds,
    ) {
    }

    /** @param list<Token> $tokens */
    public static function of(Phrase $phrase, array $tokens): self
    {
        $values = [];
        $at = 0;
        /** @var array{}|array{int, int, int} $wrong */
        $wrong = [];
        foreach ($phrase->parts as $part) {
            $token = $tokens[$at] ?? null;
            if (1 === preg_match('/^\{n:(\d+)\.\.(\d+)\}$/', $part, $found)) {
                $number = null === $token ? -1 : $token->number();
                if ($number < 0) {
                    return new self($phrase, $at, $values, 'a number', []);
                }
                if (($number < (int) $found[1] || $number > (int) $found[2]) && [] === $wrong) {
                    if ($found[1] === $found[2]) {
                        return new self($phrase, $at, $values, '"'.$found[1].'"', []);
                    }
                    $wrong = [$at, (int) $found[1], (int) $found[2]];
                }
                $values['n'] ??= $number;
                ++$at;
            } elseif (1 === preg_match('/^\{pitch:(\w+)\}$/', $part, $found)) {
                $pitch = NoteReader::pitch($tokens, $at);
                if (null === $pitch) {
                    return new self($phrase, $at, $values, 'a pitch with its octave such as "G3"', []);
                }
                $values[$found[1]] = $pitch[0]->text();
                $at += $pitch[1];
            } elseif ('{keys}' === $part) {
                [$keys, $at] = self::keys($tokens, $at);
                if ([] === $keys || isset($tokens[$at])) {
                    return new self($phrase, $at, $values, 'a key such as "C", "Bb" or "Am"', []);
                }
                $values['keys'] = implode(' ', $keys);
            } else {
                if (null === $token || !self::agrees($token, self::words($part))) {
                    return new self($phrase, $at, $values, '"'.self::words($part)[0].'"', []);
                }
                ++$at;
            }
        }
        if (isset($tokens[$at])) {
            return new self($phrase, $at, $values, 'a comma', []);
        }

        return new self($phrase, $at, $values, [] === $wrong ? '' : 'another number', $wrong);
    }

    public function isWhole(): bool
    {
        return '' === $this->expected;
    }

    public function clause(int $column): Clause
    {
        $parts = [];
        foreach (explode(
            ' ',
            '' === $this->phrase->prints ? $this->phrase->template : $this->phrase->prints,
        ) as $part) {
            $parts[] = match (true) {
                str_starts_with($part, '{n') => (string) $this->values['n'],
                '{keys}' === $part => (string) $this->values['keys'],
                str_starts_with($part, '{pitch:') => (string) $this->values[substr($part, 7, -1)],
                str_ends_with($part, '(s)') => substr($part, 0, -3).(1 === ($this->values['n'] ?? 0) ? '' : 's'),
                default => self::words($part)[0],
            };
        }

        return new Clause($this->phrase->kind, $this->phrase->key, $this->values, implode(' ', $parts), $column);
    }

    /**
     * @param list<Token> $tokens
     *
     * @return array{list<string>, int} keys as printed, "Bb" or "F#m", and the token after them
     */
    private static function keys(array $tokens, int $at): array
    {
        $keys = [];
        while (isset($tokens[$at]) && \count($keys) < self::MOST_KEYS) {
            $key = NoteReader::key($tokens, $at);
            if (null === $key) {
                break;
            }
            $keys[] = $key[0];
            $at += $key[1];
        }

        return [$keys, $at];
    }

    /** @param non-empty-list<string> $words */
    private static function agrees(Token $token, array $words): bool
    {
        return \in_array($token->lower(), $words, true)
            || ($token->number() >= 0
                && \in_array(
                    $token->plain(),
                    array_map(static fn (string $word): string => (new Token($word, 1))->plain(), $words),
                    true,
                ));
    }

    /** @return non-empty-list<string> the words that satisfy this part, the printed one first */
    private static function words(string $part): array
    {
        if (str_ends_with($part, '(s)')) {
            return [substr($part, 0, -3).'s', substr($part, 0, -3)];
        }

        return explode('|', $part);
    }
}
