<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\NoteNames;

/**
 * A chord as players read it: a root and a quality, "Bbmaj7", "Aø".
 */
final readonly class Chord
{
    /** Half steps of third, fifth and seventh above the root, by quality. */
    private const BY_STEPS = [
        '4 7' => '', '3 7' => 'm', '3 6' => 'dim', '4 8' => 'aug',
        '4 7 11' => 'maj7',
        '4 7 10' => '7',
        '3 7 10' => 'm7',
        '3 6 10' => 'ø',
        '3 6 9' => 'dim7',
        '3 7 11' => 'm(maj7)',
        '4 8 11' => 'maj7#5',
        '4 8 10' => '7#5',
        '4 6 10' => '7b5',
        '4 6 11' => 'maj7b5',
    ];

    private function __construct(public NoteName $root, public string $quality)
    {
    }

    /** @throws FormulaError for a quality that is not known */
    public static function of(NoteName $root, string $quality): self
    {
        return new self($root, ChordQuality::of($quality)->text);
    }

    /**
     * The chord of every other note of a scale from one of its steps; null where it has no usual name.
     */
    public static function onStep(Scale $scale, int $step, bool $withSeventh): ?self
    {
        $root = $scale->note($step)->pitch;
        $above = array_map(
            static fn (int $more): int => $scale->note($step + $more)->pitch->midi() - $root->midi(),
            $withSeventh ? [2, 4, 6] : [2, 4],
        );
        $quality = self::BY_STEPS[implode(' ', $above)] ?? null;

        return null === $quality ? null : new self($root->name(), $quality);
    }

    public function on(NoteName $root): self
    {
        return new self($root, $this->quality);
    }

    /** "Bbmaj7" */
    public function text(): string
    {
        return $this->root->text().$this->quality;
    }

    /** "B♭maj7" */
    public function sign(): string
    {
        return NoteNames::English->sign($this->root).strtr($this->quality, ['b' => '♭', '#' => '♯']);
    }

    public function quality(): ChordQuality
    {
        return ChordQuality::of($this->quality);
    }

    /** @return list<int> MIDI numbers of its notes, held softly round the middle of the keyboard */
    public function held(): array
    {
        $root = 48 + $this->root->pitchClass();

        return array_map(static fn (int $above): int => $root + $above, $this->quality()->held);
    }
}
