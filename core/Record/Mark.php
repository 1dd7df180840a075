<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Words\Wording;

/**
 * A mark of 100, with its parts.
 */
final readonly class Mark
{
    public float $mark;

    /**
     * @param array<string, float> $parts   points of each part, of 100 in all
     * @param array<string, float> $of      points that each could have
     * @param float|null           $reached share of the tempo
     */
    public function __construct(
        public array $parts,
        public array $of,
        private Presses $presses,
        private ?float $reached,
    ) {
        $this->mark = round(array_sum($parts), 1);
    }

    /** What took points, a sentence. */
    public function says(): string
    {
        $p = $this->presses;
        $times = static fn (int $count, string $one, string $many): ?string => 0 === $count ? null : (
            1 === $count ? '1 '.$one : $count.' '.$many
        );
        $says = array_values(array_filter([
            $times($p->wrong, 'note wrong', 'notes wrong'),
            $times($p->cracked, 'cracked', 'cracked'),
            $times($p->outOfTune, 'out of tune', 'out of tune'),
            $times($p->uneven, 'place uneven', 'places uneven'),
            $times($p->stopped, 'stop', 'stops'),
            $times($p->articulation, 'place tongued otherwise', 'places tongued otherwise'),
            null !== $this->reached && $this->reached < 1.0 - 1e-9
                ? \sprintf('%d%% of the tempo', (int) floor($this->reached * 100 + 1e-6))
                : null,
        ], static fn (?string $one): bool => null !== $one));

        return [] === $says ? Wording::of('mark.says') : ucfirst(implode(', ', $says)).'.';
    }
}
