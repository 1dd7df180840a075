<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Time\Length;

/**
 * Steps as data for a browser or another program. Notes are counted from 0; times are exact fractions of a whole note.
 */
final class StepsJson
{
    public const VERSION = 1;

    /** @return array<string, mixed> */
    public static function data(Steps $steps): array
    {
        return [
            'version' => self::VERSION,
            'line' => $steps->whole->line(),
            'instrument' => $steps->whole->instrument->id,
            'steps' => array_map(static fn (Step $step): array => self::step($step, $steps), $steps->steps),
        ];
    }

    /** @return array<string, mixed> */
    private static function step(Step $step, Steps $steps): array
    {
        $part = $steps->whole;
        $data = [
            'kind' => $step->kind->value,
            'line' => $step->line->text(),
            'notes' => [$step->from, $step->to],
            'silent' => $step->isSilent,
            'timed' => $step->isTimed,
            'times' => $step->times,
            'attend' => $step->attend,
            'tempo' => ['bpm' => $step->bpm, 'unit' => $step->unit],
            'tongued' => $step->isTongued,
            'length' => Length::fraction($step->ticks),
            'plays' => array_map(static fn (StepNote $note): array => [
                'i' => $note->note,
                'onset' => Length::fraction($note->onset),
                'duration' => Length::fraction($note->length),
                'written' => $part->study->notes[$note->note]->pitch()->text(),
                'fingering' => $part->plan->notes[$note->note]->fingering->text,
            ], $step->plays),
        ];
        if (null !== $step->ladder) {
            $data['ladder'] = [
                'places' => $step->ladder->places,
                'start' => $step->ladder->start,
                'goal' => $step->ladder->goal,
                'clean' => $step->ladder->clean,
            ] + $step->ladder->table()->data();
        }

        return $data;
    }
}
