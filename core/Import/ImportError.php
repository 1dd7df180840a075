<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Words\Wording;

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
        return new self(Wording::of('import-error.not-a-note', [
            'column' => $column,
            'read' => mb_strlen($read) > 20 ? mb_substr($read, 0, 19).'…' : $read,
            'example' => self::EXAMPLE,
        ]));
    }

    public static function noRecordHeading(string $example): self
    {
        return new self(Wording::of('import-error.no-record-heading', ['example' => $example]));
    }

    public static function recordRows(int $count, int $most, string $example): self
    {
        return new self(Wording::of('import-error.record-rows', [
            'count' => $count,
            'most' => $most,
            'example' => $example,
        ]));
    }

    public static function noPlayers(): self
    {
        return new self(
            Wording::of('import-error.no-players'),
        );
    }

    public static function tooManyPlayers(int $count, int $most): self
    {
        return new self(Wording::of('import-error.too-many-players', ['count' => $count, 'most' => $most]));
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
        return new self(Wording::of('import-error.not-known-and-long', [
            'count' => $count,
            'most' => $most,
            'example' => self::EXAMPLE,
        ]));
    }

    public static function noSuchPart(int $part, int $count): self
    {
        return new self(Wording::of('import-error.no-such-part', ['part' => $part, 'count' => $count]));
    }

    public static function notMidi(string $why): self
    {
        return new self(Wording::of('import-error.not-midi', ['why' => $why]));
    }

    public static function notAnArchive(string $why): self
    {
        return new self(Wording::of('import-error.not-an-archive', ['why' => $why]));
    }

    public static function outOfRange(string $note, string $instrument, string $range): self
    {
        return new self(Wording::of('import-error.out-of-range', [
            'note' => $note,
            'instrument' => $instrument,
            'range' => $range,
        ]));
    }

    public static function tooLarge(int $bytes, int $most): self
    {
        return new self(Wording::of('import-error.too-large', [
            'bytes' => intdiv($bytes, 1024),
            'most' => intdiv($most, 1024),
        ]));
    }

    public static function notMusicXml(): self
    {
        return new self(
            Wording::of('import-error.not-music-xml'),
        );
    }

    public static function hasEntities(): self
    {
        return new self(
            Wording::of('import-error.has-entities'),
        );
    }

    public static function tooDeep(): self
    {
        return new self(Wording::of('import-error.too-deep'));
    }

    public static function notTranslatable(string $pitch): self
    {
        return new self(Wording::of('import-error.not-translatable', ['pitch' => $pitch]));
    }
}
