<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Knowledge\Mistake;

/**
 * A school that cannot be read or kept.
 */
final class SchoolError extends \InvalidArgumentException implements Mistake
{
    public static function name(int $length): self
    {
        return new self(\sprintf(
            'The name of the school has %d characters; expected 1 to %d, for example "Right hand first".',
            $length,
            School::NAME,
        ));
    }

    public static function count(int $count): self
    {
        return new self(\sprintf(
            'The school has %d habits; expected 1 to %d, for example "B4 = lE".',
            $count,
            School::HABITS,
        ));
    }

    public static function habit(string $habit, PinError $because): self
    {
        return new self(
            \sprintf(
                'The school has a habit that cannot be read, "%s". %s',
                mb_substr($habit, 0, 80),
                $because->getMessage(),
            ),
            0,
            $because,
        );
    }

    public static function file(): self
    {
        return new self(
            'The file is no school of habits; expected JSON with "version": 1, "school", "instrument" and "habits", for example {"version": 1, "school": "Right hand first", "instrument": "clarinet-bb", "habits": ["B4 = rE"]}.',
        );
    }
}
