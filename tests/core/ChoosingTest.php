<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Told;

/**
 * The well-known rules of choosing among alternates, each with a real study line where it applies and one where it must
 * not. Source: the handbook, chapter 4; common practice, no published source.
 */
final class ChoosingTest extends TestCase
{
    /**
     * @return iterable<string, array{string, string, string, string, bool, 5?: Stage, 6?: list<string>}> instrument,
     *  line, note, touch or text, whether it is there
     */
    public static function rules(): iterable
    {
        yield 'clarinet: B4 on the left because C sharp follows on the right' => [
            'clarinet-bb', 'own A major, 2 octaves', 'B4', 'lE', true,
        ];
        yield 'clarinet: B4 on the right where C sharp must be left' => [
            'clarinet-bb', 'own B major, 2 octaves', 'B4', 'rE', true,
        ];
        yield 'clarinet: C sharp 5 on the left beside E flat, which is only on the right' => [
            'clarinet-bb', 'own B major, 2 octaves', 'C#5', 'lFs', true,
        ];
        yield 'clarinet: D flat 5 on the left between C and E flat' => [
            'clarinet-bb', 'own Ab major, 2 octaves', 'Db5', 'lFs', true,
        ];
        yield 'clarinet: C5 on the right in C major' => ['clarinet-bb', 'own C major, 2 octaves', 'C5', 'rF', true];
        yield 'clarinet: E flat 4 by the side key in steps' => ['clarinet-bb', 'own Bb major', 'Eb4', 'side-eb', true];
        yield 'clarinet: E flat 4 by the sliver where the right index is busy' => [
            'clarinet-bb', 'own Bb formula 1 4', 'Eb4', 'sliver-l', true,
        ];
        yield 'clarinet: F sharp 4 after F in a chromatic run with the side keys' => [
            'clarinet-bb', 'own C chromatic, sixteenths, 100', 'F#4', 'side-fs', true,
        ];
        yield 'clarinet: first-year players flip thumb and index' => [
            'clarinet-bb', 'own C chromatic, eighths', 'F#4', 'L1', true, Stage::First,
        ];
        yield 'clarinet: F sharp 4 after E with the index' => ['clarinet-bb', 'own G major', 'F#4', 'L1', true];
        yield 'clarinet: B3 by the sliver beside B flat' => [
            'clarinet-bb', 'own A chromatic, from A3, sixteenths, 100', 'B3', 'sliver-r', true,
        ];
        yield 'clarinet: B3 with the middle finger otherwise' => [
            'clarinet-bb', 'own G major, 2 octaves', 'B3', 'R2', true,
        ];
        yield 'clarinet: F sharp 5 by the sliver beside F' => [
            'clarinet-bb', 'own F chromatic, from F4, 2 octaves, sixteenths, 100', 'F#5', 'sliver-r', true,
        ];
        yield 'clarinet: F sharp 5 with the middle finger otherwise' => [
            'clarinet-bb', 'own G major, 2 octaves', 'F#5', 'R2', true,
        ];

        foreach (['Bb', 'Eb', 'Ab', 'Db'] as $tonic) {
            yield "saxophone: bis in $tonic" => ['alto-sax', "own $tonic major, eighths", 'Bb4', 'bis', true];
        }
        yield 'saxophone: side key in F, as beginners are taught' => [
            'alto-sax', 'own F major', 'Bb4', 'side-bb', true, Stage::First,
        ];
        yield 'saxophone: bis in F from then on' => ['alto-sax', 'own F major', 'Bb4', 'bis', true];
        yield 'saxophone: no bis where B natural stands next' => [
            'alto-sax', 'own C chromatic, eighths', 'Bb4', 'bis', false,
        ];
        yield 'saxophone: no bis beside B natural in a flat key either' => [
            'alto-sax', 'own Eb formula 1 5 #5', 'Bb4', 'bis', false,
        ];
        yield 'saxophone: side key for A sharp in a sharp key' => ['alto-sax', 'own E lydian', 'A#4', 'side-bb', true];
        yield 'saxophone: one-and-one in the B flat arpeggio' => [
            'alto-sax', 'own Bb arpeggio, 2 octaves, sixteenths, 100', 'Bb5', 'R1', true,
        ];
        yield 'saxophone: no one-and-one in the scale' => ['alto-sax', 'own Bb major', 'Bb5', 'R1', false];
        yield 'saxophone: F sharp by the trill key between F and F sharp' => [
            'alto-sax', 'own C chromatic, sixteenths, 100', 'F#4', 'fs-trill', true,
        ];
        yield 'saxophone: F sharp with the middle finger in G' => ['alto-sax', 'own G major', 'F#5', 'R2', true];
        yield 'saxophone: C by the side key against B' => [
            'alto-sax', 'own C chromatic, sixteenths, 60', 'C5', 'side-c', true,
        ];
        yield 'saxophone: C with the middle finger in F' => ['alto-sax', 'own F major', 'C5', 'side-c', false];

        yield 'saxophone: bis beside C in the school that allows it' => [
            'alto-sax', 'own Eb major, from Bb4 to C5', 'Bb4', 'bis', true,
        ];
        yield 'saxophone: no bis beside C in the school that forbids it' => [
            'alto-sax', 'own Eb major, from Bb4 to C5', 'Bb4', 'bis', false, Stage::Full, ['bis-not-by-c'],
        ];
        yield 'saxophone: bis away from C in that school too' => [
            'alto-sax', 'own Ab arpeggio', 'Ab4', 'gs', true, Stage::Full, ['bis-not-by-c'],
        ];
        yield 'clarinet: right little finger first' => [
            'clarinet-bb', 'own E minor arpeggio, 2 octaves', 'B4', 'rE', true, Stage::Full, ['right-first'],
        ];
        yield 'clarinet: left little finger first' => [
            'clarinet-bb', 'own F arpeggio, 2 octaves', 'C5', 'lF', true, Stage::Full, ['left-first'],
        ];
        yield 'clarinet: little fingers still alternate in the right-first school' => [
            'clarinet-bb', 'own B major, 2 octaves', 'C#5', 'lFs', true, Stage::Full, ['right-first'],
        ];

        foreach (['F', 'Bb', 'Eb', 'Ab'] as $tonic) {
            yield "flute: thumb B flat in $tonic" => ['flute', "own $tonic major", 'Bb4', 'thumb-bb', true];
        }
        yield 'flute: no thumb B flat where B natural is near' => [
            'flute', 'own C chromatic', 'Bb4', 'thumb-bb', false,
        ];
        yield 'flute: one-and-one for A sharp in B' => ['flute', 'own B major', 'A#5', 'R1', true];
        yield 'flute: F sharp with the ring finger' => ['flute', 'own G major, 2 octaves', 'F#5', 'R3', true];
        yield 'flute: not with the middle finger, even beside E' => ['flute', 'own E formula 1 2', 'F#4', 'R2', false];

        yield 'oboe: plain F in C' => ['oboe', 'own C major', 'F4', 'f', true];
        yield 'oboe: forked F after E flat' => ['oboe', 'own Eb major', 'F4', 'f', false];
        yield 'oboe: forked F beside D' => ['oboe', 'own D minor arpeggio', 'F4', 'f', false];
        yield 'oboe: left F after E flat where there is one' => [
            'oboe', 'own Db major, from Eb4 to Ab4', 'F4', 'l-f', true, Stage::Full, ['left-f'],
        ];
        yield 'oboe: left E flat beside C sharp' => ['oboe', 'own Ab major, from C4 to F4', 'Eb4', 'l-eb', true];
        yield 'oboe: right E flat beside D' => ['oboe', 'own Bb major, from D4 to F4', 'Eb4', 'eb', true];

        yield 'bassoon: thumb A flat after the front F sharp' => ['bassoon', 'own E major', 'G#3', 'ab-thumb', true];
        yield 'bassoon: front A flat in A flat' => ['bassoon', 'own Ab major', 'Ab3', 'ab', true];
        yield 'bassoon: the flick on A3' => ['bassoon', 'own F major, from F3', 'A3', 'flick-a', true];
        yield 'bassoon: no whisper key from A3 up' => ['bassoon', 'own F major, from F3', 'A3', 'whisper', false];
    }

    /** @param list<string> $setup */
    #[DataProvider('rules')]
    public function testRule(
        string $instrument,
        string $line,
        string $note,
        string $touch,
        bool $isThere,
        Stage $stage = Stage::Full,
        array $setup = [],
    ): void {
        $part = Support::part($line, $instrument, $stage, ...$setup);
        $found = 0;
        foreach ($part->study->notes as $i => $one) {
            if ($one->pitch()->text() === $note) {
                ++$found;
                self::assertSame(
                    $isThere,
                    \in_array($touch, $part->plan->notes[$i]->fingering->touches, true),
                    \sprintf('note %d: %s', $i, $part->plan->notes[$i]->fingering->text),
                );
            }
        }
        self::assertGreaterThan(0, $found, "$note stands in the line");
    }

    public function testTheRightHandStaysDownOnThroatNotesBeforeTheBreak(): void
    {
        $part = Support::part('own G major, 2 octaves', 'clarinet-bb');
        foreach ($part->study->notes as $i => $note) {
            $next = $part->study->notes[$i + 1] ?? null;
            if ('A4' === $note->pitch()->text() && 'B4' === $next?->pitch()->text()) {
                self::assertSame(
                    ['R1', 'R2', 'R3'],
                    array_values(array_intersect(['R1', 'R2', 'R3'], $part->plan->notes[$i]->resting)),
                );
            }
        }
        self::assertSame(
            [],
            Support::part('own G formula 1 2, from G4 to A4', 'clarinet-bb')->plan->notes[1]->resting,
            'not where it is not needed',
        );
    }

    public function testThreeStandsForOneTwoOnlyInFiguresAtFourNotesASecond(): void
    {
        $texts = static fn (string $line, Stage $stage = Stage::Full): array => array_map(
            static fn ($note): string => $note->fingering->text,
            Support::part($line, 'trumpet-bb', $stage)->plan->notes,
        );
        $figure = 'own Ab phrygian, cell 1 2 1 2 1 2 up only, 5 notes, sixteenths, quarter = ';
        self::assertContains('3', $texts($figure.'60'), 'back and forth, four notes a second');
        self::assertNotContains('3', $texts($figure.'59'));
        self::assertNotContains('3', $texts($figure.'60', Stage::First));
        self::assertSame(
            ['0', '1-2', '0'],
            $texts('own G formula 1 2, sixteenths, quarter = 120, from G4 to A4'),
            'a turn is no figure',
        );
    }

    public function testWithTheAttachmentTheOuterPositionsAreSpared(): void
    {
        $positions = static fn (string ...$setup): array => array_map(
            static fn ($note): string => $note->fingering->text,
            Support::part('concert Bb major, from Bb2, up', 'trombone', Stage::Full, ...$setup)->plan->notes,
        );
        self::assertSame('6', $positions()[1]);
        self::assertSame('T1', $positions('f-attachment')[1]);
    }

    public function testTheTrombonesD4IsWhereItsNeighboursAre(): void
    {
        $d = static function (string $line, string ...$own): string {
            $part = Support::built(
                $line,
                Support::instruments()->instrument('trombone'),
                Stage::Full,
                tendencies: array_map(\SwiftReed\Fingering\Tendency::parse(...), array_values($own)),
            );
            foreach ($part->study->notes as $i => $note) {
                if ('D4' === $note->pitch()->text()) {
                    return $part->plan->notes[$i]->fingering->text;
                }
            }
            self::fail('no D4');
        };
        self::assertSame('1', $d('own D major, from C#4 to E4, eighths'), 'beside C sharp');
        self::assertSame('1', $d('own Eb major, from D4 to F4, eighths'), 'beside E flat');
        self::assertSame('4', $d('own G arpeggio, from G3, eighths'), 'beside G and B');
        self::assertSame('1', $d('own G arpeggio, from G3'), 'but not slowly');
        self::assertSame(
            '4',
            $d('own D major, from C#4 to E4, eighths', 'D4 flat 30'),
            'where 1 is flat and cannot be raised',
        );
    }

    public function testHalfHoleChangesAreWorded(): void
    {
        $part = Support::part('own C, 5 notes, then arpeggio', 'bassoon');
        $spots = array_map(Told::english($part)->hard(...), $part->plan->hardSpots);
        self::assertStringContainsString(
            'into half-hole G: six fingers land together, the index on half its hole',
            implode("\n", $spots),
            'F to G',
        );
        self::assertStringContainsString(
            'into half-hole G: the index rolls open as five land',
            implode("\n", $spots),
            'E to G',
        );
    }

    public function testReasonsAreSaidInATeachersWords(): void
    {
        $part = Support::part('own Ab major, 2 octaves', 'clarinet-bb');
        $why = array_filter(array_map(Told::english($part)->why(...), array_keys($part->plan->notes)));
        self::assertContains(
            'left F sharp and C sharp key: right – left – right, notes 10 to 12, so that nothing slides',
            $why,
        );
        self::assertContains(
            'left F sharp and C sharp key: right – left – right, notes 18 to 20, so that nothing slides; '
                .'the same on the way back',
            $why,
        );
        $part = Support::part('own Db major, 1 octave', 'oboe');
        self::assertContains(
            'left E flat key: with the usual fingering the right little finger would roll from the low C sharp key '
                .'to the right E flat key, D♭ to E♭',
            array_filter(array_map(Told::english($part)->why(...), array_keys($part->plan->notes))),
        );
    }
}
