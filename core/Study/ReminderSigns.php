<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Pitch\Accidental;
use SwiftReed\Pitch\KeySignature;
use SwiftReed\Pitch\Letter;
use SwiftReed\Player\Player;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Reminders;

/**
 * Which sign a player who has forgotten the signature by the middle of the line needs beside each note.
 *
 * Source: the product's handbook, chapter 2 (common practice).
 */
final class ReminderSigns
{
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
     * @param bool $alteredBefore whether the letter stood with a sign of its own earlier in the line
     * @param bool                     $isUnsigned    whether the page has no signature to recall
     * @param bool                     $hasSign       whether a true accidental stands beside the note
     */
    public static function of(
        PlayerSettings $settings,
        Tone $tone,
        KeySignature $printed,
        array $habits,
        bool $alteredBefore,
        bool $hasSign,
        bool $isUnsigned,
    ): ?Accidental {
        $pitch = $tone->pitch;
        $fromSignature = $printed->alterOf($pitch->letter);
        if ($hasSign) {
            return null; // a true accidental stands there already
        }
        if (true === $settings->watched?->has($pitch)) {
            return Accidental::of($pitch->alter); // whatever the band wants: this player gets it wrong
        }
        $level = $settings->reminders;
        if (Reminders::None === $level) {
            return null;
        }
        if ($isUnsigned && 0 !== $pitch->alter) {
            return Accidental::of($pitch->alter); // altered once in the bar; here it is recalled
        }
        if ($pitch->alter !== $fromSignature) {
            return null;
        }
        if (0 !== $pitch->alter) {
            return Accidental::of($pitch->alter);
        }
        if (Reminders::Habit === $level && $alteredBefore) {
            return Accidental::of(0);
        }
        if (Reminders::Habit === $level) {
            foreach ($habits as [$letter, $alter]) {
                if ($letter === $pitch->letter && 0 !== $alter) {
                    return Accidental::of(0);
                }
            }
        }

        return null;
    }
}
