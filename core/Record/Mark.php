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
        $says = [];
        foreach ([
            'wrong' => $p->wrong,
            'cracked' => $p->cracked,
            'out-of-tune' => $p->outOfTune,
            'uneven' => $p->uneven,
            'stopped' => $p->stopped,
            'articulation' => $p->articulation,
        ] as $what => $count) {
            if ($count > 0) {
                $says[] = Wording::of('mark.'.$what, ['count' => $count]);
            }
        }
        if (null !== $this->reached && $this->reached < 1.0 - 1e-9) {
            $says[] = Wording::of('mark.of-the-tempo', ['percent' => (int) floor($this->reached * 100 + 1e-6)]);
        }

        return [] === $says ? Wording::of('mark.says') : ucfirst(implode(', ', $says)).'.';
    }
}
