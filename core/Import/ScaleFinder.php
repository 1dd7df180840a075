<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Pattern\Pattern;
use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\MaterialKind;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Study\Direction;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Tone;
use SwiftReed\Study\Walk\Walk;

/**
 * Which scale or arpeggio, pattern, extent and direction a line of notes is, if it is one.
 */
final class ScaleFinder
{
    /** Notes from which a line may be a study. */
    private const LEAST = 3;
    /** Notes in an extent, and in an arpeggio that follows. */
    private const MOST_NOTES = 24;
    private const LONGEST_ARPEGGIO = 40;

    /** @var array<string, CellShape> */
    private array $shapes = [];
    /** @var list<Pattern>|null */
    private ?array $candidates = null;

    public function __construct(private readonly ScaleLibrary $scales, private readonly PatternLibrary $patterns)
    {
    }

    /** @return list<string>|null */
    public function known(GivenLine $given): ?array
    {
        $midi = array_map(static fn (GivenNote $note): int => $note->pitch->midi(), $given->notes);
        if (\count($midi) < self::LEAST) {
            return null; // one note or two are no study, whatever they might begin
        }
        foreach ($this->tonics($given->notes) as $tonic) {
            foreach ($this->materials($tonic, $midi) as $material) {
                $clauses = $this->recognised($material, $tonic, $midi, $given);
                if (null !== $clauses) {
                    return $clauses;
                }
            }
        }

        return null;
    }

    /**
     * Notes on which the key may stand: the last, the first, and the lowest.
     *
     * @param non-empty-list<GivenNote> $notes
     *
     * @return list<NoteName>
     */
    private function tonics(array $notes): array
    {
        $pitches = array_map(static fn (GivenNote $note): Pitch => $note->pitch, $notes);
        usort($pitches, static fn (Pitch $a, Pitch $b): int => $a->midi() <=> $b->midi());
        $tonics = [];
        foreach ([$notes[\count($notes) - 1]->pitch, $notes[0]->pitch, $pitches[0]] as $pitch) {
            $tonics[$pitch->name()->text()] = $pitch->name();
        }

        return array_values(array_filter($tonics, static fn (NoteName $name): bool => abs($name->alter) < 2));
    }

    /**
     * Materials that may be meant: the narrowest that hold every note, then those that patterns leave.
     *
     * @param non-empty-list<int> $midi
     *
     * @return list<Material>
     */
    private function materials(NoteName $tonic, array $midi): array
    {
        $classes = array_unique(array_map(
            static fn (int $note): int => ($note - $tonic->pitchClass() + 120) % 12,
            $midi,
        ));
        $holding = [];
        $others = [];
        foreach ($this->scales->names() as $name) {
            $material = $this->scales->material($name);
            $all = self::classes($material);
            // Of two spellings of the same sounds the usual one is looked for.
            if (
                abs($tonic->fifths() + $material->modeFifths) > 7
                || ($material->hasEveryHalfStep() && !$material->isChromatic)
            ) {
                continue;
            }
            if ([] === array_diff($classes, $all)) {
                $holding[] = [\count(array_diff($all, $classes)) + ($material->isShort ? 0.1 : 0), $material];
            } elseif ($material->isUsual) {
                $others[] = $material;
            }
        }
        usort($holding, static fn (array $a, array $b): int => $a[0] <=> $b[0]);

        return [...array_map(static fn (array $one): Material => $one[1], $holding), ...$others];
    }

    /** @return list<int> half steps above the tonic */
    public static function classes(Material $material): array
    {
        if ($material->isChromatic) {
            return range(0, 11);
        }
        $classes = [];
        foreach ([$material->up, $material->down] as $formula) {
            foreach ($formula->degrees as $degree) {
                $classes[] = ($degree->halfSteps() + 12) % 12;
            }
        }

        return array_values(array_unique($classes));
    }

    /**
     * The clauses of a line that plays these notes.
     *
     * @param non-empty-list<int> $midi
     *
     * @return list<string>|null
     */
    private function recognised(Material $material, NoteName $tonic, array $midi, GivenLine $given): ?array
    {
        $low = min($midi);
        $count = \count($midi);
        $shape = $this->shapes[$material->name] ??= new CellShape($material);
        foreach ($this->candidates($material) as $pattern) {
            for ($octave = 0; $octave < 9; ++$octave) {
                $root = $tonic->at($octave);
                // Patterns reach below the tonic by less than an octave.
                if ($root->midi() < $low - 1 || $root->midi() > $low + ($pattern->isStraight() ? 0 : 7)) {
                    continue;
                }
                $first = array_map(static fn (int $note): int => $note - $root->midi(), \array_slice($midi, 0, 3));
                foreach ($this->extents($material, $pattern, $shape, $root, $midi) as $extent => $top) {
                    foreach ($this->directions($pattern, $shape, $root, $top, $first, $midi) as $direction) {
                        $room = $count - $shape->notes($pattern, $top, $direction);
                        foreach ($this->arpeggios($material) as [$sequel, $arpeggio, $restated]) {
                            if ('' === $sequel ? abs($room) > 2 : $room < 2 || $room > self::LONGEST_ARPEGGIO) {
                                continue;
                            }
                            $tones = self::tones(
                                new Walk($material, $pattern, $direction, $arpeggio, $restated, false),
                                $root,
                                $top,
                            );
                            if (\count($tones) === $count && self::midi($tones) === $midi) {
                                $usual = $pattern->hasItsOwnWay() || ($material->isShort && $pattern->isStraight())
                                    ? Direction::Up
                                    : Direction::UpAndDown;

                                return [
                                    'own '.$tonic->text().' '.$material->name,
                                    '1 octave' === $extent || $material->isShort ? '' : $extent,
                                    'from '.self::begin($material, $root, $top, $direction)->text(),
                                    $usual === $direction ? '' : $direction->value,
                                    $pattern->isStraight() ? '' : $pattern->text,
                                    $sequel,
                                    ...RhythmFinder::of($given, $tones),
                                ];
                            }
                        }
                    }
                }
            }
        }

        return null;
    }

    /** The note from which a line is asked for: its tonic, or its top where it only goes down. */
    private static function begin(Material $material, Pitch $root, int $top, Direction $direction): Pitch
    {
        return Direction::Down === $direction ? $material->ascending($root)->note($top)->pitch : $root;
    }

    /** @return list<Tone> */
    private static function tones(Walk $walk, Pitch $root, int $top): array
    {
        try {
            return $walk->tones($root, 0, $top);
        } catch (StudyError) {
            return [];
        }
    }

    /**
     * @param list<Tone> $tones
     *
     * @return list<int>
     */
    private static function midi(array $tones): array
    {
        return array_map(static fn (Tone $tone): int => $tone->pitch->midi(), $tones);
    }

    /** @return list<Pattern> */
    private function candidates(Material $material): array
    {
        if (MaterialKind::Scale !== $material->kind) {
            return [Pattern::straight()];
        }

        return $this->candidates ??= array_map(
            fn (string $name): Pattern => $this->patterns->pattern($name),
            array_values(array_filter(
                $this->patterns->names(),
                fn (string $name): bool => !$this->patterns->pattern($name)->isLipSlurs() && !\in_array(
                    $name,
                    ['triad pair', 'triad pair triplets'],
                    true,
                ),
            )),
        );
    }

    /**
     * @param non-empty-list<int> $midi
     *
     * @return array<string, int> extent clauses and their top steps
     */
    private function extents(Material $material, Pattern $pattern, CellShape $shape, Pitch $root, array $midi): array
    {
        $size = $material->size();
        $last = MaterialKind::Triad === $material->kind ? 1 : 0;
        if ($material->isShort) {
            return [$material->name => $size - 1];
        }
        $extents = [];
        foreach ([1, 2, 3, 4] as $octaves) {
            $extents[1 === $octaves ? '1 octave' : $octaves.' octaves'] = $octaves * $size - $last;
        }
        if (MaterialKind::Scale === $material->kind) {
            $extents['to the ninth'] = $size + ($material->hasEveryHalfStep() ? 2 : 1);
            for ($notes = 3; $notes <= self::MOST_NOTES; ++$notes) {
                $extents[$notes.' notes'] = $notes - 1;
            }
        }
        // The top of a plain line is its highest note; a pattern reaches its top root and not much further.
        $high = max($midi) - $root->midi();

        return array_filter(
            $extents,
            static fn (int $top): bool => $pattern->isStraight() ? $shape->height($top, true) === $high : (
                $pattern->goesRound() || $shape->height($top, true) <= $high + 2
            ),
        );
    }

    /**
     * Ways that the line can go, as far as its beginning and its end tell.
     *
     * @param list<int>           $first the first notes, half steps above the root
     * @param non-empty-list<int> $midi
     *
     * @return list<Direction>
     */
    private function directions(
        Pattern $pattern,
        CellShape $shape,
        Pitch $root,
        int $top,
        array $first,
        array $midi,
    ): array {
        $directions = $shape->begins($pattern, 0, true, $first) ? [Direction::UpAndDown, Direction::Up] : [];
        if ($pattern->hasItsOwnWay()) {
            $listed = $pattern->roots[0] ?? null;
            $step = null === $listed ? 0 : $listed->step(7, false) ?? 0;

            return [] !== $directions || $shape->begins($pattern, $step, true, $first) ? [Direction::Up] : [];
        }
        if ($shape->begins($pattern, $top, false, $first)) {
            $directions = $root->midi() === $midi[\count($midi) - 1]
                ? [...$directions, Direction::Down]
                : [...$directions, Direction::DownAndUp];
        }

        return $directions;
    }

    /** @return list<array{string, Material|null, bool}> */
    private function arpeggios(Material $material): array
    {
        if (null === $material->arpeggio) {
            return [['', null, false]];
        }
        $arpeggio = $this->scales->material($material->arpeggio);

        return [['', null, false], ['then arpeggio', $arpeggio, false], ['then arpeggio restated', $arpeggio, true]];
    }
}
