<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Pitch\Pitch;

/**
 * What the line asks for where it does not fit the range.
 */
final readonly class RangeChoice
{
    /** Notes after which a folded line turns, where the line does not say. Source: the handbook, chapter 3, "Range". */
    private const FOLD_AFTER = 4;

    /** @param Pitch|null $dropAbove the written pitch of "drop above …" */
    private function __construct(public RangePolicy $policy, public int $foldAfter, public ?Pitch $dropAbove)
    {
    }

    public static function of(StudyLine $line): self
    {
        if (!$line->says(ClauseKind::Range)) {
            return new self(RangePolicy::KeepWhole, self::FOLD_AFTER, null);
        }
        $clause = $line->clause(ClauseKind::Range);

        return match ($clause->says) {
            'whole octaves' => new self(RangePolicy::WholeOctaves, self::FOLD_AFTER, null),
            'same root and drop' => new self(RangePolicy::Drop, self::FOLD_AFTER, null),
            'drop above' => new self(RangePolicy::Drop, self::FOLD_AFTER, Pitch::parse($clause->word('pitch'))),
            'turn round' => new self(RangePolicy::TurnRound, self::FOLD_AFTER, null),
            'leave out' => new self(RangePolicy::LeaveOut, self::FOLD_AFTER, null),
            'fold after' => new self(RangePolicy::Fold, $clause->number('n'), null),
            default => new self(RangePolicy::Fold, self::FOLD_AFTER, null),
        };
    }
}
