<?php

declare(strict_types=1);

namespace SwiftReed\Words;

use SwiftReed\Knowledge\DataError;
use SwiftReed\Knowledge\DataFolder;

/**
 * The sentences of one language, data/words/LANGUAGE.yaml; notes have the names that are in force. Patterns are those of
 * ICU messages; of an argument that is a list "NAME_count" is known too.
 *
 * @phpstan-import-type Argument from Saying
 */
final class Catalogue
{
    private const FOLDER = 'words/';

    /** @var array<string, \MessageFormatter> patterns in use, by their key */
    private array $formatters = [];

    /**
     * @param array<string, string> $patterns by key, "move.lifts"
     * @param array<string, string> $chart    words of charts in this language, by the words in the data
     */
    private function __construct(
        public readonly string $language,
        private readonly array $patterns,
        private readonly array $chart,
        private readonly bool $isSpoken,
    ) {
    }

    /** @throws DataError when the language has no file, or the file is no catalogue */
    public static function read(DataFolder $data, string $language): self
    {
        $file = self::FOLDER.$language;
        $patterns = [];
        $chart = [];
        foreach ($data->read($file) as $section => $entries) {
            if (!\is_array($entries)) {
                throw DataError::entry($file, $section, 'expected sentences by their names');
            }
            foreach ($entries as $name => $pattern) {
                if (!\is_string($pattern)) {
                    throw DataError::entry($file, $section.'.'.$name, 'expected a sentence');
                }
                if ('chart' === $section) {
                    $chart[(string) $name] = $pattern;
                } else {
                    $patterns[$section.'.'.$name] = $pattern;
                }
            }
        }

        return new self($language, $patterns, $chart, false);
    }

    public static function english(): self
    {
        /** @var self|null $english */
        static $english = null;

        return $english ??= self::read(DataFolder::shipped(), 'en');
    }

    /** The same for a voice: signs become words. */
    public function spoken(): self
    {
        return new self($this->language, $this->patterns, $this->chart, true);
    }

    /** @return list<string> keys of all its sentences */
    public function keys(): array
    {
        return array_keys($this->patterns);
    }

    /**
     * Words inside a sentence; nothing where nothing is said.
     *
     * @throws \LogicException when the catalogue lacks the sentence
     */
    public function say(?Saying $saying): string
    {
        if (null === $saying) {
            return '';
        }
        if ('chart' === $saying->key) {
            $text = $saying->with['text'] ?? '';

            return \is_string($text) ? $this->chart[$text] ?? $text : '';
        }
        if ('' === ($this->patterns[$saying->key] ?? null)) {
            return '';
        }
        $with = [];
        foreach ($saying->with as $name => $argument) {
            $with[$name] = $this->argument($argument);
            if (\is_array($argument)) {
                $with[$name.'_count'] = \count($argument);
            }
        }
        $words = $this->formatter($saying->key)->format($with);

        return false === $words
            ? throw new \LogicException(\sprintf('"%s" cannot be worded.', $saying->key))
            : trim($words);
    }

    /** The same with a capital at the beginning and a stop at the end: names of notes keep theirs. */
    public function sentence(?Saying $saying): string
    {
        $words = $this->say($saying);

        return '' === $words
            ? ''
            : mb_strtoupper(mb_substr($words, 0, 1)).mb_substr($words, 1).(
                1 === preg_match('/[.!?]$/', $words) ? '' : '.'
            );
    }

    /**
     * Several sentences, one after the other.
     *
     * @param list<Saying> $all
     */
    public function sentences(array $all): string
    {
        return implode(' ', array_map($this->sentence(...), $all));
    }

    /** As a sentence; null where nothing is said. */
    public function sentenceOrNull(?Saying $saying): ?string
    {
        return null === $saying ? null : $this->sentence($saying);
    }

    /** @param Argument $argument */
    private function argument(mixed $argument): int|float|string
    {
        return match (true) {
            $argument instanceof Saying => $this->say($argument),
            $argument instanceof Named => $this->isSpoken ? $argument->spoken() : $argument->sign(),
            \is_array($argument) => $this->listed($argument),
            default => $argument,
        };
    }

    /**
     * "a", "a and b", "a, b and c", as the language joins them.
     *
     * @param list<string|Named|Saying> $all
     */
    private function listed(array $all): string
    {
        $words = array_map(fn (mixed $one): string => (string) $this->argument($one), $all);
        $last = array_pop($words);
        if (null === $last || [] === $words) {
            return $last ?? '';
        }
        $first = implode($this->patterns['list.between'] ?? ', ', $words);

        return $first.($this->patterns['list.last'] ?? ' ').$last;
    }

    private function formatter(string $key): \MessageFormatter
    {
        return $this->formatters[$key] ??= new \MessageFormatter(
            $this->language,
            $this->patterns[$key] ?? throw new \LogicException(\sprintf('The catalogue has no sentence "%s".', $key)),
        );
    }
}
