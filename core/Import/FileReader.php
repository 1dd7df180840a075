<?php

declare(strict_types=1);

namespace SwiftReed\Import;

/**
 * Reads whatever somebody brings: MusicXML, compressed or not, a Standard MIDI File, or typed notes.
 */
final class FileReader
{
    /** Bytes of a file: a score of a whole band has one or two million. */
    public const MOST_BYTES = 8_000_000;

    /**
     * @param int $part which part or track is read, from 0
     *
     * @throws ImportError
     */
    public static function read(string $bytes, int $part = 0): GivenFile
    {
        if (\strlen($bytes) > self::MOST_BYTES) {
            throw ImportError::tooLarge(\strlen($bytes), self::MOST_BYTES);
        }

        return match (true) {
            str_starts_with($bytes, MxlArchive::SIGNATURE) => MusicXmlReader::file(MxlArchive::score($bytes), $part),
            str_starts_with($bytes, 'MThd') => MidiReader::file($bytes, $part),
            str_starts_with(
                ltrim($bytes, " \t\r\n\xEF\xBB\xBF"),
                '<',
            ), str_starts_with(
                $bytes,
                "\xFF\xFE",
            ), str_starts_with($bytes, "\xFE\xFF") => MusicXmlReader::file($bytes, $part),
            default => new GivenFile(TypedNotes::read($bytes)),
        };
    }
}
