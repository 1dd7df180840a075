<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

use SwiftReed\Pitch\NoteName;

/**
 * A chord as players read it: a root and a quality, "Bbmaj7", "Aø".
 *
 * Source of the kinds: the W3C's MusicXML 4.0 specification, "kind-value".
 */
final readonly class Chord
{
    /** Half steps of third, fifth and seventh above the root, by quality. */
    private const QUALITIES = [
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
    /** MusicXML's name of each quality, and the notes added or altered: degree and half steps. */
    private const KINDS = [
        '' => ['major', []], 'm' => ['minor', []], 'dim' => ['diminished', []], 'aug' => ['augmented', []], '6' => [
            'major-sixth',
            [],
        ], 'm6' => ['minor-sixth', []],
        'maj7' => ['major-seventh', []], '7' => ['dominant', []], 'm7' => ['minor-seventh', []], 'ø' => [
            'half-diminished',
            [],
        ], 'dim7' => [
            'diminished-seventh',
            [],
        ], 'm(maj7)' => ['major-minor', []],
        'maj7#5' => ['major-seventh', [[5, 1]]], '7#5' => ['augmented-seventh', []], '7b5' => ['dominant', [[5, -1]]], 'maj7b5' => [
            'major-seventh',
            [[5, -1]],
        ], '7b9' => ['dominant', [[9, -1]]], '7alt' => [
            'dominant',
            [[5, -1], [9, -1]],
        ],
    ];
    /** What is held when the chord is played, half steps above the root. */
    private const SOUNDS = [
        '' => [0, 4, 7], 'm' => [0, 3, 7], 'dim' => [0, 3, 6], 'aug' => [0, 4, 8], '6' => [
            0,
            4,
            7,
            9,
        ], 'm6' => [0, 3, 7, 9],
        'maj7' => [
            0,
            4,
            7,
            11,
        ], '7' => [
            0,
            4,
            7,
            10,
        ], 'm7' => [0, 3, 7, 10], 'ø' => [0, 3, 6, 10], 'dim7' => [0, 3, 6, 9], 'm(maj7)' => [0, 3, 7, 11],
        'maj7#5' => [0, 4, 8, 11], '7#5' => [0, 4, 8, 10], '7b5' => [0, 4, 6, 10], 'maj7b5' => [0, 4, 6, 11], '7b9' => [
            0, 4, 7, 10, 13,
        ], '7alt' => [0, 4, 10, 13],
    ];

    private function __construct(public NoteName $root, public string $quality)
    {
    }

    /** @throws FormulaError for a quality that is not known */
    public static function of(NoteName $root, string $quality): self
    {
        return isset(self::KINDS[$quality]) ? new self($root, $quality) : throw FormulaError::notAChord($quality);
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
        $quality = self::QUALITIES[implode(' ', $above)] ?? null;

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
        return $this->root->sign().strtr($this->quality, ['b' => '♭', '#' => '♯']);
    }

    /**
     * @return array{string, list<array{int, int}>} MusicXML's kind,
     *  and degrees with the half steps by which they are altered or added
     */
    public function musicXml(): array
    {
        return self::KINDS[$this->quality] ?? ['other', []];
    }

    /** @return list<int> MIDI numbers of its notes, held softly round the middle of the keyboard */
    public function held(): array
    {
        $root = 48 + $this->root->pitchClass();

        return array_map(static fn (int $above): int => $root + $above, self::SOUNDS[$this->quality] ?? [0]);
    }
}
