<?php

declare(strict_types=1);

namespace App\Stand;

use App\Band\Chair;
use App\Band\PinnedFingering;
use App\Band\PinnedFingeringRepository;
use App\Shared\Audit;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Fingering\Tendency;

/**
 * How a note lies on a player's own instrument is kept for him, and his lines are planned with it.
 */
final class KeepTendency
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly PinnedFingeringRepository $pins,
        private readonly Audit $audit,
    ) {
    }

    /** How the note lies now stands in place of what stood there. */
    public function __invoke(Chair $chair, Tendency $tendency): void
    {
        foreach ($this->pins->ofChair($chair) as $one) {
            $text = $one->getPin();
            if (Tendency::isMeant($text) && Tendency::parse($text)->written->equals($tendency->written)) {
                $this->entities->remove($one);
            }
        }
        $this->entities->persist(new PinnedFingering($chair->getInstrument(), '', $tendency->text(), $chair));
        $this->entities->flush();
        $this->audit->note('tendency kept', $chair->getId());
    }
}
