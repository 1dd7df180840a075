<?php

declare(strict_types=1);

namespace SwiftReed\Score\Format;

/**
 * Every format of the core, by its name and by the ending of its files.
 */
final class Formats
{
    /** @return list<Format> */
    public static function all(): array
    {
        return [new TextWriter(), new JsonWriter(), new MusicXmlWriter(), new MidiWriter()];
    }

    /** The format with this name or this ending. */
    public static function named(string $name): ?Format
    {
        foreach (self::all() as $format) {
            if ($name === $format->name() || $name === $format->ending()) {
                return $format;
            }
        }

        return null;
    }
}
