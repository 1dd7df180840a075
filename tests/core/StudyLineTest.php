<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\Completion;
use SwiftReed\Line\GrammarDoc;
use SwiftReed\Line\StudyLineError;

final class StudyLineTest extends TestCase
{
    /** @return iterable<array{string, string}> */
    public static function waysOfSaying(): iterable
    {
        yield [
            'concert G major, 2 octaves, up and down, eighths, quarter = 72',
            'concert G major, 2 octaves, up and down, eighths, quarter = 72',
        ];
        yield ['  Concert  b-flat MAJOR , Two Octaves', 'concert Bb major, 2 octaves'];
        yield ['concert B♭ major', 'concert Bb major'];
        yield ['own c♯ dorian, eighth notes', 'own C# dorian, eighths'];
        yield ['concert B natural minor', 'concert B natural minor'];
        yield ['concert A minor', 'concert A natural minor'];
        yield ['concert E flat', 'concert Eb'];
        yield ['F major', 'F major'];
        yield ['concert F, slurred, then arpeggio, one octave', 'concert F, 1 octave, then arpeggio, slurred'];
        yield ['own D formula 1 b3 4 ♭5 5 b7 8', 'own D formula 1 b3 4 b5 5 b7'];
        yield ['own C diminished half-whole', 'own C diminished half-whole'];
        yield ['concert C, from A4 to E flat 5', 'concert C, from A4 to Eb5'];
        yield [
            'concert C, folded, 6/8, dotted quarter = 50, click every beat',
            'concert C, fold, 6/8, dotted quarter = 50, click every beat',
        ];
        yield ['concert C, slur two tongue two', 'concert C, slur 2 tongue 2'];
        yield ['concert C, 60, goal 120, click 2 and 4', 'concert C, 60, goal 120, click 2 and 4'];
    }

    #[DataProvider('waysOfSaying')]
    public function testIsPrintedInItsCanonicalForm(string $said, string $printed): void
    {
        self::assertSame($printed, Support::parts()->parser->parse($said)->text());
    }

    public function testParsingThePrintedTextAgainIsStableForRandomLines(): void
    {
        $dice = new Randomizer(new Mt19937(20261123));
        $parser = Support::parts()->parser;
        $bySlot = [];
        foreach ($parser->grammar()->phrases() as $phrase) {
            $bySlot[$phrase->kind->value][] = $phrase->shown();
        }
        for ($i = 0; $i < 2000; ++$i) {
            $tonic = ['C', 'F', 'Bb', 'E flat', 'F♯', 'g'][$dice->getInt(0, 5)];
            $names = Support::scales()->understoodNames();
            $clauses = [[
                'concert ',
                'own ',
                '',
            ][$dice->getInt(0, 2)].$tonic.' '.$names[$dice->getInt(0, \count($names) - 1)]];
            foreach ($dice->shuffleArray($bySlot) as $shown) {
                if (0 === $dice->getInt(0, 2)) {
                    $clauses[] = $shown[$dice->getInt(0, \count($shown) - 1)];
                }
            }
            $printed = $parser->parse(implode(', ', $clauses))->text();
            self::assertSame($printed, $parser->parse($printed)->text(), implode(', ', $clauses));
        }
    }

    /** @return iterable<array{string, int, string}> line, column, what the sentence must hold */
    public static function mistakes(): iterable
    {
        yield ['', 1, 'empty'];
        yield ['concert H major', 9, '"H"'];
        yield ['concrt G', 1, 'did you mean "concert"'];
        yield ['concert G majr', 11, 'did you mean "major"'];
        yield ['concert G major, 2 octavs', 20, 'did you mean "2 octaves"'];
        yield ['concert G major, 9 octaves', 18, 'from 1 to 4'];
        yield ['concert G major, eigths', 18, 'did you mean "eighths"'];
        yield ['concert G major,', 17, 'the line ends'];
        yield ['concert G major,, eighths', 17, 'no comma'];
        yield ['concert F major 2 octaves', 17, 'a comma'];
        yield ['concert C, quarters, half notes', 22, 'already says it'];
        yield ['concert C, quarter = 999', 22, 'from 10 to 400'];
        yield ['own C formula 1 3 9', 19, '"9"'];
        yield ['own C formula 2 3', 15, 'begins with'];
        yield ['own C formula 1 3 2', 15, 'does not rise'];
        yield ['concert Fbb major', 9, 'No key stands on'];
        yield ['concert C, nonsense of some kind', 12, '"nonsense"'];
        yield ["concert \xC3\x28", 1, 'UTF-8'];
        yield [str_repeat('concert C ', 130), 1201, 'at most 1200'];
    }

    #[DataProvider('mistakes')]
    public function testAMistakeNamesItsColumnAndWhatWasExpected(string $line, int $column, string $holds): void
    {
        try {
            Support::parts()->parser->parse($line);
            self::fail('the mistake was understood');
        } catch (StudyLineError $error) {
            self::assertSame($column, $error->column, $error->getMessage());
            self::assertStringContainsString($holds, $error->getMessage());
        }
    }

    public function testNoLineOfRandomCharactersBreaksTheParser(): void
    {
        $dice = new Randomizer(new Mt19937(7));
        $pieces = [
            'concert', 'own', 'C', 'b', '♭', '#', ',', ',,', '/', '=', '4', '12', '-', 'octaves', 'to the ninth',
            'from', 'A4', "\t", '🎺', 'formula', '1', 'b3', 'slur', '400', "\u{202E}", '</script>', '%', '0',
        ];
        $refused = 0;
        for ($i = 0; $i < 3000; ++$i) {
            $line = '';
            for ($k = $dice->getInt(0, 9); $k >= 0; --$k) {
                $line .= $pieces[$dice->getInt(0, \count($pieces) - 1)].($dice->getInt(0, 1) ? ' ' : '');
            }
            try {
                Support::parts()->parser->parse($line);
            } catch (StudyLineError $error) {
                ++$refused;
                self::assertGreaterThanOrEqual(1, $error->column);
                self::assertLessThanOrEqual(mb_strlen($line) + 1, $error->column);
            }
        }
        self::assertGreaterThan(2000, $refused);
    }

    public function testEverySuggestionCanBeRead(): void
    {
        $completion = new Completion(Support::scales(), Support::parts()->parser->grammar());
        foreach ([
            '', 'con', 'concert', 'concert B', 'concert Bb m', 'own E flat ', 'concert C, ', 'concert C, 2',
            'concert C, slur', 'concert C, eighths, t', 'concert C majr', 'concert C, eigths',
        ] as $typed) {
            $suggestions = $completion->of($typed);
            self::assertNotSame([], $suggestions, $typed);
            foreach ($suggestions as $suggestion) {
                Support::parts()->parser->parse($suggestion['line']);
            }
        }
    }

    public function testOneClauseCanBeSaidDifferently(): void
    {
        $line = Support::parts()->parser->parse('concert C major, eighths, 60');
        self::assertSame(
            'concert C major, 2 octaves, eighths, 60',
            $line->with(Support::parts()->parser->clauseOf('2 octaves'))->text(),
        );
        self::assertSame('concert C major, 60', $line->without(ClauseKind::Rhythm)->text());
    }

    public function testTheDocumentationIsTheGrammar(): void
    {
        $written = (string) file_get_contents(\dirname(__DIR__, 2).'/docs/study-line.md');
        self::assertSame(
            GrammarDoc::markdown(
                Support::parts()->parser->grammar(),
                Support::scales(),
                Support::parts()->parser->groups,
            ),
            $written,
            'run bin/console docs:study-line > docs/study-line.md',
        );
    }
}
