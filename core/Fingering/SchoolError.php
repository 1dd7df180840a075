<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Words\Wording;

/**
 * A school that cannot be read or kept.
 */
final class SchoolError extends \InvalidArgumentException implements Mistake
{
    public static function name(int $length): self
    {
        return new self(Wording::of('school-error.name', ['length' => $length, 'name' => School::NAME]));
    }

    public static function count(int $count): self
    {
        return new self(Wording::of('school-error.count', ['count' => $count, 'habits' => School::HABITS]));
    }

    public static function habit(string $habit, PinError $because): self
    {
        return new self(
            Wording::of('school-error.habit', [
                'habit' => mb_substr($habit, 0, 80),
                'because' => $because->getMessage(),
            ]),
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
