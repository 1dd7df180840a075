<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Line\LineNames;
use SwiftReed\Line\TypedText;
use SwiftReed\Pitch\Letter;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\NoteNames;
use SwiftReed\Score\Told;

/**
 * Notes in a reader's names: how they are printed, spoken and typed, that what is shown is read as what was kept, and
 * that nothing else of a text changes.
 *
 * Source of the tables: common practice, no source, written out by hand and not by the rule.
 */
final class NoteNamesTest extends TestCase
{
    private const LINES = 1500;
    /** Letters from C to B; each from two flats to two sharps. */
    private const GERMAN = [
        'C' => 'Ceses Ces C Cis Cisis', 'D' => 'Deses Des D Dis Disis', 'E' => 'Eses Es E Eis Eisis',
        'F' => 'Feses Fes F Fis Fisis', 'G' => 'Geses Ges G Gis Gisis', 'A' => 'Ases As A Ais Aisis',
        'B' => 'Heses B H His Hisis',
    ];
    private const FIXED_DO = [
        'C' => 'dobb dob do do# do##', 'D' => 'rebb reb re re# re##', 'E' => 'mibb mib mi mi# mi##',
        'F' => 'fabb fab fa fa# fa##', 'G' => 'solbb solb sol sol# sol##', 'A' => 'labb lab la la# la##',
        'B' => 'sibb sib si si# si##',
    ];

    protected function tearDown(): void
    {
        self::assertSame(NoteNames::English, NoteNames::inForce(), 'a test leaves names in force');
    }

    public function testEveryNoteHasItsName(): void
    {
        foreach (Letter::cases() as $letter) {
            foreach (range(-2, 2) as $alter) {
                $note = NoteName::of($letter, $alter);
                $german = explode(' ', self::GERMAN[$letter->text()])[$alter + 2];
                $fixedDo = explode(' ', self::FIXED_DO[$letter->text()])[$alter + 2];
                self::assertSame($german, NoteNames::German->sign($note));
                self::assertSame($german, NoteNames::German->spoken($note));
                self::assertSame($german, NoteNames::German->typed($note));
                self::assertSame($fixedDo, NoteNames::FixedDo->typed($note));
                self::assertSame($note->text(), NoteNames::English->typed($note));
                foreach ([NoteNames::German, NoteNames::FixedDo] as $names) {
                    $read = (new LineNames($names))->read('own '.$names->typed($note).' major')->read;
                    self::assertSame('own '.$note->text().' major', $read);
                }
            }
        }
        self::assertSame('si♭', NoteNames::FixedDo->sign(NoteName::parse('Bb')));
        self::assertSame('sol sharp', NoteNames::FixedDo->spoken(NoteName::parse('G#')));
        self::assertSame('B flat', NoteNames::English->spoken(NoteName::parse('Bb')));
    }

    public function testNamesAreInForceWhileSomethingIsMadeAndNoLonger(): void
    {
        $note = NoteName::parse('Bb');
        self::assertSame('B', NoteNames::German->while(static fn (): string => $note->sign()));
        self::assertSame('B♭', $note->sign());
        try {
            NoteNames::FixedDo->while(static fn (): never => throw new \RuntimeException($note->at(4)->sign()));
        } catch (\RuntimeException $error) {
            self::assertSame('si♭4', $error->getMessage());
        }
        self::assertSame('Bb', NoteNames::German->while(static fn (): string => $note->text()), 'what is kept stays');
    }

    /** @return iterable<string, array{NoteNames, string, string}> */
    public static function typed(): iterable
    {
        $german = [
            'B-Dur' => 'Bb major',
            'own H-Dur, thirds' => 'own B major, thirds',
            'b-moll' => 'Bb minor',
            'es moll harmonisch' => 'Eb harmonic minor',
            'concert As major, from Es4 to H5' => 'concert Ab major, from Eb4 to B5',
            'Bb major' => 'Bb major',
            'B flat major' => 'B flat major',
            'b flat major' => 'b flat major',
            'concert F# minor' => 'concert F# minor',
            'cell 1 b3 5, keys B Es As' => 'cell 1 b3 5, keys Bb Eb Ab',
            'own C major, over B7 | H, quarter = 60' => 'own C major, over B7 | H, quarter = 60',
            'over Bb7 | Eb7, from B3' => 'over Bb7 | Eb7, from Bb3',
            'play it as written' => 'play it as written',
            'for his trumpet: His-Dur' => 'for his trumpet: B# major',
            'FIS DUR' => 'F# major',
            'gisis ases' => 'G## Abb',
            'fish bass chest' => 'fish bass chest',
            'Bm Hm' => 'Bbm Bm',
        ];
        $fixedDo = [
            'sib major' => 'Bb major',
            'si♭ major' => 'Bb major',
            'concert fa# mineur, thirds' => 'concert F# minor, thirds',
            'mi bémol majeur' => 'Eb major',
            'do it again' => 'do it again',
            'do, 2 octaves' => 'C, 2 octaves',
            'sol menor, from re4' => 'G minor, from D4',
            'La bemolle maggiore' => 'Ab major',
            'ré mineur harmonique' => 'D harmonic minor',
            'A minor' => 'A minor',
            'keys do sol re lam' => 'keys C G D Am',
            'fast slides remain similar' => 'fast slides remain similar',
        ];
        foreach ($german as $typed => $read) {
            yield 'German: '.$typed => [NoteNames::German, $typed, $read];
        }
        foreach ($fixedDo as $typed => $read) {
            yield 'fixed do: '.$typed => [NoteNames::FixedDo, $typed, $read];
        }
        foreach (['B major', 'H-Dur', 'do major', 'Es'] as $typed) {
            yield 'English: '.$typed => [NoteNames::English, $typed, $typed];
        }
    }

    #[DataProvider('typed')]
    public function testWhatIsTypedIsRead(NoteNames $names, string $typed, string $read): void
    {
        self::assertSame($read, (new LineNames($names))->read($typed)->read);
    }

    public function testWhatIsShownOfALineIsReadAsThatLineAgain(): void
    {
        $dice = new Randomizer(new Mt19937(29));
        $pick = static fn (array $list): string => $list[$dice->getInt(0, \count($list) - 1)];
        $tonics = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B', 'Cb', 'C#', 'G#', 'D#'];
        $parser = Support::parts()->parser;
        for ($i = 0; $i < self::LINES; ++$i) {
            $line = $pick(['own ', 'concert ', '']).$pick($tonics).' '.$pick([
                'major', 'harmonic minor', 'melodic minor', 'dorian', 'chromatic', 'arpeggio', 'major pentatonic',
            ]).$pick([
                '', ', from '.$pick($tonics).'4', ', '.$pick($tonics).'3 to '.$pick($tonics).'5',
                ', over '.$pick(['ii V I', 'Dm7 | G7 | Cmaj7', 'Bb7 | Eb7', 'Bm7 | E7 | A']),
                ', cell 1 b3 5 #4', ', accents on beats 1 3', ', keys '.$pick($tonics).' '.$pick($tonics).'m',
                ', keys by fourths', ', drop above '.$pick($tonics).'5', ', fold', ', thirds', ', forte',
            ]).$pick(['', ', slurred', ', eighths', ', then arpeggio', ', quarter = 72']);
            foreach ([NoteNames::German, NoteNames::FixedDo] as $names) {
                $reader = new LineNames($names);
                $shown = $reader->shown($line);
                self::assertSame($line, $reader->read($shown)->read, $shown);
            }
            try {
                $read = $parser->parse($line);
            } catch (\InvalidArgumentException) {
                continue;
            }
            NoteNames::German->while(static function () use ($read, $parser, $line): void {
                $again = $parser->parse((new LineNames(NoteNames::German))->read($read->toRead())->read);
                self::assertSame($read->text(), $again->text(), $line);
            });
        }
    }

    public function testAMistakeIsPointedAtWhereItWasTyped(): void
    {
        foreach ([
            [NoteNames::German, 'own Es-Dur, thrids', 'thrids'],
            [NoteNames::German, 'concert H, B, Fisis zzz', 'zzz'],
            [NoteNames::FixedDo, 'own si bémol majeur, sol, thrids', 'thrids'],
            [NoteNames::FixedDo, 'over Dm7 | G7, do, zzz', 'zzz'],
        ] as [$names, $typed, $wrong]) {
            $text = (new LineNames($names))->read($typed);
            $column = (int) mb_strpos($text->read, $wrong) + 1;
            self::assertSame((int) mb_strpos($typed, $wrong) + 1, $text->column($column), $typed);
            self::assertSame($wrong, $text->piece($column, mb_strlen($wrong)), $typed);
        }
        $text = (new LineNames(NoteNames::German))->read('own Es-Dur, Fis');
        self::assertSame([5, 'Es', 'Fis'], [$text->column(5), $text->piece(5, 2), $text->piece(15, 2)]);
        self::assertSame('a', TypedText::same('a')->and(TypedText::same('b'))->piece(1, 1));
    }

    /** The sentences of a part in German names are the English ones with the notes named otherwise, and no more. */
    public function testSentencesAreTheSameButForTheNamesOfNotes(): void
    {
        $checked = 0;
        foreach ([
            ['own Bb major, thirds', 'trumpet-bb'],
            ['concert B major, 2 octaves', 'trombone'],
            ['own F# harmonic minor', 'clarinet-bb'],
            ['own Db major, tetra', 'alto-sax'],
            ['own B chromatic', 'horn-f'],
            ['own Eb arpeggio', 'euphonium-bc'],
        ] as [$line, $id]) {
            $says = static function () use ($line, $id): array {
                $told = Told::english(Support::part($line, $id));

                return array_map(
                    static fn (array $note): array => [$note['note']->sign(), ...$note['says']],
                    $told->talk(),
                );
            };
            $english = $says();
            $german = NoteNames::German->while($says);
            foreach ($english as $i => $sentences) {
                foreach ($sentences as $k => $sentence) {
                    if (1 === preg_match('/\b(?:key|keys|lever|plate|side|throat|trill)\b/', $sentence)) {
                        continue; // keys have names of their own
                    }
                    $expected = preg_replace_callback(
                        '/(?<![\p{L}♭♯])([A-G])([♭♯]?)(?![\p{L}♭♯])/u',
                        static fn (array $found): string => explode(' ', self::GERMAN[$found[1]])[
                            2 + ['' => 0, '♭' => -1, '♯' => 1][$found[2]]
                        ],
                        $sentence,
                    );
                    self::assertSame($expected, $german[$i][$k], $line);
                    ++$checked;
                }
            }
        }
        self::assertGreaterThan(200, $checked);
    }
}
