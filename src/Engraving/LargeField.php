<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Explain\FingeringWords;
use SwiftReed\Explain\TuningWords;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Score\Part;
use SwiftReed\Score\Told;
use SwiftReed\Words\Catalogue;

/**
 * A note with a field of its own: how it is named, how it is fingered, and that in words.
 */
final readonly class LargeField
{
    private function __construct(
        public Pitch $pitch,
        public string $name,
        public Drawing $drawing,
        public string $words,
    ) {
    }

    /**
     * Every note of the range or of a register with its usual fingering.
     *
     * @return list<self>
     */
    public static function ofRange(Instrument $instrument, string $register = ''): array
    {
        $fields = [];
        foreach (ChartMaker::notes($instrument, $register) as $pitch) {
            $usual = $instrument->fingerings($pitch)[0] ?? null;
            if (null === $usual || FingeringUse::Trill === $usual->use) {
                continue;
            }
            $twin = Pitch::plain($pitch->midi(), false);
            $tuning = $instrument->tuning($pitch, $usual, $usual->cents);
            $fields[] = new self(
                $pitch,
                $pitch->sign().(0 === $pitch->alter ? '' : ' '.$twin->sign()),
                LargeDrawing::of($instrument, $usual, act: $tuning?->act),
                Catalogue::english()->sentences([
                    (new FingeringWords($instrument))->whole($usual),
                    ...(null === $tuning ? [] : [(new TuningWords($instrument))->talk($usual, $tuning)]),
                ]),
            );
        }

        return $fields;
    }

    /**
     * Each note of a line once, from low to high, fingered as the line has it where it comes first.
     *
     * @return list<self>
     */
    public static function ofPart(Part $part): array
    {
        $fields = [];
        $told = Told::english($part);
        foreach ($part->study->notes as $i => $note) {
            $pitch = $note->pitch();
            if (isset($fields[$pitch->midi()])) {
                continue;
            }
            $planned = $part->plan->notes[$i];
            $fields[$pitch->midi()] = new self(
                $pitch,
                $pitch->sign(),
                LargeDrawing::of(
                    $part->instrument,
                    $planned->fingering,
                    $planned->down(),
                    $planned->resting,
                    act: $part->tuning($i)?->act,
                ),
                trim($told->voice($i)['whole'].' '.$told->tuning($i)),
            );
        }
        ksort($fields);

        return array_values($fields);
    }
}
