<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Player\Stage;
use SwiftReed\Score\BandPart;
use SwiftReed\Score\Format\JsonWriter;
use SwiftReed\Score\Score;

/**
 * A score as JSON, version 1 (docs/study-json.md): parts, whether they sound together, who leaps, the first tempo.
 */
final readonly class ScoreJson
{
    public function __construct(private FirstTempos $tempos)
    {
    }

    /**
     * The first score, and where there are several all of them under "keys".
     *
     * @param array<string, Stage> $stages by the names of the players
     *
     * @return array<string, mixed>
     */
    public function data(BandScores $scores, array $stages): array
    {
        $all = array_map(fn (Score $one): array => $this->one($one, $stages), $scores->scores);
        $left = array_map(
            static fn (string|int $player, string $why): array => ['player' => (string) $player, 'because' => $why],
            array_keys($scores->left),
            array_values($scores->left),
        );

        return ['version' => JsonWriter::VERSION]
            + ($all[0] ?? ['parts' => []])
            + (\count($all) > 1 ? ['keys' => $all] : [])
            + ['left_out' => $left];
    }

    /**
     * @param array<string, Stage> $stages
     *
     * @return array<string, mixed>
     */
    private function one(Score $score, array $stages): array
    {
        $together = Together::of($score);
        $tempo = $this->tempos->of($score, $stages);
        $leaps = array_values(array_filter(
            array_map(
                static fn (BandPart $one): array => [
                    'player' => $one->player,
                    'bars' => PartFacts::of($one->part)->leaps,
                ],
                $score->parts,
            ),
            static fn (array $one): bool => [] !== $one['bars'],
        ));

        return [
            'number' => $score->number,
            'parts' => array_map(
                static fn (BandPart $one): array => [
                    'player' => $one->player,
                    'instrument' => $one->part->instrument->id,
                    'study' => JsonWriter::data($one->part),
                ],
                $score->parts,
            ),
            'together' => [
                'holds' => $together->holds(),
                'breaks' => array_map(
                    static fn (Apart $one): array => [
                        'bar' => $one->bar,
                        'note' => $one->note,
                        'player' => $one->player,
                        'what' => $one->what,
                    ],
                    $together->breaks,
                ),
                'voices' => $together->voices,
                'clashes' => array_map(
                    static fn (Clash $one): array => [
                        'bar' => $one->bar,
                        'beat' => $one->beat,
                        'players' => [$one->one, $one->other],
                        'sounding' => [$one->first->text(), $one->second->text()],
                    ],
                    $together->between->clashes ?? [],
                ),
                'says' => $together->says(),
            ],
            'leaps' => $leaps,
            'first_tempo' => null === $tempo
                ? null
                : [
                    'bpm' => $tempo->bpm,
                    'unit' => $tempo->unit,
                    'player' => '' === $tempo->player ? null : $tempo->player,
                    'because' => $tempo->because,
                ],
        ];
    }
}
