<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Words\Wording;

/**
 * How the minutes that there are, are used: warm-up, technique, pieces, warm-down, with breaks. The minutes of the
 * blocks make up the minutes given, never more.
 *
 * Source: the handbook, chapter 7 (scales about a third of the time; brass rests about as long as it plays; a short
 * break each half hour).
 */
final readonly class Session
{
    /** @param list<SessionBlock> $blocks in their order */
    private function __construct(public array $blocks)
    {
    }

    /** @param int $minutes that the player has */
    public static function of(int $minutes, MechanismKind $kind, PracticeFigures $figures): self
    {
        $minutes = max(0, $minutes);
        $isBrass = self::isBrass($kind);
        $every = $figures->count('break-every');
        $pause = $figures->count('break-minutes');
        $breaks = $minutes > $every ? intdiv($minutes - 1, $every) : 0;
        $technique = self::technique($minutes, $figures);
        $left = $minutes - $technique - $breaks * $pause;
        $warmUp = min(max(0, $left), (int) round($figures->number('warm-up-share') * $minutes));
        $warmDown = min(max(0, $left - $warmUp), (int) floor($figures->number('warm-down-share') * $minutes));
        $pieces = max(0, $left - $warmUp - $warmDown);
        $blocks = [
            new SessionBlock(
                'warm-up',
                $warmUp,
                $isBrass
                    ? Wording::of('session.long-soft-notes')
                    : Wording::of('session.long-soft-notes-low'),
            ),
            new SessionBlock(
                'technique',
                $technique,
                $isBrass
                    ? Wording::of('session.one-key-until')
                    : Wording::of('session.one-key-until-clean'),
            ),
            ...array_fill(
                0,
                $breaks,
                new SessionBlock('break', $pause, Wording::of('session.put-instrument-down')),
            ),
            new SessionBlock('pieces', $pieces, Wording::of('session.your-pieces')),
            new SessionBlock(
                'warm-down',
                $warmDown,
                $isBrass ? Wording::of('session.low-soft-long') : Wording::of('session.few-low-soft'),
            ),
        ];

        return new self(array_values(array_filter($blocks, static fn (SessionBlock $one): bool => $one->minutes > 0)));
    }

    /** Minutes for scales of so many minutes. */
    public static function technique(int $minutes, PracticeFigures $figures): int
    {
        return min(
            max(0, $minutes),
            max($figures->count('technique-least'), (int) round($figures->number('technique-share') * $minutes)),
        );
    }

    public function minutes(): int
    {
        return array_sum(array_map(static fn (SessionBlock $one): int => $one->minutes, $this->blocks));
    }

    /** Whether the lip needs as much rest as it plays. */
    public static function isBrass(MechanismKind $kind): bool
    {
        return \in_array($kind, [MechanismKind::Valves, MechanismKind::Slide], true);
    }
}
