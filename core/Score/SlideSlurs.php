<?php

declare(strict_types=1);

namespace SwiftReed\Score;

use SwiftReed\Fingering\FingeringPlan;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Study\Study;
use SwiftReed\Study\Tonguing\Attack;

/**
 * On a slide a true slur exists only where the partial changes and the slide stays or moves against the pitch; every
 * other slurred note takes a soft legato tongue.
 *
 * Source: the handbook, chapter 3 (common practice).
 */
final class SlideSlurs
{
    public static function marked(Study $study, FingeringPlan $plan, Instrument $instrument): Study
    {
        if ('slide' !== $instrument->mechanism()->kind()) {
            return $study;
        }
        $notes = [];
        foreach ($study->notes as $i => $note) {
            if (Attack::None === $note->attack && $i > 0) {
                $before = $plan->notes[$i - 1]->fingering;
                $after = $plan->notes[$i]->fingering;
                $outward = $after->slidePlace - $before->slidePlace;
                $rises = $note->pitch()->isHigherThan($study->notes[$i - 1]->pitch());
                // Outward lowers: "against the pitch" is out while the pitch rises, in while it falls.
                $true = $before->partial !== $after->partial && (abs($outward) < 0.01 || ($outward > 0) === $rises);
                $note = $true ? $note : $note->withAttack(Attack::Soft);
            }
            $notes[] = $note;
        }

        return $study->withNotes($notes);
    }
}
