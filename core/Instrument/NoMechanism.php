<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Pitch\Pitch;

/**
 * Keyboards and mallets: the letter is the fingering.
 */
final class NoMechanism implements Mechanism
{
    public function fingerings(Pitch $written, int $sounding): array
    {
        return [Fingering::none()];
    }

    public function touches(): array
    {
        return [];
    }

    public function kind(): MechanismKind
    {
        return MechanismKind::None;
    }

    public function trills(Fingering $lower, Fingering $upper): ?array
    {
        return null;
    }

    public function lengthsFrom(Fingering $from, bool $fromOpen): array
    {
        return [];
    }

    public function tuning(Fingering $fingering, int $sounding, float $cents, string $slides): ?Tuning
    {
        return null;
    }

    public function hardness(): Hardness
    {
        return Hardness::usual();
    }

    public function askable(): ?Askable
    {
        return null;
    }
}
