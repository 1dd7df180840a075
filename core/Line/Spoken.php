<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Knowledge\DataError;
use SwiftReed\Knowledge\DataFolder;

/**
 * What directors say beside the line's own phrases: data/spoken.yaml, ready to be looked up by its first word.
 */
final class Spoken
{
    /** @var array<string, true> */
    public readonly array $fillers;
    /** @var array<string, list<list<string>>> phrases that say nothing, by their first word */
    private array $nothing = [];
    /**
     * @var array<string, list<array{Phrase, list<string>}>> phrases with the clauses they may mean,
     *  by their first word; "" where it is a number
     */
    private array $means = [];
    /** @var array<string, list<array{list<string>, string}>> words that name concert or own, by their first word */
    private array $naming = [];
    /** @var array<string, list<array{list<string>, list<string>}>> instruments' names and ids, by their first word */
    private array $players = [];
    /** @var list<string> */
    private array $playerNames = [];
    /** @var array<string, string> what short forms within a key stand for */
    public readonly array $short;
    /** @var list<string> tonics that are asked about where a line has none */
    public readonly array $firstKeys;

    public function __construct(DataFolder $data)
    {
        $all = $data->read('spoken');
        $this->fillers = array_fill_keys(self::texts($all['fillers'] ?? null, 'fillers'), true);
        $this->firstKeys = self::texts($all['first keys'] ?? null, 'first keys');
        $this->short = array_combine(
            array_map(strval(...), array_keys(self::part($all, 'short'))),
            self::texts($all['short'] ?? null, 'short'),
        );
        foreach (self::texts($all['filler phrases'] ?? null, 'filler phrases') as $phrase) {
            $words = explode(' ', $phrase);
            $this->nothing[$words[0]][] = $words;
        }
        foreach (['concert', 'own'] as $naming) {
            foreach (self::texts(self::part($all, 'naming')[$naming] ?? null, 'naming / '.$naming) as $phrase) {
                $words = explode(' ', $phrase);
                $this->naming[$words[0]][] = [$words, $naming];
            }
        }
        $players = self::part($all, 'players');
        foreach ($players as $name => $ids) {
            foreach (self::texts($ids, 'players / '.$name) as $id) {
                $players[strtr($id, '-', ' ')] ??= [$id];
            }
        }
        $this->playerNames = array_map(strval(...), array_keys($players));
        foreach ($players as $name => $ids) {
            foreach (self::plurals((string) $name) as $form) {
                $words = explode(' ', $form);
                $this->players[$words[0]][] = [$words, self::texts($ids, 'players / '.$name)];
            }
        }
        foreach (['means', 'asks'] as $group) {
            foreach (self::part($all, $group) as $kind => $phrases) {
                if (!\is_array($phrases)) {
                    throw DataError::entry('spoken', $group.' / '.$kind, 'expected phrases with what they mean');
                }
                foreach ($phrases as $said => $meant) {
                    $clause = ClauseKind::tryFrom((string) $kind)
                        ?? throw DataError::entry('spoken', $group.' / '.$kind, 'expected a kind of clause');
                    $this->add(
                        new Phrase($clause, (string) $said, (string) $said),
                        null === $meant
                            ? []
                            : (\is_array($meant)
                                ? self::texts($meant, (string) $said)
                                : self::texts([$meant], (string) $said)),
                    );
                }
            }
        }
    }

    /** @param list<string> $meant */
    private function add(Phrase $phrase, array $meant): void
    {
        foreach ($phrase->firsts() as $first) {
            $this->means[$first][] = [$phrase, $meant];
        }
    }

    /**
     * Words that say nothing, from here on.
     *
     * @param list<Token> $tokens
     *
     * @return list<int> how many words, for each way
     */
    public function nothingAt(array $tokens, int $at): array
    {
        $found = isset($this->fillers[$tokens[$at]->lower()]) ? [1] : [];
        foreach ($this->nothing[$tokens[$at]->lower()] ?? [] as $words) {
            if (self::stands($words, $tokens, $at)) {
                $found[] = \count($words);
            }
        }

        return $found;
    }

    /**
     * @param list<Token> $tokens
     *
     * @return list<array{Phrase, list<string>}> phrases that may begin here and the clauses, with gaps,
     *  that each may mean
     */
    public function phrasesAt(array $tokens, int $at): array
    {
        return [
            ...($this->means[$tokens[$at]->plain()] ?? []),
            ...($tokens[$at]->number() >= 0 ? $this->means[''] ?? [] : []),
        ];
    }

    /**
     * Whether concert or own is said here, in the longest words that do.
     *
     * @param list<Token> $tokens
     *
     * @return array{string, int}|null "concert" or "own" and how many words say so
     */
    public function namingAt(array $tokens, int $at): ?array
    {
        $best = null;
        foreach (isset($tokens[$at]) ? $this->naming[$tokens[$at]->lower()] ?? [] : [] as [$words, $naming]) {
            if (self::stands($words, $tokens, $at) && (null === $best || \count($words) > $best[1])) {
                $best = [$naming, \count($words)];
            }
        }

        return $best;
    }

    /**
     * Instruments named here.
     *
     * @param list<Token> $tokens
     *
     * @return list<array{list<string>, int}> ids, and how many words name them
     */
    public function playersAt(array $tokens, int $at): array
    {
        $found = [];
        foreach (isset($tokens[$at]) ? $this->players[$tokens[$at]->lower()] ?? [] : [] as [$words, $ids]) {
            if (self::stands($words, $tokens, $at)) {
                $found[] = [$ids, \count($words)];
            }
        }

        return $found;
    }

    /** @return list<string> what instruments are called, without their plurals */
    public function playerNames(): array
    {
        return $this->playerNames;
    }

    /**
     * @param list<string> $words
     * @param list<Token>  $tokens
     */
    private static function stands(array $words, array $tokens, int $at): bool
    {
        foreach ($words as $i => $word) {
            if (!isset($tokens[$at + $i]) || $tokens[$at + $i]->lower() !== $word) {
                return false;
            }
        }

        return true;
    }

    /** @return list<string> the name, and its plural */
    private static function plurals(string $name): array
    {
        return array_values(array_unique([
            $name,
            str_ends_with($name, 's') ? $name : (str_ends_with($name, 'x') ? $name.'es' : $name.'s'),
        ]));
    }

    /**
     * @param array<string, mixed> $all
     *
     * @return array<mixed>
     */
    private static function part(array $all, string $name): array
    {
        $part = $all[$name] ?? null;

        return \is_array($part) ? $part : throw DataError::entry('spoken', $name, 'expected named entries');
    }

    /** @return list<string> */
    private static function texts(mixed $list, string $where): array
    {
        return array_map(
            static fn (
                mixed $one,
            ): string => \is_string($one) || \is_int($one) ? (string) $one : throw DataError::entry(
                'spoken',
                $where,
                'expected a list of texts',
            ),
            array_values(\is_array($list)
                ? $list
                : throw DataError::entry('spoken', $where, 'expected a list of texts')),
        );
    }
}
