<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Packet\Chorale;
use SwiftReed\Packet\ChoraleError;
use SwiftReed\Pitch\Interval;
use SwiftReed\Time\Length;
use SwiftReed\Time\TimeSignature;

/**
 * Reads a chorale from a file with four parts, or with four voices in its parts: MusicXML, compressed or not, or MIDI.
 */
final class ChoraleReader
{
    /**
     * @return array<string, mixed> what {@see Chorale::read()} takes,
     *  with the note on which the lowest voice ends as the key
     *
     * @throws ImportError   when the file cannot be read
     * @throws ChoraleError  when it has not four voices
     */
    public static function read(string $bytes, string $name): array
    {
        $first = FileReader::read($bytes);
        $count = \count(Chorale::VOICES);
        if (\count($first->parts) !== $count) {
            throw ChoraleError::voices(\count($first->parts));
        }
        $voices = [$first->given];
        for ($part = 1; $part < $count; ++$part) {
            $voices[] = FileReader::read($bytes, $part)->given;
        }
        $voices = array_map(static fn (GivenLine $one): GivenLine => $one->writtenFor(Interval::unison()), $voices);
        $height = static fn (GivenLine $one): float => array_sum(array_map(
            static fn (GivenNote $note): int => $note->pitch->midi(),
            $one->notes,
        )) / \count($one->notes);
        usort($voices, static fn (GivenLine $a, GivenLine $b): int => $height($b) <=> $height($a));
        $last = $voices[$count - 1]->notes;
        $tempo = $first->given->tempo;
        $time = TimeSignature::tryOf($first->given->time) ?? TimeSignature::fourFour();

        return [
            'name' => $name,
            'tonic' => $last[\count($last) - 1]->pitch->name()->text(),
            'tempo' => null !== $tempo && 'quarter' === $tempo['unit'] ? $tempo['bpm'] : 66,
            'time' => $time->text,
            'pickup' => $first->given->pickUp / Length::QUARTER,
            'voices' => array_combine(Chorale::VOICES, array_map(self::text(...), $voices)),
        ];
    }

    private static function text(GivenLine $voice): string
    {
        $quarters = static fn (int $ticks): string => rtrim(
            rtrim(\sprintf('%.4f', $ticks / Length::QUARTER), '0'),
            '.',
        );
        $said = [];
        foreach ($voice->notes as $note) {
            if ($note->rests > 0) {
                $said[] = 'r '.$quarters($note->rests);
            }
            $said[] = $note->pitch->text().' '.$quarters($note->ticks);
        }

        return implode(', ', $said);
    }
}
