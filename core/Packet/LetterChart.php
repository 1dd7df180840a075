<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Pitch\SpellingPreference;
use SwiftReed\Pitch\Transposition;
use SwiftReed\Scale\Material;

/**
 * A scale in all twelve keys as letters, for those who do not read yet and as an answer key: "in D, notes 3 and 7".
 *
 * Source: the handbook, chapter 1 (common practice).
 */
final class LetterChart
{
    /** @return non-empty-list<LetterLine> in the order of the packet */
    public static function of(Material $material, Transposition $transposition, SpellingPreference $spelling): array
    {
        $lines = [];
        foreach (PacketTable::lines() as $number => $tonic) {
            $concert = $material->keyOn($tonic);
            $written = $transposition->writtenKey($concert, $spelling)->key;
            $scale = $material->ascending($written->tonic->at(4));
            $letters = [];
            $signed = [];
            for ($step = 0; $step <= $scale->size(); ++$step) {
                $name = $scale->note($step)->pitch->name();
                $letters[] = $name;
                if (0 !== $name->alter && $step < $scale->size()) {
                    $signed[] = $step + 1;
                }
            }
            $lines[] = new LetterLine($number, $concert, $written, $letters, $signed);
        }

        \assert([] !== $lines);

        return $lines;
    }
}
