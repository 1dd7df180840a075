<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\NoteNames;

/**
 * Chords that follow one another, bar by bar.
 */
final readonly class Progression
{
    /** Bars of a progression, all together: a long form has 64. */
    public const MOST_BARS = 64;
    /** Chords that share one bar. */
    public const MOST_IN_BAR = 4;
    /** A printed chord symbol, its root apart. */
    private const SYMBOL = '/^([A-G](?:bb|##|b|#)?)(.*)$/u';

    /**
     * @param string $name "blues"; nothing where the chords are written
     * @param non-empty-list<non-empty-list<ProgressionChord>> $bars chords that begin together in a bar or share one
     */
    private function __construct(public string $name, public array $bars)
    {
    }

    /** @param non-empty-list<non-empty-list<ProgressionChord>> $bars */
    public static function of(array $bars, string $name = ''): self
    {
        return new self($name, $bars);
    }

    /** "ii V I", "Dm7 | G7 | Cmaj7", "blues" */
    public function text(): string
    {
        if ('' !== $this->name) {
            return $this->name;
        }
        $isOfNumerals = true;
        foreach ($this->bars as $bar) {
            foreach ($bar as $chord) {
                $isOfNumerals = $isOfNumerals && $chord->isNumeral() && 1 === \count($bar);
            }
        }

        return implode($isOfNumerals ? ' ' : ' | ', array_map(
            static fn (array $bar): string => implode(
                ' ',
                array_map(static fn (ProgressionChord $chord): string => $chord->said(), $bar),
            ),
            $this->bars,
        ));
    }

    /**
     * The printed text of a progression in another key: the roots of symbols move, numerals and names mean the new key
     * by themselves. A root never stands on a double sharp or flat.
     */
    public static function inOtherKey(string $printed, Interval $interval): string
    {
        return implode(' ', array_map(static function (string $word) use ($interval): string {
            if (1 !== preg_match(self::SYMBOL, $word, $found)) {
                return $word;
            }

            return NoteName::parse($found[1])->transpose($interval)->withOneSign()->text().$found[2];
        }, explode(' ', $printed)));
    }

    /** The printed text with printed signs: "B♭maj7 | E♭7", "♭VII7". */
    public static function signed(string $printed): string
    {
        return implode(' ', array_map(static function (string $word): string {
            $isSymbol = 1 === preg_match(self::SYMBOL, $word, $found);
            $root = $isSymbol ? NoteNames::English->sign(NoteName::parse($found[1])) : '';
            $rest = $isSymbol ? $found[2] : (string) preg_replace(['/^b(?=[iv])/i', '/^#(?=[iv])/i'], ['♭', '♯'], $word);

            return $root.preg_replace(['/b(?=\d)/', '/#(?=\d)/'], ['♭', '♯'], $rest);
        }, explode(' ', $printed)));
    }

    /** Bars that it lasts. */
    public function length(): int
    {
        return array_sum(array_map(static fn (array $bar): int => max(1, $bar[0]->bars), $this->bars));
    }
}
