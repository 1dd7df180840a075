<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Player\Reminders;

/**
 * What a printed page is for. Large print goes with every one of them: {@see PrintLook}.
 */
enum PageStyle: string
{
    /** As the rows are chosen on the Desk. */
    case AsShown = '';
    /** The key and the numbers; the player thinks the rest. */
    case Numbers = 'numbers';
    /** Notes alone, with a line to write on: pupils mark the signs and names. */
    case Worksheet = 'worksheet';
    /** The worksheet with everything marked. */
    case Answers = 'answers';

    public function says(): string
    {
        return match ($this) {
            self::AsShown => 'as shown here',
            self::Numbers => 'key and numbers only',
            self::Worksheet => 'worksheet',
            self::Answers => 'answer key',
        };
    }

    public function rows(Rows $shown): Rows
    {
        return match ($this) {
            self::Numbers, self::Worksheet => new Rows(
                false,
                false,
                Reminders::None,
                FingeringStyle::None,
                fromRoot: $shown->fromRoot,
            ),
            self::Answers => new Rows(
                true,
                true,
                Reminders::Affected,
                FingeringStyle::None,
                fromRoot: $shown->fromRoot,
            ),
            default => $shown,
        };
    }

    /** Whether pupils write on it, so that it breaks where its answer key breaks. */
    public function isWritten(): bool
    {
        return self::Worksheet === $this || self::Answers === $this;
    }
}
