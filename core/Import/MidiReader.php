<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Time\Length;
use SwiftReed\Time\TimeSignature;
use SwiftReed\Words\Wording;

/**
 * Reads one track of a Standard MIDI File as a line: as it sounds, spelled by its key signature. Times that a program
 * wrote stand exactly; others are drawn to sixteenths or triplets, whichever is nearer for the beat.
 *
 * Source of the format: the MIDI Association's Standard MIDI Files 1.0.
 */
final class MidiReader
{
    private const MOST_TRACKS = 64;
    private const MOST_EVENTS = 60_000;
    private const PERCUSSION = 9;
    /** Notes of which all must stand exactly before a file is taken as written by a program and not played. */
    private const WRITTEN = 6;
    /** Silence shorter than this share of the time to the next note is the tongue and no rest. */
    private const TONGUE = 0.5;

    private int $at = 0;
    private int $division = 480;
    private int $fifths = 0;
    private bool $hasKey = false;
    private string $time = '';
    /** @var array<string, true> */
    private array $leftOut = [];
    /** @var array{unit: string, bpm: int}|null */
    private ?array $tempo = null;
    private int $events = 0;
    /** @var list<array{int, int}> where a tempo begins, in ticks of the file, and its microseconds a quarter note */
    private array $tempi = [];

    private function __construct(private readonly string $bytes)
    {
    }

    /**
     * @param int $part which of the tracks with notes is read, from 0
     *
     * @throws ImportError
     */
    public static function file(string $bytes, int $part = 0): GivenFile
    {
        if (\strlen($bytes) > FileReader::MOST_BYTES) {
            throw ImportError::tooLarge(\strlen($bytes), FileReader::MOST_BYTES);
        }

        return (new self($bytes))->whole($part);
    }

    /**
     * The notes of the first track that has some, as they were played and not as they would be written.
     *
     * @return non-empty-list<array{float, float, int}> milliseconds of beginning and end,
     *  and the number of the key that sounds
     *
     * @throws ImportError
     */
    public static function played(string $bytes): array
    {
        if (\strlen($bytes) > FileReader::MOST_BYTES) {
            throw ImportError::tooLarge(\strlen($bytes), FileReader::MOST_BYTES);
        }
        $reader = new self($bytes);
        [$found] = $reader->tracks();
        if ([] === $found) {
            throw ImportError::isEmpty();
        }
        usort($reader->tempi, static fn (array $one, array $other): int => $one[0] <=> $other[0]);

        return array_map(
            static fn (array $one): array => [$reader->ms($one[0]), $reader->ms($one[1]), $one[2]],
            $found[0],
        );
    }

    /** Milliseconds to a place in ticks of the file; a quarter note takes half a second where no tempo is said. */
    private function ms(int $tick): float
    {
        [$at, $micro, $ms] = [0, 500_000, 0.0];
        foreach ($this->tempi as [$from, $next]) {
            if ($from >= $tick) {
                break;
            }
            $ms += ($from - $at) * $micro / 1000 / $this->division;
            [$at, $micro] = [$from, $next];
        }

        return $ms + ($tick - $at) * $micro / 1000 / $this->division;
    }

    private function whole(int $part): GivenFile
    {
        [$found, $names] = $this->tracks();
        if ([] === $found) {
            throw ImportError::isEmpty();
        }
        $notes = $found[$part] ?? throw ImportError::noSuchPart($part + 1, \count($found));
        $given = $this->line($notes);
        $leftOut = array_keys($this->leftOut);

        return new GivenFile(
            new GivenLine(
                $given,
                $this->time,
                [
                    ...([] === $leftOut ? [] : [Wording::of('import.left-out', ['what' => implode(', ', $leftOut)])]),
                    Wording::of('midi-reader.whole'),
                ],
                Interval::unison(),
                0,
                $this->tempo,
            ),
            $names,
            $part,
        );
    }

    /**
     * @return array{list<non-empty-list<array{int, int, int}>>, list<string>} tracks that have notes, and their names
     */
    private function tracks(): array
    {
        if ('MThd' !== $this->take(4) || 6 > $this->number(4)) {
            throw ImportError::notMidi(Wording::of('midi-reader.begins-otherwise'));
        }
        $format = $this->number(2);
        $tracks = $this->number(2);
        $this->division = $this->number(2);
        if ($format > 1 || $tracks > self::MOST_TRACKS || 0 === $this->division || $this->division >= 0x8000) {
            throw ImportError::notMidi(
                $format > 1
                    ? Wording::of('midi-reader.format', ['format' => $format])
                    : (
                        $tracks > self::MOST_TRACKS
                            ? Wording::of('midi-reader.tracks', ['tracks' => $tracks])
                            : Wording::of('midi-reader.in-frames')
                    ),
            );
        }
        $found = [];
        $names = [];
        for ($k = 0; $k < $tracks && $this->at < \strlen($this->bytes); ++$k) {
            [$name, $notes] = $this->track();
            if ([] !== $notes) {
                $found[] = $notes;
                $names[] = '' === $name ? 'track '.($k + 1) : $name;
            }
        }

        return [$found, $names];
    }

    /**
     * @return array{string, list<array{int, int, int}>} name, and beginning, end and number of each note,
     *  in ticks of the file
     */
    private function track(): array
    {
        if ('MTrk' !== $this->take(4)) {
            throw ImportError::notMidi(Wording::of('midi-reader.track-begins'));
        }
        $length = $this->number(4);
        $end = min(\strlen($this->bytes), $this->at + $length);
        $now = 0;
        $status = 0;
        $name = '';
        $open = [];
        $notes = [];
        while ($this->at < $end) {
            if (++$this->events > self::MOST_EVENTS) {
                throw ImportError::tooMany($this->events, GivenLine::MOST);
            }
            $now += $this->length();
            $byte = $this->number(1);
            if ($byte < 0x80) {
                --$this->at; // the status of the event before goes on
            } else {
                $status = $byte;
            }
            if (0xFF === $status) {
                $type = $this->number(1);
                $this->meta($type, $text = $this->take($this->length()), $now);
                $name = 0x03 === $type ? mb_substr(mb_scrub($text), 0, 60) : $name;
                continue;
            }
            if (0xF0 === $status || 0xF7 === $status) {
                $this->take($this->length());
                continue;
            }
            $kind = $status & 0xF0;
            $one = $this->number(1);
            $two = \in_array($kind, [0xC0, 0xD0], true) ? 0 : $this->number(1);
            if (0xE0 === $kind) {
                $this->leftOut['bent pitches'] = true;
            }
            if (self::PERCUSSION === ($status & 0x0F)) {
                continue;
            }
            if (0x90 === $kind && $two > 0) {
                $open[$one] ??= $now;
            } elseif (0x80 === $kind || 0x90 === $kind) {
                if (isset($open[$one])) {
                    $notes[] = [$open[$one], $now, $one];
                    unset($open[$one]);
                }
            }
        }
        foreach ($open as $number => $begins) {
            // A file that was cut off has no end for what sounded then.
            $notes[] = [$begins, max($now, $begins + $this->division), $number];
            $this->leftOut['the end of a note, which the file does not have (it was taken as a quarter at least)'] = true;
        }
        $this->at = $end;
        usort($notes, static fn (array $a, array $b): int => $a[0] <=> $b[0] ?: $b[2] <=> $a[2]);

        return [$name, $notes];
    }

    private function meta(int $type, string $content, int $now): void
    {
        if (0x59 === $type && 2 <= \strlen($content)) {
            $signed = \ord($content[0]);
            $fifths = max(-7, min(7, $signed > 127 ? $signed - 256 : $signed));
            if ($this->hasKey && $fifths !== $this->fifths && $now > 0) {
                $this->leftOut['changes of key'] = true;
            }
            [$this->fifths, $this->hasKey] = [$fifths, true];
        } elseif (0x58 === $type && 2 <= \strlen($content)) {
            $read = \ord($content[0]).'/'.(2 ** min(5, \ord($content[1])));
            if ('' !== $this->time && $this->time !== $read) {
                $this->leftOut['changes of time signature'] = true;
            }
            $this->time = null !== TimeSignature::tryOf($read) && '' === $this->time
                ? $read
                : $this->time;
        } elseif (0x51 === $type && 3 === \strlen($content)) {
            $micro = max(1, (\ord($content[0]) << 16) | (\ord($content[1]) << 8) | \ord($content[2]));
            $this->tempi[] = [$now, $micro];
            $bpm = (int) round(60_000_000 / $micro);
            if (null !== $this->tempo && $this->tempo['bpm'] !== $bpm) {
                $this->leftOut['changes of tempo'] = true;
            } elseif ($bpm >= 10 && $bpm <= 400) {
                $this->tempo = ['unit' => 'quarter', 'bpm' => $bpm];
            }
        }
    }

    /**
     * @param non-empty-list<array{int, int, int}> $notes
     *
     * @return non-empty-list<GivenNote>
     */
    private function line(array $notes): array
    {
        $single = [];
        foreach ($notes as $note) {
            $last = $single[\count($single) - 1] ?? null;
            if (null !== $last && $note[0] - $last[0] < $this->division / 16) {
                $this->leftOut['notes of chords but the highest'] = true;
                continue;
            }
            $single[] = $note;
        }
        if (\count($single) > GivenLine::MOST) {
            throw ImportError::tooMany(\count($single), GivenLine::MOST);
        }
        $given = [];
        $reached = null;
        $onsets = array_map(fn (array $note): ?int => $this->exact($note[0]), $single);
        // What a program wrote stands exactly on some division of the beat; what was played does not.
        $isWritten = \count($single) >= self::WRITTEN && !\in_array(null, $onsets, true);
        foreach ($single as $k => [$on, $off, $number]) {
            $begins = $isWritten ? (int) $onsets[$k] : $this->drawn($on);
            $next = isset($single[$k + 1])
                ? ($isWritten ? (int) $onsets[$k + 1] : $this->drawn($single[$k + 1][0]))
                : null;
            $ends = max($begins + Length::SIXTEENTH, $this->drawn($off));
            if (null !== $next && ($ends > $next || ($off - $on) >= self::TONGUE * ($single[$k + 1][0] - $on))) {
                $ends = max($next, $begins + 1);
            } elseif (null === $next) {
                $ends = $begins + self::value($ends - $begins);
            }
            $given[] = new GivenNote(
                $this->spelled($number),
                $ends - $begins,
                null === $reached ? 0 : max(0, $begins - $reached),
            );
            $reached = $ends;
        }
        \assert([] !== $given);

        return $given;
    }

    /**
     * A place in our ticks where it stands on a division of the beat by up to eight, to a tick of the file; else null.
     */
    private function exact(int $ticks): ?int
    {
        $exact = $ticks * Length::QUARTER / $this->division;
        $tolerance = Length::QUARTER / $this->division;
        foreach ([4, 3, 8, 6, 5, 7] as $shares) {
            $unit = intdiv(Length::QUARTER, $shares);
            $place = (int) round($exact / $unit) * $unit;
            if (abs($exact - $place) <= $tolerance) {
                return $place;
            }
        }

        return null;
    }

    /** A place in our ticks, on the nearer grid of its beat: sixteenths, or eighths of a triplet. */
    private function drawn(int $ticks): int
    {
        $exact = $ticks * Length::QUARTER / $this->division;
        $plain = (int) round($exact / Length::SIXTEENTH) * Length::SIXTEENTH;
        $triplet = (int) round($exact / Length::TRIPLET_EIGHTH) * Length::TRIPLET_EIGHTH;

        return abs($exact - $plain) <= abs($exact - $triplet) ? $plain : $triplet;
    }

    /** A last note that ends a little early has the next usual value. */
    private static function value(int $ticks): int
    {
        foreach ([
            Length::SIXTEENTH, Length::TRIPLET_EIGHTH, Length::EIGHTH, Length::QUARTER, 3 * Length::EIGHTH, Length::HALF,
            3 * Length::QUARTER, Length::WHOLE,
        ] as $value) {
            if ($ticks <= $value) {
                return $value;
            }
        }

        return (int) ceil($ticks / Length::WHOLE) * Length::WHOLE;
    }

    private function spelled(int $midi): Pitch
    {
        $plain = Pitch::plain($midi, $this->fifths >= 0);
        foreach ([true, false] as $sharp) {
            $other = Pitch::plain($midi, $sharp);
            if (\SwiftReed\Pitch\KeySignature::of($this->fifths)->alterOf($other->letter) === $other->alter) {
                return $other;
            }
        }

        return $plain;
    }

    private function take(int $count): string
    {
        if ($count < 0 || $this->at + $count > \strlen($this->bytes)) {
            throw ImportError::notMidi(Wording::of('midi-reader.ends-early'));
        }
        $this->at += $count;

        return substr($this->bytes, $this->at - $count, $count);
    }

    private function number(int $bytes): int
    {
        $number = 0;
        foreach (str_split($this->take($bytes)) as $byte) {
            $number = ($number << 8) | \ord($byte);
        }

        return $number;
    }

    /** A variable-length quantity of four bytes at most. */
    private function length(): int
    {
        $number = 0;
        for ($k = 0; $k < 4; ++$k) {
            $byte = $this->number(1);
            $number = ($number << 7) | ($byte & 0x7F);
            if ($byte < 0x80) {
                return $number;
            }
        }
        throw ImportError::notMidi(Wording::of('midi-reader.long-length'));
    }
}
