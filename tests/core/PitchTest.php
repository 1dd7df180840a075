<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\KeySignature;
use SwiftReed\Pitch\Letter;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\PitchError;
use SwiftReed\Pitch\SpellingPreference;
use SwiftReed\Pitch\Transposition;

final class PitchTest extends TestCase
{
    private const INTERVALS = [
        'P1', 'm2', 'M2', 'm3', 'M3', 'P4', 'A4', 'd5', 'P5', 'm6', 'M6', 'm7', 'M7', 'P8', 'M9', 'M13', 'M16',
    ];

    public function testEveryPitchIsReadBackAsItIsWritten(): void
    {
        foreach (self::pitches() as $pitch) {
            self::assertTrue(Pitch::parse($pitch->text())->equals($pitch), $pitch->text());
            self::assertTrue(Pitch::parse($pitch->sign())->equals($pitch), $pitch->sign());
            self::assertTrue(Pitch::parse($pitch->spoken())->equals($pitch), $pitch->spoken());
        }
    }

    public function testAnIntervalUpAndDownAgainComesHome(): void
    {
        foreach (self::pitches() as $pitch) {
            foreach (self::INTERVALS as $name) {
                $interval = Interval::parse($name);
                $up = $pitch->transpose($interval);
                self::assertSame($pitch->midi() + $interval->halfSteps, $up->midi());
                self::assertTrue($up->transpose($interval->inverse())->equals($pitch));
                self::assertEquals($interval, Interval::between($pitch, $up));
            }
        }
    }

    public function testMiddleCIsSixtyWhateverItIsCalled(): void
    {
        self::assertSame(60, Pitch::parse('C4')->midi());
        self::assertSame(60, Pitch::parse('B#3')->midi());
        self::assertSame(60, Pitch::parse('Dbb4')->midi());
        self::assertSame('B#3', Pitch::onLetter(Letter::B, 60)->text());
    }

    public function testSignaturesAlterTheLettersOfTheCircle(): void
    {
        self::assertSame('F# C# G#', self::names(KeySignature::of(3)));
        self::assertSame('Bb Eb Ab Db', self::names(KeySignature::of(-4)));
        for ($fifths = -7; $fifths <= 7; ++$fifths) {
            $altered = 0;
            foreach (Letter::cases() as $letter) {
                $altered += KeySignature::of($fifths)->alterOf($letter);
            }
            self::assertSame($fifths, $altered, 'each sharp or flat alters one letter');
        }
    }

    /** @return iterable<array{string, string, string}> */
    public static function writtenKeys(): iterable
    {
        // Common practice, no published source.
        yield ['M2', 'F', 'G'];
        yield ['M6', 'F', 'D'];
        yield ['P5', 'F', 'C'];
        yield ['P1', 'F', 'F'];
        yield ['M2', 'Bb', 'C'];
        yield ['P5', 'Bb', 'F'];
        yield ['M6', 'Bb', 'G'];
        yield ['M6', 'B', 'Ab'];
        yield ['M2', 'B', 'Db'];
        yield ['M2', 'E', 'F#'];
        yield ['P5', 'B', 'F#'];
        yield ['M6', 'Eb', 'C'];
        yield ['m3', 'Gb', 'A'];
    }

    #[DataProvider('writtenKeys')]
    public function testTheWrittenKeyIsThePlainerOne(string $interval, string $concert, string $written): void
    {
        $transposition = Transposition::by(Interval::parse($interval));
        self::assertSame(
            $written,
            $transposition->writtenKey(Key::major(NoteName::parse($concert)))->key->tonic->text(),
        );
    }

    public function testNoWrittenKeyHasMoreThanSixAccidentalsAndAllSoundRight(): void
    {
        foreach (['P1', 'M2', 'm3', 'P4', 'P5', 'M6', '-m3', 'M9', '-P8'] as $interval) {
            $transposition = Transposition::by(Interval::parse($interval));
            for ($fifths = -7; $fifths <= 7; ++$fifths) {
                foreach ([0, -3, -2] as $mode) {
                    $concert = Key::mode(NoteName::fromFifths($fifths), $mode);
                    $written = $transposition->writtenKey($concert);
                    self::assertLessThanOrEqual(6, $written->key->signature()->count());
                    self::assertSame(
                        ($concert->tonic->pitchClass() + $transposition->halfSteps() + 48) % 12,
                        $written->key->tonic->pitchClass(),
                    );
                    if ($written->respelled) {
                        self::assertNotSame('', $written->why, 'a respelling says why');
                    }
                }
            }
        }
    }

    public function testAPreferenceChoosesTheOtherSpelling(): void
    {
        $trumpet = Transposition::by(Interval::parse('M2'));
        $concert = Key::major(NoteName::parse('E'));
        self::assertSame('F#', $trumpet->writtenKey($concert)->key->tonic->text());
        self::assertSame('Gb', $trumpet->writtenKey($concert, SpellingPreference::Flats)->key->tonic->text());
        self::assertSame(
            'C#',
            $trumpet->writtenKey(Key::major(NoteName::parse('B')), SpellingPreference::Sharps)->key->tonic->text(),
        );
    }

    public function testSixAgainstSixKeepsTheSideOfTheConcertKey(): void
    {
        $flute = Transposition::by(Interval::unison());
        self::assertSame('F#', $flute->writtenKey(Key::major(NoteName::parse('F#')))->key->tonic->text());
        self::assertSame('Gb', $flute->writtenKey(Key::major(NoteName::parse('Gb')))->key->tonic->text());
        self::assertSame('Eb', $flute->writtenKey(Key::minor(NoteName::parse('Eb')))->key->tonic->text());
    }

    public function testAnOwnKeyIsNeverRespelledOnlyWarnedAbout(): void
    {
        $own = Transposition::by(Interval::parse('M2'))->ownKey(Key::major(NoteName::parse('G#')));
        self::assertSame('G#', $own->key->tonic->text());
        self::assertFalse($own->respelled);
        self::assertStringContainsString('A♭', $own->why);
        self::assertSame('', Transposition::by(Interval::parse('M2'))->ownKey(Key::major(NoteName::parse('C#')))->why);
    }

    /** @return iterable<array{callable(): mixed, string}> */
    public static function nonsense(): iterable
    {
        yield [static fn () => Pitch::parse('H3'), 'H3'];
        yield [static fn () => Pitch::parse('Bb'), 'Bb'];
        yield [static fn () => NoteName::parse('C###'), 'C###'];
        yield [static fn () => Interval::parse('P3'), 'P3'];
        yield [static fn () => Interval::parse('M0'), 'M0'];
        yield [static fn () => Letter::parse(''), '""'];
    }

    /** @param callable(): mixed $read */
    #[DataProvider('nonsense')]
    public function testNonsenseIsAnsweredWithWhatWasReadAndAnExample(callable $read, string $said): void
    {
        try {
            $read();
            self::fail('nonsense was understood');
        } catch (PitchError $error) {
            self::assertStringContainsString($said, $error->getMessage());
            self::assertStringContainsString('for example', $error->getMessage());
        }
    }

    /** @return iterable<Pitch> */
    private static function pitches(): iterable
    {
        foreach ([1, 4, 7] as $octave) {
            foreach (Letter::cases() as $letter) {
                foreach ([-2, -1, 0, 1, 2] as $alter) {
                    yield Pitch::of($letter, $alter, $octave);
                }
            }
        }
    }

    private static function names(KeySignature $signature): string
    {
        return implode(' ', array_map(static fn (NoteName $note): string => $note->text(), $signature->alteredNotes()));
    }
}
