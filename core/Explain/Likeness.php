<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\Pitch;

/**
 * The likeness of a fingering to that of a lower note: "The same as low E, with the register key opened." Looked for in
 * this order: the same touches and one more; the same but for one finger; else nothing.
 *
 * Source: the handbook, chapter 4, "Laws of charts, in addition".
 */
final class Likeness
{
    public static function sentence(Instrument $instrument, Pitch $pitch, Fingering $fingering): string
    {
        $mechanism = $instrument->mechanism();
        if (!$mechanism instanceof Keywork) {
            return '';
        }
        $lower = [];
        foreach ([19 => 'P12', 12 => 'P8'] as $halfSteps => $interval) {
            foreach ($mechanism->chart[$pitch->midi() - $halfSteps] ?? [] as $rank => $one) {
                $lower[] = [
                    $one,
                    'P8' === $interval ? $pitch->octaves(-1) : $pitch->transpose(Interval::parse('-'.$interval)),
                    $rank > 0,
                ];
            }
        }
        foreach ($lower as [$one, $name, $isOther]) {
            $added = array_values(array_diff($fingering->touches, $one->touches));
            if ([] !== array_diff($one->touches, $fingering->touches) || \count($added) > 1) {
                continue;
            }
            $says = 'The same as '.self::named($instrument, $name).(
                $isOther
                    ? ' with '.FingeringWords::difference($instrument, $mechanism->chart[$name->midi()][0], $one)
                    : ''
            );
            if ([] === $added) {
                return $says.', blown up to the next register.';
            }
            if (self::isVent($mechanism, $added[0])) {
                return \sprintf(
                    '%s, with %s %s.',
                    $says,
                    FingeringWords::touch($instrument, $added[0], $pitch),
                    $mechanism->touches()[$added[0]]->opens ? 'opened' : 'down',
                );
            }
        }
        foreach ($lower as [$one, $name, $isOther]) {
            $added = array_values(array_diff($fingering->touches, $one->touches));
            $left = array_values(array_diff($one->touches, $fingering->touches));
            $fingers = array_unique(array_map(
                static fn (string $id): string => $mechanism->touches()[$id]->finger,
                [...$added, ...$left],
            ));
            if (1 !== \count($fingers) || $isOther) {
                continue;
            }
            $low = self::named($instrument, $name);

            return match (true) {
                [] === $added => \sprintf(
                    'Like %s, with %s up.',
                    $low,
                    FingeringWords::finger(array_values($fingers)[0]),
                ),
                $mechanism->touches()[$added[0]]->isHalfHole => \sprintf(
                    'Like %s, with %s on half its hole.',
                    $low,
                    FingeringWords::finger(array_values($fingers)[0]),
                ),
                default => \sprintf(
                    'Like %s, with %s%s.',
                    $low,
                    Speech::listed(array_map(
                        static fn (string $id): string => FingeringWords::touch($instrument, $id, $pitch),
                        $added,
                    )),
                    [] === $left
                        ? ' too'
                        : ' in place of '.Speech::listed(array_map(
                            static fn (string $id): string => FingeringWords::touch($instrument, $id, $name),
                            $left,
                        )),
                ),
            };
        }

        return '';
    }

    /** A touch that opens a vent: register key, octave key, half hole. */
    private static function isVent(Keywork $mechanism, string $id): bool
    {
        $touch = $mechanism->touches()[$id];

        return $touch->opens && ($touch->isThumb() || $touch->isHalfHole || str_starts_with($id, 'oct'));
    }

    /** "low E" for the lowest of that name in the instrument's lowest register, "E4" for another. */
    private static function named(Instrument $instrument, Pitch $pitch): string
    {
        $name = abs($pitch->alter) > 1 || \in_array($pitch->name()->text(), ['Cb', 'Fb', 'E#', 'B#'], true)
            ? Pitch::plain($pitch->midi(), $pitch->alter >= 0)
            : $pitch;
        $low = $instrument->registers[0] ?? null;
        $isLow = null !== $low
            && $pitch->midi() <= $low->highest->midi()
            && $pitch->midi() - 12 < $instrument->range['full']->lowest->midi();

        return $isLow ? 'low '.$name->name()->sign() : $name->sign();
    }
}
