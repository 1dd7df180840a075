<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\Grammar;
use SwiftReed\Score\PartBuilder;

/**
 * Which share of the speed that was asked for was reached: from two tempos, or from two lines by how they sound.
 */
final class Reached
{
    /**
     * @param string $asked  "100", "half = 50", or a study line with its tempo
     * @param string $played the same
     *
     * @return float 1 is all of it
     *
     * @throws RecordError
     * @throws \SwiftReed\Line\StudyLineError when a line is not understood
     */
    public static function share(string $asked, string $played, PartBuilder $parts): float
    {
        [$kind, $wanted] = self::speed($asked, $parts);
        [$other, $got] = self::speed($played, $parts);
        if ($kind !== $other) {
            throw RecordError::speedsDiffer($asked, $played);
        }

        return $got / $wanted;
    }

    /** @return array{string, float} what can be compared with what; how fast */
    private static function speed(string $said, PartBuilder $parts): array
    {
        $said = trim($said);
        if (1 === preg_match('/^(?:([a-z ]+?)\s*=\s*)?(\d{1,3}(?:\.\d+)?)$/i', $said, $read)) {
            $unit = Grammar::UNITS[strtolower('' === $read[1] ? 'quarter' : $read[1])]
                ?? throw RecordError::notASpeed($said);
            [$over, $under] = array_map(intval(...), explode('/', $unit));
            if ((float) $read[2] <= 0.0) {
                throw RecordError::notASpeed($said);
            }

            return ['tempo', (float) $read[2] * 4.0 * $over / $under];
        }
        if (1 !== preg_match('/[a-z]/i', $said)) {
            throw RecordError::notASpeed($said);
        }
        $speed = SoundingSpeed::of($parts->recipe($parts->reader->read($said)->line->without(
            ClauseKind::Keys,
            ClauseKind::MinorExtent,
        )));

        return [$speed->shape, $speed->perMinute ?? throw RecordError::notASpeed($said)];
    }
}
