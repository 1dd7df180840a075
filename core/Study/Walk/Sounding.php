<?php

declare(strict_types=1);

namespace SwiftReed\Study\Walk;

use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\Transposition;
use SwiftReed\Study\Tone;

/**
 * What sounds when a written line is played, spelled as the concert key has it. Where the written key was respelled,
 * and where a line is spelled by its direction (the chromatic scale, notes that lead on), transposing note by note
 * would carry the written spelling over: the same line is built on the concert tonic instead.
 *
 * Source: the handbook, chapter 2, "Choosing the written key" (common practice).
 */
final readonly class Sounding
{
    private function __construct(private Interval $down, private NoteName $concertTonic, private bool $isRespelled)
    {
    }

    public static function of(Transposition $transposition, Key $written, Key $concert): self
    {
        $down = $transposition->writtenAboveSounding->inverse();

        return new self($down, $concert->tonic, !$written->tonic->transpose($down)->equals($concert->tonic));
    }

    /** Whatever is written sounds: for notes that nobody reads. */
    public static function asWritten(): self
    {
        return new self(Interval::parse('P1'), NoteName::parse('C'), false);
    }

    /** Whether a line of diatonic notes must be built a second time. */
    public function isRespelled(): bool
    {
        return $this->isRespelled;
    }

    public function isAsWritten(): bool
    {
        return !$this->isRespelled && 0 === $this->down->halfSteps && 0 === $this->down->letters;
    }

    /** The concert tonic that sounds under a written one. */
    public function tonic(Pitch $written): Pitch
    {
        return Pitch::onLetter(
            $this->isRespelled ? $this->concertTonic->letter : $written->transpose($this->down)->letter,
            $written->midi() + $this->down->halfSteps,
        );
    }

    /**
     * @param non-empty-list<Tone> $tones
     *
     * @return non-empty-list<Tone>
     */
    public function transposed(array $tones): array
    {
        return $this->isAsWritten()
            ? $tones
            : array_map(fn (Tone $tone): Tone => $tone->sounding($tone->pitch->transpose($this->down)), $tones);
    }

    /**
     * @param non-empty-list<Tone> $tones
     * @param non-empty-list<Tone> $concert the same line on the concert tonic
     *
     * @return non-empty-list<Tone>
     */
    public function spelledAs(array $tones, array $concert): array
    {
        return array_map(
            static fn (Tone $tone, Tone $sounds): Tone => $tone->sounding($sounds->pitch),
            $tones,
            $concert,
        );
    }
}
