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
 * How each note of a study is begun on the instrument that plays it, now that its fingerings are known.
 *
 * On a slide a true slur exists only where the partial changes and the slide stays or moves against the pitch, or where
 * the slide stays and only the trigger changes; every other slurred note takes a soft legato tongue. Notes tongued
 * beside those are set apart a little more, so that the contrast is heard. On every other instrument it is as the line
 * asks.
 *
 * Source: the handbook, chapter 3, "Articulation" (common practice).
 */
final readonly class Tonguing
{
    /** Parts of a position within which the slide counts as still. */
    private const STILL = 0.01;

    /**
     * @param list<Attack> $attacks
     * @param list<bool>   $separated whether each is tongued beside soft ones and therefore set apart a little more
     */
    private function __construct(public array $attacks, public array $separated)
    {
    }

    public static function of(Study $study, FingeringPlan $plan, Instrument $instrument): self
    {
        $asked = array_map(static fn (StudyNote $note): Attack => $note->attack, $study->notes);
        if (MechanismKind::Slide !== $instrument->mechanism()->kind()) {
            return new self($asked, array_fill(0, \count($asked), false));
        }
        $attacks = [];
        foreach ($study->notes as $i => $note) {
            $isSlurred = Attack::None === $note->attack && $i > 0;
            $attacks[] = $isSlurred
                && !self::isTrue(
                    $plan->notes[$i - 1]->fingering,
                    $plan->notes[$i]->fingering,
                    $note->pitch()->isHigherThan($study->notes[$i - 1]->pitch()),
                )
                ? Attack::Soft
                : $note->attack;
        }

        return new self($attacks, self::contrasted($attacks));
    }

    /** Of some of the notes. */
    public function excerpt(int $from, int $count): self
    {
        return new self(\array_slice($this->attacks, $from, $count), \array_slice($this->separated, $from, $count));
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
     * In a line with soft notes every tongued note that ends outside a slur is set apart, so that the sign means all of
     * its kind; in a line without soft ones none is.
     *
     * @param list<Attack> $attacks
     *
     * @return list<bool>
     */
    private static function contrasted(array $attacks): array
    {
        $hasSoft = \in_array(Attack::Soft, $attacks, true);
        $separated = [];
        foreach ($attacks as $i => $attack) {
            $endsApart = Attack::Tongue === ($attacks[$i + 1] ?? Attack::Tongue);
            $separated[] = $hasSoft && Attack::Tongue === $attack && $endsApart;
        }

        return $separated;
    }
}
