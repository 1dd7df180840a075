<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\Letter;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Score\Format\MusicXmlScore;
use SwiftReed\Study\Tonguing\Loudness;
use SwiftReed\Time\Length;
use SwiftReed\Time\TimeSignature;
use SwiftReed\Words\Wording;

/**
 * Reads one voice of a MusicXML score as a line: with its transposition, its slurs, its repeats written out, its
 * pick-up and tempo; what else stands there is listed. The number of notes is bounded.
 *
 * Source of the format: the W3C's MusicXML 4.0 specification.
 */
final class MusicXmlReader
{
    /** Study lines that a file may carry, parts and voices that are told apart, and times a repeat is written out. */
    private const MOST_LINES = 200;
    private const MOST_PARTS = 64;
    private const MOST_TIMES = 8;
    /** What may stand in a file and is not taken over, by element. */
    private const LEFT_OUT = [
        'wedge' => 'hairpins', 'lyric' => 'words under the notes', 'ornaments' => 'ornaments',
        'trill-mark' => 'ornaments', 'tremolo' => 'tremolos', 'harmony' => 'chord symbols',
        'fingering' => 'fingerings', 'staccatissimo' => 'staccatissimo',
        'segno' => 'jumps (segno, coda, da capo)', 'coda' => 'jumps (segno, coda, da capo)',
        'breath-mark' => 'breath marks', 'glissando' => 'glissandos',
    ];
    /** Marks at a note that the line may say. */
    private const MARKS = ['staccato', 'accent', 'strong-accent', 'fermata'];
    private const UNITS = ['whole' => 'whole', 'half' => 'half', 'quarter' => 'quarter', 'eighth' => 'eighth'];

    /** The signature that stands, as the file counts it. */
    private string $fifths = '';
    /** @var array<string, string> part ids and their names */
    private array $names = [];
    /** @var list<array{string, string}> ids of parts and voices in which notes stand */
    private array $voices = [];
    /** @var list<string> */
    private array $lines = [];
    private string $instrument = '';
    /** @var array<string, true> what is not taken over */
    private array $leftOut = [];
    private string $time = '';
    private ?Interval $transpose = null;
    private bool $saysTranspose = false;
    /** @var array{unit: string, bpm: int}|null */
    private ?array $tempo = null;
    /** @var list<FileMeasure> */
    private array $measures = [];
    private int $divisions = 1;
    private int $openSlurs = 0;
    private ?string $loudness = null;
    private bool $hasNotes = false;

    private function __construct(private readonly int $chosen)
    {
    }

    /** The line of the first part. @throws ImportError */
    public static function read(string $xml): GivenLine
    {
        return self::file($xml)->given;
    }

    /**
     * @param int $part which of the parts and voices is read, from 0
     *
     * @throws ImportError
     */
    public static function file(string $xml, int $part = 0): GivenFile
    {
        $file = ForeignXml::of($xml);
        if (!$file->has('<score-partwise')) {
            throw ImportError::notMusicXml();
        }
        $reader = new self($part);
        $file->each($reader->survey(...));
        if ([] === $reader->voices) {
            throw ImportError::isEmpty();
        }
        if (!isset($reader->voices[$part])) {
            throw ImportError::noSuchPart($part + 1, \count($reader->voices));
        }
        $reader->partNumber = 0;
        $file->each($reader->take(...));

        return $reader->whole();
    }

    private string $partId = '';
    private int $partNumber = 0;

    /** A part without an id of its own is told by its place. */
    private function beginPart(\XMLReader $reader): void
    {
        ++$this->partNumber;
        $id = mb_substr((string) $reader->getAttribute('id'), 0, 40);
        $this->partId = '' === $id ? (string) $this->partNumber : $id;
    }

    /** Which parts and voices there are, and the study lines that the file carries. */
    private function survey(\XMLReader $reader): void
    {
        if (\XMLReader::ELEMENT !== $reader->nodeType) {
            return;
        }
        switch ($reader->name) {
            case 'score-part':
                $id = (string) $reader->getAttribute('id');
                $this->names[mb_substr($id, 0, 40)] = mb_substr(ForeignXml::fields($reader)['part-name'] ?? '', 0, 60);
                break;
            case 'part':
                $this->beginPart($reader);
                break;
            case 'miscellaneous-field':
                $name = $reader->getAttribute('name');
                $text = mb_substr($reader->readString(), 0, 1200);
                if (MusicXmlScore::LINE === $name && \count($this->lines) < self::MOST_LINES) {
                    $this->lines[] = $text;
                } elseif ('instrument' === $name) {
                    $this->instrument = mb_substr($text, 0, 40);
                }
                break;
            case 'note':
                $fields = ForeignXml::fields($reader);
                $voice = [$this->partId, $fields['voice'] ?? '1'];
                if (
                    isset($fields['step'])
                    && !isset($fields['grace'])
                    && !isset($fields['cue'])
                    && !\in_array($voice, $this->voices, true)
                    && \count($this->voices) < self::MOST_PARTS
                ) {
                    $this->voices[] = $voice;
                }
                break;
        }
    }

    private function take(\XMLReader $reader): void
    {
        [$part, $voice] = $this->voices[$this->chosen];
        if ('part' === $reader->name && \XMLReader::ELEMENT === $reader->nodeType) {
            $this->beginPart($reader);
        }
        if ($part !== $this->partId || \XMLReader::ELEMENT !== $reader->nodeType) {
            return;
        }
        $measure = $this->measures[\count($this->measures) - 1] ?? null;
        switch ($reader->name) {
            case 'measure':
                $this->measures[] = new FileMeasure(
                    'yes' === $reader->getAttribute('implicit') || '0' === $reader->getAttribute('number'),
                );
                break;
            case 'divisions':
                $this->divisions = max(1, (int) $reader->readString());
                break;
            case 'time':
                $fields = ForeignXml::fields($reader);
                $read = ($fields['beats'] ?? '').'/'.($fields['beat-type'] ?? '');
                if ('' !== $this->time && $this->time !== $read) {
                    $this->leftOut['changes of time signature'] = true;
                }
                $this->time = '' === $this->time ? $read : $this->time;
                break;
            case 'fifths':
                $read = trim($reader->readString());
                if ('' !== $this->fifths && $this->fifths !== $read) {
                    $this->leftOut['changes of key'] = true;
                }
                $this->fifths = $read;
                break;
            case 'words':
                if (1 === preg_match('/^\s*(rit|rall|accel|allarg)/i', $reader->readString())) {
                    $this->leftOut['changes of tempo'] = true;
                }
                break;
            case 'transpose':
                $fields = ForeignXml::fields($reader);
                if ($this->saysTranspose) {
                    $this->leftOut['changes of transposition'] = true;
                    break;
                }
                $this->saysTranspose = true;
                $octaves = max(-4, min(4, (int) ($fields['octave-change'] ?? '0')));
                $halfSteps = max(-24, min(24, (int) ($fields['chromatic'] ?? '0')));
                // Where the letters are not said they are those of the usual interval.
                $letters = isset($fields['diatonic'])
                    ? max(-14, min(14, (int) $fields['diatonic']))
                    : (int) round($halfSteps * 7 / 12);
                $this->transpose = Interval::of(-$letters - 7 * $octaves, -$halfSteps - 12 * $octaves);
                break;
            case 'metronome':
                $fields = ForeignXml::fields($reader);
                $unit = self::UNITS[$fields['beat-unit'] ?? ''] ?? null;
                $bpm = (int) ($fields['per-minute'] ?? '0');
                if (null === $unit || $bpm < 10 || $bpm > 400 || null !== $this->tempo) {
                    $this->leftOut['changes of tempo'] = true;
                } else {
                    $this->tempo = [
                        'unit' => (
                            isset($fields['beat-unit-dot']) && \in_array($unit, ['half', 'quarter'], true)
                                ? 'dotted '
                                : ''
                        ).$unit,
                        'bpm' => $bpm,
                    ];
                }
                break;
            case 'repeat':
                $times = max(2, min(self::MOST_TIMES, (int) ($reader->getAttribute('times') ?? '2')));
                $measure?->repeat('forward' === $reader->getAttribute('direction'), $times);
                break;
            case 'ending':
                if ('start' === $reader->getAttribute('type')) {
                    $measure?->ending((string) $reader->getAttribute('number'));
                }
                break;
            case 'sound':
                if (null !== $reader->getAttribute('dacapo') || null !== $reader->getAttribute('dalsegno')) {
                    $this->leftOut['jumps (segno, coda, da capo)'] = true;
                }
                break;
            case 'dynamics':
                $level = array_intersect(Loudness::levels(), array_keys(ForeignXml::fields($reader)));
                if ([] === $level || $this->hasNotes || null !== $this->loudness) {
                    $this->leftOut['changes of loudness'] = true;
                } else {
                    $this->loudness = reset($level);
                }
                break;
            case 'forward':
                $fields = ForeignXml::fields($reader);
                if (($fields['voice'] ?? $voice) === $voice) {
                    $measure?->rest($this->ticks($fields));
                }
                break;
            case 'note':
                $this->note(ForeignXml::fields($reader), $voice, $measure);
                break;
            default:
                if (isset(self::LEFT_OUT[$reader->name])) {
                    $this->leftOut[self::LEFT_OUT[$reader->name]] = true;
                }
        }
    }

    /** @param array<string, string> $fields */
    private function note(array $fields, string $voice, ?FileMeasure $measure): void
    {
        foreach (array_intersect_key(self::LEFT_OUT, $fields) as $what) {
            $this->leftOut[$what] = true;
        }
        if (null === $measure || isset($fields['cue']) || isset($fields['grace'])) {
            if (isset($fields['cue']) || isset($fields['grace'])) {
                $this->leftOut['grace and cue notes'] = true;
            }

            return;
        }
        if (($fields['voice'] ?? '1') !== $voice) {
            return;
        }
        if (isset($fields['chord'])) {
            $this->leftOut['notes of chords but the first'] = true;

            return;
        }
        $ticks = $this->ticks($fields);
        if (isset($fields['rest']) || !isset($fields['step'], $fields['octave'])) {
            $measure->rest($ticks);

            return;
        }
        if (isset($fields['alter']) && (float) $fields['alter'] !== round((float) $fields['alter'])) {
            $this->leftOut['quarter tones'] = true;
        }
        $this->hasNotes = true;
        $joins = $this->openSlurs > 0;
        $this->openSlurs = max(
            0,
            $this->openSlurs + (int) ($fields['slur-start'] ?? '0') - (int) ($fields['slur-stop'] ?? '0'),
        );
        $measure->note(
            new GivenNote(
                self::pitch($fields),
                max(1, $ticks),
                0,
                $joins,
                isset($fields['tenuto']),
                array_values(array_intersect(self::MARKS, array_keys($fields))),
            ),
            isset($fields['tie-stop']),
        );
    }

    /** @param array<string, string> $fields */
    private function ticks(array $fields): int
    {
        return (int) round(
            Length::QUARTER * min(1_000_000, max(0, (int) ($fields['duration'] ?? '0'))) / $this->divisions,
        );
    }

    private function whole(): GivenFile
    {
        $notes = FileMeasure::written($this->measures);
        if ([] === $notes) {
            throw ImportError::isEmpty();
        }
        $time = null === TimeSignature::tryOf($this->time) ? '' : $this->time;
        $first = $this->measures[0];
        $leftOut = array_keys($this->leftOut);
        $remarks = [
            ...([] === $leftOut ? [] : [Wording::of('import.left-out', ['what' => implode(', ', $leftOut)])]),
            ...(
                '' === $time && '' !== $this->time
                    ? [Wording::of('music-xml-reader.time-signature-none', ['time' => mb_substr($this->time, 0, 12)])]
                    : []
            ),
            ...(
                $this->saysTranspose
                    ? []
                    : [Wording::of('music-xml-reader.file-says-nothing')]
            ),
            ...(FileMeasure::repeats($this->measures) ? [Wording::of('music-xml-reader.repeats-written-out')] : []),
        ];
        $parts = array_map(
            fn (array $voice): string => (
                '' === ($this->names[$voice[0]] ?? '') ? 'part '.$voice[0] : $this->names[$voice[0]]
            ).('1' === $voice[1] ? '' : ', voice '.mb_substr($voice[1], 0, 10)),
            $this->voices,
        );

        return new GivenFile(
            new GivenLine(
                $notes,
                $time,
                $remarks,
                $this->transpose ?? Interval::unison(),
                $first->isPickUp ? $first->ticks() : 0,
                $this->tempo,
                $this->loudness,
            ),
            $parts,
            $this->chosen,
            $this->lines,
            $this->instrument,
        );
    }

    /** @param array<string, string> $fields */
    private static function pitch(array $fields): Pitch
    {
        $step = strtoupper(trim($fields['step'] ?? ''));
        $octave = (int) ($fields['octave'] ?? '');
        $alter = (int) round((float) ($fields['alter'] ?? '0'));
        if (1 !== preg_match('/^[A-G]$/', $step) || $octave < 0 || $octave > 9 || abs($alter) > 2) {
            throw ImportError::notMusicXml();
        }

        return Pitch::of(Letter::parse($step), $alter, $octave);
    }
}
