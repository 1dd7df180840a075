<?php

declare(strict_types=1);

namespace SwiftReed\Study\Fit;

use SwiftReed\Study\Tone;

/**
 * Notes that are moved together: those of one group of a cell; in a plain line each by itself.
 */
final class Groups
{
    /**
     * @param non-empty-list<Tone> $tones
     *
     * @return non-empty-list<non-empty-list<Tone>>
     */
    public static function of(array $tones): array
    {
        $groups = [];
        $before = null;
        foreach ($tones as $tone) {
            if (
                null !== $before
                && null !== $tone->cell
                && $tone->cell === $before->cell
                && $tone->group === $before->group
            ) {
                $groups[\count($groups) - 1][] = $tone;
            } else {
                $groups[] = [$tone];
            }
            $before = $tone;
        }

        return $groups;
    }
}
