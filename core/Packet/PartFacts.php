<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Fingering\HardSpot;
use SwiftReed\Fingering\HardSpots;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Score\Part;
use SwiftReed\Score\Told;
use SwiftReed\Words\Wording;

/**
 * What a director wants to know of one part: how low and high it goes, where it leaps by octaves, and its hardest
 * change.
 */
final readonly class PartFacts
{
    /** @param list<int> $leaps bars in which it leaves the plain line by octaves or comes back, each once */
    private function __construct(
        public Pitch $lowest,
        public Pitch $highest,
        public array $leaps,
        public ?HardSpot $hardest,
        private Part $part,
    ) {
    }

    public static function of(Part $part): self
    {
        $pitches = array_map(static fn ($note): Pitch => $note->pitch(), $part->study->notes);
        usort($pitches, static fn (Pitch $a, Pitch $b): int => $a->midi() <=> $b->midi());
        $leaps = [];
        foreach ($part->study->moves as $move) {
            if ($move->at > 0) { // where it begins it leaps from nowhere
                $leaps[$part->study->notes[$move->at]->bar] = true;
            }
        }
        $worst = HardSpots::worst($part->plan->hardSpots);
        usort(
            $worst,
            static fn (HardSpot $a, HardSpot $b): int => $b->difficulty <=> $a->difficulty ?: $a->from <=> $b->from,
        );

        return new self($pitches[0], $pitches[\count($pitches) - 1], array_keys($leaps), $worst[0] ?? null, $part);
    }

    /** "bar 3, E to G: three fingers move at once", or nothing. */
    public function hardest(): string
    {
        if (null === $this->hardest) {
            return '';
        }
        $notes = $this->part->study->notes;
        $from = $notes[$this->hardest->from];

        return Wording::of('part-facts.hardest', [
            'bar' => 0 === $from->bar ? 'pick-up' : 'bar '.$from->bar,
            'pitch' => $from->pitch()->name()->sign(),
            'pitch_2' => $notes[$this->hardest->to]->pitch()->name()->sign(),
            'hard' => Told::english($this->part)->hard($this->hardest),
        ]);
    }

    /**
     * "trumpet, trombone, euphonium in bars 2 and 4": who leaps where, those of the same bars together.
     *
     * @param array<string, list<int>> $leaps bars by who
     */
    public static function spoken(array $leaps): string
    {
        $byBars = [];
        foreach ($leaps as $who => $bars) {
            if ([] !== $bars) {
                $byBars[implode(' ', $bars)][] = (string) $who;
            }
        }
        $says = [];
        foreach ($byBars as $bars => $who) {
            $numbers = array_map(
                static fn (string $bar): string => '0' === $bar ? 'the pick-up' : $bar,
                explode(' ', (string) $bars),
            );
            $last = array_pop($numbers);
            $says[] = implode(', ', $who).' in '.(
                [] === $numbers
                    ? ('the pick-up' === $last ? '' : 'bar ').$last
                    : 'bars '.implode(', ', $numbers).' and '.$last
            );
        }

        return implode('; ', $says);
    }
}
