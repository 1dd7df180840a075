<?php

declare(strict_types=1);

namespace SwiftReed\StudyLine;

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
            at most 500 characters. What is not said takes a default, and the printed line says only what was said.

            ## The first clause: key and material

            `concert` or `own`, a tonic, and what is played on it: `concert F major`, `own E dorian`, `concert G`. Concert is meant
            when neither word stands there, major when no material does. `own D formula 1 b3 4 b5 5 b7` is a scale in your own
            formula: degrees against the major scale, rising from 1.

            | material | formula | also understood |
            |---|---|---|

            MD;
        foreach ($scales->names() as $name) {
            $material = $scales->material($name);
            $formula = $material->isChromatic ? 'all twelve' : $material->up->text().($material->up->text() === $material->down->text() ? '' : ', down '.$material->down->text());
            $also = array_values(array_diff($scales->synonyms($name), [$name]));
            $text .= \sprintf("| `%s` | %s | %s |\n", $name, $formula, [] === $also ? '' : '`'.implode('` `', $also).'`');
        }
        $text .= "\n## The other clauses\n\n| clause | what can be said | when nothing is said |\n|---|---|---|\n";
        foreach (Slot::cases() as $slot) {
            if (Slot::Key === $slot) {
                continue;
            }
            $shown = [];
            foreach ($grammar->phrases() as $phrase) {
                if ($phrase->slot === $slot) {
                    $shown[] = '`'.$phrase->described().'`';
                }
            }
            $text .= \sprintf("| %s | %s | %s |\n", $slot->value, implode(' · ', $shown), $slot->default());
        }

        return $text;
    }
}
