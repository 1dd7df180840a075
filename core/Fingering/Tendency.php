<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\PitchError;

/**
 * How a player's own note lies with its usual fingering: "D4 sharp 12", "D4 flat 15", in cents. It overrides the model.
 */
final readonly class Tendency
{
    private const WORST = 60;

    /** @param int $cents positive is sharp */
    private function __construct(public Pitch $written, public int $cents)
    {
    }

    /** Whether a text is meant as a tendency rather than as a pin. */
    public static function isMeant(string $text): bool
    {
        return 1 === preg_match('/\b(sharp|flat)\s+\d+\s*$/i', $text) && !str_contains($text, '=');
    }

    /** @throws PinError */
    public static function parse(string $text): self
    {
        if (
            1 !== preg_match('/^\s*(.+?)\s+(sharp|flat)\s+(\d{1,3})\s*$/i', $text, $found)
            || (int) $found[3] > self::WORST
        ) {
            throw PinError::notATendency($text);
        }
        try {
            return new self(
                Pitch::parse($found[1]),
                'flat' === strtolower($found[2]) ? -(int) $found[3] : (int) $found[3],
            );
        } catch (PitchError) {
            throw PinError::notATendency($text);
        }
    }

    /**
     * What a player says of a note, in cents; 0 when nothing is said.
     *
     * @param list<self> $tendencies later ones go before earlier ones
     */
    public static function of(array $tendencies, int $midi): int
    {
        $cents = 0;
        foreach ($tendencies as $tendency) {
            $cents = $tendency->written->midi() === $midi ? $tendency->cents : $cents;
        }

        return $cents;
    }

    /**
     * How a note lies as it is fingered, in cents from equal temperament: as its player says of his own note with its
     * usual fingering, else by the model.
     *
     * @param list<self> $tendencies later ones go before earlier ones
     */
    public static function cents(array $tendencies, Fingering $fingering, Pitch $written): float
    {
        $own = FingeringUse::Default === $fingering->use ? self::of($tendencies, $written->midi()) : 0;

        return 0 === $own ? $fingering->cents : (float) $own;
    }

    /** As it is stored and read again. */
    public function text(): string
    {
        return $this->written->text().($this->cents < 0 ? ' flat ' : ' sharp ').abs($this->cents);
    }
}
