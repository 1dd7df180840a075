<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Words\Wording;

/**
 * Runs of half steps in given notes.
 */
final class ChromaticRuns
{
    private const LEAST = 5;

    /**
     * Runs of five and more half steps, said.
     *
     * @param non-empty-list<GivenNote> $notes
     *
     * @return list<string>
     */
    public static function said(array $notes): array
    {
        $says = [];
        $begin = 0;
        $count = \count($notes);
        for ($i = 1; $i <= $count; ++$i) {
            $step = $i < $count ? $notes[$i]->pitch->midi() - $notes[$i - 1]->pitch->midi() : 0;
            $goes = $i - $begin > 1 ? $notes[$begin + 1]->pitch->midi() - $notes[$begin]->pitch->midi() : $step;
            if (1 === abs($step) && $step === $goes) {
                continue;
            }
            if ($i - $begin >= self::LEAST) {
                $says[] = Wording::of('chromatic-runs.said', [
                    'begin' => $begin + 1,
                    'i' => $i,
                    'midi' => 1 === $notes[$begin + 1]->pitch->midi() - $notes[$begin]->pitch->midi() ? 'up' : 'down',
                ]);
            }
            $begin = 1 === abs($step) ? $i - 1 : $i;
        }

        return $says;
    }
}
