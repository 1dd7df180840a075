<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\PitchError;

/**
 * A teacher's own choice: for one note of this line ("9 = lE"), for a written note wherever it stands ("B4 = lE"), for
 * a pair of notes wherever they follow each other ("B4 > C#5 = lE > rFs"). A fingering is named by its text, or by one
 * touch, one finger (R4 is the right little finger) or one side of a horn that marks it. "F3 to C5 = F" is a habit for
 * a stretch of notes; where no fingering there has that mark, it asks for nothing.
 */
final readonly class Pin
{
    public const LIMIT = 200;

    /**
     * @param int          $note    index of the note in this line, or -1 when the pin is for every line
     * @param list<Pitch>  $pitches the written note, or the pair; empty for a note of this line
     * @param list<string> $wanted  a fingering for each
     */
    private function __construct(
        public int $note,
        public array $pitches,
        public array $wanted,
        public bool $isRange = false,
    ) {
    }

    /** @throws PinError */
    public static function parse(string $text): self
    {
        $sides = explode('=', mb_substr($text, 0, self::LIMIT));
        if (2 !== \count($sides) || '' === trim($sides[1])) {
            throw PinError::notAPin($text);
        }
        $where = array_map(trim(...), explode('>', $sides[0]));
        $wanted = array_map(trim(...), explode('>', $sides[1]));
        if (\count($where) !== \count($wanted) || \count($where) > 2 || \in_array('', $wanted, true)) {
            throw PinError::notAPin($text);
        }
        if (1 === \count($where) && 1 === preg_match('/^(?:note\s*)?(\d{1,3})$/', $where[0], $found)) {
            return (int) $found[1] > 0 ? new self((int) $found[1] - 1, [], $wanted) : throw PinError::notAPin($text);
        }
        try {
            if (1 === \count($where) && 1 === preg_match('/^(\S.*?)\s+to\s+(\S.*)$/i', $where[0], $found)) {
                return new self(-1, [Pitch::parse($found[1]), Pitch::parse($found[2])], $wanted, true);
            }

            return new self(-1, array_map(Pitch::parse(...), $where), $wanted);
        } catch (PitchError) {
            throw PinError::notAPin($text);
        }
    }

    /** As it is stored and read again. */
    public function text(): string
    {
        if ($this->isRange) {
            return \sprintf('%s to %s = %s', $this->pitches[0]->text(), $this->pitches[1]->text(), $this->wanted[0]);
        }
        $where = $this->note >= 0
            ? (string) ($this->note + 1)
            : implode(' > ', array_map(static fn (Pitch $pitch): string => $pitch->text(), $this->pitches));

        return $where.' = '.implode(' > ', $this->wanted);
    }

    /**
     * What it wants, by the index of the note.
     *
     * @param list<Pitch> $line written pitches
     *
     * @return array<int, string>
     */
    public function wants(array $line): array
    {
        $wants = [];
        foreach ($line as $i => $pitch) {
            if ($this->isRange) {
                if ($pitch->midi() >= $this->pitches[0]->midi() && $pitch->midi() <= $this->pitches[1]->midi()) {
                    $wants[$i] = $this->wanted[0];
                }
                continue;
            }
            if ($this->note === $i || (1 === \count($this->pitches) && $pitch->midi() === $this->pitches[0]->midi())) {
                $wants[$i] = $this->wanted[0];
            } elseif (
                2 === \count($this->pitches)
                && isset($line[$i + 1])
                && $pitch->midi() === $this->pitches[0]->midi()
                && $line[$i + 1]->midi() === $this->pitches[1]->midi()
            ) {
                $wants[$i] = $this->wanted[0];
                $wants[$i + 1] = $this->wanted[1];
            }
        }

        return $wants;
    }

    /**
     * The fingerings of a note that the name means.
     *
     * @param list<Fingering> $fingerings
     *
     * @return list<Fingering>
     *
     * @throws PinError when the instrument has none of that name for the note
     */
    public static function meant(Instrument $instrument, Pitch $pitch, array $fingerings, string $name): array
    {
        $exact = array_values(array_filter(
            $fingerings,
            static fn (Fingering $one): bool => 0 === strcasecmp($one->text, $name),
        ));
        $touches = $instrument->mechanism()->touches();
        $meant = [] !== $exact
            ? $exact
            : array_values(array_filter($fingerings, static fn (Fingering $one): bool => \in_array(
                $name,
                $one->touches,
                true,
            ) || $one->side === $name
            || \in_array($name, array_map(static fn (string $id): string => $touches[$id]->finger, $one->touches), true)));

        return [] !== $meant
            ? $meant
            : throw PinError::noSuchFingering(
                $name,
                $pitch->sign(),
                $instrument->article,
                array_map(static fn (Fingering $one): string => $one->text, $fingerings),
            );
    }
}
