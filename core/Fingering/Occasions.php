<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Fingering\Asked\At;
use SwiftReed\Fingering\Asked\LineFacts;
use SwiftReed\Fingering\Asked\Rules;
use SwiftReed\Instrument\ConditionKind;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Occasion;

/**
 * Whether an occasion that a chart declares holds in a place of a line.
 *
 * Source: the handbook, chapter 4, "Choosing along the line", part 1.
 */
final readonly class Occasions
{
    private LineFacts $line;

    /** @param non-empty-list<Surroundings> $surroundings of the whole line */
    public function __construct(Instrument $instrument, bool $isFirstYear, array $surroundings)
    {
        $this->line = new LineFacts($instrument, $isFirstYear, $surroundings);
    }

    /**
     * The first of the occasions that holds; what depends on the neighbours' chosen fingerings is left to the path.
     *
     * @param list<Occasion> $occasions
     */
    public function holding(array $occasions, Surroundings $place, Fingering $usual, Fingering $fingering): ?Occasion
    {
        $at = new At($this->line, $place, $usual, $fingering);
        foreach ($occasions as $occasion) {
            if (self::holds($occasion, $at)) {
                return $occasion;
            }
        }

        return null;
    }

    private static function holds(Occasion $occasion, At $at): bool
    {
        // First, last and long notes take the usual fingering, but for habits, flicks and what is needed.
        if (
            $at->place->isSet
            && !$occasion->isHabit()
            && !$occasion->asks(ConditionKind::Needed)
            && !$occasion->asks(ConditionKind::Flick)
        ) {
            return false;
        }
        foreach ($occasion->conditions as $condition) {
            if (!Rules::hold($condition, $at)) {
                return false;
            }
        }

        return true;
    }
}
