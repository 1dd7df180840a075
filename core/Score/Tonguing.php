<?php

declare(strict_types=1);

namespace SwiftReed\Score;

use SwiftReed\Fingering\FingeringPlan;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyNote;
use SwiftReed\Study\Tonguing\Attack;

/**
 * On a slide a true slur exists only where the partial changes and the slide stays or moves against the pitch, or where the
 * slide stays and only the trigger changes; every other slurred note takes a soft legato tongue. Notes tongued beside those are
 * set apart a little more, so that the contrast is heard.
 *
 * Source: the handbook, chapter 3, "Articulation" (common practice).
 */
final class SlideSlurs
{
    /** Parts of a position within which the slide counts as still. */
    private const STILL = 0.01;

    public static function marked(Study $study, FingeringPlan $plan, Instrument $instrument): Study
    {
        if (MechanismKind::Slide !== $instrument->mechanism()->kind()) {
            return $study;
        }
        $notes = [];
        foreach ($study->notes as $i => $note) {
            if (Attack::None === $note->attack && $i > 0 && !self::isTrue($plan->notes[$i - 1]->fingering, $plan->notes[$i]->fingering, $note->pitch()->isHigherThan($study->notes[$i - 1]->pitch()))) {
                $note = $note->with(attack: Attack::Soft);
            }
            $notes[] = $note;
        }

        return $study->withNotes(self::contrasted($notes));
    }

    private static function isTrue(Fingering $before, Fingering $after, bool $rises): bool
    {
        $outward = $after->onSlide()->out - $before->onSlide()->out;
        if ($before->side !== $after->side && $before->onSlide()->position === $after->onSlide()->position) {
            return true; // the slide stays where it is; the trigger alone changes the tube
        }

        // Outward lowers: "against the pitch" is out while the pitch rises, in while it falls.
        return $before->partial !== $after->partial && (abs($outward) < self::STILL || ($outward > 0) === $rises);
    }

    /**
     * Tongued notes are separated where a soft one stands beside them; in a line without soft ones they are plain.
     *
     * @param list<StudyNote> $notes
     *
     * @return list<StudyNote>
     */
    private static function contrasted(array $notes): array
    {
        $isSoft = static fn (int $i): bool => isset($notes[$i]) && Attack::Soft === $notes[$i]->attack;
        $marked = [];
        foreach ($notes as $i => $note) {
            // A note from which a soft one is slurred belongs to it, and only one that ends outside a slur can be set apart.
            $endsApart = !isset($notes[$i + 1]) || Attack::Tongue === $notes[$i + 1]->attack;
            $near = array_filter([$i - 2, $i - 1, $i + 2], $isSoft);
            $marked[] = Attack::Tongue === $note->attack && $endsApart && [] !== $near ? $note->with(isSeparated: true) : $note;
        }

        return $marked;
    }
}
