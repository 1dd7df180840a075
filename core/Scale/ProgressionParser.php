<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

use SwiftReed\Pitch\NoteName;

/**
 * Reads chords: symbols or numerals of the key, bar lines, bars that are held, scales of one's own choice.
 *
 * Case does not matter but in a numeral with a bare 7, where it tells "I7" (dominant) from "i7" (minor), as musicians
 * write them. Source: the handbook, chapter 3, "Harmony and voices".
 */
final class ProgressionParser
{
    private const NUMERAL = '/^(b|#|♭|♯)?(vii|iii|iv|vi|ii|v|i)(.*)$/iu';
    private const SYMBOL = '/^([a-g])(bb|##|b|#|♭|♯)?(.*)$/iu';
    private const NUMBERS = ['i' => 1, 'ii' => 2, 'iii' => 3, 'iv' => 4, 'v' => 5, 'vi' => 6, 'vii' => 7];
    /** Words of a scale's name at most. */
    private const LONGEST_NAME = 4;

    /** @var list<array{string, int}> words and their columns */
    private array $words = [];
    private int $at = 0;

    private function __construct(private readonly ScaleLibrary $scales)
    {
    }

    /** @throws ProgressionError */
    public static function parse(string $text, ScaleLibrary $scales, int $column = 1): Progression
    {
        $reader = new self($scales);
        $text = preg_replace('/\s*\/\s*/u', '/', $text) ?? $text;
        foreach (preg_split('/([\s\x{00A0}|]+)/u', $text, -1, \PREG_SPLIT_DELIM_CAPTURE) ?: [] as $i => $piece) {
            if (0 === $i % 2 && '' !== $piece) {
                $reader->words[] = [$piece, $column];
            } elseif (str_contains($piece, '|')) {
                $reader->words[] = ['|', $column + (int) mb_strpos($piece, '|')];
            }
            $column += mb_strlen($piece);
        }

        return $reader->progression($column);
    }

    /** @throws ProgressionError */
    private function progression(int $end): Progression
    {
        $hasLines = false;
        $bars = [[]];
        while (null !== $word = $this->words[$this->at] ?? null) {
            if ('|' === $word[0]) {
                $hasLines = true;
                $bars[] = [];
                ++$this->at;
                continue;
            }
            $chord = $this->chord($word[0], $word[1]);
            ++$this->at;
            if (null === $chord) {
                throw [] === $bars[0] && $this->scales->knows($word[0])
                    ? ProgressionError::noChordBefore($word[1], $word[0])
                    : ProgressionError::notAChord($word[1], $word[0]);
            }
            $bars[\count($bars) - 1][] = [$this->chosen($chord), $word[1]];
        }
        $bars = array_values(array_filter($bars, static fn (array $bar): bool => [] !== $bar));
        if ([] === $bars) {
            throw ProgressionError::notAChord($end, '');
        }
        if (!$hasLines) {
            $bars = array_map(static fn (array $one): array => [$one], $bars[0]);
        }

        return $this->counted($bars, $end);
    }

    /**
     * @param non-empty-list<non-empty-list<array{ProgressionChord, int}>> $bars with columns
     *
     * @throws ProgressionError
     */
    private function counted(array $bars, int $end): Progression
    {
        $read = [];
        foreach ($bars as $bar) {
            if (\count($bar) > Progression::MOST_IN_BAR) {
                throw ProgressionError::tooManyInBar($bar[Progression::MOST_IN_BAR][1], \count($bar));
            }
            foreach ($bar as [$chord, $column]) {
                if (\count($bar) > 1 && $chord->saysBars) {
                    throw ProgressionError::sharesBar($column, $chord->said());
                }
            }
            $read[] = 1 === \count($bar)
                ? [$bar[0][0]]
                : array_map(static fn (array $one): ProgressionChord => $one[0]->lasting(0, false), $bar);
        }
        $isTwoFiveOne = 'ii V I' === implode(' ', array_map(
            static fn (array $bar): string => 1 === \count($bar) && $bar[0]->isNumeral() && !$bar[0]->saysBars
                ? $bar[0]->text
                : '',
            $read,
        ));
        if ($isTwoFiveOne) {
            // The chord that it comes to rest on is held for two bars.
            $read[2][0] = $read[2][0]->lasting(2, false);
        }
        $progression = Progression::of($read);
        if ($progression->length() > Progression::MOST_BARS) {
            throw ProgressionError::tooLong($end, $progression->length());
        }

        return $progression;
    }

    /**
     * The chord with the scale and the bars that are said after it.
     *
     * @throws ProgressionError
     */
    private function chosen(ProgressionChord $chord): ProgressionChord
    {
        for ($count = self::LONGEST_NAME; $count > 0; --$count) {
            $words = array_column(\array_slice($this->words, $this->at, $count), 0);
            if (\count($words) === $count && $this->scales->knows(implode(' ', $words))) {
                $chord = $chord->inScale($this->scales->material(implode(' ', $words))->name);
                $this->at += $count;
                break;
            }
        }
        $number = $this->words[$this->at][0] ?? '';
        $unit = strtolower($this->words[$this->at + 1][0] ?? '');
        if (1 === preg_match('/^\d{1,3}$/', $number) && \in_array($unit, ['bar', 'bars'], true)) {
            if ((int) $number < 1 || (int) $number > Progression::MOST_BARS) {
                throw ProgressionError::tooLong($this->words[$this->at][1], (int) $number);
            }
            $chord = $chord->lasting((int) $number, true);
            $this->at += 2;
        }

        return $chord;
    }

    /** @throws ProgressionError */
    private function chord(string $word, int $column): ?ProgressionChord
    {
        $parts = explode('/', $word, 2);
        $head = $parts[0];
        if (isset($parts[1])) {
            $of = $parts[1];

            return 'v' === strtolower((string) preg_replace('/7$/', '', $head)) && isset(self::NUMBERS[strtolower($of)])
                ? $this->dominantOf(strtolower($of))
                : null;
        }
        if (1 === preg_match(self::NUMERAL, $head, $found)) {
            return $this->numeral($found[1], $found[2], $found[3], $column, $head);
        }
        if (1 !== preg_match(self::SYMBOL, $head, $found)) {
            return null;
        }
        $quality = self::quality($found[3], $column, $head);
        // "Bb5" is no chord on B, and "Ab" is one on A flat: a flat belongs to the root as far as it can.
        if (null === $quality) {
            return null;
        }
        $root = NoteName::parse($found[1].strtolower($found[2]));

        return new ProgressionChord($root->text().$quality, $root, null, null, $quality);
    }

    private function dominantOf(string $of): ProgressionChord
    {
        return new ProgressionChord('V/'.self::shown(self::NUMBERS[$of]), null, null, self::NUMBERS[$of], '7');
    }

    /** @throws ProgressionError */
    private function numeral(string $sign, string $letters, string $after, int $column, string $word): ?ProgressionChord
    {
        $number = self::NUMBERS[strtolower($letters)];
        $isSmall = strtolower($letters) === $letters;
        $quality = '' === $after ? null : self::quality($after, $column, $word);
        if ('' !== $after && null === $quality) {
            return null;
        }
        if ('7' === $quality && $isSmall) {
            $quality = 'm7';
        }
        $alter = match ($sign) {
            'b', '♭', 'B' => -1, '#', '♯' => 1, default => 0,
        };
        $quality = '' !== $sign && null === $quality ? ($isSmall ? 'm7' : 'maj7') : $quality;
        $kind = $quality ?? '';
        $isMinor = str_starts_with($kind, 'm') && !str_starts_with($kind, 'maj');
        $isDiminished = str_starts_with($kind, 'dim') || 'ø' === $kind;
        $shown = null === $quality
            ? self::shown($number)
            : ($isMinor || $isDiminished ? self::small($number) : strtoupper(self::small($number)));

        return new ProgressionChord(
            ['' => '', 'b' => 'b', 'B' => 'b', '♭' => 'b', '#' => '#', '♯' => '#'][$sign].$shown.$quality,
            null,
            Degree::of($number, $alter),
            null,
            $quality,
        );
    }

    /** A numeral without more: the key says what it is, so it is printed as in a major key. */
    private static function shown(int $number): string
    {
        return \in_array($number, [1, 4, 5], true) ? strtoupper(self::small($number)) : self::small($number);
    }

    private static function small(int $number): string
    {
        return (string) array_search($number, self::NUMBERS, true);
    }

    /** @throws ProgressionError when it may be major or minor */
    private static function quality(string $written, int $column, string $word): ?string
    {
        if (1 === preg_match('/^M(?![aAiI])/', $written)) {
            throw ProgressionError::majorOrMinor($column, $word);
        }

        return ChordQuality::read($written);
    }
}
