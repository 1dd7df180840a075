<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Scale\ChordQuality;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Time\FigureNames;
use SwiftReed\Time\TimeSignature;

/**
 * The study line described, out of the same tables that parse it.
 */
final class GrammarDoc
{
    public static function markdown(Grammar $grammar, ScaleLibrary $scales, PlayerGroups $groups): string
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
                // What is said of each figure is said once, below.
                $isEach = str_ends_with($phrase->template, FigureNames::ON_EACH_NOTE);
                if ($phrase->kind === $kind && !$isEach) {
                    $shown[] = '`'.$phrase->described().'`';
                }
            }
            if (ClauseKind::Pattern === $kind) {
                $shown = ['a name of the table below', '`cell 1 2 3 5`'];
            }
            if (ClauseKind::Rhythm === $kind) {
                $shown[] = '`rhythm 3+1` and all of the language of rhythm below';
            }
            if (ClauseKind::Harmony === $kind) {
                $shown = ['`over ii V I`', '`over Dm7 \\| G7 \\| Cmaj7`', '`over blues` and all of the chords below'];
            }
            if (ClauseKind::Voices === $kind) {
                $shown = ['`round after 2 bars` and all of the voices below'];
            }
            $text .= \sprintf("| %s | %s | %s |\n", $kind->value, implode(' · ', $shown), $kind->default());
        }

        return $text.self::rhythms().self::chords($scales).self::voices($groups).self::patterns($grammar->patterns);
    }

    private static function rhythms(): string
    {
        $text = <<<'MD'

            ## The language of rhythm

            A rhythm is said apart from the notes, and walked over any line: each note takes the next part.

            | written | means |
            |---|---|
            | `rhythm 3+1` | the parts of one beat, all beats alike; the numbers of a beat add up to 8 at most |
            | `rhythm 2+1+1 \| 1+1+2` | one beat, then another |
            | `rhythm 1+2+1 over 2 beats` | a group spread over 2 to 8 beats |
            | `rhythm r1+1` | a rest, then a note |
            | `rhythm 1+1+1~ \| 2+1` | a note tied over to the next part |
            | `rhythm 2+1 on each note` | every note of the line has the whole figure; names too: `gallop on each note` |
            | `each value` | the line in quarters, eighths, triplets and sixteenths, one after another |
            | `eighths, swing` | printed even, played two to one; `swing 3:2` is lighter; `swing written out` prints it |

            What is no division of the beat by itself is a tuplet with its number. The last note lasts to the end of its beat,
            or of its bar with `long last`. Beats are halves in 2/2, dotted quarters in 6/8, 9/8 and 12/8, eighths in 3/8 and 7/8,
            else quarters; 5/4 and 7/8 may say their groups.

            | name | in 2/4, 3/4, 4/4, 5/4, 6/4 | in 6/8, 9/8, 12/8 |
            |---|---|---|

            MD;
        foreach (FigureNames::all() as $name) {
            [$simple, $compound] = array_map(
                static fn (string $time): ?string => FigureNames::figure($name, TimeSignature::of($time))?->text(),
                ['4/4', '6/8'],
            );
            $text .= \sprintf(
                "| `%s` | `%s` | %s |\n",
                $name,
                $simple,
                null === $compound ? 'refused, with what can be played' : '`'.$compound.'`',
            );
        }

        return $text;
    }

    private static function chords(ScaleLibrary $scales): string
    {
        $text = <<<'MD'

            ## Chords

            A cell is played from each chord's root in that chord's scale, again until the chord's bars are full; with no cell, the
            scale itself. A cell that leads on (`approach`, `enclosure`) lands on the nearest note of the next chord and goes on
            from there. Symbols are in the key that the line names, concert or own.

            | written | means |
            |---|---|
            | `over ii V I` | chords of the key, a bar each; the `I` of `ii V I` is held for two |
            | `over Dm7 \| G7 \| Cmaj7` | chord symbols between bar lines |
            | `over Dm7 G7 \| C` | chords that share a bar, four at most |
            | `over Dm7 \| G7 \| C 2 bars` | a chord that is held |
            | `over ii V altered I` | a scale chosen for the chord before it |
            | `over I7 IV7 V7` | a kind of one's own; after a numeral `7` alone is dominant on `V7`, minor on `ii7`, by its case |
            | `over V/ii ii V I` | the dominant of another degree |
            | `over bVII7 \| #IVdim7` | a degree lowered or raised against the major scale |

            `DM7` is refused, since case does not matter elsewhere in a line: `Dmaj7` or `Dm7`. Numerals without more are the seventh
            chords of the key; in minor keys V has its leading note. The scale of a chord is the one that is chosen; else, where the
            key makes the chord, the notes of the key; else the usual one:

            | after the root | usual scale |
            |---|---|

            MD;
        foreach (ChordQuality::all() as $quality) {
            $text .= \sprintf("| `%s` | %s |\n", '' === $quality->text ? ' ' : $quality->text, $quality->scale);
        }
        $text .= "\n| name | chords |\n|---|---|\n";
        foreach ($scales->progressions()->names() as $name => $says) {
            $text .= \sprintf(
                "| `over %s` | `%s`, %s |\n",
                $name,
                strtr($scales->progressions()->chords($name), ['|' => '\\|']),
                $says,
            );
        }

        return $text;
    }

    private static function voices(PlayerGroups $groups): string
    {
        $text = <<<'MD'

            ## Voices of a band

            One line in several voices: in the score, in packets, heard, and looked over for clashes. On one player's page stands the
            voice of that instrument.

            | written | means |
            |---|---|
            | `round after 2 bars` | section after section enters, in the order of the score |
            | `round after 2 bars for woodwinds then brass` | groups enter in this order; whoever is in none begins |
            | `thirds below for low brass` | `thirds`, `sixths` or `octaves`, `below` or `above`, in the scale |
            | `drone 1 5 for low brass` | a note held in every bar; chairs take the notes in turn |
            | `answer low brass` | the group repeats each bar that the others play |

            | group | instruments |
            |---|---|

            MD;
        foreach ($groups->names() as $name) {
            $text .= \sprintf("| `%s` | %s |\n", $name, implode(', ', $groups->ids($name)));
        }

        return $text;
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
            | `7,` `1'` `8` `9` | below the root; an octave above; onward from the octave. A comma right after a degree belongs to it when more of the cell, another comma or nothing follows: `cell 1 3 / 1 6,, eighths`; before `on`, `by`, `ends`, `up only` it divides nothing |
            | `8` `0'` | the root's octave in every scale, whatever its size; the last note of an eight-note scale. 1 to 7 are the scale's own notes as far as it has them, and degrees that it does not have are refused; with a comma a degree is the same an octave lower, `7,` the first note below the root, and numbers that a smaller scale lacks count down from it. Only a group that begins `8 7` counts the scale's steps down from the octave |
            | `b3` `#4` | the scale's own degree a half step lower or higher, on its own letter |
            | `<3` `>5` | the half step below, above a degree |
            | `_1` `^2` | half steps below, above the root |
            | `8..2` | every note of the scale from one degree to the other |
            | `r` `3*2` | a rest; a note held for two |
            | `g2 1` | a grace note before a note, three at most; it has no fingering of its own |
            | `1:s` `5:ta` | marks, last of all: `s` staccato, `t` tenuto, `a` accent, `m` marcato |
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
