<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;

/**
 * A keywork fingering as short lines of text: thumb, left hand, right hand.
 */
final class TouchLines
{
    /**
     * @param bool $oneToSix whether the right hand's fingers count on from the left hand's: 4, 5, 6
     *
     * @return list<string>
     */
    public static function of(Instrument $instrument, Fingering $fingering, bool $oneToSix = false): array
    {
        if ([] === $fingering->touches) {
            return ['open'];
        }
        $lines = ['thumb' => '', 'left' => '', 'right' => ''];
        foreach ($instrument->mechanism()->touches() as $id => $touch) {
            if (\in_array($id, $fingering->touches, true)) {
                $line = $touch->isThumb() ? 'thumb' : ($touch->isLeft() ? 'left' : 'right');
                $lines[$line] .= $touch->isHole
                    ? (
                        $oneToSix && 'right' === $line
                            ? strtr($touch->label, ['1' => '4', '2' => '5', '3' => '6'])
                            : $touch->label
                    )
                    : ' '.$touch->label;
            }
        }

        return array_values(array_map(
            static fn (string $line): string => '' === trim($line) ? '–' : trim($line),
            $lines,
        ));
    }
}
