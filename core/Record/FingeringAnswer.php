<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Explain\FingeringWords;
use SwiftReed\Explain\Speech;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Pitch\Pitch;

/**
 * Marks the touches that were pressed for a note. Every fingering that is taught is right, not the usual one alone.
 */
final class FingeringAnswer
{
    /** @throws RecordError when a touch is none of this instrument's */
    public static function mark(Instrument $instrument, Pitch $pitch, string $answer): WrittenMark
    {
        $taught = array_values(array_filter(
            $instrument->fingerings($pitch),
            static fn (Fingering $one): bool => \in_array(
                $one->use,
                [FingeringUse::Default, FingeringUse::Alternate],
                true,
            ),
        ));
        $taught = [] === $taught ? $instrument->fingerings($pitch) : $taught;
        $wanted = $taught[0]->text;
        $given = self::read($instrument, $answer, $wanted);
        $best = null;
        foreach ($taught as $fingering) {
            $touches = self::of($instrument, $fingering);
            $off = [
                array_values(array_diff($touches, $given)),
                array_values(array_diff($given, $touches, $fingering->indifferent)),
            ];
            if (null === $best || \count($off[0]) + \count($off[1]) < \count($best[0]) + \count($best[1])) {
                $best = $off;
            }
        }
        \assert(null !== $best);
        [$missing, $extra] = $best;
        $mistakes = [];
        $at = 0;
        if (MechanismKind::Slide === $instrument->mechanism()->kind() && [] !== [...$missing, ...$extra]) {
            return new WrittenMark(
                [
                    new WrittenMistake(
                        1,
                        trim($answer),
                        $wanted,
                        MistakeKind::WrongTouch,
                        \sprintf('%s lies in %s.', $pitch->sign(), $wanted),
                    ),
                ],
                $wanted,
            );
        }
        foreach ($missing as $touch) {
            $mistakes[] = new WrittenMistake(
                ++$at,
                '',
                self::shown($touch),
                MistakeKind::WrongTouch,
                Speech::sentence(self::called($instrument, $touch, $pitch).' is missing'),
            );
        }
        foreach ($extra as $touch) {
            $mistakes[] = new WrittenMistake(
                ++$at,
                self::shown($touch),
                '',
                MistakeKind::WrongTouch,
                Speech::sentence(self::called($instrument, $touch, $pitch).' stays up'),
            );
        }

        return new WrittenMark($mistakes, $wanted);
    }

    /** @return list<string> */
    private static function of(Instrument $instrument, Fingering $fingering): array
    {
        return MechanismKind::Slide === $instrument->mechanism()->kind()
            ? self::position($fingering->text)
            : $fingering->touches;
    }

    /**
     * @return list<string> touches
     *
     * @throws RecordError
     */
    private static function read(Instrument $instrument, string $answer, string $example): array
    {
        $answer = trim($answer);
        $kind = $instrument->mechanism()->kind();
        if (MechanismKind::Slide === $kind) {
            return self::position($answer);
        }
        if ('' === $answer || 1 === preg_match('/^(0|open|none)$/i', $answer)) {
            return [];
        }
        $known = array_keys($instrument->mechanism()->touches());
        if (MechanismKind::Valves === $kind) {
            if (1 !== preg_match('/^[FBbT\d\s,+v-]+$/', $answer)) {
                throw RecordError::notAnAnswer($answer, $example);
            }
            preg_match_all('/T|[1-6]/', $answer, $found);
            $touches = array_map(static fn (string $one): string => 'T' === $one ? 'T' : 'v'.$one, $found[0]);
        } else {
            $touches = [];
            foreach (preg_split('/[\s,+]+/', $answer, -1, \PREG_SPLIT_NO_EMPTY) ?: [] as $word) {
                $touch = array_values(array_filter(
                    $known,
                    static fn (string $one): bool => strtolower($one) === strtolower($word),
                ))[0]
                    ?? null;
                $touches[] = $touch ?? throw RecordError::notAnAnswer($word, $example);
            }
        }
        foreach ($touches as $touch) {
            if (!\in_array($touch, $known, true)) {
                throw RecordError::notAnAnswer($touch, $example);
            }
        }

        return array_values(array_unique($touches));
    }

    /** @return list<string> the trigger and the number of a position: "T3" */
    private static function position(string $text): array
    {
        preg_match_all('/[TV]|\d/', strtoupper($text), $found);

        return $found[0];
    }

    private static function shown(string $touch): string
    {
        return 1 === preg_match('/^v(\d)$/', $touch, $found) ? $found[1] : $touch;
    }

    private static function called(Instrument $instrument, string $touch, Pitch $pitch): string
    {
        return 1 === preg_match('/^v(\d)$/', $touch, $found)
            ? 'valve '.$found[1]
            : FingeringWords::touch($instrument, $touch, $pitch);
    }
}
