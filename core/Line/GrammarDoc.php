<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Scale\ScaleLibrary;

/**
 * The study line described, out of the same tables that parse it.
 */
final class GrammarDoc
{
    public static function markdown(Grammar $grammar, ScaleLibrary $scales): string
    {
        $text = <<<'MD'
            # The study line

            This file is made by `bin/console docs:study-line` from the code that reads the line; a test keeps the two alike.

            One line of text is a study. It does not name the instrument: the same line serves the whole band. Clauses are divided
            by commas and, after the first, come in any order; printing puts them in the order below. Case, hyphens and spare spaces
            do not matter; `♭ ♯ b #`, `Bb`, `B flat` and `b-flat` are one note. Numbers are digits or words up to twelve. A line has
            at most 1200 characters. What is not said takes a default, and the printed line says only what was said.

            ## The first clause: key and material

            `concert` or `own`, a tonic, and what is played on it: `concert F major`, `own E dorian`, `concert G`. Concert is meant
            when neither word stands there, major when no material does. `own D formula 1 b3 4 b5 5 b7` is a scale in your own
            formula: degrees against the major scale, rising from 1. `concert Bb
            triad pair C` is two triads without a common note, played in turn; `triad pair Cm`, `Cdim`, `Caug`, `concert D minor triad
            pair Eb` likewise.

            | material | formula | also understood |
            |---|---|---|

            MD;
        foreach ($scales->names() as $name) {
            $material = $scales->material($name);
            $formula = $material->isChromatic
                ? 'all twelve'
                : $material->up->text().($material->up->text() === $material->down->text()
                    ? ''
                    : ', down '.$material->down->text());
            $also = array_values(array_diff($scales->synonyms($name), [$name]));
            $text .= \sprintf(
                "| `%s` | %s | %s |\n",
                $name,
                $formula,
                [] === $also ? '' : '`'.implode('` `', $also).'`',
            );
        }
        $text .= "\n## The other clauses\n\n| clause | what can be said | when nothing is said |\n|---|---|---|\n";
        foreach (ClauseKind::cases() as $kind) {
            if (ClauseKind::Key === $kind) {
                continue;
            }
            $shown = [];
            foreach ($grammar->phrases() as $phrase) {
                if ($phrase->kind === $kind) {
                    $shown[] = '`'.$phrase->described().'`';
                }
            }
            if (ClauseKind::Pattern === $kind) {
                $shown = ['a name of the table below', '`cell 1 2 3 5`'];
            }
            $text .= \sprintf("| %s | %s | %s |\n", $kind->value, implode(' · ', $shown), $kind->default());
        }

        return $text.self::patterns($grammar->patterns);
    }

    private static function patterns(PatternLibrary $patterns): string
    {
        $text = <<<'MD'

            ## Patterns

            A pattern is a cell that is walked over the scale: the way up on each root below the top, the way down on each root above the
            bottom, then home. Each is written in the pattern language, and `cell …` takes any other.

            | pattern | in the pattern language | also understood | what it is |
            |---|---|---|---|

            MD;
        foreach ($patterns->names() as $name) {
            $also = array_keys(array_filter(
                $patterns->understood(),
                static fn (
                    string $printed,
                    string $understood,
                ): bool => $printed === $name && $understood !== strtr($name, '-', ' '),
                \ARRAY_FILTER_USE_BOTH,
            ));
            $cell = $patterns->cell($name);
            $text .= \sprintf(
                "| `%s` | %s | %s | %s |\n",
                $name,
                '' === $cell ? 'from the instrument\'s partials' : '`'.strtr($cell, ['|' => '\\|']).'`',
                [] === $also ? '' : '`'.implode('` `', $also).'`',
                $patterns->pattern($name)->says,
            );
        }

        return $text.<<<'MD'

            ### The pattern language

            | written | means |
            |---|---|
            | `1 2 3 5` | degrees of the scale, counted from the root of the cell |
            | `7,` `1'` `8` `9` | below the root; an octave above; onward from the octave. A comma right after a degree belongs to it when more of the cell, another comma or nothing follows: `cell 1 3 / 1 6,, eighths` |
            | `8` `0'` | the root's octave in every scale, whatever its size; the last note of an eight-note scale. 1 to 7 are the scale's own notes as far as it has them, and degrees that it does not have are refused; `7,` is its first note below the root. Only a group that begins `8 7` counts the scale's steps down from the octave |
            | `b3` `#4` | the scale's own degree a half step lower or higher, on its own letter |
            | `<3` `>5` | the half step below, above a degree |
            | `_1` `^2` | half steps below, above the root |
            | `8..2` | every note of the scale from one degree to the other |
            | `r` `3*2` | a rest; a note held for two |
            | `approach` | one note that leads into the next root: from a whole step the half step between, from a half step the half step on the other side, from three half steps the half step next to it |
            | `approach2` | two notes that lead into the next root: a whole step and a half step from it |
            | `enclosure` | two half steps above the next root, one above, one below |
            | `1 2 3 4 \| 8 7 6 5` | groups: slurred, and moved by octaves, as a whole |
            | `(1 3) x4` | a repeat |
            | `… / …` | after the slash, the way down; without one, the same cell |
            | `up only` | no way down |
            | `by thirds` `by fourths` `by half steps` | how the root moves; by steps of the scale when nothing is said |
            | `round the fifths` `round the fourths` | the roots of all twelve keys, each with its own scale |
            | `on 1 4 5` | on these degrees, then home |
            | `alternating` | every other root takes the way down |
            | `building up` `building down` | one note, two notes, three notes … of the line |
            | `ends 8..2 7, 1` | what is played on the last root instead (for a pattern that only goes up) |
            | `stays` | the line ends where the last cell ends and does not go home |

            MD;
    }
}
