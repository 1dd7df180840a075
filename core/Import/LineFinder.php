<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Line\Parser;
use SwiftReed\Pattern\Pattern;
use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Pattern\Progress;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Stage;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\MaterialKind;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Study\Direction;
use SwiftReed\Study\Rhythm\Rhythm;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Tone;
use SwiftReed\Study\Walk\Walk;
use SwiftReed\Time\Length;
use SwiftReed\Time\TimeSignature;

/**
 * Finds the study line that plays given notes: key, scale or arpeggio, pattern, extent, direction, arpeggio after it and
 * rhythm where they can be recognised; else the notes as a cell in the key they suggest, so that any line can be transposed
 * and fingered.
 */
final readonly class LineFinder
{
    private const MOST_NOTES = 15;
    public const EVEN = ['whole notes' => Length::WHOLE, 'half notes' => Length::HALF, 'quarters' => Length::QUARTER, 'eighths' => Length::EIGHTH, 'triplets' => Length::TRIPLET_EIGHTH, 'sixteenths' => Length::SIXTEENTH];
    /** What patterns with notes from outside the scale are tried with. */
    private const USUAL = ['major', 'natural minor', 'harmonic minor', 'melodic minor', 'dorian', 'mixolydian', 'chromatic'];

    public function __construct(private ScaleLibrary $scales, private PatternLibrary $patterns, private Parser $parser)
    {
    }

    /** @throws ImportError when the notes are not this instrument's */
    public function find(GivenLine $given, Instrument $instrument): FoundLine
    {
        $full = $instrument->range[Stage::Full->value];
        foreach ($given->notes as $note) {
            if (!$full->holds($note->pitch, $note->pitch)) {
                throw ImportError::outOfRange($note->pitch->sign(), $instrument->article, $full->spoken());
            }
        }
        $midi = array_map(static fn (GivenNote $note): int => $note->pitch->midi(), $given->notes);
        $remarks = [...$given->remarks, ...ChromaticRuns::said($given->notes)];
        foreach ($this->tonics($given->notes) as $tonic) {
            foreach ($this->materials($tonic, $midi) as $material) {
                $clauses = $this->recognised($material, $tonic, $midi, $given);
                if ([] !== $clauses) {
                    return new FoundLine($this->canonical([...$clauses, ...self::timing($given)]), true, $remarks);
                }
            }
        }

        return new FoundLine($this->canonical((new NoteByNote($this->scales))->clauses($given)), false, $remarks);
    }

    /** @param list<string> $clauses */
    private function canonical(array $clauses): string
    {
        return $this->parser->parse(implode(', ', array_filter($clauses, static fn (string $clause): bool => '' !== $clause)))->text();
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
        $classes = array_unique(array_map(static fn (int $note): int => ($note - $tonic->pitchClass() + 120) % 12, $midi));
        $holding = [];
        $others = [];
        foreach ($this->scales->names() as $name) {
            $material = $this->scales->material($name);
            $all = self::classes($material);
            if (abs($tonic->fifths() + $material->modeFifths) > 7) {
                continue;
            }
            if ([] === array_diff($classes, $all)) {
                $holding[] = [\count(array_diff($all, $classes)) + ($material->isShort || 'major' !== $name ? 0.1 : 0), $material];
            } elseif (\in_array($name, self::USUAL, true)) {
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
     * The clauses of a line that plays these notes, or none.
     *
     * @param non-empty-list<int> $midi
     *
     * @return list<string>
     */
    private function recognised(Material $material, NoteName $tonic, array $midi, GivenLine $given): array
    {
        $low = min($midi);
        foreach ($this->candidates($material) as $pattern) {
            for ($octave = 0; $octave < 9; ++$octave) {
                $root = $tonic->at($octave);
                // Patterns reach below the tonic by less than an octave.
                if ($root->midi() < $low - 1 || $root->midi() > $low + ($pattern->isStraight() ? 0 : 7)) {
                    continue;
                }
                $directions = $this->directions($material, $pattern, $root, $midi);
                foreach ([] === $directions ? [] : $this->extents($material, $pattern, $root, $midi) as $extent => $top) {
                    foreach ($directions as $direction) {
                        if (Direction::DownAndUp === $direction && $material->ascending($root)->note($top)->pitch->midi() !== $midi[\count($midi) - 1] && '' === $material->arpeggio) {
                            continue;
                        }
                        $room = \count($midi) - self::expected($material, $pattern, $root, $top, $direction);
                        foreach ($this->arpeggios($material) as [$sequel, $arpeggios, $restated]) {
                            if ('' === $sequel ? abs($room) > 2 : $room < 2) {
                                continue;
                            }
                            $tones = self::tones(new Walk($material, $pattern, $direction, $arpeggios, $restated, false), $root, $top);
                            if (\count($tones) === \count($midi) && self::midi($tones) === $midi) {
                                $usual = $pattern->hasItsOwnWay() ? Direction::Up : Direction::UpAndDown;

                                return ['own '.$tonic->text().' '.$material->name, '1 octave' === $extent || $material->isShort ? '' : $extent, 'from '.$root->text(), $usual === $direction ? '' : $direction->value, $pattern->isStraight() ? '' : $pattern->text, $sequel, ...$this->rhythm($given, $tones)];
                            }
                        }
                    }
                }
            }
        }

        return [];
    }

    /** About how many notes a line has: as many more with each step as the second step has more than the first. */
    private static function expected(Material $material, Pattern $pattern, Pitch $root, int $top, Direction $direction): int
    {
        $walk = new Walk($material, $pattern, $direction, null, false, false);
        [$one, $two] = [\count(self::tones($walk, $root, 1)), \count(self::tones($walk, $root, 2))];
        $isEven = \in_array($pattern->progress, [Progress::Steps, Progress::Listed, Progress::RoundFifths, Progress::RoundFourths], true);

        return $isEven ? $one + ($two - $one) * ($top - 1) : \count(self::tones($walk, $root, $top));
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

        return array_map(fn (string $name): Pattern => $this->patterns->pattern($name), array_values(array_filter($this->patterns->names(), fn (string $name): bool => !$this->patterns->pattern($name)->isLipSlurs && 'triad pair' !== $name && 'triad pair triplets' !== $name)));
    }

    /**
     * @param non-empty-list<int> $midi
     *
     * @return array<string, int> extent clauses and their top steps
     */
    private function extents(Material $material, Pattern $pattern, Pitch $root, array $midi): array
    {
        $size = $material->size();
        $last = MaterialKind::Triad === $material->kind ? 1 : 0;
        if ($material->isShort) {
            return [$material->name => $size - 1];
        }
        $extents = [];
        foreach ([1, 2, 3] as $octaves) {
            $extents[1 === $octaves ? '1 octave' : $octaves.' octaves'] = $octaves * $size - $last;
        }
        if (MaterialKind::Scale === $material->kind) {
            $extents['to the ninth'] = $size + ($material->isChromatic ? 2 : 1);
            for ($notes = 3; $notes <= self::MOST_NOTES; ++$notes) {
                $extents[$notes.' notes'] = $notes - 1;
            }
        }
        if ($pattern->isStraight()) {
            // The top of a plain line is its highest note.
            $high = max($midi);
            $scale = $material->ascending($root);

            return array_filter($extents, static fn (int $top): bool => $scale->note($top)->pitch->midi() === $high);
        }

        return $extents;
    }

    /**
     * Ways that the line can go, as far as its beginning and its end tell.
     *
     * @param non-empty-list<int> $midi
     *
     * @return list<Direction>
     */
    private function directions(Material $material, Pattern $pattern, Pitch $root, array $midi): array
    {
        $directions = [];
        $begins = self::midi(self::tones(new Walk($material, $pattern, Direction::Up, null, false, false), $root, 1));
        $same = min(3, \count($begins) - 1, \count($midi));
        if ($same > 0 && \array_slice($begins, 0, $same) === \array_slice($midi, 0, $same)) {
            $directions = [Direction::UpAndDown, Direction::Up];
        }
        if ($pattern->hasItsOwnWay()) {
            return [] === $directions ? [] : [Direction::Up];
        }
        if ($root->midi() === $midi[\count($midi) - 1]) {
            $directions[] = Direction::Down;
        }
        if ($midi[\count($midi) - 1] > $root->midi() && \in_array($root->midi(), $midi, true)) {
            $directions[] = Direction::DownAndUp;
        }

        return $directions;
    }

    /** @return list<array{string, Material|null, bool}> */
    private function arpeggios(Material $material): array
    {
        if ('' === $material->arpeggio) {
            return [['', null, false]];
        }
        $arpeggio = $this->scales->material($material->arpeggio);

        return [['', null, false], ['then arpeggio', $arpeggio, false], ['then arpeggio restated', $arpeggio, true]];
    }

    /**
     * @param list<Tone> $tones
     *
     * @return list<string> the rhythm clauses, where the lengths are regular; quarters else
     */
    private function rhythm(GivenLine $given, array $tones): array
    {
        $ticks = array_map(static fn (GivenNote $note): int => $note->ticks, $given->notes);
        $body = \array_slice($ticks, 0, -1);
        foreach (self::EVEN as $clause => $length) {
            if ([] === array_diff($ticks, [$length])) {
                return [$clause];
            }
            if ([] !== $body && [] === array_diff($body, [$length]) && $ticks[\count($ticks) - 1] > $length) {
                return [$clause, 'long last'];
            }
        }
        if ([] !== $tones) {
            foreach ([Rhythm::LongEnds, Rhythm::LongEndsInEighths, Rhythm::LongTonics] as $rhythm) {
                if ($rhythm->lengths($tones, false, TimeSignature::FourFour) === $ticks) {
                    return [$rhythm->value];
                }
            }
        }

        return [];
    }

    /** @return list<string> */
    public static function timing(GivenLine $given): array
    {
        return ['' === $given->time || '4/4' === $given->time ? '' : $given->time];
    }
}
