<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Pitch\Accidental;
use SwiftReed\Pitch\KeySignature;
use SwiftReed\Pitch\Letter;
use SwiftReed\Player\Player;

/**
 * Which sign a reader who has forgotten the signature by the middle of the line needs beside each note.
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

    /**
     * The letters a band drills flat: those altered in concert B flat and E flat, as this player reads them.
     *
     * @return list<array{Letter, int}> letters and the half steps by which habit alters them
     */
    public static function habits(Player $player): array
    {
        $habits = [];
        foreach ([-2, -3] as $fifths) {
            $written = KeySignature::of($fifths + $player->transposition->writtenAboveSounding->fifths());
            foreach ($written->alteredNotes() as $note) {
                $habits[$note->text()] = [$note->letter, $note->alter];
            }
        }

        return array_values($habits);
    }

    /**
     * @param list<array{Letter, int}> $habits
     * @param bool                     $alteredBefore whether the letter stood with a sign of its own earlier in the line
     * @param bool                     $hasSign       whether a true accidental stands beside the note
     *
     * @return string "#", "b", "##", "bb", "natural", or nothing
     */
    public function sign(Tone $tone, KeySignature $printed, array $habits, bool $alteredBefore, bool $hasSign): string
    {
        $pitch = $tone->pitch;
        $fromSignature = $printed->alterOf($pitch->letter);
        if (self::None === $this || $hasSign || $pitch->alter !== $fromSignature) {
            return ''; // a true accidental stands there already, or none is wanted
        }
        if (0 !== $pitch->alter) {
            return Accidental::of($pitch->alter)->text();
        }
        if (self::Habit === $this && $alteredBefore) {
            return 'natural';
        }
        if (self::Habit === $this) {
            foreach ($habits as [$letter, $alter]) {
                if ($letter === $pitch->letter && 0 !== $alter) {
                    return 'natural';
                }
            }
        }

        return '';
    }
}
