<?php

declare(strict_types=1);

namespace SwiftReed\Player;

use SwiftReed\Pitch\SpellingPreference;

/**
 * How a player reads: stage, spelling, reminders, and limits of comfort of his own.
 */
final readonly class PlayerSettings
{
    public function __construct(
        public Stage $stage = Stage::Full,
        public SpellingPreference $spelling = SpellingPreference::Plainest,
        public Reminders $reminders = Reminders::Affected,
        public ?Range $limits = null,
    ) {
    }
}
