<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * A forecast as data for another program. Tempos are beats a minute.
 */
final class PlanJson
{
    public const VERSION = 1;

    /** @return array<string, mixed> */
    public static function data(Forecast $forecast): array
    {
        return [
            'version' => self::VERSION,
            'days' => array_map(
                static fn (PlanDay $day): array => [
                    'date' => $day->day->text(),
                    'items' => array_map(self::item(...), $day->items),
                    'tomorrow' => array_map(static fn (PlanItem $one): string => $one->line->line, $day->tomorrow),
                ],
                $forecast->days,
            ),
            'feasible' => $forecast->feasible,
            'says' => $forecast->says,
            'targets' => array_map(
                static fn (string $line, Day $day): array => ['line' => $line, 'by' => $day->text()],
                array_keys($forecast->targets),
                array_values($forecast->targets),
            ),
        ];
    }

    /** @return array<string, mixed> */
    public static function item(PlanItem $item): array
    {
        return [
            'line' => $item->line->line.('' === $item->pattern ? '' : ', '.$item->pattern),
            'minutes' => $item->minutes,
            'kind' => $item->kind,
            'tempo' => $item->tempo,
            'goal' => $item->line->goal,
            'unit' => $item->line->unit,
            'why' => $item->why,
        ];
    }
}
