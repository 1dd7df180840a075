<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use SwiftReed\Explain\FingeringWords;
use SwiftReed\Explain\Likeness;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Stage;
use SwiftReed\Score\Format\JsonWriter;
use SwiftReed\Score\Format\MidiWriter;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\Format\TextWriter;
use SwiftReed\Score\KeyNames;
use SwiftReed\Words\Catalogue;

final class WritersTest extends TestCase
{
    public function testTheJsonHasTheShapeThatIsPromised(): void
    {
        $data = json_decode(
            JsonWriter::write(Support::part(
                'concert G major, 2 octaves, up and down, eighths, quarter = 72',
                'clarinet-bb',
            )),
            true,
            512,
            \JSON_THROW_ON_ERROR,
        );
        self::assertSame('concert G major, 2 octaves, up and down, eighths, quarter = 72', $data['line']);
        self::assertSame(['id' => 'clarinet-bb', 'name' => 'Clarinet in B♭', 'setup' => []], $data['instrument']);
        self::assertSame(['tonic' => 'G', 'mode' => 'major', 'fifths' => 1], $data['concert_key']);
        self::assertSame(
            ['tonic' => 'A', 'mode' => 'major', 'fifths' => 3, 'respelled' => false],
            $data['written_key'],
        );
        self::assertSame(['bpm' => 72, 'unit' => '1/4', 'click' => 'every'], $data['tempo']);
        self::assertCount(29, $data['notes']);
        $first = $data['notes'][0];
        self::assertSame(
            [0, 1, '0', '1/8', 'A3', 'G3', 55, '1', true, 'tongue', null, null, null],
            [
                $first['i'], $first['bar'], $first['onset'], $first['duration'], $first['written'], $first['sounding'],
                $first['midi'], $first['degree'], $first['tongued'], $first['attack'], $first['slur'], $first['tuplet'],
                $first['reminder'],
            ],
        );
        self::assertSame(['LT', 'L1', 'L2', 'L3', 'R1', 'R2'], $first['fingering']['touches']);
        self::assertSame(['8', '15'], [$data['notes'][7]['degree'], $data['notes'][14]['degree']]);
        self::assertSame(
            ['lowest' => 'A3', 'highest' => 'A5', 'policy' => 'whole octaves that fit', 'moves' => []],
            $data['range'],
        );
        self::assertStringContainsString('over the break', $data['hard_spots'][0]['why']);
        foreach ($data['notes'] as $i => $note) {
            self::assertSame($i, $note['i']);
        }
    }

    public function testBrassCarriesValvesSidesPositionsAndCents(): void
    {
        $trumpet = JsonWriter::data(Support::part('own A major, up', 'trumpet-bb'))['notes'];
        self::assertIsArray($trumpet);
        self::assertSame(['v1', 'v2'], $trumpet[0]['fingering']['touches']);
        self::assertSame('1-2', $trumpet[0]['fingering']['valves']);
        self::assertSame(10.6, $trumpet[0]['fingering']['cents']);
        $horn = JsonWriter::data(Support::part('own C major, 2 octaves, up', 'horn-f', Stage::Full, 'double'))['notes'];
        self::assertIsArray($horn);
        self::assertSame('F', $horn[0]['fingering']['side']);
        self::assertSame(['Bb', 'T0'], [$horn[14]['fingering']['side'], $horn[14]['fingering']['text']]);
        $trombone = JsonWriter::data(Support::part(
            'concert C major, from C3, up',
            'trombone',
            Stage::Full,
            'f-attachment',
        ))['notes'];
        self::assertIsArray($trombone);
        self::assertSame(
            [1, 'T', null],
            [
                $trombone[0]['fingering']['slide'],
                $trombone[0]['fingering']['side'],
                $trombone[0]['fingering']['slide_adjust'],
            ],
        );
    }

    public function testMusicXmlTransposesForTheInstrument(): void
    {
        foreach (Support::instruments()->ids() as $id) {
            $part = Support::part('concert Eb harmonic minor, then arpeggio, slurred', $id);
            $xml = simplexml_load_string(MusicXmlWriter::write($part));
            self::assertNotFalse($xml);
            $attributes = $xml->part->measure[0]->attributes;
            $chromatic = isset($attributes->transpose)
                ? (int) $attributes->transpose->chromatic + 12 * (int) $attributes->transpose->{'octave-change'}
                : 0;
            self::assertSame(-$part->instrument->transposition->halfSteps(), $chromatic, $id);
            $duration = 0;
            foreach ($xml->xpath('//note/duration') ?: [] as $length) {
                $duration += (int) $length;
            }
            self::assertSame(0, $duration % (4 * 3360), "$id: bars are full");
            self::assertCount(\count($part->study->notes), array_filter($xml->xpath('//lyric[@number="1"]') ?: []));
            self::assertCount(
                substr_count((string) $xml->asXML(), '<slur type="start"'),
                $xml->xpath('//slur[@type="stop"]') ?: [],
            );
        }
    }

    public function testTheMidiFileIsWhole(): void
    {
        $midi = MidiWriter::write(Support::part('concert F, triplets, slur 2 tongue 2, 90', 'horn-f'));
        self::assertStringStartsWith('MThd', $midi);
        $head = unpack('Nlength/nformat/ntracks/ndivision', substr($midi, 4, 10));
        self::assertSame(['length' => 6, 'format' => 0, 'tracks' => 1, 'division' => 3360], $head);
        $length = unpack('N', substr($midi, 18, 4));
        self::assertSame(\strlen($midi) - 22, false === $length ? -1 : $length[1]);
        self::assertStringEndsWith("\xFF\x2F\x00", $midi);
    }

    public function testTheSecondOctaveCountsOnThePageFromOneAgain(): void
    {
        self::assertSame(
            ['1', '2', '♭3', '8 (1)', '2', '♭3', '8 (1)', '7,', '♭7,'],
            array_map(
                static fn (array $d): string => KeyNames::pageDegree($d[0], $d[1]),
                [['1', 1], ['2', 2], ['b3', 3], ['8', 8], ['9', 9], ['b10', 10], ['15', 15], ['7,', 0], ['b7,', 0]],
            ),
        );
    }

    public function testPlainTextHoldsEveryNote(): void
    {
        $text = TextWriter::write(Support::part('concert Ab major', 'alto-sax'));
        self::assertStringContainsString('F major, one flat (concert A♭ major)', $text);
        self::assertSame(2, substr_count((string) strstr($text, 'Hard spots', true), 'B♭4'));
    }

    public function testFingeringsAreSaidInWords(): void
    {
        $clarinet = Support::instruments()->instrument('clarinet-bb');
        $pitch = Pitch::parse('C#5');
        $fingering = $clarinet->fingerings($pitch)[0];
        self::assertStringContainsString(
            'thumb and three left, three right, register key, right F sharp and C sharp key',
            Catalogue::english()->say((new FingeringWords($clarinet))->whole($fingering)),
        );
        self::assertSame(
            'The same as low F♯, with the register key opened.',
            Catalogue::english()->sentence((new Likeness($clarinet))->of($pitch, $fingering)),
        );
        $trombone = Support::instruments()->instrument('trombone');
        self::assertSame(
            'Third position, a third in.',
            Catalogue::english()->sentence(
                (new FingeringWords($trombone))->whole($trombone->fingerings(Pitch::parse('F#4'))[0]),
            ),
        );
        $trumpet = Support::instruments()->instrument('trumpet-bb');
        self::assertSame(
            'One and two.',
            Catalogue::english()->sentence(
                (new FingeringWords($trumpet))->whole($trumpet->fingerings(Pitch::parse('A4'))[0]),
            ),
        );
    }
}
