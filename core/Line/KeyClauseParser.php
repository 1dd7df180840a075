<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Knowledge\Nearest;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Scale\Formula;
use SwiftReed\Scale\FormulaError;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Scale\TriadPair;
use SwiftReed\Words\Wording;

/**
 * Reads the first clause: concert or own, the tonic, and what is played on it.
 */
final class KeyClauseParser
{
    public const EXAMPLE = 'concert F major, 2 octaves';

    public function __construct(private readonly ScaleLibrary $scales)
    {
    }

    /**
     * @param list<Token> $tokens of this clause alone
     *
     * @throws StudyLineError
     */
    public function parse(array $tokens, int $end): Clause
    {
        $at = 0;
        $naming = $tokens[0]->lower();
        $says = \in_array($naming, ['concert', 'own', 'written'], true);
        if ($says) {
            $at = 1;
            $naming = 'written' === $naming ? 'own' : $naming;
        } else {
            $naming = 'concert';
        }
        $note = NoteReader::note($tokens, $at);
        if (null === $note) {
            $read = $tokens[$at] ?? new Token('', $end);
            $first = 0 === $at ? ['"concert" or "own"'] : [];
            throw StudyLineError::unexpected(
                $read->column,
                $read->text,
                [...$first, 'a note from A to G such as "Bb", "F#" or "E flat"'],
                0 === $at ? Nearest::to($read->text, ['concert', 'own']) : '',
                self::EXAMPLE,
            );
        }
        [$tonic, $took] = $note;
        if (abs($tonic->alter) > 1) {
            throw StudyLineError::wrong(
                $tokens[$at]->column,
                $tonic->text(),
                Wording::of('key-clause-parser.parse', [
                    'plain_name' => $tonic->at(4)->plainName()->name()->text(),
                ]),
            );
        }
        $at += $took;
        $rest = \array_slice($tokens, $at);
        if (
            \count($rest) > 0
            && \in_array($rest[\count($rest) - 1]->lower(), ['scale', 'scales'], true)
            && !$this->scales->knows(implode(
                ' ',
                array_map(static fn (Token $token): string => $token->lower(), $rest),
            ))
        ) {
            array_pop($rest); // "F major scale" says no more than "F major"
        }
        $words = implode(' ', array_map(static fn (Token $token): string => $token->lower(), $rest));
        $prefix = ($says ? $naming.' ' : '').$tonic->text();
        if ([] === $rest) {
            return new Clause(
                ClauseKind::Key,
                $naming,
                ['tonic' => $tonic->text(), 'material' => 'major'],
                $prefix,
                $tokens[0]->column,
            );
        }
        if ('formula' === $rest[0]->lower()) {
            return $this->formula($tokens[0]->column, $naming, $tonic->text(), $prefix, $rest, $end);
        }
        $pair = $this->triadPair($tonic, $rest, $end);
        if ('' !== $pair) {
            return new Clause(
                ClauseKind::Key,
                $naming,
                ['tonic' => $tonic->text(), 'material' => $pair],
                $prefix.' '.$pair,
                $tokens[0]->column,
            );
        }
        if (!$this->scales->knows($words)) {
            throw $this->unknownMaterial($rest, $words, $end);
        }
        $material = $this->scales->material($words)->name;

        return new Clause(
            ClauseKind::Key,
            $naming,
            ['tonic' => $tonic->text(), 'material' => $material],
            $prefix.' '.$material,
            $tokens[0]->column,
        );
    }

    /** @param non-empty-list<Token> $rest */
    private function formula(int $column, string $naming, string $tonic, string $prefix, array $rest, int $end): Clause
    {
        $words = array_map(
            static fn (Token $token): string => strtr($token->lower(), ['♭' => 'b', '♯' => '#']),
            \array_slice($rest, 1),
        );
        foreach ($words as $i => $word) {
            if (1 !== preg_match('/^(bb|##|b|#)?[1-8]$/', $word)) {
                throw StudyLineError::unexpected(
                    $rest[$i + 1]->column,
                    $rest[$i + 1]->text,
                    ['a degree such as 1, b3 or #4'],
                    '',
                    'own D formula 1 b3 4 b5 5 b7',
                );
            }
        }
        try {
            $formula = Formula::ofDegrees($words);
        } catch (FormulaError $error) {
            throw StudyLineError::wrong($rest[1]->column ?? $end, implode(' ', $words), $error->getMessage());
        }

        return new Clause(
            ClauseKind::Key,
            $naming,
            ['tonic' => $tonic, 'material' => 'formula '.$formula->text()],
            $prefix.' formula '.$formula->text(),
            $column,
        );
    }

    /**
     * @param non-empty-list<Token> $rest
     *
     * @return string "triad pair Cm", or nothing when no pair of triads is said
     */
    private function triadPair(NoteName $tonic, array $rest, int $end): string
    {
        $quality = ['minor' => 'm', 'augmented' => 'aug', 'diminished' => 'dim', 'major' => ''][$rest[0]->lower()]
            ?? '';
        $at = \in_array($rest[0]->lower(), ['minor', 'augmented', 'diminished', 'major'], true) ? 1 : 0;
        if (
            !isset($rest[$at], $rest[$at + 1])
            || 'triad' !== $rest[$at]->lower()
            || 'pair' !== $rest[$at + 1]->lower()
        ) {
            return '';
        }
        $other = NoteReader::triad($rest, $at + 2);
        $read = $rest[$at + 2 + ($other[1] ?? 0)] ?? new Token('', $end);
        if (null === $other || '' !== $read->text) {
            throw StudyLineError::unexpected(
                $read->column,
                $read->text,
                [null === $other ? 'the other triad such as "C" or "Cm"' : 'a comma'],
                '',
                'concert Bb triad pair C',
            );
        }
        preg_match('/^([A-G](?:bb|##|b|#)?)(.*)$/', $other[0], $found);
        try {
            return TriadPair::of($tonic, $quality, NoteName::parse($found[1] ?? 'C'), $found[2] ?? '')->nameOn($tonic);
        } catch (FormulaError $error) {
            throw StudyLineError::wrong($rest[$at + 2]->column, $other[0], $error->getMessage());
        }
    }

    /** @param non-empty-list<Token> $rest */
    private function unknownMaterial(array $rest, string $words, int $end): StudyLineError
    {
        // The longest beginning that some name shares tells which word is the wrong one.
        $matched = 0;
        $expected = [];
        foreach ($this->scales->understoodNames() as $name) {
            $parts = explode(' ', $name);
            $same = 0;
            while (isset($parts[$same], $rest[$same]) && $parts[$same] === $rest[$same]->lower()) {
                ++$same;
            }
            if ($same > $matched) {
                $matched = $same;
                $expected = [];
            }
            if ($same === $matched) {
                $expected[] = '"'.implode(' ', \array_slice($parts, $same)).'"';
            }
        }
        $bad = $rest[$matched] ?? new Token('', $end);
        $expected = array_values(array_unique(array_filter(
            $expected,
            static fn (string $word): bool => '""' !== $word,
        )));
        if (
            isset($rest[$matched])
            && $this->scales->knows(implode(
                ' ',
                array_map(static fn (Token $token): string => $token->lower(), \array_slice($rest, 0, $matched)),
            ))
        ) {
            array_unshift($expected, 'a comma');
        }
        if (0 === $matched) {
            $expected = array_map(
                static fn (string $name): string => '"'.$name.'"',
                \array_slice($this->scales->names(), 0, 8),
            );
            $expected[] = 'another scale or arpeggio';
        }

        return StudyLineError::unexpected(
            $bad->column,
            $bad->text,
            $expected,
            Nearest::to($words, $this->scales->understoodNames()),
            self::EXAMPLE,
        );
    }
}
