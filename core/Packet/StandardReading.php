<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Stage;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Score\Told;
use SwiftReed\Study\StudyError;

/**
 * The standard lines of a stage read for one instrument: every choice that is not the usual fingering, each kind once.
 */
final readonly class StandardReading
{
    /** What is read in each of the twelve keys. */
    private const MATERIALS = [
        'major', 'natural minor', 'harmonic minor', 'melodic minor', 'chromatic', 'arpeggio', 'major, thirds',
    ];
    /** At each stage the rhythms and tempos its players meet. */
    private const RHYTHMS = [
        'first' => ['whole notes, quarter = 60', 'quarters, quarter = 60'],
        'developing' => ['quarters, quarter = 60', 'eighths, quarter = 100'],
        'full' => ['whole notes, quarter = 60', 'eighths, quarter = 100', 'sixteenths, quarter = 100'],
    ];

    /**
     * @param list<array{written: string, fingering: string, occasion: string, why: string, times: int, line: string,
     *  note: int}> $choices note: counted from 1
     */
    private function __construct(public int $lines, public int $notes, public array $choices)
    {
    }

    public static function of(PartBuilder $parts, Instrument $instrument, Stage $stage): self
    {
        $lines = 0;
        $notes = 0;
        $choices = [];
        foreach (PacketTable::lines() as $tonic) {
            foreach (self::MATERIALS as $material) {
                foreach (self::RHYTHMS[$stage->value] as $rhythm) {
                    try {
                        $part = $parts->build(
                            $parts->parser->parse('concert '.$tonic->text().' '.$material.', '.$rhythm),
                            $instrument,
                            new PlayerSettings($stage),
                        );
                    } catch (StudyError) {
                        continue; // it does not fit this player's range
                    }
                    ++$lines;
                    $notes += \count($part->study->notes);
                    foreach ($part->plan->notes as $i => $planned) {
                        if (FingeringUse::Default === $planned->fingering->use) {
                            continue;
                        }
                        $written = $part->study->notes[$i]->pitch()->text();
                        $key = $written.' '.$planned->fingering->text.' '.($planned->occasion->text ?? '');
                        $choices[$key] ??= [
                            'written' => $written, 'fingering' => $planned->fingering->text,
                            'occasion' => $planned->occasion->text ?? '', 'why' => Told::english($part)->why($i), 'times' => 0,
                            'line' => $part->line(), 'note' => $i + 1,
                        ];
                        ++$choices[$key]['times'];
                    }
                }
            }
        }

        return new self($lines, $notes, array_values($choices));
    }
}
