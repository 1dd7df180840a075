<?php

declare(strict_types=1);

namespace App\Tests\Engraving;

use App\Engraving\Box;
use App\Engraving\ChartMaker;
use App\Engraving\Diagram;
use App\Engraving\Drawing;
use App\Engraving\Engraver;
use App\Engraving\Ink;
use App\Engraving\KeyMapDrawing;
use App\Engraving\Legend;
use App\Engraving\Page;
use App\Engraving\PageMaker;
use App\Engraving\Paper;
use App\Engraving\Rows;
use App\Engraving\SecondRow;
use App\Engraving\SystemDrawing;
use App\Engraving\TalkPage;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\Layout\BarLayout;
use SwiftReed\Score\PartBuilder;
use Symfony\Bundle\FrameworkBundle\Test\KernelTestCase;

/**
 * The drawings of fingerings over every instrument and set-up: down is solid and up is open, nothing overlaps, nothing
 * is too small to read, every key can be found.
 *
 * Source of the rules: the handbook, chapter 4, "Drawing them".
 */
final class DiagramTest extends KernelTestCase
{
    private InstrumentLibrary $instruments;
    private PartBuilder $parts;

    protected function setUp(): void
    {
        $this->instruments = self::getContainer()->get(InstrumentLibrary::class);
        $this->parts = self::getContainer()->get(PartBuilder::class);
    }

    /** @return iterable<Instrument> every instrument that is fingered, bare and in each set-up */
    private function all(): iterable
    {
        foreach ($this->instruments->ids() as $id) {
            foreach ([
                [],
                ...array_map(static fn (string $name): array => [$name], array_keys($this->instruments->setups($id))),
            ] as $setup) {
                $instrument = $this->instruments->instrument($id, $setup);
                if ('none' !== $instrument->mechanism()->kind()->value) {
                    yield $instrument;
                }
            }
        }
    }

    /** @return list<\SwiftReed\Instrument\Fingering> */
    private static function fingerings(Instrument $instrument): array
    {
        $range = $instrument->range[Stage::Full->value];
        $all = [];
        for ($midi = $range->lowest->midi(); $midi <= $range->highest->midi(); ++$midi) {
            array_push($all, ...$instrument->fingerings(Pitch::plain($midi, true)));
        }

        return $all;
    }

    public function testNothingOverlapsInsideANote(): void
    {
        $drawn = 0;
        foreach ($this->all() as $instrument) {
            $fingerings = self::fingerings($instrument);
            foreach ($fingerings as $k => $fingering) {
                foreach ([
                    null,
                    $fingerings[$k - 1]->touches ?? [],
                    $fingerings[($k * 7 + 3) % \count($fingerings)]->touches,
                ] as $before) {
                    $this->assertClear(
                        Diagram::drawn($instrument, $fingering, $fingering->touches, $before),
                        $instrument->id.' '.$fingering->text,
                    );
                    ++$drawn;
                }
            }
        }
        self::assertGreaterThan(10000, $drawn);
    }

    private function assertClear(Drawing $drawing, string $what): void
    {
        foreach ($drawing->boxes as $i => $one) {
            self::assertLessThanOrEqual(
                $drawing->height,
                $one->bottom,
                $what.': '.$one->kind.' reaches below the drawing',
            );
            self::assertGreaterThanOrEqual(-40, $one->top, $what);
            for ($k = $i + 1; isset($drawing->boxes[$k]); ++$k) {
                if ($one->meets($drawing->boxes[$k])) {
                    self::fail($what.': '.$one->kind.' and '.$drawing->boxes[$k]->kind.' overlap');
                }
            }
        }
    }

    public function testDrawingsUnderNeighbouringNotesKeepApartOnScreenAndInPrint(): void
    {
        $engraver = self::getContainer()->get(Engraver::class);
        $pages = self::getContainer()->get(PageMaker::class);
        $lines = [
            'own C chromatic, sixteenths, quarter = 90',
            'own Ab major, thirds, sixteenths',
            'own Eb harmonic minor, long ends',
            'own F# major, full range, triplets',
        ];
        foreach ([
            ['bassoon', []], ['clarinet-bb', ['lEb']], ['bass-clarinet', ['low-c']], ['alto-sax', ['altissimo']],
            ['oboe', ['left-f']], ['flute', ['c-facilitator']], ['tuba-cc', ['5-valves']], ['horn-f', ['double']],
            ['bass-trombone', ['two-valves']], ['euphonium-bc', ['compensating']],
        ] as [$id, $setup]) {
            foreach ($lines as $line) {
                foreach ([[BarLayout::SYSTEM, PageMaker::WIDTH], [8, 10000]] as [$perSystem, $width]) {
                    $part = $this->parts->build(
                        $this->parts->parser->parse($line),
                        $this->instruments->instrument($id, $setup),
                    );
                    foreach ($engraver->engrave(
                        MusicXmlWriter::forEngraving($part, $perSystem),
                        $width,
                    )->systems as $system) {
                        foreach ([1.0, 1.35] as $scale) {
                            $edges = [];
                            foreach (SystemDrawing::spots($part, $system, Rows::all()->drawnAt($scale)) as $i => [
                                'x' => $x,
                                'tier' => $tier,
                                'drawing' => $drawing,
                            ]) {
                                self::assertGreaterThan(
                                    $edges[$tier] ?? -\INF,
                                    $x + $scale * $drawing->left,
                                    "$line for $id, note $i",
                                );
                                self::assertLessThan(
                                    400,
                                    abs($x - $system->heads[$i]->middle()),
                                    'it stands under its note',
                                );
                                $edges[$tier] = $x + $scale * $drawing->right;
                            }
                        }
                    }
                }
                self::assertNotSame(
                    '',
                    $pages->screen(
                        $this->parts->build(
                            $this->parts->parser->parse($line),
                            $this->instruments->instrument($id, $setup),
                        ),
                        Rows::all(),
                        '',
                    )->svg,
                );
            }
        }
    }

    /**
     * At the size of print every letter of a fingering, a legend, a chart and a key map is at least six points high.
     */
    public function testTextIsAtLeastSixPointsInPrint(): void
    {
        $sixPoints = 6 * 25.4 / 72 * 100;
        self::assertGreaterThan($sixPoints, Ink::LETTER - 4);
        $pages = self::getContainer()->get(PageMaker::class);
        $charts = self::getContainer()->get(ChartMaker::class);
        foreach (['bassoon', 'alto-sax', 'tuba-cc', 'trombone', 'clarinet-bb'] as $id) {
            $instrument = $this->instruments->instrument($id);
            $part = $this->parts->build($this->parts->parser->parse('own Eb major, eighths'), $instrument);
            $sheets = [
                ...self::getContainer()->get(\App\Engraving\PrintedPages::class)->of(
                    \SwiftReed\Score\Sheet::of($part),
                    Rows::all(),
                ),
                ...$charts->print($instrument),
                ...TalkPage::pages($part, false, Paper::A4),
                ...KeyMapDrawing::print($instrument),
            ];
            foreach ($sheets as $sheet) {
                foreach (self::texts($sheet) as [$size, $text]) {
                    self::assertGreaterThanOrEqual($sixPoints, $size, $id.': "'.$text.'"');
                }
            }
        }
    }

    /** @return list<array{float, string}> size in units as printed, and what it says */
    private static function texts(Page $sheet): array
    {
        $document = new \DOMDocument();
        self::assertTrue($document->loadXML($sheet->svg));
        $texts = [];
        foreach ((new \DOMXPath($document))->query('//*[local-name()="text"][@font-size]') as $text) {
            $scale = 1.0;
            for ($up = $text; $up instanceof \DOMElement; $up = $up->parentNode) {
                $scale *= 1 === preg_match('/scale\(([\d.]+)/', $up->getAttribute('transform'), $found)
                    ? (float) $found[1]
                    : 1.0;
            }
            $texts[] = [$scale * (float) $text->getAttribute('font-size'), $text->textContent];
        }

        return $texts;
    }

    public function testDownIsSolidUpIsOpenAndMovesNeverChangeTheFill(): void
    {
        foreach ($this->all() as $instrument) {
            $fingerings = self::fingerings($instrument);
            foreach ($fingerings as $k => $fingering) {
                if (0 !== $k % 5) {
                    continue;
                }
                $still = Diagram::of($instrument, $fingering)->svg;
                $moving = Diagram::drawn($instrument, $fingering, $fingering->touches, [])->svg;
                self::assertSame(self::solid($still), self::solid($moving), $instrument->id.' '.$fingering->text);
                if ('slide' !== $instrument->mechanism()->kind()->value) {
                    $halves = \count(array_filter(
                        $fingering->touches,
                        static fn (string $id): bool => $instrument->mechanism()->touches()[$id]->isHalfHole,
                    ));
                    self::assertSame(
                        \count($fingering->touches) - $halves - (
                            \in_array('L1-vent', $fingering->touches, true) ? 0 : 0
                        ),
                        self::solid($still),
                        $instrument->id.' '.$fingering->text.': as many solid as are down',
                    );
                }
            }
        }
        $bassoon = $this->instruments->instrument('bassoon');
        $half = Diagram::of($bassoon, $bassoon->fingerings(Pitch::parse('G3'))[0])->svg;
        self::assertSame(1, preg_match_all('/<path d="M-150 \d+ A/', $half), 'the half hole is half filled');
        $flicked = Diagram::of($bassoon, $bassoon->fingerings(Pitch::parse('A3'))[0])->svg;
        self::assertGreaterThan(
            substr_count(Diagram::of($bassoon, $bassoon->fingerings(Pitch::parse('A2'))[0])->svg, 'stroke-linecap'),
            substr_count($flicked, 'stroke-linecap'),
            'a flick has its own strokes',
        );
        $clarinet = $this->parts->build(
            $this->parts->parser->parse('own G major, 2 octaves'),
            $this->instruments->instrument('clarinet-bb'),
        );
        $ready = Diagram::planned($clarinet->instrument, $clarinet->plan->notes[8], null);
        self::assertCount(4, $clarinet->plan->notes[8]->resting);
        self::assertSame(1, self::solid($ready->svg), 'the right hand that is only ready on A4 is not drawn as needed');
        preg_match_all('/<circle [^>]*\br="([\d.]+)"/', $ready->svg, $dots);
        self::assertCount(4, $dots[1], 'a ring with a dot each');
        foreach ($dots[1] as $radius) {
            self::assertLessThanOrEqual(160 / 2 / 4, (float) $radius, 'a quarter of the width at most');
        }
        self::assertNotContains(
            'text',
            array_map(
                static fn (Box $box): string => $box->kind,
                array_filter($ready->boxes, static fn (Box $box): bool => $box->left > 0),
            ),
            'and without its letter',
        );
    }

    private static function solid(string $svg): int
    {
        return preg_match_all('/<rect [^>]*fill="'.Ink::INK.'"/', $svg) ?: 0;
    }

    public function testNoTwoFingeringsOfANoteLookAlike(): void
    {
        foreach ($this->all() as $instrument) {
            $range = $instrument->range[Stage::Full->value];
            for ($midi = $range->lowest->midi(); $midi <= $range->highest->midi(); ++$midi) {
                $drawn = array_map(
                    static fn ($fingering): string => Diagram::of($instrument, $fingering)->svg,
                    $instrument->fingerings(Pitch::plain($midi, true)),
                );
                self::assertSame(
                    $drawn,
                    array_values(array_unique($drawn)),
                    $instrument->id.' '.Pitch::plain($midi, true)->text(),
                );
            }
        }
    }

    public function testEveryKeyHasItsPlaceAndNoTwoShareLetterAndGroup(): void
    {
        foreach ($this->all() as $instrument) {
            if (null === $instrument->map) {
                self::assertNotSame('keywork', $instrument->mechanism()->kind()->value, $instrument->id);
                continue;
            }
            $touches = $instrument->mechanism()->touches();
            $spots = array_intersect_key($instrument->map->spots(), $touches);
            self::assertSame(
                [],
                array_diff(array_keys($touches), array_keys($spots)),
                $instrument->id.': every touch has its spot',
            );
            $seen = [];
            foreach ($instrument->map->groups as $group) {
                foreach (array_intersect_key($group->spots, $touches) as $id => $spot) {
                    $look = $touches[$id]->label.' in '.$group->name.(
                        'holes' === $group->name ? ($touches[$id]->isLeft() ? ' left' : ' right') : ''
                    );
                    self::assertArrayNotHasKey($look, $seen, $instrument->id.': '.$look);
                    $seen[$look] = $id;
                }
            }
            $keys = KeyMapDrawing::keys($instrument);
            self::assertCount(\count($touches), $keys);
            foreach ($keys as $key) {
                self::assertNotSame('', $key['says'].$key['finger'].$key['place']);
            }
            $document = new \DOMDocument();
            self::assertTrue($document->loadXML(KeyMapDrawing::drawing($instrument)->svg));
        }
    }

    public function testALegendNamesTheSignsThatOccurAndNoOthers(): void
    {
        $says = fn (string $line, string $id, bool $moves, string ...$setup): string => implode(
            '; ',
            array_column(
                Legend::signs(
                    $this->instruments->instrument($id, array_values($setup)),
                    $this->parts->build(
                        $this->parts->parser->parse($line),
                        $this->instruments->instrument($id, array_values($setup)),
                    )->plan->notes,
                    $moves,
                ),
                'says',
            ),
        );
        self::assertStringContainsString('half covered', $says('own G major', 'bassoon', true));
        self::assertStringContainsString('touched as the note begins', $says('own F major, from F3', 'bassoon', true));
        self::assertStringNotContainsString('half covered', $says('own C tetrachord, from C3', 'bassoon', true));
        self::assertStringNotContainsString('since the note before', $says('own G major', 'bassoon', false));
        self::assertStringNotContainsString('half covered', $says('own G major', 'alto-sax', true));
        self::assertStringContainsString(
            'trigger down',
            $says('own C major, from C3', 'trombone', true, 'f-attachment'),
        );
        self::assertStringNotContainsString('trigger', $says('own C major, from C3', 'trombone', true));
        [$svg, $height] = Legend::line(
            Legend::signs(
                $this->instruments->instrument('bassoon'),
                $this->parts->build(
                    $this->parts->parser->parse('own G major'),
                    $this->instruments->instrument('bassoon'),
                )->plan->notes,
                true,
            ),
            9000,
        );
        self::assertGreaterThan(400, $height, 'a narrow line wraps');
        self::assertStringContainsString('half covered', $svg);
    }

    public function testASecondSchoolStandsUnderTheNotesWhereItDiffersAndIsNamed(): void
    {
        $pages = self::getContainer()->get(PageMaker::class);
        $plain = $this->parts->build(
            $this->parts->parser->parse('own A major, 2 octaves, eighths'),
            $this->instruments->instrument('clarinet-bb'),
        );
        $other = new SecondRow(
            $this->parts->build(
                $this->parts->parser->parse('own A major, 2 octaves, eighths'),
                $this->instruments->instrument('clarinet-bb', ['left-first']),
            ),
            'left little finger first',
        );
        self::assertTrue($other->differsAnywhere($plain));
        $with = $pages->screen($plain, Rows::all(), '', second: $other)->svg;
        self::assertStringContainsString('or, left little finger first:', $with);
        self::assertStringNotContainsString('or, ', $pages->screen($plain, Rows::all(), '')->svg);
        $same = new SecondRow($plain, 'the same');
        self::assertFalse($same->differsAnywhere($plain));
        self::assertStringNotContainsString(
            'or, the same',
            $pages->screen($plain, Rows::all(), '', second: $same)->svg,
        );
    }

    public function testAChartExplainsItsAlternatesAndSaysWherePlayersDiffer(): void
    {
        $explained = ChartMaker::notesTo($this->instruments->instrument('clarinet-bb'), '');
        $text = implode("\n", array_map(static fn (array $one): string => $one['note'].' '.$one['says'], $explained));
        self::assertStringContainsString(
            'F♯4 the two lower side keys; in a chromatic run, beside F4, from four notes a second, not in the first year',
            $text,
        );
        self::assertSame(range(1, \count($explained)), array_column($explained, 'number'));
        $sheets = self::getContainer()->get(ChartMaker::class)->print($this->instruments->instrument('oboe'));
        $all = html_entity_decode(strip_tags(implode(
            '',
            array_map(static fn (Page $sheet): string => $sheet->svg, $sheets),
        )));
        self::assertStringContainsString('players differ', $all);
        self::assertStringContainsString('forked F', $all);
        self::assertStringContainsString('half covered', $all);
    }

    public function testAPlaceWithATriggerIsNamedByWhereItIs(): void
    {
        $trombone = $this->instruments->instrument('bass-trombone', ['two-valves']);
        $names = [];
        foreach (self::fingerings($trombone) as $fingering) {
            if ('T' === $fingering->side || 'TV' === $fingering->side) {
                preg_match('/font-size="330"[^>]*>([^<]+)</', Diagram::of($trombone, $fingering)->svg, $found);
                $names[$fingering->side.$fingering->slide?->position] = [
                    $found[1] ?? '',
                    round($fingering->onSlide()->out, 1),
                ];
            }
        }
        // Source of the places: the handbook, chapter 4: with F 2.3 3.6 4.9 6.2 7.4, with both 2.6 4.1 5.6 7.0.
        self::assertSame(['2', 2.3], $names['T2']);
        self::assertSame(['3½', 3.6], $names['T3']);
        self::assertSame(['5', 4.9], $names['T4']);
        self::assertSame(['6', 6.2], $names['T5']);
        self::assertSame(['2½', 2.6], $names['TV2']);
        self::assertSame(['4', 4.1], $names['TV3']);
    }
}
