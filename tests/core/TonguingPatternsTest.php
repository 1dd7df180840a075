<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Score\Format\MidiWriter;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\Part;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\StudyNote;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Study\Tonguing\Loudness;
use SwiftReed\Study\Tonguing\Mark;
use SwiftReed\Study\Tonguing\Slur;
use SwiftReed\Study\Tonguing\Syllables;

/**
 * Strings of slurs, marks and dynamics. Source: the handbook, chapter 3, "Articulation and dynamics as patterns".
 */
final class TonguingPatternsTest extends TestCase
{
    /** "(CDE)F" for the notes of a part as they are joined, "|" at each bar line. */
    private static function joined(string $line, string $instrument = 'flute'): string
    {
        $said = '';
        $bar = 1;
        foreach (Support::study($line, $instrument)->notes as $note) {
            $said .= $note->bar > $bar ? '|' : '';
            $bar = max($bar, $note->bar);
            $said .= match ($note->slur) {
                Slur::Start => '('.$note->pitch()->letter->text(),
                Slur::Stop => $note->pitch()->letter->text().')',
                default => $note->pitch()->letter->text(),
            };
        }

        return $said;
    }

    /** @return iterable<array{string, string}> what is said after "own C major", and how it is joined */
    public static function strings(): iterable
    {
        yield ['eighths, slur 3 tongue 1', '(CDE)F(GAB)C|(BAG)F(EDC)'];
        yield ['eighths, tongue 2 slur 2', 'CD(EF)GA(BC)|BA(GF)ED C'];
        yield ['eighths, slur 2', '(CD)(EF)(GA)(BC)|(BA)(GF)(ED)C'];
        yield ['eighths, slur 2 from the second note', 'C(DE)(FG)(AB)(C|B)(AG)(FE)(DC)'];
        yield ['sixteenths, slur 2', '(CD)(EF)(GA)(BC)(BA)(GF)(ED)C'];
        yield ['sixteenths, tongue 1 slur 2 tongue 1', 'C(DE)FG(AB)CB(AG)FE(DC)'];
        yield ['quarters, slur 2', '(CD)(EF)|(GA)(BC)|(BA)(GF)|(ED)C'];
        yield ['quarters, slur 4', '(CDEF)|(GABC)|(BAGF)|(EDC)'];
        // A string that no bar holds is cut short at the bar line.
        yield ['quarters, slur 4, 3/4', '(CDE)|(FGA)|(BC)B|(AGF)|(EDC)'];
        yield ['triplets, slur 3', '(CDE)(FGA)(BCB)(AGF)|(EDC)'];
        yield ['eighths, slur 2 tongue 2, 6/8', '(CD)EF(GA)|(BC)BA(GF)|(ED)C'];
        yield ['eighths, slur 3, 6/8', '(CDE)(FGA)|(BCB)(AGF)|(EDC)'];
        // Never across a pick-up.
        yield ['quarters, slur 2, pick-up 1 beat', 'C(DE)(FG)|(AB)CB|(AG)(FE)|(DC)'];
        // With each cell of three notes or more it begins anew; cells of two go by the beat.
        yield ['5 notes, cell 1 2 3, up, eighths, slur 2', ''];
        yield ['thirds, up, eighths, slur 2', ''];
    }

    #[DataProvider('strings')]
    public function testStringsBeginAnewWhereTheySay(string $said, string $joined): void
    {
        $found = self::joined('own C major, '.$said);
        if ('' !== $joined) {
            self::assertSame(strtr($joined, [' ' => '']), $found);

            return;
        }
        $notes = Support::study('own C major, '.$said, 'flute')->notes;
        foreach ($notes as $i => $note) {
            $isFirst = 0 === $i || $notes[$i - 1]->tone->cell !== $note->tone->cell;
            self::assertFalse($isFirst && Attack::None === $note->attack, "note $i begins a cell and a string");
        }
        self::assertStringContainsString('(', $found);
    }

    /** No slur of one note, none over a breath, a rest or a bar that the string does not fill, in random strings. */
    public function testSlursOfRandomStringsAreWhole(): void
    {
        $dice = new Randomizer(new Mt19937(3));
        $pick = static fn (array $list): string => (string) $list[$dice->getInt(0, \count($list) - 1)];
        $slurs = 0;
        for ($n = 0; $n < 300; ++$n) {
            $string = [];
            $longest = 0;
            for ($k = $dice->getInt(1, 4); $k > 0; --$k) {
                $count = $dice->getInt(2, 5);
                $string[] = 0 === $dice->getInt(0, 1) ? 'slur '.$count : 'tongue '.($count - 1);
            }
            $string[] = 'slur '.$dice->getInt(2, 5);
            preg_match_all('/slur (\d+)/', implode(' ', $string), $found);
            $longest = max(array_map(intval(...), $found[1]));
            $line = 'own '.$pick(['C', 'G', 'Eb']).' '.$pick(['major', 'major, thirds', 'major, tetra', 'chromatic'])
                .', '.$pick(['eighths', 'sixteenths', 'triplets', 'dotted', 'quarters', 'gallop', 'off-beats'])
                .', '.implode(' ', $string).$pick(['', ' from the second note']).', '.$pick(['4/4', '3/4', '2/4']);
            $parsed = Support::parts()->parser->parse($line);
            self::assertSame($parsed->text(), Support::parts()->parser->parse($parsed->text())->text());
            $notes = Support::study($line, $pick(['flute', 'trumpet-bb', 'trombone']))->notes;
            $long = 0;
            foreach ($notes as $i => $note) {
                $before = $notes[$i - 1] ?? null;
                $isInto = \in_array($note->slur, [Slur::Continue, Slur::Stop], true);
                self::assertSame($isInto, Attack::None === $note->attack, $line);
                self::assertSame(
                    $isInto,
                    null !== $before && \in_array($before->slur, [Slur::Start, Slur::Continue], true),
                    "$line: note $i",
                );
                $long = $isInto ? $long + 1 : 1;
                self::assertLessThanOrEqual($longest, $long, $line);
                if ($isInto && null !== $before) {
                    self::assertFalse($before->breathAfter, $line);
                    self::assertSame($before->onset + $before->length, $note->onset, $line);
                }
                $slurs += Slur::Start === $note->slur ? 1 : 0;
            }
        }
        self::assertGreaterThan(1000, $slurs);
    }

    /** @return iterable<array{string, string}> what is refused, and what is named */
    public static function refused(): iterable
    {
        yield ['slur 1', '"1"'];
        yield ['tongue 4', 'a slur among them'];
        yield ['slur 2 tongue', 'how many notes to tongue'];
        yield ['slur 17', '"17"'];
        yield ['slur 2 from the third note', '"from"'];
        yield ['accents on 13', '"13"'];
        yield ['accents on 2 and', '"and"'];
        yield ['accents on', 'a number'];
        yield ['F', '"F"'];
    }

    #[DataProvider('refused')]
    public function testWhatIsNoPatternIsRefusedByName(string $said, string $named): void
    {
        try {
            self::fail(Support::parts()->parser->parse('own C, '.$said)->text());
        } catch (StudyLineError $error) {
            self::assertStringContainsString($named, $error->getMessage());
        }
    }

    public function testSlursThatNothingCanHaveAreNamed(): void
    {
        $told = static fn (string $line): string => implode(' ', Support::study($line, 'flute')->warnings);
        self::assertStringContainsString('"slur 2" joins nothing', $told('own C major, off-beats, slur 2'));
        self::assertStringContainsString('"slurred" joins nothing', $told('own C major, off-beats, slurred'));
        self::assertSame('', $told('own C major, eighths, slur 2'));
        self::assertSame('', $told('own C major, off-beats'));
        self::assertSame('', $told('own C major, off-beats, legato'));
    }

    public function testSlurTwoOctavesIsTwoOctavesSlurred(): void
    {
        foreach (['F major, slur 2 octaves', 'F major slur two octaves'] as $said) {
            self::assertSame('F major, 2 octaves, slurred', Support::parts()->reader->read($said)->line->text());
        }
        self::assertSame('F major, slur 2', Support::parts()->reader->read('F major slur two')->line->text());
    }

    public function testALoneFIsLoudnessAfterAKeyAndAGreatOneANote(): void
    {
        self::assertSame('C, f', Support::parts()->parser->parse('C, f')->text());
        $this->expectException(StudyLineError::class);
        Support::parts()->reader->read('C and F');
    }

    /** @return list<int> indexes of the notes that bear a mark */
    private static function marked(string $line, Mark $mark): array
    {
        return array_keys(array_filter(
            Support::study($line, 'flute')->notes,
            static fn (StudyNote $note): bool => $note->expression->has($mark),
        ));
    }

    public function testMarksStandOnAllNotesOrWhereTheyAreCounted(): void
    {
        foreach (['staccato' => Mark::Staccato, 'tenuto' => Mark::Tenuto, 'accented' => Mark::Accent,
            'marcato' => Mark::Marcato] as $said => $mark) {
            self::assertSame(range(0, 14), self::marked('own C major, eighths, '.$said, $mark));
        }
        self::assertSame([0, 2, 4, 6, 8, 10, 12, 14], self::marked('own C major, eighths, accents on 1', Mark::Accent));
        self::assertSame([1, 3, 5, 7, 9, 11, 13], self::marked('own C major, eighths, accents on 2', Mark::Accent));
        self::assertSame([2, 6, 10, 14], self::marked('own C major, eighths, accents on 2 and 4', Mark::Accent));
        self::assertSame([0, 3, 6, 9, 12], self::marked('own C major, triplets, accents on 1', Mark::Accent));
        self::assertSame([3, 7, 11], self::marked('own C major, sixteenths, accents on 4', Mark::Accent));
        self::assertSame([0, 3, 6, 9, 12], self::marked('own C major, eighths, 6/8, accents on 1', Mark::Accent));
        // Of each cell of three notes or more.
        foreach (Support::study('own C major, five-and-back, eighths, accents on 1', 'flute')->notes as $i => $note) {
            $notes ??= Support::study('own C major, five-and-back, eighths', 'flute')->notes;
            if (null !== $note->tone->cell && $i > 0) {
                $isFirst = $notes[$i - 1]->tone->cell !== $note->tone->cell;
                self::assertSame($isFirst, $note->expression->has(Mark::Accent), "note $i");
            }
        }
        self::assertSame([14], self::marked('own C major, eighths, fermata last', Mark::Fermata));
    }

    public function testACellGivesItsNotesMarks(): void
    {
        foreach ([
            'cell 1:a 2 3:s 5:st' => [['accent'], [], ['staccato'], ['staccato', 'tenuto']],
            'cell 1:m 7,:s 1 3*2:t' => [['marcato'], ['staccato'], [], ['tenuto']],
            'cell 1..4:s' => [['staccato'], ['staccato'], ['staccato'], ['staccato']],
        ] as $cell => $marks) {
            $line = Support::parts()->parser->parse('own C, '.$cell.', eighths');
            self::assertSame('own C, '.$cell.', eighths', $line->text());
            self::assertSame($cell, Support::parts()->reader->read('C major '.$cell.' eighths')->line->clauses['pattern']->text);
            $notes = Support::study('own C, '.$cell.', eighths', 'clarinet-bb')->notes;
            foreach ($marks as $i => $names) {
                self::assertSame(
                    $names,
                    array_map(static fn (Mark $mark): string => $mark->value, $notes[$i]->expression->marks),
                    "$cell: note $i",
                );
            }
        }
        foreach (['cell 1:x 2', 'cell 1:ss 2', 'cell r:s 2', 'cell 1: 2'] as $wrong) {
            try {
                self::fail(Support::parts()->parser->parse('own C, '.$wrong)->text());
            } catch (StudyLineError $error) {
                self::assertStringContainsString('expected', $error->getMessage());
            }
        }
        $both = Support::study('own C, cell 1:a 2 3, staccato', 'flute')->notes;
        self::assertSame([Mark::Accent, Mark::Staccato], $both[0]->expression->marks);
    }

    public function testMultipleTonguingIsToldInSyllables(): void
    {
        $of = static fn (string $line): string => implode(
            ' ',
            Syllables::of(Support::study($line, 'trumpet-bb')) ?? [],
        );
        self::assertSame(
            'ta ka ta ka ta ka ta ka ta ka ta ka ta ka ta',
            $of('own C major, sixteenths, double tongued'),
        );
        self::assertSame(
            'ta ta ka ta ta ka ta ta ka ta ta ka ta ta ka',
            $of('own C major, triplets, triple tongued'),
        );
        // In gallops each beat begins anew only where the syllables fill it.
        self::assertSame('ta ta ka ta ta ka ta ta ka', $of('own C major, 5 notes, gallop, triple tongued'));
        self::assertSame('ta  ta ka ta  ta ka ta', $of('own C major, 5 notes, sixteenths, slur 2 tongue 2, double tongued'));
        self::assertNull(Syllables::of(Support::study('own C major, sixteenths', 'trumpet-bb')));
        $xml = MusicXmlWriter::write(Support::part('own C major, sixteenths, double tongued', 'trumpet-bb'));
        self::assertSame(15, substr_count($xml, '<double-tongue'));
    }

    public function testDynamicsAreSaidOnceAndHeard(): void
    {
        foreach (Loudness::levels() as $level) {
            $part = Support::part("own C major, eighths, $level", 'flute');
            self::assertSame($level, $part->study->notes[0]->expression->sign);
            self::assertNull($part->study->notes[1]->expression->sign);
            self::assertSame(Loudness::of($level), $part->loudness(3));
        }
        $part = Support::part('own C major, eighths, crescendo up diminuendo down', 'flute');
        $loud = array_map($part->loudness(...), array_keys($part->study->notes));
        self::assertSame(max($loud), $loud[7], 'the top is the loudest');
        $up = \array_slice($loud, 0, 8);
        sort($up);
        self::assertSame($up, \array_slice($loud, 0, 8), 'it grows as it rises');
        self::assertLessThan($loud[8], $loud[14]);
        $louder = Support::study('own C major, 5 notes, 3 times, louder each time', 'flute');
        $signs = array_filter(array_map(static fn (StudyNote $note): ?string => $note->expression->sign, $louder->notes));
        self::assertSame([0 => 'p', 8 => 'mp', 16 => 'mf'], $signs);
        $swell = Support::study('own C major, 5 notes, half notes, swell', 'flute');
        self::assertTrue($swell->notes[2]->expression->swells);
    }

    public function testWhatIsNotThereIsRefusedWithALineThatWorks(): void
    {
        foreach (['own C major, louder each time', 'own C major, eighths, swell'] as $line) {
            try {
                Support::study($line, 'flute');
                self::fail($line.' was taken');
            } catch (StudyError $error) {
                self::assertSame(1, preg_match('/for example "(.+?)"/', $error->getMessage(), $example));
                self::assertNotEmpty(Support::study($example[1] ?? '', 'flute')->notes);
            }
        }
    }

    /** What is said is in the file, once for each note or hairpin, and is heard. */
    public function testMarksAndDynamicsTravel(): void
    {
        $of = static fn (Part $part): \DOMDocument => (static function () use ($part): \DOMDocument {
            $document = new \DOMDocument();
            $document->loadXML(MusicXmlWriter::write($part), \LIBXML_NONET);

            return $document;
        })();
        $count = static fn (string $line, string $element): int => $of(Support::part($line, 'flute'))
            ->getElementsByTagName($element)->length;
        self::assertSame(15, $count('own C major, eighths, staccato', 'staccato'));
        self::assertSame(15, $count('own C major, eighths, marcato', 'strong-accent'));
        self::assertSame(8, $count('own C major, eighths, accents on 1', 'accent'));
        self::assertSame(1, $count('own C major, eighths, fermata last', 'fermata'));
        self::assertSame(1, $count('own C major, eighths, ff', 'dynamics'));
        self::assertSame(4, $count('own C major, eighths, crescendo up diminuendo down', 'wedge'));
        self::assertSame(5 * 4, $count('own C major, 5 notes, up, whole notes, swell', 'wedge'));
        self::assertSame(1, $count('own C major, eighths, swing', 'swing'));
        self::assertNotSame(
            MidiWriter::write(Support::part('own C major, eighths', 'flute')),
            MidiWriter::write(Support::part('own C major, eighths, staccato', 'flute')),
        );
        $accented = Support::part('own C major, eighths, accents on 1', 'flute');
        self::assertGreaterThan($accented->loudness(1), $accented->loudness(0));
        self::assertLessThan(
            Support::part('own C major, eighths', 'flute')->share(0),
            Support::part('own C major, eighths, staccato', 'flute')->share(0),
        );
    }
}
