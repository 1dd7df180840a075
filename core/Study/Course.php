<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Pattern\Pattern;
use SwiftReed\Scale\Material;

/**
 * The way a line goes: how far, up or down, what follows it, how it ends.
 */
final readonly class Course
{
    private function __construct(
        public Extent $extent,
        public Direction $direction,
        public Sequel $sequel,
        public Ending $ending,
    ) {
    }

    /** @throws StudyError */
    public static function of(StudyLine $line, Material $material, Pattern $pattern, Placing $placing): self
    {
        return new self(
            Extent::of($line, $material),
            Direction::from($line->phrase(
                ClauseKind::Direction,
                self::usualDirection($material, $pattern, $placing)->value,
            )),
            Sequel::from($line->phrase(ClauseKind::Sequel, 'none')),
            Ending::from($line->phrase(ClauseKind::Ending, 'plain')),
        );
    }

    /** A tetrachord is played once, and a pattern with its own way as it goes; a segment that falls goes down first. */
    private static function usualDirection(Material $material, Pattern $pattern, Placing $placing): Direction
    {
        return match (true) {
            $material->isShort && $pattern->isStraight(), $pattern->hasItsOwnWay() => Direction::Up,
            $placing->falls() => Direction::DownAndUp,
            default => Direction::UpAndDown,
        };
    }
}
