<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * A ladder as a finite table: for each state what comes after a clean pass and after a missed one.
 */
final readonly class LadderTable
{
    /**
     * @param array<string, array{tempo: int, standing: string, c: array{string, string}, m: array{string, string}}> $rows by the name of the state: its tempo in beats a
     * minute, and for clean and missed the next state and the words
     * @param array<int, string> $starts the state in which one begins at a place, by its tempo
     */
    private function __construct(public string $first, public array $rows, public array $starts)
    {
    }

    public static function of(Ladder $ladder): self
    {
        $rows = [];
        $starts = [];
        $waiting = [];
        foreach ($ladder->places as $place) {
            $waiting[] = $begin = new LadderState($place, $place, 0, 0, LadderStanding::Climbing);
            $starts[$place] = $begin->name();
        }
        for ($k = 0; $k < \count($waiting); ++$k) {
            $state = $waiting[$k];
            if (isset($rows[$state->name()])) {
                continue;
            }
            $clean = $ladder->after($state, true);
            $missed = $ladder->after($state, false);
            array_push($waiting, $clean, $missed);
            $says = static fn (
                bool $isClean,
                LadderState $after,
            ): string => LadderStanding::Done === $state->standing ? '' : $ladder->words($state, $isClean, $after);
            $rows[$state->name()] = [
                'tempo' => $state->tempo,
                'standing' => $state->standing->value,
                'c' => [$clean->name(), $says(true, $clean)],
                'm' => [$missed->name(), $says(false, $missed)],
            ];
        }
        uksort(
            $rows,
            static fn (string|int $a, string|int $b): int => [
                $rows[$a]['tempo'],
                \strlen((string) $a),
                (string) $a,
            ] <=> [$rows[$b]['tempo'], \strlen((string) $b), (string) $b],
        );

        return new self($ladder->first()->name(), $rows, $starts);
    }

    /** @return array<string, mixed> for a browser or another program; the names of states are text */
    public function data(): array
    {
        $rows = [];
        foreach ($this->rows as $name => $row) {
            $rows[] = [
                'state' => (string) $name, 'tempo' => $row['tempo'], 'standing' => $row['standing'],
                'clean' => self::step($row['c']), 'missed' => self::step($row['m']),
            ];
        }

        return [
            'first' => $this->first,
            'starts' => array_map(
                static fn (int $tempo, string $state): array => ['tempo' => $tempo, 'state' => $state],
                array_keys($this->starts),
                array_values($this->starts),
            ),
            'rows' => $rows,
        ];
    }

    /**
     * @param array{string, string} $step
     *
     * @return array{state: string, words: string}
     */
    private static function step(array $step): array
    {
        return ['state' => $step[0], 'words' => $step[1]];
    }
}
