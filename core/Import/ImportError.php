<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Knowledge\Mistake;

/**
 * Something from outside that is not music we can read: what was read, what was expected, an example.
 */
final class ImportError extends \InvalidArgumentException implements Mistake
{
    public const EXAMPLE = 'C4 D4 E4 F4 G4 F4 E4 D4 C4';

    public static function isEmpty(): self
    {
        return new self('No notes were given; expected some, for example "'.self::EXAMPLE.'".');
    }

    public static function notANote(int $column, string $read): self
    {
        return new self(\sprintf(
            'Column %d: "%s" is not a note; expected names such as C4, Bb, F#5:8 (an eighth), r (a rest), for example "%s".',
            $column,
            mb_strlen($read) > 20 ? mb_substr($read, 0, 19).'…' : $read,
            self::EXAMPLE,
        ));
    }

    public static function noRecordHeading(string $example): self
    {
        return new self(\sprintf(
            'The first row does not name the columns; expected "name", "line" and "result" among them, for example: %s',
            $example,
        ));
    }

    public static function recordRows(int $count, int $most, string $example): self
    {
        return new self(\sprintf(
            'The table has %d rows; expected from 1 to %d, for example: %s',
            $count,
            $most,
            $example,
        ));
    }

    public static function noPlayers(): self
    {
        return new self(
            'Nobody stands in the list; expected a line for each player, for example "Ada, flute, first year".',
        );
    }

    public static function tooManyPlayers(int $count, int $most): self
    {
        return new self(\sprintf(
            'The list has %d rows; expected at most %d: give it in parts, for example a section at a time.',
            $count,
            $most,
        ));
    }

    public static function tooMany(int $count, int $most): self
    {
        return new self(\sprintf(
            '%d notes were read; expected at most %d: give one study at a time, for example "'.self::EXAMPLE.'".',
            $count,
            $most,
        ));
    }

    public static function notKnownAndLong(int $count, int $most): self
    {
        return new self(\sprintf(
            'The %d notes are no scale, arpeggio or pattern of the library, and more than %d are not spelled out in one line; expected a known study, or fewer notes at a time, for example "%s".',
            $count,
            $most,
            self::EXAMPLE,
        ));
    }

    public static function noSuchPart(int $part, int $count): self
    {
        return new self(\sprintf(
            'Part %d was asked for and the file has %d; expected one of them, for example part 1.',
            $part,
            $count,
        ));
    }

    public static function notMidi(string $why): self
    {
        return new self(\sprintf(
            'The MIDI file cannot be read: %s; expected a Standard MIDI File of format 0 or 1 with notes in it.',
            $why,
        ));
    }

    public static function notAnArchive(string $why): self
    {
        return new self(\sprintf(
            'The compressed file cannot be read: %s; expected a .mxl file as notation programs export it, or the uncompressed .musicxml.',
            $why,
        ));
    }

    public static function outOfRange(string $note, string $instrument, string $range): self
    {
        return new self(\sprintf(
            '%s lies outside the range of %s, which is %s. Expected written notes of this instrument; choose the instrument for which the music is written.',
            $note,
            $instrument,
            $range,
        ));
    }

    public static function tooLarge(int $bytes, int $most): self
    {
        return new self(\sprintf(
            'The file has %d kilobytes; expected at most %d. A single study has far fewer.',
            intdiv($bytes, 1024),
            intdiv($most, 1024),
        ));
    }

    public static function notMusicXml(): self
    {
        return new self(
            'The file is not MusicXML; expected a score-partwise file (.musicxml, .xml or .mxl) as notation programs export it.',
        );
    }

    public static function hasEntities(): self
    {
        return new self(
            'The file declares entities of its own, which music does not need, and is not read; expected plain MusicXML.',
        );
    }

    public static function tooDeep(): self
    {
        return new self('The file is nested deeper than any music, and is not read; expected plain MusicXML.');
    }

    public static function notTranslatable(string $pitch): self
    {
        return new self(\sprintf(
            '%s lies too far from the tonic for one line; expected notes within three octaves above and one below it.',
            $pitch,
        ));
    }
}
