<?php

declare(strict_types=1);

namespace App\Tests\Engraving;

use App\Engraving\Block;
use App\Engraving\Chunk;
use App\Engraving\EngravedSystem;
use App\Engraving\PageBreaks;
use App\Engraving\PageMaker;
use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Engraving\PrintedPages;
use App\Engraving\PrintLook;
use App\Engraving\Rows;
use App\Engraving\Signs;
use App\Engraving\StripPages;
use PHPUnit\Framework\Attributes\DataProvider;
use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Packet\SheetBuilder;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\Part;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Score\Sheet;
use SwiftReed\Study\StudyError;
use Symfony\Bundle\FrameworkBundle\Test\KernelTestCase;
use Symfony\Component\Process\Process;

/**
 * What comes out of the printer: how many pages, how full, where they are cut, how far notes stand apart, and that no
 * mark stands without its words.
 *
 * Source of the rules: common practice of music copying, no source.
 */
final class PaperTest extends KernelTestCase
{
    private function sheet(string $line, string $instrument): Sheet
    {
        return (new SheetBuilder(self::getContainer()->get(PartBuilder::class)))->read(
            [$line],
            self::getContainer()->get(InstrumentLibrary::class)->instrument($instrument, []),
        );
    }

    /** @return iterable<string, array{string, string, string, string, string, int}> */
    public static function jobs(): iterable
    {
        $usual = 'degrees,letters,fingerings';
        $keys = ', keys by fourths';
        foreach ([
            ['own C major, 2 octaves, thirds, eighths', 'clarinet-bb', '', 'a4', $usual, 1],
            ['own C major, 2 octaves, thirds, eighths', 'clarinet-bb', 'large', 'a4', $usual, 3],
            ['own C chromatic, 2 octaves, eighths', 'clarinet-bb', '', 'a4', $usual, 1],
            ['own C chromatic, 2 octaves, eighths', 'clarinet-bb', '', 'letter', $usual, 1],
            ['own C major, enclosed tonic, sixteenths', 'tenor-sax', '', 'a4', $usual, 1],
            ['own C major, five-and-back with approach', 'oboe', '', 'a4', $usual, 2],
            ['concert C major, 5 notes'.$keys, 'flute', '', 'letter', $usual, 2],
            ['concert C major, 5 notes'.$keys, 'flute', '', 'a4', $usual, 2],
            ['concert C major, 5 notes'.$keys, 'horn-f', '', 'a4', $usual, 2],
            ['concert C major'.$keys, 'clarinet-bb', '', 'a4', 'none', 1],
            ['concert C major'.$keys, 'clarinet-bb', 'numbers', 'a4', $usual, 1],
            ['concert C major'.$keys, 'trombone', 'numbers', 'letter', $usual, 1],
            ['concert C major, 2 octaves'.$keys, 'flute', '', 'a4', $usual, 4],
            ['concert C major, sevenths'.$keys, 'bassoon', '', 'a4', $usual, 5],
            ['concert C major'.$keys, 'trumpet-bb', '', 'a4', $usual, 3],
            ['concert C major'.$keys, 'alto-sax', '', 'letter', $usual, 3],
        ] as $job) {
            yield implode(' | ', \array_slice($job, 0, 4)) => $job;
        }
    }

    #[DataProvider('jobs')]
    public function testAJobTakesNoMorePaperThanACopyistWouldTake(
        string $line,
        string $instrument,
        string $styles,
        string $paper,
        string $rows,
        int $most,
    ): void {
        $sheet = $this->sheet($line, $instrument);
        $look = PrintLook::parse($styles, $paper);
        $pages = self::getContainer()->get(PrintedPages::class);
        $made = $pages->of($sheet, Rows::parse($rows), $look);
        self::assertLessThanOrEqual($most, \count($made));
        foreach ($made as $k => $page) {
            self::assertStringContainsString(\sprintf('page %d of %d', $k + 1, \count($made)), $page->svg);
        }
        self::assertSame(
            array_map(static fn ($page): string => $page->svg, $made),
            array_map(static fn ($page): string => $page->svg, $pages->of($sheet, Rows::parse($rows), $look)),
            'the same job gives the same pages',
        );
        // A sheet of several has no words about its changes, and so no marks of them.
        if (!$sheet->isSingle()) {
            self::assertStringNotContainsString('class="hard"', $made[0]->svg);
        }
    }

    /** @return iterable<string, array{string, string, string, string}> forty jobs */
    public static function fortyJobs(): iterable
    {
        foreach ([
            ['own Eb major, 2 octaves, eighths', 'clarinet-bb'], ['concert C major, keys by fourths', 'flute'],
            ['own A harmonic minor, thirds, eighths', 'alto-sax'], ['own C chromatic, eighths', 'bassoon'],
            ['concert Bb major, then arpeggio, long ends', 'trombone'], ['concert F major, lip slurs', 'horn-f'],
            ['own G major, over ii V I, eighths, swing', 'trumpet-bb'], ['own D dorian, triplets', 'oboe'],
            ['concert Ab major, sixths, eighths', 'tuba-bbb'], ['own E major, 2 octaves, sixteenths', 'xylophone'],
        ] as [$line, $instrument]) {
            foreach (['a4', 'letter'] as $paper) {
                foreach (['', 'large'] as $styles) {
                    yield \sprintf('%s | %s | %s %s', $line, $instrument, $paper, $styles) => [
                        $line, $instrument, $paper, $styles,
                    ];
                }
            }
        }
    }

    /**
     * Words as another program (poppler's pdftotext) finds them on the finished paper: none lies on another, none where no
     * printer reaches, no page but the last is half empty, each with its foot.
     */
    #[DataProvider('fortyJobs')]
    public function testWordsOnThePaperKeepApart(string $line, string $instrument, string $paper, string $styles): void
    {
        $pages = self::getContainer()->get(PrintedPages::class)->of(
            $this->sheet($line, $instrument),
            Rows::parse('degrees,letters,chords,fingerings'),
            PrintLook::parse($styles, $paper, 'Ada', '2 December'),
        );
        $file = tempnam(sys_get_temp_dir(), 'paper');
        file_put_contents($file, self::getContainer()->get(PdfMaker::class)->pdf($pages, 'Paper'));
        $read = new Process(['pdftotext', '-bbox', $file, '-']);
        $read->mustRun();
        unlink($file);
        $found = explode('<page ', $read->getOutput());
        self::assertCount(\count($pages) + 1, $found);
        foreach (\array_slice($found, 1) as $k => $page) {
            self::assertSame(1, preg_match('/^width="([\d.]+)" height="([\d.]+)"/', $page, $size));
            preg_match_all(
                '/<word xMin="([\d.-]+)" yMin="([\d.-]+)" xMax="([\d.-]+)" yMax="([\d.-]+)">([^<]*)</',
                $page,
                $words,
                \PREG_SET_ORDER,
            );
            $this->assertApart($words, (float) $size[1], (float) $size[2]);
            $shown = implode(' ', array_column($words, 5));
            self::assertStringContainsString(\sprintf('page %d of %d', $k + 1, \count($pages)), $shown);
            // The foot begins some twenty millimetres above the edge: what is above it is the page.
            $lowest = max(array_filter(
                array_map(static fn (array $word): float => (float) $word[4], $words),
                static fn (float $y): bool => $y < (float) $size[2] - 57,
            ));
            if ($k + 1 < \count($pages)) {
                self::assertGreaterThan(0.5, $lowest / (float) $size[2], 'page '.($k + 1).' is full');
            }
        }
    }

    /** @param list<array<array-key, string>> $words left, top, right and bottom in points, and the word */
    private function assertApart(array $words, float $width, float $height): void
    {
        foreach ($words as $i => [, $left, $top, $right, $bottom, $word]) {
            self::assertGreaterThan(14, min((float) $left, $width - (float) $right), $word);
            self::assertGreaterThan(10, min((float) $top, $height - (float) $bottom), $word);
            for ($j = $i + 1; $j < \count($words); ++$j) {
                $other = $words[$j];
                $across = min((float) $right, (float) $other[3]) - max((float) $left, (float) $other[1]);
                $down = min((float) $bottom, (float) $other[4]) - max((float) $top, (float) $other[2]);
                // A box has the whole height of its face: half of it is empty above and below most letters.
                $least = 0.5 * min((float) $bottom - (float) $top, (float) $other[4] - (float) $other[2]);
                self::assertFalse($across > 1.0 && $down > $least, $word.' lies on '.$other[5]);
            }
        }
    }

    /** @return list<array{string, string}> lines and instruments by chance, the same every time */
    private static function byChance(int $count): array
    {
        $random = new Randomizer(new Mt19937(1202));
        $of = static fn (array $all): mixed => $all[$random->getInt(0, \count($all) - 1)];
        $jobs = [];
        for ($k = 0; $k < $count; ++$k) {
            $jobs[] = [
                \sprintf(
                    'own %s %s, %s, %s',
                    $of(['C', 'G', 'Eb', 'F#', 'Ab', 'B', 'D']),
                    $of(['major', 'harmonic minor', 'chromatic', 'blues', 'dorian', 'whole tone', 'natural minor']),
                    $of(['1 octave', '2 octaves', '1 octave, thirds', '1 octave, fourths', '1 octave, then arpeggio']),
                    $of(['quarters', 'eighths', 'sixteenths', 'triplets', 'half notes', 'long ends']),
                ),
                $of([
                    'flute', 'oboe', 'clarinet-bb', 'bass-clarinet', 'bassoon', 'alto-sax', 'tenor-sax', 'trumpet-bb',
                    'horn-f', 'trombone', 'euphonium-bc', 'tuba-bbb', 'glockenspiel',
                ]),
            ];
        }

        return $jobs;
    }

    public function testEqualNotesStandEquallyApartAndNoLastLineIsAScrap(): void
    {
        $music = self::getContainer()->get(PageMaker::class);
        $read = 0;
        foreach (self::byChance(200) as [$line, $instrument]) {
            try {
                $part = $this->sheet($line, $instrument)->parts[0];
            } catch (StudyError) {
                continue; // it does not fit the instrument, and says so
            }
            [$engraving] = $music->roomy($part, Rows::all(), BarLayout::SYSTEM, PageMaker::WIDTH);
            $loads = array_map(static fn ($system): int => \count($system->heads), $engraving->systems);
            $said = $line.', '.$instrument.': '.implode(' ', $loads);
            self::assertTrue(1 === \count($loads) || end($loads) > 2, $said);
            foreach ($engraving->systems as $system) {
                $this->assertEven($part, $system->heads, $said);
                $this->assertRemindersHaveRoom($part, $system, $said);
            }
            ++$read;
        }
        self::assertGreaterThan(120, $read);
    }

    /** No reminder lies on a bar line or on the note before, wherever one stands. */
    private function assertRemindersHaveRoom(Part $part, EngravedSystem $system, string $said): void
    {
        foreach ($system->heads as $i => $head) {
            if (null === $part->study->notes[$i]->reminder) {
                continue;
            }
            $drawn = Signs::reminder($part->study->notes[$i]->reminder, $head->left, 0, $system->roomBefore($i));
            self::assertSame(1, preg_match('/translate\(([\d.-]+) [\d.-]+\) scale\(([\d.]+)\)/', $drawn, $found), $drawn);
            $reach = 135 * (float) $found[2];
            self::assertLessThanOrEqual($head->left, (float) $found[1] + $reach, $said);
            $taken = array_filter(
                [...$system->barLines, isset($system->heads[$i - 1]) ? $system->heads[$i - 1]->left + 330 : 0.0],
                static fn (float $x): bool => $x < $head->left,
            );
            self::assertGreaterThanOrEqual(max($taken), (float) $found[1] - $reach, $said.', note '.($i + 1));
        }
    }

    /** @param array<int, \App\Engraving\NoteHead> $heads */
    private function assertEven(Part $part, array $heads, string $said): void
    {
        $gaps = [];
        $notes = $part->study->notes;
        foreach ($heads as $i => $head) {
            $next = $notes[$i + 1] ?? null;
            if (null === $next || !isset($heads[$i + 1]) || $next->bar !== $notes[$i]->bar) {
                continue;
            }
            if ($next->onset - $notes[$i]->onset === $notes[$i]->length) {
                $gaps[$notes[$i]->bar.' '.$notes[$i]->length][] = $heads[$i + 1]->left - $head->left;
            }
        }
        foreach ($gaps as $alike) {
            // A tenth is less than an eye sees between two notes.
            self::assertLessThanOrEqual(1.1 * min($alike), max($alike), $said);
        }
    }

    public function testSayAndFingerIsLargeAndCutsNoBarOfALineThatFits(): void
    {
        foreach ([
            ['own D major, 2 octaves', 'clarinet-bb'], ['concert F major, then arpeggio', 'trombone'],
            ['own C chromatic', 'bassoon'], ['own G major, eighths, thirds', 'horn-f'], ['own C major', 'glockenspiel'],
            ['own F# major, 5 notes', 'oboe'],
        ] as [$line, $instrument]) {
            $part = $this->sheet($line, $instrument)->parts[0];
            foreach ([Paper::A4, Paper::Letter] as $paper) {
                $pages = StripPages::of($part, 'Say and finger', $paper, 'Evening band');
                self::assertCount(1, $pages, $line);
                // Every note by its name, in order, and within the paper.
                $document = new \DOMDocument();
                $document->loadXML($pages[0]->svg);
                $names = [];
                foreach ($document->getElementsByTagName('text') as $text) {
                    if ((int) $text->getAttribute('font-size') >= 720 && '' !== $text->getAttribute('font-weight')) {
                        $names[] = $text;
                    }
                }
                $names = \array_slice($names, 1); // the first is the title
                $shown = array_map(static fn (\DOMElement $one): string => $one->textContent, $names);
                self::assertSame(
                    array_map(static fn ($note): string => $note->pitch()->name()->sign(), $part->study->notes),
                    $shown,
                    $line,
                );
                foreach ($names as $one) {
                    self::assertLessThan($paper->width() - 1000, (float) $one->getAttribute('x'), $line);
                    self::assertLessThan($paper->height() - 1600, (float) $one->getAttribute('y'), $line);
                }
            }
        }
    }

    public function testPagesAreCutWhereItCostsLeast(): void
    {
        $random = new Randomizer(new Mt19937(7));
        for ($n = 0; $n < 300; ++$n) {
            $chunks = [];
            $studies = $random->getInt(1, 4);
            for ($study = 0; $study < $studies; ++$study) {
                for ($k = $random->getInt(1, 3); $k > 0; --$k) {
                    $height = 100 * $random->getInt(10, 60);
                    $isRest = 1 === $random->getInt(0, 1);
                    $chunks[] = new Chunk([new Block('', $height)], $study, 1 === $studies, 1 === $k, $isRest);
                }
            }
            $chunks[] = new Chunk([new Block('', 500)]);
            [$first, $others] = [8000.0, 10000.0];
            $isEven = 1 === $random->getInt(0, 1);
            $breaks = PageBreaks::of($chunks, $first, $others, $isEven);
            self::assertCount(\count($chunks), $breaks->pages);
            // In order, page after page, and nothing over a foot.
            $used = [];
            foreach ($breaks->pages as $k => $page) {
                self::assertContains($page - ($breaks->pages[$k - 1] ?? 0), [0, 1]);
                $used[$page] = ($used[$page] ?? 0.0) + $chunks[$k]->height;
            }
            foreach ($used as $page => $height) {
                self::assertLessThanOrEqual(0 === $page ? $first : $others, $height);
            }
            // The fewest pages, as whoever fills one after the other has them.
            $fewest = 1;
            $left = $first;
            foreach ($chunks as $chunk) {
                if ($chunk->height > $left) {
                    ++$fewest;
                    $left = $others;
                }
                $left -= $chunk->height;
            }
            self::assertLessThanOrEqual($fewest + 1, $breaks->count());
            self::assertGreaterThanOrEqual($fewest, $breaks->count());
        }
    }

    public function testAStudyIsNotCutWhereTheRoomLeftIsSmall(): void
    {
        $chunk = static fn (int $study, float $height, bool $ends): Chunk => new Chunk(
            [new Block('', $height)],
            $study,
            false,
            $ends,
        );
        $studies = [$chunk(0, 4000, true), $chunk(1, 4000, true), $chunk(2, 1500, false), $chunk(2, 1500, true)];
        self::assertSame([0, 0, 1, 1], PageBreaks::of($studies, 10000, 10000, false)->pages);
        // Half a page left: then it goes on overleaf.
        $studies = [$chunk(0, 4500, true), $chunk(1, 4000, false), $chunk(1, 4000, true)];
        self::assertSame([0, 0, 1], PageBreaks::of($studies, 10000, 10000, false)->pages);
    }
}
