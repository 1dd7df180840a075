<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Pitch\Accidental;
use SwiftReed\Pitch\KeySignature;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\Transposition;
use SwiftReed\Scale\DegreeName;
use SwiftReed\Scale\Material;
use SwiftReed\Words\Catalogue;
use SwiftReed\Words\Saying;
use SwiftReed\Words\Wording;

/**
 * How the scale on the page came about, from the same steps that made it: its notes and the half steps between them,
 * its tetrachords, what is altered against the major, its letters, how it was transposed, what it fits over, what it is
 * related to.
 *
 * Source: the handbook, chapters 2 and 3 (common practice).
 */
final readonly class Working
{
    /**
     * @param list<Pitch>  $notes     one octave of the written scale, the octave with it
     * @param list<int>    $halfSteps between each note and the next
     * @param list<array{degree: string, note: string, raised: int}> $degrees each degree; "raised" in half steps
     *  against the major scale
     * @param array<string, int> $letters how often each letter is used, in the order of the scale
     * @param list<string> $writtenChords chord symbols in the player's key
     * @param list<string> $concertChords the same in concert pitch
     * @param list<string> $relations     sentences
     * @param NoteName|null $twin         the tonic of the same scale under its other name
     * @param list<Pitch>  $twinNotes     its notes, one under each of these
     */
    private function __construct(
        public array $notes,
        public array $halfSteps,
        public array $degrees,
        public array $letters,
        public string $transposition,
        public array $writtenChords,
        public array $concertChords,
        public array $relations,
        public ?NoteName $twin,
        public array $twinNotes,
    ) {
    }

    public static function of(Study $study, Transposition $transposition, string $instrument): self
    {
        $material = $study->recipe->material;
        $tonic = $study->writtenKey->key->tonic;
        $scale = $material->ascending($tonic->at(4));
        $notes = [];
        for ($step = 0; $step <= $scale->size(); ++$step) {
            $notes[] = $scale->note($step)->pitch;
        }
        usort($notes, static fn (Pitch $a, Pitch $b): int => $a->midi() <=> $b->midi());
        $halfSteps = [];
        foreach (\array_slice($notes, 1) as $i => $note) {
            $halfSteps[] = $note->midi() - $notes[$i]->midi();
        }
        $degrees = [];
        $letters = [];
        foreach (\array_slice($notes, 0, -1) as $note) {
            $name = DegreeName::of($tonic->at(4), $note);
            $sign = preg_replace('/\d+/', '', $name->text) ?? '';
            $degrees[] = [
                'degree' => $name->text,
                'note' => $note->name()->sign(),
                'raised' => Accidental::parse($sign)->halfSteps,
            ];
            $letters[$note->letter->text()] = ($letters[$note->letter->text()] ?? 0) + 1;
        }

        return new self(
            $notes,
            $halfSteps,
            $degrees,
            $letters,
            self::transposed($study, $transposition, $instrument),
            $material->chordSymbols($tonic),
            $material->chordSymbols($study->concertKey->tonic),
            self::related($material, $tonic, $notes),
            $study->writtenKey->twin?->tonic,
            null === $study->writtenKey->twin
                ? []
                : self::octave($material, $study->writtenKey->twin->tonic, $notes[0]),
        );
    }

    /**
     * One octave of a scale on a tonic that sounds like this note.
     *
     * @return list<Pitch>
     */
    private static function octave(Material $material, NoteName $tonic, Pitch $like): array
    {
        $scale = $material->ascending(Pitch::onLetter($tonic->letter, $like->midi()));
        $notes = [];
        for ($step = 0; $step <= $scale->size(); ++$step) {
            $notes[] = $scale->note($step)->pitch;
        }
        usort($notes, static fn (Pitch $a, Pitch $b): int => $a->midi() <=> $b->midi());

        return $notes;
    }

    /** Whether it is made of two tetrachords with a link between them. */
    public function hasTetrachords(): bool
    {
        return 7 === \count($this->degrees);
    }

    /** "W W H": the steps of one tetrachord, half steps where they are neither a whole nor a half step. */
    public function tetrachord(bool $upper): string
    {
        return implode(' ', array_map(self::step(...), \array_slice($this->halfSteps, $upper ? 4 : 0, 3)));
    }

    public function link(): string
    {
        return self::step($this->halfSteps[3] ?? 0);
    }

    public static function step(int $halfSteps): string
    {
        return match ($halfSteps) {
            1 => 'H', 2 => 'W', default => (string) $halfSteps,
        };
    }

    private static function transposed(Study $study, Transposition $transposition, string $instrument): string
    {
        $up = $transposition->writtenAboveSounding;
        if (0 === $up->halfSteps) {
            return Wording::of('working.reads-what-sounds', [
                'instrument' => ucfirst($instrument),
                'concert' => $study->concertKey->tonic->sign(),
                'written' => $study->writtenKey->key->tonic->sign(),
            ]);
        }
        $plain = $study->concertKey->fifths() + $up->fifths();
        $change = $plain - $study->concertKey->fifths();
        $signature = match (true) {
            !$study->recipe->material->printsSignature => Wording::of('working.no-signature'),
            $study->writtenKey->key->fifths() !== $plain => Wording::of('working.would-too-many', [
                'of' => KeySignature::of($plain)->spoken(),
                'signature' => $study->writtenKey->key->signature()->spoken(),
            ]),
            0 === $change => Wording::of('working.signature-stays'),
            default => Catalogue::english()->say(Saying::of(
                $change > 0 ? 'working.more-sharps' : 'working.more-flats',
                ['count' => (int) abs($change)],
            )),
        };

        return Wording::of('working.written-what-sounds', [
            'instrument' => ucfirst($instrument),
            'interval' => $up->spoken(),
            'side' => $up->halfSteps > 0 ? 'above' : 'below',
            'concert' => $study->concertKey->tonic->sign(),
            'written' => $study->writtenKey->key->tonic->sign(),
            'signature' => $signature,
        ]);
    }

    /**
     * How a scale of seven notes departs from the major or the natural minor, where it is by one or two notes.
     *
     * @param list<Pitch> $notes
     *
     * @return list<string>
     */
    private static function against(array $notes, NoteName $tonic): array
    {
        if (8 !== \count($notes)) {
            return [];
        }
        $best = '';
        $fewest = 3;
        foreach (['major' => [0, 2, 4, 5, 7, 9, 11], 'natural minor' => [0, 2, 3, 5, 7, 8, 10]] as $name => $plain) {
            $changes = [];
            foreach ($plain as $i => $halfSteps) {
                $by = $notes[$i]->midi() - $notes[0]->midi() - $halfSteps;
                if (0 !== $by) {
                    $changes[] = \sprintf('%d %s', $i + 1, $by > 0 ? 'raised' : 'lowered');
                }
            }
            if ([] === $changes) {
                return [];
            }
            if (\count($changes) < $fewest) {
                $fewest = \count($changes);
                $best = Wording::of('working.against', [
                    'tonic' => $tonic->sign(),
                    'name' => $name,
                    'changes' => implode(' and ', $changes),
                ]);
            }
        }

        return '' === $best ? [] : [$best];
    }

    /**
     * @param list<Pitch> $notes
     *
     * @return list<string>
     */
    private static function related(Material $material, NoteName $tonic, array $notes): array
    {
        $relations = [];
        $every = $material->comesBackAfter();
        if ($every > 1 && $every < 12) {
            $same = array_values(array_filter(
                $notes,
                static fn (
                    Pitch $note,
                ): bool => $note->midi() > $notes[0]->midi()
                    && $note->midi() < $notes[0]->midi() + 12
                    && 0 === ($note->midi() - $notes[0]->midi()) % $every,
            ));
            $relations[] = Wording::of('working.only-different-ones', [
                'every' => $every,
                'material' => $material->name,
                'same' => implode(', ', array_map(static fn (Pitch $note): string => $note->name()->sign(), $same)),
            ]);
        }
        foreach (self::against($notes, $tonic) as $sentence) {
            $relations[] = $sentence;
        }
        if (null !== $material->mode && 0 !== $material->modeFifths) {
            $parent = NoteName::fromFifths($tonic->fifths() + $material->modeFifths);
            $relations[] = Wording::of('working.notes-major-from', [
                'parent' => $parent->sign(),
                'tonic' => $tonic->sign(),
            ]);
        }
        if (null !== $sentence = $material->relationOn($tonic)) {
            $relations[] = $sentence;
        }

        return $relations;
    }
}
