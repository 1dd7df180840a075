<?php

declare(strict_types=1);

namespace App\Tests\Engraving;

use App\Engraving\Box;
use App\Engraving\ChartMaker;
use App\Engraving\Drawing;
use App\Engraving\Ink;
use App\Engraving\KeyMapDrawing;
use App\Engraving\LargeDrawing;
use App\Engraving\LargeField;
use App\Engraving\LargePages;
use App\Engraving\Page;
use App\Engraving\Paper;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Instrument\TuningAct;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Stage;
use SwiftReed\Score\PartBuilder;
use Symfony\Bundle\FrameworkBundle\Test\KernelTestCase;

/**
 * Large drawings, maps and charts over every instrument and set-up: every touch has its place, nothing meets, and what
 * is drawn is what the fingering says.
 *
 * Source of the rules: the handbook, chapter 4, "Drawing them".
 */
final class LargeTest extends KernelTestCase
{
    private InstrumentLibrary $instruments;

    protected function setUp(): void
    {
        $this->instruments = self::getContainer()->get(InstrumentLibrary::class);
    }

    /** @return iterable<Instrument> every instrument that is fingered, bare and in each set-up */
    private function all(): iterable
    {
        foreach ($this->instruments->ids() as $id) {
            $setups = array_keys($this->instruments->setups($id));
            foreach ([[], ...array_map(static fn (string $name): array => [$name], $setups)] as $setup) {
                $instrument = $this->instruments->instrument($id, $setup);
                if ('none' !== $instrument->mechanism()->kind()->value) {
                    yield $instrument;
                }
            }
        }
    }

    private static function assertClear(Drawing $drawing, string $what): void
    {
        foreach ($drawing->boxes as $one) {
            if ($one->top < 0 || $one->bottom > $drawing->height) {
                self::fail($what.': '.$one->kind.' hangs out of the drawing');
            }
        }
        self::assertNoneMeet($drawing->boxes, $what);
    }

    /** @param list<Box> $boxes */
    private static function assertNoneMeet(array $boxes, string $what): void
    {
        foreach ($boxes as $i => $one) {
            for ($k = $i + 1; isset($boxes[$k]); ++$k) {
                if ($one->meets($boxes[$k])) {
                    self::fail(\sprintf('%s: "%s" and "%s" meet', $what, $one->kind, $boxes[$k]->kind));
                }
            }
        }
    }

    public function testEveryFingeringIsDrawnLargeWithEveryTouchAndNothingMeets(): void
    {
        $drawn = 0;
        foreach ($this->all() as $instrument) {
            $range = $instrument->range[Stage::Full->value];
            $spots = $instrument->body?->spots() ?? [];
            self::assertSame([], array_diff_key($instrument->mechanism()->touches(), $spots), $instrument->id);
            for ($midi = $range->lowest->midi(); $midi <= $range->highest->midi(); ++$midi) {
                foreach ($instrument->fingerings(Pitch::plain($midi, true)) as $fingering) {
                    $what = implode(' ', [$instrument->id, ...$instrument->setup, $fingering->text]);
                    $drawing = LargeDrawing::of($instrument, $fingering);
                    self::assertClear($drawing, $what);
                    $names = \count(array_filter(
                        $drawing->boxes,
                        static fn (Box $one): bool => 'text' === $one->kind,
                    ));
                    // A name at least for every touch that is down; a position has its seven digits.
                    self::assertGreaterThanOrEqual(\count($fingering->touches), $names, $what);
                    ++$drawn;
                }
            }
        }
        self::assertGreaterThan(15000, $drawn);
    }

    public function testWhatIsDownIsSolidAndWhatIsReadyIsARing(): void
    {
        foreach (['clarinet-bb' => 'C4', 'flute' => 'A4', 'bassoon' => 'F3', 'euphonium-bc' => 'C3'] as $id => $note) {
            $instrument = $this->instruments->instrument($id);
            $usual = $instrument->fingerings(Pitch::parse($note))[0];
            self::assertNotSame([], $usual->touches, $id);
            $solid = static fn (Drawing $drawing): int => substr_count($drawing->svg, 'fill="'.Ink::INK.'" stroke="');
            $down = LargeDrawing::of($instrument, $usual);
            self::assertSame(\count($usual->touches), $solid($down), $id);
            // The same touches, all of them only ready: none is solid, each has its dot.
            $ready = LargeDrawing::of($instrument, $usual, $usual->touches, $usual->touches);
            self::assertSame(0, $solid($ready), $id);
            self::assertSame(\count($usual->touches), substr_count($ready->svg, '<circle'), $id);
            self::assertSame(0, $solid(LargeDrawing::map($instrument)), $id);
        }
    }

    public function testTheSlideThatIsDrawnIsPointedAt(): void
    {
        foreach (['trumpet-bb' => 'D4', 'flugelhorn' => 'C#4'] as $id => $note) {
            $instrument = $this->instruments->instrument($id);
            $usual = $instrument->fingerings(Pitch::parse($note))[0];
            $plain = LargeDrawing::of($instrument, $usual);
            $drawn = LargeDrawing::of($instrument, $usual, act: TuningAct::ThirdSlide);
            self::assertCount(\count($plain->boxes) + 1, $drawn->boxes, $id);
            self::assertClear($drawn, $id);
            self::assertSame($plain->svg, LargeDrawing::of($instrument, $usual, act: TuningAct::Lip)->svg, $id);
        }
    }

    public function testKeyMapsNameEveryTouchAndNothingIsPrintedOverAnother(): void
    {
        foreach ($this->all() as $instrument) {
            $what = $instrument->id.' '.implode(' ', $instrument->setup);
            $drawing = KeyMapDrawing::drawn($instrument);
            self::assertNoneMeet($drawing->boxes, $what);
            $keys = KeyMapDrawing::keys($instrument);
            $ids = array_column($keys, 'id');
            self::assertSame([], array_diff(array_keys($instrument->mechanism()->touches()), $ids), $what);
            foreach ($keys as $key) {
                self::assertNotSame('', $key['says'], $what);
                self::assertNotSame('', $key['finger'].$key['place'], $what);
            }
            foreach (KeyMapDrawing::print($instrument) as $page) {
                self::assertTextsKeepApart($page, $what);
            }
        }
    }

    public function testNoWordOfAChartMeetsAnother(): void
    {
        $charts = self::getContainer()->get(ChartMaker::class);
        $pages = self::getContainer()->get(LargePages::class);
        foreach ($this->instruments->ids() as $id) {
            $instrument = $this->instruments->instrument($id);
            if ('none' === $instrument->mechanism()->kind()->value) {
                continue;
            }
            foreach ($charts->print($instrument) as $page) {
                self::assertTextsKeepApart($page, $id);
            }
            $fields = LargeField::ofRange($instrument);
            $paper = 0 === \strlen($id) % 2 ? Paper::A4 : Paper::Letter;
            foreach ($pages->print($instrument, $fields, $instrument->name, '', $paper) as $page) {
                self::assertTextsKeepApart($page, $id.', large');
            }
        }
    }

    public function testTheNotesOfALineStandOnceEachAndAreFingeredAsTheLineHasThem(): void
    {
        $parts = self::getContainer()->get(PartBuilder::class);
        foreach ([
            ['own D major', 'trumpet-bb', 8],
            ['own F major, thirds', 'flute', 10],
            ['own C chromatic', 'trombone', 13],
            ['own A minor arpeggio', 'alto-sax', 4],
        ] as [$line, $id, $count]) {
            $part = $parts->build($parts->parser->parse($line), $this->instruments->instrument($id));
            $fields = LargeField::ofPart($part);
            self::assertSame(
                array_map(static fn (Pitch $one): string => $one->text(), $part->notesNeeded()),
                array_map(static fn (LargeField $one): string => $one->pitch->text(), $fields),
                $line,
            );
            self::assertCount($count, $fields, $line);
            foreach ($fields as $field) {
                self::assertNotSame('', $field->words, $line);
            }
        }
    }

    /** No text of a page meets another: by where they stand, and as wide as they come out in their face. */
    private static function assertTextsKeepApart(Page $page, string $what): void
    {
        $document = new \DOMDocument();
        self::assertTrue($document->loadXML($page->svg));
        $boxes = [];
        foreach ((new \DOMXPath($document))->query('//*[local-name()="text"][@font-size]') as $text) {
            [$x, $y, $scale] = [(float) $text->getAttribute('x'), (float) $text->getAttribute('y'), 1.0];
            for ($up = $text; $up instanceof \DOMElement; $up = $up->parentNode) {
                $transform = $up->getAttribute('transform');
                if (1 === preg_match('/scale\(([\d.]+)/', $transform, $found)) {
                    [$x, $y, $scale] = [$x * (float) $found[1], $y * (float) $found[1], $scale * (float) $found[1]];
                }
                if (1 === preg_match('/translate\((-?[\d.]+)[ ,]+(-?[\d.]+)/', $transform, $found)) {
                    [$x, $y] = [$x + (float) $found[1], $y + (float) $found[2]];
                }
            }
            $size = $scale * (float) $text->getAttribute('font-size');
            // Ink::width is generous: a tenth less is what the faces take.
            $width = 0.9 * Ink::width(trim($text->textContent), (int) $size);
            $left = $x - match ($text->getAttribute('text-anchor')) {
                'middle' => $width / 2, 'end' => $width, default => 0.0,
            };
            $boxes[] = new Box($left, $y - 0.6 * $size, $left + $width, $y, $text->textContent);
        }
        foreach ($boxes as $i => $one) {
            self::assertLessThanOrEqual($page->width, $one->right, $what.': '.$one->kind.' runs off the page');
        }
        self::assertNoneMeet($boxes, $what);
    }
}
