<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Pattern\PatternParser;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Scale\DegreeName;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\ScaleLibrary;

/**
 * Notes that are no known study, spelled out: a cell of their degrees in the key that they suggest.
 */
final readonly class NoteByNote
{
    public function __construct(private ScaleLibrary $scales)
    {
    }

    /**
     * The notes as a cell on the tonic that they suggest.
     *
     * @return list<string>
     */
    public function clauses(GivenLine $given): array
    {
        [$tonic, $material] = $this->suggested($given);
        $low = min(array_map(static fn (GivenNote $note): int => $note->pitch->midi(), $given->notes));
        $root = $tonic->at(0);
        $high = max(array_map(static fn (GivenNote $note): int => $note->pitch->midi(), $given->notes));
        // The tonic at or a little above the lowest note; further above it where the line goes very high.
        while ($root->midi() + 12 <= $low + ($high - $root->midi() > 35 ? 11 : 7)) {
            $root = $root->octaves(1);
        }
        $unit = min(array_map(static fn (GivenNote $note): int => $note->ticks, $given->notes));
        $words = [];
        foreach ($given->notes as $note) {
            if ($note->rests >= $unit && [] !== $words) {
                $words[] = 'r'.($note->rests >= 2 * $unit ? '*'.min(9, intdiv($note->rests, $unit)) : '');
            }
            $words[] = self::word($root, $material, $note->pitch).(
                $note->ticks >= 2 * $unit ? '*'.min(9, intdiv($note->ticks, $unit)) : ''
            );
        }
        $rhythm = array_search($unit, RhythmFinder::EVEN, true);

        return [
            'own '.$tonic->text().' '.$material->name,
            'from '.$root->text(),
            'cell '.implode(' ', $words).' on 1 up only stays',
            \is_string($rhythm) ? $rhythm : '',
        ];
    }

    /** A note as a word of the pattern language, counted from the root. */
    private static function word(Pitch $root, Material $material, Pitch $pitch): string
    {
        $scale = $material->ascending($root);
        $degree = DegreeName::of($root, $pitch);
        $step = $degree->number - 1;
        $plain = $scale->note($step)->pitch;
        $alter = $pitch->midi() - $plain->midi();
        if (abs($alter) > 1) {
            // Spelled too far away: take the scale's nearest note below and raise it.
            foreach ([$step - 1, $step + 1] as $other) {
                if (abs($pitch->midi() - $scale->note($other)->pitch->midi()) <= 1) {
                    [$step, $alter] = [$other, $pitch->midi() - $scale->note($other)->pitch->midi()];
                    break;
                }
            }
        }
        if (abs($alter) > 1 || $step < -7 || $step >= PatternParser::HIGHEST) {
            throw ImportError::notTranslatable($pitch->sign());
        }
        $sign = ['-1' => 'b', '0' => '', '1' => '#'][(string) $alter];

        return $sign.match (true) {
            $step < 0 => ($step + 8).',',
            default => (string) ($step + 1),
        };
    }

    /**
     * @return array{NoteName, Material} the major or minor key that most notes belong to, ending notes counting double
     */
    private function suggested(GivenLine $given): array
    {
        $major = $this->scales->material('major');
        $best = [NoteName::parse('C'), $major];
        $most = -1.0;
        $last = $given->notes[\count($given->notes) - 1]->pitch->name();
        foreach ([$major, $this->scales->material($major->minors[0])] as $material) {
            for ($fifths = -6; $fifths <= 6; ++$fifths) {
                $tonic = NoteName::fromFifths($fifths - $material->modeFifths);
                $classes = array_map(
                    static fn (int $class): int => ($class + $tonic->pitchClass()) % 12,
                    ScaleFinder::classes($material),
                );
                $score = 0.0;
                foreach ($given->notes as $note) {
                    $spelled = $material->keyOn($tonic)
                        ->signature()
                        ->alterOf($note->pitch->letter) === $note->pitch->alter;
                    $score += (\in_array($note->pitch->midi() % 12, $classes, true) ? 1.0 : 0.0)
                        + ($spelled ? 0.1 : 0.0);
                }
                $score += $tonic->equals($last) ? 2.0 : 0.0;
                $score += $tonic->equals($given->notes[0]->pitch->name()) ? 1.0 : 0.0;
                if ($score > $most) {
                    [$most, $best] = [$score, [$tonic, $material]];
                }
            }
        }

        return $best;
    }
}
