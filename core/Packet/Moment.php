<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Score\BandPart;
use SwiftReed\Score\Score;

/**
 * One note of the line, with what everybody has there.
 */
final readonly class Moment
{
    /**
     * @param int                    $note  of the line, counted from 1, as most of the band has it
     * @param int                    $bar   counted from 1; 0 is the pick-up
     * @param int                    $inBar the note of its bar, counted from 1
     * @param int                    $onset ticks from the start
     * @param int                    $notes how many the line has
     * @param array<string, int|null> $has  by player, the index of the note in that part; null who has none
     */
    private function __construct(
        public Score $score,
        public int $note,
        public int $bar,
        public int $inBar,
        public int $onset,
        public int $notes,
        public array $has,
    ) {
    }

    /**
     * @param non-empty-list<Score> $scores
     *
     * @throws PlaceError when there is no such place
     */
    public static function at(array $scores, Spot $spot): self
    {
        $numbers = array_map(static fn (Score $one): string => $one->number, $scores);
        $k = null === $spot->line ? 0 : array_search($spot->line, $numbers, true);
        if (false === $k) {
            throw PlaceError::noLine((string) $spot->line, $numbers);
        }
        $score = $scores[$k];
        $notes = self::leading($score)->part->study->notes;
        if (null === $spot->bar) {
            $i = $spot->note - 1;
            if (!isset($notes[$i])) {
                throw PlaceError::noNote($spot->note, \count($notes));
            }
        } else {
            $inBar = array_keys(array_filter($notes, static fn ($note): bool => $note->bar === $spot->bar));
            if ([] === $inBar) {
                throw PlaceError::noBar($spot->bar, $notes[0]->bar, $notes[\count($notes) - 1]->bar);
            }
            $i = $inBar[$spot->note - 1] ?? throw PlaceError::noNoteInBar($spot->note, $spot->bar, \count($inBar));
        }
        $bar = $notes[$i]->bar;
        $before = \count(array_filter(\array_slice($notes, 0, $i), static fn ($note): bool => $note->bar === $bar));
        $has = [];
        foreach ($score->parts as $one) {
            $has[$one->player] = null;
            foreach ($one->part->study->notes as $j => $note) {
                if ($note->onset === $notes[$i]->onset) {
                    $has[$one->player] = $j;
                }
            }
        }

        return new self($score, $i + 1, $bar, $before + 1, $notes[$i]->onset, \count($notes), $has);
    }

    /**
     * What everybody has: pitches as "Bb4", the fingering as it is written under the note; null for who has no note
     * there.
     *
     * @return list<array{player: string, instrument: string, written: string|null, sounding: string|null,
     *  fingering: string|null, signs: string}>
     */
    public function rows(): array
    {
        return array_map(function (BandPart $one): array {
            $i = $this->has[$one->player];
            $note = null === $i ? null : $one->part->study->notes[$i];
            $fingering = null === $i ? '' : $one->part->plan->notes[$i]->fingering->text;

            return [
                'player' => $one->player,
                'instrument' => $one->part->instrument->id,
                'written' => $note?->pitch()->text(),
                'sounding' => $note?->sounding->text(),
                'fingering' => '' === $fingering ? null : $fingering,
                'signs' => $note?->pitch()->sign() ?? '',
            ];
        }, $this->score->parts);
    }

    /** The part by which notes are counted: one that is as long as most are, the highest in the score. */
    private static function leading(Score $score): BandPart
    {
        $count = [];
        foreach ($score->parts as $one) {
            $notes = \count($one->part->study->notes);
            $count[$notes] = ($count[$notes] ?? 0) + 1;
        }
        $most = array_search(max($count), $count, true);
        foreach ($score->parts as $one) {
            if (\count($one->part->study->notes) === $most) {
                return $one;
            }
        }

        return $score->parts[0];
    }
}
