<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Scale\Material;
use SwiftReed\Study\Working;

/**
 * What data/scales.yaml says about its scales, held against the notes they have.
 */
final class ScaleFactsTest extends TestCase
{
    /**
     * A mode has the notes of the major scale so many fifths away; the seven follow one another by degrees. Source:
     * handbook, chapter 3.
     */
    public function testModesHaveTheNotesOfTheirMajorScale(): void
    {
        $scales = Support::scales();
        $major = $scales->material('major');
        self::assertCount(7, $scales->modes());
        foreach ($scales->modes() as $degree => $mode) {
            $on = $major->ascending(NoteName::parse('C')->at(4))->note($degree)->pitch->name();
            self::assertSame(
                self::classes($major, NoteName::parse('C')),
                self::classes($scales->material($mode), $on),
                $mode,
            );
            self::assertSame(0, $scales->material($mode)->keyOn($on)->fifths(), $mode);
        }
        foreach ($scales->names() as $name) {
            $material = $scales->material($name);
            if (null === $material->mode) {
                continue;
            }
            self::assertTrue($scales->material($material->mode)->isMode(), $name);
            for ($fifths = -5; $fifths <= 5; ++$fifths) {
                $tonic = NoteName::fromFifths($fifths);
                self::assertSame(
                    self::classes($scales->material($material->mode), $tonic),
                    self::classes($material, $tonic),
                    $name,
                );
                self::assertSame(
                    self::classes($major, NoteName::fromFifths($fifths + $material->modeFifths)),
                    self::classes($material, $tonic),
                    $name,
                );
            }
        }
    }

    /** The minor keys beside a major key have its signature, a minor third lower. Source: handbook, chapter 3. */
    public function testMinorsShareTheSignatureOfTheirMajor(): void
    {
        $scales = Support::scales();
        $found = 0;
        foreach ($scales->names() as $name) {
            $material = $scales->material($name);
            foreach ($material->minors as $minor) {
                ++$found;
                self::assertSame(
                    $material->modeFifths - 3,
                    $scales->material($minor)->modeFifths,
                    "$minor beside $name",
                );
                $tonic = NoteName::parse('C');
                self::assertSame(
                    $material->keyOn($tonic)->fifths(),
                    $scales->material($minor)->keyOn(NoteName::fromFifths(3))->fifths(),
                );
            }
        }
        self::assertGreaterThanOrEqual(7, $found);
    }

    /**
     * Symmetric scales by their known counts: three diminished scales, two whole-tone scales, four augmented triads.
     * Source: handbook, chapter 3.
     */
    public function testSymmetricScalesComeBack(): void
    {
        $expected = [
            'diminished whole-half' => 3, 'diminished half-whole' => 3, 'whole tone' => 2, 'augmented arpeggio' => 4,
            'augmented triad' => 4, 'diminished seventh arpeggio' => 3, 'chromatic' => 1, 'chromatic by the key' => 1,
        ];
        foreach (Support::scales()->names() as $name) {
            self::assertSame($expected[$name] ?? 12, Support::scales()->material($name)->comesBackAfter(), $name);
        }
        foreach ([
            'own C formula 1 b2 3 #4 5 b7' => 6,
            'own Gb triad pair C' => 6,
            'own C triad pair D' => 12,
        ] as $line => $every) {
            self::assertSame($every, Support::study($line, 'flute')->recipe->material->comesBackAfter(), $line);
        }
        self::assertContains(
            'Only 2 different ones exist: the same notes make the whole tone on D, E, F♯, G♯, A♯.',
            self::related('own C whole tone', 'flute'),
        );
    }

    /**
     * The altered scale is the seventh mode of the melodic minor a half step up, and the sentence names that one.
     * Source: handbook, chapter 3.
     */
    public function testRelationsNameScalesThatHaveTheNotes(): void
    {
        $scales = Support::scales();
        foreach (['C', 'G', 'D', 'A', 'E', 'B', 'F#', 'F', 'Bb', 'Eb', 'Ab'] as $tonic) {
            $altered = $scales->material('altered');
            $sentence = (string) $altered->relationOn(NoteName::parse($tonic));
            self::assertSame(1, preg_match('/^The notes of (\S+) melodic minor/', $sentence, $match));
            $parent = NoteName::parse(strtr($match[1], ['♭' => 'b', '♯' => '#']));
            self::assertSame(
                self::classes($scales->material('melodic minor jazz'), $parent),
                self::classes($altered, NoteName::parse($tonic)),
                $tonic,
            );
        }
        self::assertContains('The notes of B♭ major, from C.', self::related('own C dorian', 'alto-sax'));
        self::assertContains('The notes of E♭ major, from C.', self::related('own C natural minor', 'alto-sax'));
        self::assertContains('Minor pentatonic and one note more.', self::related('own C blues', 'alto-sax'));
        self::assertSame(
            [],
            array_values(array_filter(
                self::related('own C ionian', 'alto-sax'),
                static fn (string $one): bool => str_contains($one, 'from C'),
            )),
        );
    }

    /** An unknown name in a field that names another entry is an error of the data, said with the entry. */
    public function testEveryNamedEntryExists(): void
    {
        foreach (Support::scales()->names() as $name) {
            $material = Support::scales()->material($name);
            foreach ([$material->arpeggio, $material->mode, $material->byTheKey, ...$material->minors] as $other) {
                self::assertTrue(null === $other || Support::scales()->knows($other), $name);
            }
        }
        $by = (string) Support::scales()->material('chromatic')->byTheKey;
        self::assertSame(
            self::classes(Support::scales()->material('chromatic'), NoteName::parse('E')),
            self::classes(Support::scales()->material($by), NoteName::parse('E')),
        );
    }

    /** @return list<string> */
    private static function related(string $line, string $id): array
    {
        $part = Support::part($line, $id);

        return Working::of($part->study, $part->instrument->transposition, $part->instrument->name)->relations;
    }

    /** @return list<int> pitch classes in order */
    private static function classes(Material $material, NoteName $tonic): array
    {
        $classes = [];
        $scale = $material->ascending($tonic->at(4));
        for ($step = 0; $step < $material->size(); ++$step) {
            $classes[] = $scale->note($step)->pitch->midi() % 12;
        }
        sort($classes);

        return $classes;
    }
}
