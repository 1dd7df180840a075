<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Study\StudyNote;

/**
 * The cheapest way through a line: one candidate for each note, by what each costs and what each change costs. On a
 * slide, turning round costs something too.
 */
final readonly class ShortestPath
{
    /** What it costs when the slide turns round. */
    public const TURN = 0.6;
    private const AGAINST_A_PIN = 1e6;

    public function __construct(private Changes $changes, private bool $hasSlide)
    {
    }

    /**
     * @param non-empty-list<StudyNote>   $notes
     * @param list<list<Fingering>>       $candidates
     * @param list<float>                 $weights
     * @param list<list<float>>           $own
     * @param array<int, list<Fingering>> $pinned     the only fingerings allowed, by the index of the note
     *
     * @return list<int> the chosen candidate of each note
     */
    public function through(array $notes, array $candidates, array $weights, array $own, array $pinned): array
    {
        // A state is a candidate and the way in which the slide came to it: 3 j + 1 + (-1 in, 0 not yet moved, 1 out).
        $best = [[]];
        $from = [];
        $before = null;
        foreach ($notes as $i => $note) {
            $pitch = $note->pitch();
            $matrix = null === $before ? [] : $this->changes->difficulties($before, $candidates[$i - 1], $pitch, $candidates[$i]);
            $weight = $weights[$i];
            $reached = [];
            $back = [];
            foreach ($candidates[$i] as $j => $fingering) {
                $here = $own[$i][$j] + (isset($pinned[$i]) && !\in_array($fingering, $pinned[$i], true) ? self::AGAINST_A_PIN : 0);
                if (null === $before) {
                    $reached[3 * $j + 1] = $here;
                    continue;
                }
                $row = $matrix[$j];
                foreach ($best[$i - 1] as $state => $sum) {
                    $k = intdiv($state, 3);
                    $sum += $weight * $row[$k];
                    $arrived = 3 * $j + 1;
                    if ($this->hasSlide) {
                        $way = $state % 3 - 1;
                        $moves = $fingering->slidePlace <=> $candidates[$i - 1][$k]->slidePlace;
                        $sum += 0 !== $way && $moves === -$way ? $weight * self::TURN : 0.0;
                        $arrived += 0 === $moves ? $way : $moves;
                    }
                    if (!isset($reached[$arrived]) || $sum + $here < $reached[$arrived] - 1e-9) {
                        $reached[$arrived] = $sum + $here;
                        $back[$arrived] = $state;
                    }
                }
            }
            $best[$i] = $reached;
            $from[$i] = $back;
            $before = $pitch;
        }
        $last = \count($notes) - 1;
        $ends = $best[$last];
        asort($ends);
        $at = (int) array_key_first($ends);
        $chosen = [];
        for ($i = $last; $i >= 0; --$i) {
            $chosen[$i] = intdiv($at, 3);
            $at = $from[$i][$at] ?? 0;
        }
        ksort($chosen);

        return array_values($chosen);
    }
}
