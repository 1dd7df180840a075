<?php

declare(strict_types=1);

namespace App\Packets;

use SwiftReed\Knowledge\Mistake;

/**
 * A band file that cannot be read.
 */
final class BandFileError extends \InvalidArgumentException implements Mistake
{
    private const EXAMPLE = '"players: [{name: Ada, instrument: flute}]"';

    public static function unread(string $file): self
    {
        return new self(\sprintf(
            '"%s" was read; expected a band file, for example band.yaml with the line %s.',
            $file,
            self::EXAMPLE,
        ));
    }

    public static function notYaml(string $why): self
    {
        return new self(\sprintf(
            'The band file is neither YAML nor JSON: %s Expected for example %s.',
            rtrim($why, '.').'.',
            self::EXAMPLE,
        ));
    }

    public static function noPlayers(): self
    {
        return new self(\sprintf('The band file has no players; expected a list, for example %s.', self::EXAMPLE));
    }

    public static function tooMany(string $what, int $count, int $most): self
    {
        return new self(\sprintf('The band file has %d %s; expected at most %d.', $count, $what, $most));
    }

    public static function player(int $number, string $why): self
    {
        return new self(\sprintf('Player %d of the band file: %s', $number, $why));
    }

    public static function twice(string $name): self
    {
        return new self(\sprintf(
            'Two players of the band file have the name "%s"; a name says who is meant, so expected another for one of them, for example "%1$s 2".',
            $name,
        ));
    }

    public static function field(string $name, string $read, string $expected): self
    {
        return new self(\sprintf('%s: "%s" was read; expected %s.', $name, mb_substr($read, 0, 60), $expected));
    }
}
