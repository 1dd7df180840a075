<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Explain\FingerWords;
use SwiftReed\Explain\Speech;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Words\Catalogue;
use SwiftReed\Words\Wording;

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
        $asked = $instrument->mechanism()->askable() ?? throw RecordError::notAnAnswer($answer, $wanted);
        try {
            $given = $asked->read($answer);
        } catch (\UnexpectedValueException $word) {
            throw RecordError::notAnAnswer($word->getMessage(), $wanted);
        }
        $best = null;
        foreach ($taught as $fingering) {
            $touches = $asked->parts($fingering);
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
        if ($asked->isWhole() && [] !== [...$missing, ...$extra]) {
            return new WrittenMark(
                [
                    new WrittenMistake(
                        1,
                        trim($answer),
                        $wanted,
                        MistakeKind::WrongTouch,
                        Wording::of('fingering-answer.mark', ['pitch' => $pitch->sign(), 'wanted' => $wanted]),
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
                Speech::sentence(Wording::of('fingering-answer.missing', [
                    'touch' => self::called($instrument, $touch, $pitch),
                ])),
            );
        }
        foreach ($extra as $touch) {
            $mistakes[] = new WrittenMistake(
                ++$at,
                self::shown($touch),
                '',
                MistakeKind::WrongTouch,
                Speech::sentence(Wording::of('fingering-answer.stays-up', [
                    'touch' => self::called($instrument, $touch, $pitch),
                ])),
            );
        }

        return new WrittenMark($mistakes, $wanted);
    }

    private static function shown(string $touch): string
    {
        return 1 === preg_match('/^v(\d)$/', $touch, $found) ? $found[1] : $touch;
    }

    private static function called(Instrument $instrument, string $touch, Pitch $pitch): string
    {
        return 1 === preg_match('/^v(\d)$/', $touch, $found)
            ? 'valve '.$found[1]
            : Catalogue::english()->say((new FingerWords($instrument))->touch($touch, $pitch));
    }
}
