<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Player\Reminders;

/**
 * What a printed page is for.
 */
enum PageStyle: string
{
    /** As the rows are chosen on the Desk. */
    case AsShown = '';
    /** The same music half as large again, for a stand that stands far away. */
    case Large = 'large';
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
            self::Large => 'large print',
            self::Numbers => 'key and numbers only',
            self::Worksheet => 'worksheet',
            self::Answers => 'answer key',
        };
    }

    public function rows(Rows $shown): Rows
    {
        return match ($this) {
            self::Worksheet => new Rows(false, false, Reminders::None, FingeringStyle::None),
            self::Answers => new Rows(true, true, Reminders::Affected, FingeringStyle::None),
            default => $shown,
        };
    }

    /** How much larger than usual the music is. */
    public function scale(): float
    {
        return self::Large === $this ? 1.5 : 1.0;
    }

    /** Notes that stand comfortably on one line of music. */
    public function perSystem(int $usual): int
    {
        return self::Large === $this ? intdiv($usual, 2) : $usual;
    }
}
