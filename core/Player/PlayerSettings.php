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
        public ?WatchedNotes $watched = null,
    ) {
    }

    /** Which signs are drawn: those of a player's own where the band wants none. */
    public function signs(): Reminders
    {
        return Reminders::None === $this->reminders && null !== $this->watched ? Reminders::Affected : $this->reminders;
    }
}
