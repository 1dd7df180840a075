<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Fingering\OwnFingerings;
use SwiftReed\Fingering\PinError;
use SwiftReed\Score\Part;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Score\Sheet;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyNote;

/**
 * In a score all players of a stage breathe at the same places: those of whoever has the shortest breath. Whoever has
 * other notes there, or needs no breath, keeps to himself.
 *
 * Source: the handbook, chapter 10, "Laws".
 */
final readonly class BreathsTogether
{
    public function __construct(private PartBuilder $parts)
    {
    }

    /**
     * @param array<string, Sheet>      $sheets  by the name of the player
     * @param array<string, BandPlayer> $players by their names
     *
     * @return array<string, Sheet>
     */
    public function of(array $sheets, array $players): array
    {
        /** @var array<string, array{float, Study}> $shortest by the stage, the number and the rhythm of a study */
        $shortest = [];
        foreach ($sheets as $name => $sheet) {
            foreach ($sheet->parts as $k => $part) {
                $seconds = self::seconds($players[$name]);
                $key = self::key($players[$name], $sheet->numbers[$k], $part->study);
                if (null !== $seconds && (!isset($shortest[$key]) || $seconds < $shortest[$key][0])) {
                    $shortest[$key] = [$seconds, $part->study];
                }
            }
        }
        $together = [];
        foreach ($sheets as $name => $sheet) {
            $parts = [];
            foreach ($sheet->parts as $k => $part) {
                $leader = $shortest[self::key($players[$name], $sheet->numbers[$k], $part->study)][1] ?? null;
                $parts[] = null === $leader ? $part : $this->breathing($part, $players[$name], $leader->breaths());
            }
            $together[$name] = $parts === $sheet->parts ? $sheet : $sheet->withParts($parts);
        }

        return $together;
    }

    /** @param list<int> $breaths ticks */
    private function breathing(Part $part, BandPlayer $player, array $breaths): Part
    {
        if (null === self::seconds($player) || '' !== $part->study->piece || $breaths === $part->study->breaths()) {
            return $part;
        }

        $build = fn (OwnFingerings $own): Part => $this->parts->build(
            $part->study->recipe->line,
            $player->instrument,
            $player->settings->breathingAt($breaths),
            $own,
        );
        try {
            return $build($player->own);
        } catch (PinError) {
            // A habit of another set-up does not stop the page.
            return $build(new OwnFingerings([], $player->own->tendencies));
        }
    }

    private static function seconds(BandPlayer $player): ?float
    {
        return $player->instrument->player($player->settings)->lungs->seconds;
    }

    /** Who breathes together: players of one stage who have notes of the same lengths. */
    private static function key(BandPlayer $player, string $number, Study $study): string
    {
        return $player->settings->stage->value.' '.$number.' '.hash('xxh128', implode(' ', array_map(
            static fn (StudyNote $note): string => $note->onset.'+'.$note->length,
            $study->notes,
        )));
    }
}
