<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Instrument\Condition;
use SwiftReed\Instrument\ConditionKind;

/**
 * The rule of each kind of condition.
 */
final class Rules
{
    /** @var array<string, Asks> by the kind's value */
    private static array $rules = [];

    public static function hold(Condition $asked, At $at): bool
    {
        return (self::$rules[$asked->kind->value] ??= self::rule($asked->kind))->holds($asked, $at);
    }

    private static function rule(ConditionKind $kind): Asks
    {
        return match ($kind) {
            ConditionKind::Beside => new Beside(),
            ConditionKind::NotBeside => new NotBeside(),
            ConditionKind::After => new After(),
            ConditionKind::Before => new Before(),
            ConditionKind::Turn => new Turn(),
            ConditionKind::Amid => new Amid(),
            ConditionKind::Between => new Between(),
            ConditionKind::Keeps => new Keeps(),
            ConditionKind::BesideHeld => new BesideHeld(),
            ConditionKind::NotBesideHeld => new NotBesideHeld(),
            ConditionKind::ChromaticRun => new ChromaticRun(),
            ConditionKind::Run => new Run(),
            ConditionKind::Alternation => new Alternation(),
            ConditionKind::Slurred => new Slurred(),
            ConditionKind::Tongued => new Tongued(),
            ConditionKind::FromBelow => new FromBelow(),
            ConditionKind::FromWithin => new FromWithin(),
            ConditionKind::ByStep => new ByStep(),
            ConditionKind::ByLeap => new ByLeap(),
            ConditionKind::Leaps => new Leaps(),
            ConditionKind::LineHas => new LineHas(),
            ConditionKind::LineHasNo => new LineHasNo(),
            ConditionKind::Speed => new Speed(),
            ConditionKind::Later => new Later(),
            ConditionKind::LittleFinger => new LittleFinger(),
            ConditionKind::ThrowOf => new ThrowOf(),
            ConditionKind::Spares => new Spares(),
            ConditionKind::Within => new Within(),
            ConditionKind::Needed, ConditionKind::Flick, ConditionKind::Only => new Always(),
        };
    }
}
