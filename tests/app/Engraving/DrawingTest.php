<?php

declare(strict_types=1);

namespace App\Tests\Engraving;

use App\Engraving\ChartMaker;
use App\Engraving\FingeringStyle;
use App\Engraving\Ink;
use App\Engraving\LettersPage;
use App\Engraving\Page;
use App\Engraving\PageMaker;
use App\Engraving\Paper;
use App\Engraving\PrintedPages;
use App\Engraving\PrintLook;
use App\Engraving\Rows;
use App\Engraving\Signs;
use App\Engraving\Svg;
use App\Engraving\WorkingDrawing;
use SwiftReed\Fingering\HardSpots;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Packet\LetterChart;
use SwiftReed\Packet\SheetBuilder;
use SwiftReed\Pitch\Accidental;
use SwiftReed\Pitch\SpellingPreference;
use SwiftReed\Player\Reminders;
use SwiftReed\Score\Part;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Score\Sheet;
use SwiftReed\Study\Working;
use Symfony\Bundle\FrameworkBundle\Test\KernelTestCase;

/**
 * The drawings: well-formed, complete, inside the paper, and telling states by shape.
 */
final class DrawingTest extends KernelTestCase
{
    private PageMaker $pages;
    private InstrumentLibrary $instruments;

    protected function setUp(): void
    {
        $this->pages = self::getContainer()->get(PageMaker::class);
        $this->instruments = self::getContainer()->get(InstrumentLibrary::class);
    }

    public function testEveryInstrumentsPageAndChartIsDrawnWhole(): void
    {
        foreach ($this->instruments->ids() as $id) {
            $part = $this->part('concert Db harmonic minor, slur 2 tongue 2, quarter = 80', $id);
            $page = self::read($this->pages->screen($part, Rows::all(), ''));
            $regions = $page->query('//*[contains(@class, "note-region")]');
            self::assertNotFalse($regions);
            self::assertCount(\count($part->study->notes), $regions, $id);
            foreach ($part->study->notes as $i => $note) {
                self::assertStringContainsString(
                    $note->pitch()->spoken(),
                    (string) $regions->item($i)?->attributes?->getNamedItem('aria-label')?->nodeValue,
                    $id,
                );
            }
            $chart = self::read(self::getContainer()->get(ChartMaker::class)->screen(
                $this->instruments->instrument($id),
                false,
            ));
            self::assertGreaterThanOrEqual(
                'none' === $part->instrument->mechanism()->kind()->value ? 0 : 20,
                $chart->query('//*[@role="img"]')->length,
                $id,
            );
        }
    }

    public function testRowsStandUnderTheirNotesInOrder(): void
    {
        $part = $this->part('own E major, 2 octaves, eighths', 'clarinet-bb');
        $page = self::read($this->pages->screen(
            $part,
            new Rows(true, true, Reminders::Affected, FingeringStyle::None),
            '',
        ));
        $letters = [];
        foreach ($page->query('//*[local-name()="text"][@font-weight="700"]') as $text) {
            $letters[] = trim($text->textContent);
        }
        self::assertSame(
            array_map(static fn ($note): string => $note->pitch()->name()->sign(), $part->study->notes),
            $letters,
        );
    }

    /**
     * Twelve one-octave major lines with letters and fingerings: front and back of one sheet; bare, one page. Source:
     * the handbook, chapter 5.
     */
    public function testTwelveKeysStandOnFrontAndBackOfOneSheet(): void
    {
        $builder = new SheetBuilder(self::getContainer()->get(PartBuilder::class));
        $pages = self::getContainer()->get(PrintedPages::class);
        foreach ($this->instruments->ids() as $k => $id) {
            $sheet = $builder->read(['concert C major, eighths, keys by fourths'], $this->instruments->instrument($id));
            self::assertCount(12, $sheet->parts);
            foreach (0 === $k % 6 ? [Paper::Letter, Paper::A4] : [Paper::Letter] as $paper) {
                $printed = $pages->of(
                    $sheet,
                    new Rows(false, true, Reminders::Affected, FingeringStyle::Diagram),
                    new PrintLook($paper),
                );
                self::assertLessThanOrEqual(2, \count($printed), "$id on $paper->value");
                foreach ($printed as $page) {
                    preg_match_all('/translate\(\d+ (\d+)\)/', $page->svg, $places);
                    self::assertLessThan(
                        $paper->height() - 1000,
                        max(array_map(intval(...), $places[1])),
                        'nothing begins under the lower margin',
                    );
                }
            }
            self::assertCount(1, $pages->of($sheet, Rows::parse('none'), new PrintLook(Paper::A4)), $id);
        }
    }

    public function testAStudyOnASheetIsNotCutInTwo(): void
    {
        $builder = new SheetBuilder(self::getContainer()->get(PartBuilder::class));
        foreach ([
            'concert C major, 2 octaves, eighths, keys by fourths' => 2,
            'concert C major, eighths, keys by fifths' => 4,
            'concert C major, 5 notes, keys chromatic up' => 3,
        ] as $line => $least) {
            $sheet = $builder->read([$line], $this->instruments->instrument('clarinet-bb'));
            $pages = self::getContainer()->get(PrintedPages::class)->of($sheet->titled('All keys'), Rows::all());
            $heads = array_map(static function (Page $page) use ($sheet): array {
                $read = self::read($page);
                $numbers = [];
                foreach ($read->query('//*[local-name()="text"][@font-weight="700"]') as $text) {
                    if (1 === preg_match('/^(\d+)\. \D/', $text->textContent, $found)) {
                        $numbers[] = (int) $found[1];
                    }
                }
                $expected = array_sum(array_map(
                    static fn (int $number): int => \count($sheet->parts[$number - 1]->study->notes),
                    $numbers,
                ));

                return [\count($numbers), $expected, $read->query('//*[@class="note"]')->length];
            }, $pages);
            self::assertSame(12, array_sum(array_column($heads, 0)), $line);
            self::assertGreaterThanOrEqual($least, $heads[0][0], $line);
            foreach ($heads as $k => [$studies, $expected, $found]) {
                self::assertSame(
                    $expected,
                    $found,
                    "$line: page ".($k + 1)." has the notes of its $studies studies, all and no others",
                );
            }
        }
    }

    public function testStudiesTallerThanHalfAPageRunOn(): void
    {
        $builder = new SheetBuilder(self::getContainer()->get(PartBuilder::class));
        $sheet = $builder->read(
            ['concert C major, tetra, eighths, keys by fifths'],
            $this->instruments->instrument('clarinet-bb'),
        );
        $pages = self::getContainer()->get(PrintedPages::class)->of($sheet->titled('All keys'), Rows::all());
        self::assertLessThan(10, \count($pages), 'a key a page would be twelve');
        // Every note is there, in order, and no heading stands at the foot without its music.
        $notes = array_sum(array_map(
            static fn (Page $page): int => self::read($page)->query('//*[@class="note"]')->length,
            $pages,
        ));
        self::assertSame(
            array_sum(array_map(static fn (Part $part): int => \count($part->study->notes), $sheet->parts)),
            $notes,
        );
        foreach ($pages as $page) {
            $last = [0.0, ''];
            foreach (self::read($page)->query('//*[local-name()="text"][@font-weight="700"]') as $text) {
                for ($y = 0.0, $node = $text; $node instanceof \DOMElement; $node = $node->parentNode) {
                    $y += preg_match('/translate\([\d.-]+[ ,]([\d.-]+)\)/', $node->getAttribute('transform'), $found)
                        ? (float) $found[1]
                        : 0.0;
                }
                $last = $y >= $last[0] ? [$y, $text->textContent] : $last;
            }
            self::assertDoesNotMatchRegularExpression('/^\d+\. /', $last[1], 'what stands lowest is music');
        }
    }

    public function testEveryPageStyleShowsWhatItIsFor(): void
    {
        $part = $this->part('own D major, thirds, eighths', 'clarinet-bb');
        $pages = [];
        foreach ([
            '', 'numbers', 'worksheet', 'answers', 'large', 'large,worksheet', 'large,answers', 'large,numbers',
        ] as $styles) {
            $pages[$styles] = implode(
                '',
                array_map(
                    static fn (Page $sheet): string => $sheet->svg,
                    self::getContainer()->get(PrintedPages::class)->of(
                        Sheet::of($part),
                        Rows::all(),
                        PrintLook::parse($styles, ''),
                    ),
                ),
            );
        }
        $reminders = static fn (string $svg): int => substr_count($svg, 'class="reminder"');
        self::assertStringNotContainsString('class="note"', $pages['numbers'], 'numbers need no staff');
        self::assertSame(29, substr_count($pages['numbers'], 'class="number"'), 'a number for every note');
        foreach (['numbers', 'worksheet', 'answers', 'large,numbers'] as $bare) {
            self::assertFalse(
                str_contains($pages[$bare], '>comes up<'),
                'nothing is fingered, so no sign is explained',
            );
        }
        self::assertTrue(str_contains($pages[''], '>comes up<') && str_contains($pages['large'], '>comes up<'));
        self::assertStringContainsString('stroke-dasharray="30 60"', $pages['worksheet']);
        self::assertStringNotContainsString('>degree<', $pages['worksheet']);
        self::assertStringContainsString('>degree<', $pages['answers']);
        self::assertGreaterThan($reminders($pages['worksheet']), $reminders($pages['answers']));
        self::assertSame(0, $reminders($pages['worksheet']), 'a worksheet marks nothing');
        foreach (['large', 'large,worksheet', 'large,answers', 'large,numbers'] as $large) {
            self::assertStringContainsString('scale(1.5)', $pages[$large], $large);
        }
        self::assertStringContainsString('stroke-dasharray="30 60"', $pages['large,worksheet']);
        self::assertSame(29, substr_count($pages['large'], 'class="note"'));
    }

    /**
     * Every note stands under one cover, which says its number, and its name only once it is open; key and time stay to
     * be seen.
     */
    public function testCoversHideEveryNoteAndNothingElse(): void
    {
        foreach ([
            ['own D major, thirds, triplets', 'clarinet-bb'],
            ['concert Bb harmonic minor, 2 octaves, pick-up 1 beat', 'horn-f'],
            ['own C# major, fold, sixteenths', 'tuba-bbb'],
            ['own F major, long ends, 3/4', 'bassoon'],
            ['own G major, up, lip slurs', 'trombone'],
        ] as [$line, $id]) {
            $part = $this->part($line, $id);
            $page = self::read($this->pages->covered($part, 'x'));
            $told = ['covered' => '', 'open' => ''];
            foreach ($page->query('//*[@class="cover"]') as $cover) {
                \assert($cover instanceof \DOMElement);
                self::assertSame($cover->getAttribute('data-covered'), $cover->getAttribute('aria-label'));
                $told['covered'] .= ' '.explode(': ', $cover->getAttribute('data-covered'))[1];
                $told['open'] .= ', '.explode(': ', $cover->getAttribute('data-open'))[1];
                $rect = $page->query('*[local-name()="rect"]', $cover)->item(0);
                \assert($rect instanceof \DOMElement);
                [$x, $width] = [(float) $rect->getAttribute('x'), (float) $rect->getAttribute('width')];
                self::assertGreaterThan(400, $x, 'the clef stays to be seen');
                self::assertGreaterThan(300, $width);
            }
            self::assertSame(
                implode(' ', array_map($part->degree(...), array_keys($part->study->notes))),
                ltrim($told['covered']),
                $line,
            );
            self::assertSame(
                implode(', ', array_map(static fn ($note): string => $note->pitch()->spoken(), $part->study->notes)),
                ltrim($told['open'], ', '),
                $line,
            );
            self::assertSame(\count($part->study->notes), $page->query('//*[@class="number"]')->length, $line);
        }
    }

    /**
     * Words under the notes never touch each other, the last line is as wide as the others, and no heading or foot is
     * cut, whatever is asked for.
     */
    public function testWordsStandClearAndAreWhole(): void
    {
        $pairs = 0;
        foreach ([
            [
                'concert Db melodic minor, 2 octaves, broken thirds, sixteenths, quarter = 72, then arpeggio',
                'clarinet-bb',
            ],
            ['own F# major, 2 octaves, fourths, triplets', 'alto-sax'],
            ['concert Gb harmonic minor, seventh chords, sixteenths, fold', 'tuba-bbb'],
            ['own C chromatic, triplets', 'horn-f'],
            ['own G major, eighths, 5 notes', 'trombone'],
            ['own D major, one long in the bar', 'flute'],
        ] as [$line, $id]) {
            foreach (['', 'large', 'large,answers'] as $styles) {
                foreach ([Paper::A4, Paper::Letter] as $paper) {
                    $look = PrintLook::parse(
                        $styles,
                        $paper->value,
                        'The second chair of the evening band, at the first desk',
                        '27 November 2026',
                    );
                    foreach (self::getContainer()->get(PrintedPages::class)->of(
                        Sheet::of($this->part($line, $id)),
                        new Rows(true, true, Reminders::Affected, FingeringStyle::None, counts: true),
                        $look,
                    ) as $sheet) {
                        self::assertFalse(str_contains($sheet->svg, '…'), "$line, $styles: nothing is cut");
                        $page = self::read($sheet);
                        $rows = [];
                        foreach ($page->query('//*[local-name()="text" and @text-anchor="middle"]') as $text) {
                            \assert($text instanceof \DOMElement);
                            $rows[$text->parentNode?->getNodePath().'|'.$text->getAttribute('y')][] = [
                                (float) $text->getAttribute('x'),
                                Ink::width($text->textContent, (int) $text->getAttribute('font-size')),
                            ];
                        }
                        foreach ($rows as $where => $words) {
                            usort($words, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
                            for ($k = 1; $k < \count($words); ++$k) {
                                ++$pairs;
                                self::assertGreaterThanOrEqual(
                                    ($words[$k - 1][1] + $words[$k][1]) / 2,
                                    $words[$k][0] - $words[$k - 1][0] + 1,
                                    "$line, $styles, for $id: $where",
                                );
                            }
                        }
                    }
                }
            }
        }
        self::assertGreaterThan(2000, $pairs);
    }

    /** Printed on both sides, pages come in pairs, and the blank back counts as no page. */
    public function testNoCopyBeginsOnTheBackOfAnother(): void
    {
        foreach (['own D major' => 1, 'own D major, 3 octaves, thirds, quarters' => null] as $line => $count) {
            $sheets = [];
            foreach (['one', 'two'] as $sides) {
                $sheets[$sides] = self::getContainer()->get(PrintedPages::class)->of(
                    Sheet::of($this->part($line, 'clarinet-bb')),
                    Rows::all(),
                    PrintLook::parse('', '', sides: $sides),
                );
            }
            $one = \count($sheets['one']);
            self::assertSame($count ?? $one, $one);
            self::assertCount($one + $one % 2, $sheets['two'], $line);
            self::assertStringContainsString("page 1 of $one<", $sheets['two'][0]->svg);
        }
        $this->expectExceptionMessage('--sides=two');
        PrintLook::parse('', '', sides: 'three');
    }

    public function testTheLineTellsWhereItLeapsByOctaves(): void
    {
        $part = $this->part('concert F major, fold, long ends', 'trumpet-bb');
        $page = self::read($this->pages->screen($part, Rows::all(), ''));
        $titles = [];
        foreach ($page->query('//*[local-name()="title"]') as $title) {
            $titles[] = $title->textContent;
        }
        self::assertSame(['an octave lower from here', 'an octave higher from here'], $titles);
    }

    public function testLettersAreFramedWhereTheyCarryASign(): void
    {
        foreach (['flute', 'alto-sax', 'horn-f'] as $id) {
            $instrument = $this->instruments->instrument($id);
            $lines = LetterChart::of(
                self::getContainer()->get(PartBuilder::class)->scales->material('major'),
                $instrument->transposition,
                SpellingPreference::Plainest,
            );
            $svg = LettersPage::sheet($lines, 'Major', $instrument->name, Paper::A4)->svg;
            self::assertNotFalse(simplexml_load_string($svg));
            self::assertSame(
                array_sum(array_map(
                    static fn ($line): int => \count(array_filter(
                        $line->letters,
                        static fn ($letter): bool => 0 !== $letter->alter,
                    )),
                    $lines,
                )),
                substr_count($svg, '<rect'),
                $id,
            );
        }
    }

    public function testTheWorkingIsDrawnForEveryMaterialAndKey(): void
    {
        foreach (self::getContainer()->get(PartBuilder::class)->scales->names() as $name) {
            foreach (['C', 'Eb', 'F#', 'B'] as $tonic) {
                $part = $this->part("own $tonic $name", 'alto-sax');
                $working = Working::of($part->study, $part->instrument->transposition, 'the alto saxophone');
                $keyboard = simplexml_load_string(WorkingDrawing::keyboard($working));
                self::assertNotFalse($keyboard);
                self::assertCount(\count($working->notes), $keyboard->circle, "$tonic $name");
                self::assertSame(12, array_sum($working->halfSteps) <= 12 ? 12 : 0);
                $circle = simplexml_load_string(WorkingDrawing::circle(
                    $part->study->concertKey->signature(),
                    $part->study->writtenKey->key->signature(),
                ));
                self::assertNotFalse($circle);
                self::assertCount(
                    1,
                    array_filter(
                        iterator_to_array($circle->circle, false),
                        static fn (\SimpleXMLElement $one): bool => '' !== (string) $one['stroke-dasharray'],
                    ),
                    "$tonic $name",
                );
            }
        }
    }

    public function testDrawingsOnOnePageShareNoIds(): void
    {
        $sheet = $this->pages->screen($this->part('own C major', 'flute'), Rows::all(), '');
        preg_match_all('/ id="([^"]*)"/', $sheet->apart('a').$sheet->apart('b'), $ids);
        self::assertNotSame([], $ids[1]);
        self::assertSame($ids[1], array_unique($ids[1]));
        preg_match_all('/href="#([^"]*)"/', $sheet->apart('a'), $uses);
        self::assertSame([], array_diff($uses[1], $ids[1]), 'every glyph that is used is there');
    }

    public function testPrintedPagesKeepEverySystemOnThePaper(): void
    {
        foreach ([Paper::A4, Paper::Letter] as $paper) {
            foreach ([
                'own C chromatic, 3 octaves, sixteenths',
                'own C major, drill after note 4',
                'concert B, 2 octaves, whole notes',
            ] as $line) {
                $part = $this->part($line, 'clarinet-bb');
                $heads = 0;
                foreach (self::getContainer()->get(PrintedPages::class)->of(
                    Sheet::of($part, 'A name & <such>'),
                    Rows::all(),
                    new PrintLook($paper),
                ) as $sheet) {
                    $page = self::read($sheet);
                    $heads += $page->query('//*[@class="notehead"]')->length;
                    foreach ($page->query('/*/*[local-name()="g"]/@transform') as $transform) {
                        preg_match('/translate\((\d+) (\d+)\)/', (string) $transform->nodeValue, $at);
                        self::assertLessThan($paper->height() - 1600, (int) ($at[2] ?? 0), $line);
                    }
                }
                self::assertGreaterThanOrEqual(
                    \count($part->study->notes),
                    $heads,
                    $line.': a tied note has two heads, none is lost',
                );
            }
        }
    }

    public function testTheSameChangeIsMarkedOnce(): void
    {
        $part = $this->part('own A major, 2 octaves, drill after note 8', 'clarinet-bb');
        $marked = HardSpots::worst($part->plan->hardSpots);
        $changes = array_map(static fn ($spot): string => $spot->change, $marked);
        self::assertSame(array_values($changes), array_values(array_unique($changes)));
        self::assertLessThanOrEqual(6, \count($marked));
        self::assertSame(range(1, \count($marked)), array_keys($marked));
        self::assertGreaterThan(\count($marked), \count($part->plan->hardSpots));
        self::assertSame([], HardSpots::worst([]));
    }

    public function testSignsAreDrawn(): void
    {
        foreach ([1, -1, 2, -2, 0] as $alter) {
            self::assertStringContainsString('<path', Signs::reminder(Accidental::of($alter), 0, 0, 400));
        }
        self::assertStringContainsString('= 50', Signs::metronome('3/8', 50, 0, 0));
        self::assertStringContainsString('Noto Sans Math', Svg::words('B♭ & C'));
        self::assertStringContainsString('&amp;', Svg::words('B♭ & C'));
    }

    private function part(string $line, string $instrument): Part
    {
        return self::getContainer()->get(PartBuilder::class)->read($line, $this->instruments->instrument($instrument));
    }

    private static function read(Page $sheet): \DOMXPath
    {
        $document = new \DOMDocument();
        self::assertTrue($document->loadXML($sheet->svg), 'the drawing is well-formed');

        return new \DOMXPath($document);
    }
}
