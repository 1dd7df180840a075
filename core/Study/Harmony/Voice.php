<?php

declare(strict_types=1);

namespace SwiftReed\Study\Harmony;

use SwiftReed\Words\Wording;

/**
 * The voice that one player has in a line for a band.
 */
final readonly class Voice
{
    /**
     * @param int    $bars   that an entry comes later
     * @param int    $steps  of the scale, of a parallel voice: -2 for thirds below
     * @param int    $degree of a drone
     * @param int    $more   bars that follow after the voice has ended, until the last voice has
     * @param string $label  "enters in bar 3", "thirds below"; nothing for the line itself
     */
    private function __construct(
        public VoiceKind $kind,
        public int $bars = 0,
        public int $steps = 0,
        public int $degree = 0,
        public int $more = 0,
        public string $label = '',
    ) {
    }

    public static function lead(): self
    {
        return new self(VoiceKind::Lead);
    }

    /** @param int $more bars in which others are still playing */
    public static function entry(int $bars, int $more): self
    {
        return new self(
            0 === $bars ? VoiceKind::Lead : VoiceKind::Entry,
            bars: $bars,
            more: $more,
            label: 0 === $bars ? 'begins the round' : Wording::of('voice.entry', ['bars' => $bars + 1]),
        );
    }

    public static function parallel(int $steps, string $label): self
    {
        return new self(VoiceKind::Parallel, steps: $steps, label: $label);
    }

    public static function drone(int $degree): self
    {
        return new self(VoiceKind::Drone, degree: $degree, label: \sprintf('drone on %d', $degree));
    }

    public static function call(): self
    {
        return new self(VoiceKind::Call, label: 'leads');
    }

    public static function answer(): self
    {
        return new self(VoiceKind::Answer, label: 'answers');
    }

    /** What tells it from the other voices of a score. */
    public function key(): string
    {
        return $this->kind->name.' '.$this->bars.' '.$this->steps.' '.$this->degree;
    }
}
