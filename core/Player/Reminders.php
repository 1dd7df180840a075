<?php

declare(strict_types=1);

namespace SwiftReed\Player;

/**
 * Which notes remind a player of what he forgets by the middle of the line.
 *
 * Source: the product's handbook, chapter 2 (common practice).
 */
enum Reminders: string
{
    case None = 'none';
    /** A small sign beside each note that the signature alters. */
    case Affected = 'affected';
    /** The same, and naturals where habit goes wrong or the same letter was altered earlier in the line. */
    case Habit = 'habit';
}
