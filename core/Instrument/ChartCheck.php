<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Knowledge\DataError;
use SwiftReed\Player\Range;
use SwiftReed\Player\Stage;

/**
 * Reads every instrument in every set-up and names what is wrong in its file: file, entry, reason.
 */
final class ChartCheck
{
    public function __construct(private readonly InstrumentLibrary $library)
    {
    }

    /** @return list<string> sentences; empty when all is well */
    public function problems(): array
    {
        $problems = [];
        foreach ($this->library->ids() as $id) {
            foreach ([
                [],
                ...array_map(static fn (string $setup): array => [$setup], array_keys($this->library->setups($id))),
            ] as $setup) {
                try {
                    $instrument = $this->library->instrument($id, $setup);
                    array_push($problems, ...$this->ofInstrument($instrument, $this->library->file($id)));
                } catch (DataError|\InvalidArgumentException $error) {
                    $problems[] = $error->getMessage();
                }
            }
        }

        return array_values(array_unique($problems));
    }

    /** @return list<string> */
    private function ofInstrument(Instrument $instrument, string $file): array
    {
        $problems = [];
        $say = static function (string $entry, string $reason) use (&$problems, $file, $instrument): void {
            $problems[] = DataError::entry(
                $file,
                $entry,
                $reason.' ('.$instrument->id.([] === $instrument->setup
                    ? ''
                    : ' '.implode(', ', $instrument->setup)).')',
            )->getMessage();
        };
        $first = $instrument->range[Stage::First->value];
        $full = $instrument->range[Stage::Full->value];
        foreach (Stage::cases() as $stage) {
            $range = $instrument->range[$stage->value];
            if ($range->halfSteps() < 12) {
                $say('ranges / '.$stage->value, 'the range is smaller than an octave');
            }
            if (!self::inside($range, $full)) {
                $say('ranges / '.$stage->value, 'the range reaches beyond the full range');
            }
        }
        if (!self::inside($first, $instrument->range[Stage::Developing->value])) {
            $say('ranges / first', 'the range reaches beyond the developing range');
        }
        if (!\in_array($instrument->clef, ['treble', 'bass'], true)) {
            $say($instrument->id.' / clef', 'expected treble or bass');
        }
        foreach ($full->pitches() as $note) {
            $fingerings = $instrument->fingerings($note);
            if ([] === $fingerings) {
                $say('chart / '.$note->text(), 'the note lies in the range and has no fingering');
            }
            foreach ($fingerings as $fingering) {
                foreach ($this->doubled($instrument, $fingering) as $touches) {
                    $say(
                        'chart / '.$note->text(),
                        \sprintf(
                            'one finger would hold %s, which "together" does not allow',
                            implode(' and ', $touches),
                        ),
                    );
                }
            }
        }

        return $problems;
    }

    private static function inside(Range $inner, Range $outer): bool
    {
        return !$outer->lowest->isHigherThan($inner->lowest) && !$inner->highest->isHigherThan($outer->highest);
    }

    /** @return list<list<string>> touches that one finger would have to hold, though the chart does not allow it */
    private function doubled(Instrument $instrument, Fingering $fingering): array
    {
        $mechanism = $instrument->mechanism();
        if (!$mechanism instanceof Keywork) {
            return [];
        }
        $byFinger = [];
        foreach ($fingering->touches as $touch) {
            $byFinger[$mechanism->touches()[$touch]->finger][] = $touch;
        }

        return array_values(array_filter($byFinger, static function (array $touches) use ($mechanism): bool {
            foreach ($mechanism->together as $group) {
                if ([] === array_diff($touches, $group)) {
                    return false;
                }
            }

            return \count($touches) > 1;
        }));
    }
}
