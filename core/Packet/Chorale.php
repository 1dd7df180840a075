<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Knowledge\Nearest;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\PitchError;
use SwiftReed\Time\Length;
use SwiftReed\Time\TimeSignature;

/**
 * A short piece in four voices, written in a key of its own.
 */
final readonly class Chorale
{
    public const VOICES = ['soprano', 'alto', 'tenor', 'bass'];
    /** Notes of one voice. */
    public const MOST = 400;

    /**
     * @param string                                                   $id     as a row of a sheet names it
     * @param NoteName $tonic of the key in which the voices are written
     * @param int                                                      $tempo  quarters a minute
     * @param int                                                      $pickUp ticks before the first bar line
     * @param array<string, non-empty-list<array{Pitch, int, int}>> $voices sounding pitch,
     *  onset and length in ticks; rests are what lies between
     */
    private function __construct(
        public string $id,
        public string $name,
        public NoteName $tonic,
        public int $tempo,
        public array $voices,
        public TimeSignature $time,
        public int $pickUp,
    ) {
    }

    /**
     * @param array<string, mixed> $data "name", "tonic" (C where none is said), "tempo", "time" (4/4),
     *  "pickup" in quarters, and "voices" with notes as "C5 1, D5 2"
     *
     * @throws ChoraleError
     */
    public static function read(string $id, array $data): self
    {
        $voices = [];
        $given = \is_array($data['voices'] ?? null) ? $data['voices'] : [];
        if (\count($given) !== \count(self::VOICES)) {
            throw ChoraleError::voices(\count($given));
        }
        foreach (array_values($given) as $k => $notes) {
            $voices[self::VOICES[$k]] = self::voice(\is_string($notes) ? $notes : '');
        }
        $tempo = $data['tempo'] ?? 66;

        return new self(
            $id,
            \is_string($data['name'] ?? null) ? mb_substr($data['name'], 0, 60) : $id,
            NoteName::parse(\is_string($data['tonic'] ?? null) ? $data['tonic'] : 'C'),
            \is_int($tempo) ? max(30, min(208, $tempo)) : 66,
            $voices,
            TimeSignature::tryOf(\is_string($data['time'] ?? null) ? $data['time'] : '') ?? TimeSignature::fourFour(),
            self::pickUp($data['pickup'] ?? 0),
        );
    }

    /** One to three quarters, as a study line can begin with. */
    private static function pickUp(mixed $quarters): int
    {
        $ticks = \is_int($quarters) || \is_float($quarters) ? (int) round($quarters * Length::QUARTER) : 0;

        return $ticks > 0 && $ticks <= 3 * Length::QUARTER && 0 === $ticks % Length::QUARTER ? $ticks : 0;
    }

    /** @return non-empty-list<array{Pitch, int, int}> */
    private static function voice(string $notes): array
    {
        $said = explode(',', $notes);
        if (\count($said) > self::MOST) {
            throw ChoraleError::tooLong(\count($said), self::MOST);
        }
        $voice = [];
        $onset = 0;
        foreach ($said as $one) {
            if (1 !== preg_match('/^\s*(r|\S+)\s+(\d+(?:\.\d+)?)\s*$/', $one, $found)) {
                throw ChoraleError::notANote(trim($one));
            }
            try {
                $pitch = 'r' === $found[1] ? null : Pitch::parse($found[1]);
            } catch (PitchError) {
                throw ChoraleError::notANote(trim($one));
            }
            $length = (int) round((float) $found[2] * Length::QUARTER);
            if ($length < Length::THIRTY_SECOND || $length > 16 * Length::QUARTER) {
                throw ChoraleError::notANote(trim($one));
            }
            if (null !== $pitch) {
                $voice[] = [$pitch, $onset, $length];
            }
            $onset += $length;
        }

        return [] === $voice ? throw ChoraleError::notANote(trim($notes)) : $voice;
    }

    /** @return array<string, mixed> what {@see read()} takes */
    public function toArray(): array
    {
        $quarters = static fn (int $ticks): string => rtrim(
            rtrim(\sprintf('%.4f', $ticks / Length::QUARTER), '0'),
            '.',
        );
        $voices = [];
        foreach ($this->voices as $voice => $notes) {
            $at = 0;
            $said = [];
            foreach ($notes as [$pitch, $onset, $length]) {
                if ($onset > $at) {
                    $said[] = 'r '.$quarters($onset - $at);
                }
                $said[] = $pitch->text().' '.$quarters($length);
                $at = $onset + $length;
            }
            $voices[$voice] = implode(', ', $said);
        }

        return [
            'name' => $this->name, 'tonic' => $this->tonic->text(), 'tempo' => $this->tempo,
            'time' => $this->time->text, 'pickup' => $this->pickUp / Length::QUARTER, 'voices' => $voices,
        ];
    }

    /** The row of a sheet that asks for it. */
    public function row(NoteName $tonic): string
    {
        return 'chorale '.$this->id.' in concert '.$tonic->text();
    }

    /**
     * @param array<string, self> $known
     *
     * @return array{self, NoteName}|null the chorale and its key; null for a row that asks for none
     *
     * @throws ChoraleError
     */
    public static function asked(string $row, array $known): ?array
    {
        if (1 !== preg_match('/^chorale\s+(.+?)(?:\s+in|,)\s+(.+)$/i', trim($row), $found)) {
            return null;
        }
        $id = mb_strtolower($found[1]);
        try {
            $key = KeyQuestion::parse($found[2]);
        } catch (PitchError) {
            throw ChoraleError::unknown($found[1].' in '.$found[2], array_keys($known));
        }

        return [
            $known[$id]
                ?? $known[Nearest::to($id, array_keys($known))]
                ?? throw ChoraleError::unknown($found[1], array_keys($known)),
            $key,
        ];
    }
}
