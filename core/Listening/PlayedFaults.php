<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\PitchError;
use SwiftReed\Practice\Rungs;

/**
 * What a simulated player does wrong: "tempo 96; drift 3; late 5 120; wrong 4 D5; missing 6; flat 7 30; uneven 8;
 * restart 9; breathy; octave-slips 1; noise 2".
 */
final readonly class PlayedFaults
{
    private const PERCENT = [
        'drift' => [-30.0, 30.0],
        'uneven' => [0.0, 50.0],
        'octave-slips' => [0.0, 100.0],
        'noise' => [0.0, 100.0],
    ];
    private const MOST_LATE = 5000.0;
    private const MOST_CENTS = 100.0;
    private const MOST = 200;

    /**
     * @param int|null            $tempo   beats a minute; as the line has it when none is said
     * @param float               $drift   percent by which the end is faster
     * @param array<int, float>   $late    milliseconds, by the note from 0
     * @param array<int, Pitch>   $wrong   written pitches
     * @param array<int, true>    $missing
     * @param array<int, float>   $flat    cents
     * @param float               $uneven  percent of a note's value by which it comes early or late, one spread
     * @param int|null            $restart note from 0 after which the player begins again
     * @param float               $slips   percent of frames heard in another octave
     * @param float               $noise   percent of frames that say anything
     */
    private function __construct(
        public ?int $tempo = null,
        public float $drift = 0.0,
        public array $late = [],
        public array $wrong = [],
        public array $missing = [],
        public array $flat = [],
        public float $uneven = 0.0,
        public ?int $restart = null,
        public bool $isBreathy = false,
        public float $slips = 0.0,
        public float $noise = 0.0,
    ) {
    }

    public static function none(): self
    {
        return new self();
    }

    /**
     * One fault by its name, put where it is heard in any line: what a simulated player is told on the screen.
     *
     * @throws ListeningError
     */
    public static function named(string $name, Expected $expected): self
    {
        $count = \count($expected->notes);
        $at = min(4, $count);
        $note = $expected->notes[$at - 1]->written;
        $midi = array_map(static fn (ExpectedNote $one): int => $one->midi, $expected->notes);

        return self::read(match ($name) {
            'clean' => 'uneven 2',
            'wrong' => \sprintf(
                'wrong %d %s; uneven 2',
                $at,
                Pitch::plain($note->midi() + 1, $note->alter > 0)->text(),
            ),
            'late' => \sprintf(
                'late %d %d; uneven 2',
                $at,
                min(self::MOST_LATE, 0.32 * $expected->quarterMs() * Expected::beat($expected->unit)),
            ),
            'missing' => \sprintf('missing %d; uneven 2', $at),
            'flat' => \sprintf('flat %d 35; uneven 2', 1 + (int) array_search(max($midi), $midi, true)),
            'uneven' => 'uneven 18',
            'drift' => 'drift 12; uneven 2',
            default => throw ListeningError::notAFault($name),
        }, $count);
    }

    /**
     * @param int $count notes of the line
     *
     * @throws ListeningError
     */
    public static function read(string $text, int $count): self
    {
        $tempo = $restart = null;
        $percent = ['drift' => 0.0, 'uneven' => 0.0, 'octave-slips' => 0.0, 'noise' => 0.0];
        $late = $wrong = $missing = $flat = [];
        $isBreathy = false;
        $said = array_values(array_filter(
            array_map(trim(...), preg_split('/[;\n]/', $text) ?: []),
            static fn (string $one): bool => '' !== $one,
        ));
        if (\count($said) > self::MOST) {
            throw ListeningError::notAFault(\sprintf('%d faults', \count($said)));
        }
        foreach ($said as $one) {
            $words = preg_split('/\s+/', $one) ?: [];
            $name = strtolower($words[0]);
            $arguments = \array_slice($words, 1);
            $many = \count($arguments);
            match (true) {
                'tempo' === $name
                    && 1 === $many => $tempo = (int) self::number(
                        $name,
                        $arguments[0],
                        Rungs::SLOWEST,
                        Rungs::FASTEST,
                        'tempo 96',
                    ),
                isset(self::PERCENT[$name])
                    && 1 === $many => $percent[$name] = self::number(
                        $name,
                        $arguments[0],
                        ...[...self::PERCENT[$name], $name.' 3'],
                    ),
                'late' === $name
                    && 2 === $many => $late[self::note($arguments[0], $count)] = self::number(
                        $name,
                        $arguments[1],
                        -self::MOST_LATE,
                        self::MOST_LATE,
                        'late 5 120',
                    ),
                'flat' === $name
                    && 2 === $many => $flat[self::note($arguments[0], $count)] = self::number(
                        $name,
                        $arguments[1],
                        -self::MOST_CENTS,
                        self::MOST_CENTS,
                        'flat 7 30',
                    ),
                'missing' === $name && 1 === $many => $missing[self::note($arguments[0], $count)] = true,
                'restart' === $name && 1 === $many => $restart = self::note($arguments[0], $count),
                'wrong' === $name
                    && 2 === $many => $wrong[self::note($arguments[0], $count)] = self::pitch($arguments[1]),
                'breathy' === $name && 0 === $many => $isBreathy = true,
                default => throw ListeningError::notAFault($one),
            };
        }

        return new self(
            $tempo,
            $percent['drift'],
            $late,
            $wrong,
            $missing,
            $flat,
            $percent['uneven'],
            $restart,
            $isBreathy,
            $percent['octave-slips'],
            $percent['noise'],
        );
    }

    private static function number(string $name, string $read, float $least, float $most, string $example): float
    {
        $number = is_numeric($read) ? (float) $read : \NAN;

        return $number >= $least && $number <= $most
            ? $number
            : throw ListeningError::notANumber(
                $name,
                $read,
                \sprintf('a number from %s to %s', $least, $most),
                $example,
            );
    }

    private static function note(string $read, int $count): int
    {
        $note = filter_var($read, \FILTER_VALIDATE_INT);
        if (false === $note) {
            throw ListeningError::notANumber(
                'note',
                $read,
                \sprintf('the number of a note from 1 to %d', $count),
                'late 5 120',
            );
        }

        return $note >= 1 && $note <= $count ? $note - 1 : throw ListeningError::noSuchNote($note, $count);
    }

    private static function pitch(string $read): Pitch
    {
        try {
            return Pitch::parse($read);
        } catch (PitchError) {
            throw ListeningError::notANumber('wrong', $read, 'a written note with its octave', 'wrong 4 D5');
        }
    }
}
