<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Words\Wording;

/**
 * Two triads without a common note, played in turn: a scale of six notes in which every other note belongs to the same
 * triad.
 *
 * Source: the handbook, chapter 3 (common practice).
 */
final readonly class TriadPair
{
    public const QUALITIES = [
        '' => ['1', '3', '5'],
        'm' => ['1', 'b3', '5'],
        'aug' => ['1', '3', '#5'],
        'dim' => ['1', 'b3', 'b5'],
    ];
    private const WORDS = ['' => '', 'm' => 'minor', 'aug' => 'augmented', 'dim' => 'diminished'];

    /** @param Interval $up from the first root to the second, less than an octave */
    private function __construct(private string $first, private Interval $up, private string $second)
    {
    }

    /**
     * @param string $first  quality of the triad on the tonic: nothing for major, m, aug, dim
     * @param string $second the same of the other
     *
     * @throws FormulaError when the two have a note in common
     */
    public static function of(NoteName $tonic, string $first, NoteName $other, string $second): self
    {
        $low = $tonic->at(4);
        $high = $other->at(4);
        $high = $high->midi() < $low->midi() ? $high->octaves(1) : $high;
        $pair = new self($first, Interval::between($low, $high), $second);
        $shared = array_intersect(
            self::classes($pair->triad($low, $first)),
            self::classes($pair->triad($high, $second)),
        );
        if ([] !== $shared) {
            $names = array_map(
                static fn (Pitch $pitch): string => $pitch->name()->sign(),
                array_filter(
                    $pair->triad($low, $first),
                    static fn (Pitch $pitch): bool => \in_array($pitch->midi() % 12, $shared, true),
                ),
            );
            throw FormulaError::sharedNotes(
                $tonic->sign().self::spoken($first),
                $other->sign().self::spoken($second),
                implode(' and ', $names),
            );
        }

        return $pair;
    }

    /** Reads the material's name, "minor triad pair Cm", for this tonic. */
    public static function parse(NoteName $tonic, string $name): self
    {
        if (1 !== preg_match(
            '/^(?:(minor|augmented|diminished) )?triad pair ([A-G](?:bb|##|b|#)?)(m|aug|dim)?$/',
            $name,
            $found,
        )) {
            throw FormulaError::notAPair($name);
        }

        return self::of(
            $tonic,
            (string) array_search($found[1], self::WORDS, true),
            NoteName::parse($found[2]),
            $found[3] ?? '',
        );
    }

    /** The one of the two triads on this tonic that has the note. */
    public function triadOf(NoteName $tonic, NoteName $note): ?Chord
    {
        $other = $tonic->transpose($this->up);
        foreach ([[$tonic, $this->first], [$other, $this->second]] as [$root, $quality]) {
            if (\in_array(
                $note->pitchClass(),
                array_map(
                    static fn (int $midi): int => $midi % 12,
                    self::classes($this->triad($root->at(4), $quality)),
                ),
                true,
            )) {
                return Chord::of($root, $quality);
            }
        }

        return null;
    }

    /** The material's name when the first triad stands on this tonic. */
    public function nameOn(NoteName $tonic): string
    {
        $other = $tonic->transpose($this->up);
        // Three signs cannot be said: the second triad takes its plain name.
        $other = abs($other->alter) > 2 ? $other->at(4)->plainName()->name() : $other;

        return trim(self::WORDS[$this->first].' triad pair ').' '.$other->text().$this->second;
    }

    /** "B♭ and C triads", "D minor and E♭ triads". */
    public function titleOn(NoteName $tonic): string
    {
        return Wording::of('triad-pair.title-on', [
            'tonic' => $tonic->sign(),
            'spoken' => self::spoken($this->first),
            'transpose' => $tonic->transpose($this->up)->sign(),
            'spoken_2' => self::spoken($this->second),
        ]);
    }

    public function material(): Material
    {
        $tonic = NoteName::parse('C')->at(4);
        $degrees = [];
        foreach ([
            $this->triad($tonic, $this->first),
            $this->triad($tonic->transpose($this->up), $this->second),
        ] as $triad) {
            $inOctave = array_map(static fn (Pitch $pitch): Degree => self::degree($tonic, $pitch), $triad);
            usort($inOctave, static fn (Degree $a, Degree $b): int => $a->halfSteps() <=> $b->halfSteps());
            $degrees[] = $inOctave;
        }
        $formula = Formula::inOrder([
            $degrees[0][0], $degrees[1][0], $degrees[0][1], $degrees[1][1], $degrees[0][2], $degrees[1][2],
        ]);
        $isMinor = \in_array($this->first, ['m', 'dim'], true);
        // Two major triads a whole step apart are the upper notes of the dominant on the second and of the minor
        // seventh on the sixth.
        $chords = '' === $this->first && '' === $this->second && 2 === $this->up->halfSteps ? ['2 7', '6 m7'] : [];

        return new Material(
            'triad pair',
            MaterialKind::Scale,
            $formula,
            $formula,
            $isMinor ? -3 : 0,
            false,
            chords: $chords,
            pair: $this,
        );
    }

    /** @return list<Pitch> */
    private function triad(Pitch $root, string $quality): array
    {
        return array_map(static function (string $degree) use ($root): Pitch {
            $degree = Degree::parse($degree);

            return $root->transpose(Interval::of($degree->number - 1, $degree->halfSteps()));
        }, self::QUALITIES[$quality]);
    }

    private static function degree(Pitch $tonic, Pitch $pitch): Degree
    {
        $letters = (($pitch->staffPlace() - $tonic->staffPlace()) % 7 + 7) % 7;
        $plain = Degree::of($letters + 1, 0);
        $halfSteps = (($pitch->midi() - $tonic->midi()) % 12 + 12) % 12;
        $alter = $halfSteps - $plain->halfSteps();

        return Degree::of($letters + 1, $alter > 6 ? $alter - 12 : ($alter < -6 ? $alter + 12 : $alter));
    }

    /**
     * @param list<Pitch> $triad
     *
     * @return list<int>
     */
    private static function classes(array $triad): array
    {
        return array_map(static fn (Pitch $pitch): int => $pitch->midi() % 12, $triad);
    }

    private static function spoken(string $quality): string
    {
        return '' === $quality ? '' : ' '.self::WORDS[$quality];
    }
}
