<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Practice\Day;
use SwiftReed\Words\Wording;

/**
 * What goes wrong again and again when a player is heard: degrees, and changes from one note to the next.
 *
 * Source: the handbook, chapter 8, "Pass-off in person" ("the third time this month").
 */
final readonly class Recurrence
{
    /** Days that are looked at: what went wrong earlier has probably been mended since. */
    public const DAYS = 30;
    /** Times from which it is a habit and not a slip. */
    public const HABIT = 2;

    /**
     * @param string       $written the note as it was wrong last, "A♭"; with its octave for a change
     * @param string|null  $after   the note before it, for a change
     * @param list<string> $notes   every written note as which it was wrong, in whatever octave: "E♭", "A♭"
     * @param string       $line    study line in which it was wrong last
     * @param int          $note    there, from 0
     */
    private function __construct(
        public int $times,
        public string $degree,
        public string $written,
        public string $material,
        public ?string $after,
        public Day $last,
        public array $notes,
        public string $line,
        public int $note,
    ) {
    }

    /**
     * @param list<array{0: Day, 1: PassOff, 2?: string}> $heard from early to late, with the study line
     *
     * @return list<self> what went wrong most often first; degrees before changes
     */
    public static function of(array $heard, Day $today): array
    {
        $found = [];
        foreach ($heard as $one) {
            [$day, $passOff, $line] = [$one[0], $one[1], $one[2] ?? ''];
            if ($today->since($day) >= self::DAYS || $today->since($day) < 0) {
                continue;
            }
            $here = [];
            foreach ($passOff->pressed as $one) {
                if (PressKind::Wrong === $one->kind) {
                    $here['degree '.$one->material.' '.$one->degree] = [$one, null];
                }
                // A note out of tune says nothing of how it was reached; one that was missed or cracked may.
                if (PressKind::OutOfTune !== $one->kind && null !== $one->after && $one->after !== $one->pitch) {
                    $here['change '.$one->after.' '.$one->pitch] = [$one, $one->after];
                }
            }
            // Wrong in several octaves or ways of one hearing is one time.
            foreach ($here as $key => [$one, $after]) {
                $found[$key] = new self(
                    1 + ($found[$key]->times ?? 0),
                    $one->degree,
                    null === $after ? $one->written : $one->pitch,
                    $one->material,
                    $after,
                    $day,
                    array_values(array_unique([...($found[$key]->notes ?? []), $one->written])),
                    $line,
                    $one->note,
                );
            }
        }
        $found = array_values(array_filter($found, static fn (self $one): bool => $one->times >= self::HABIT));
        usort(
            $found,
            static fn (self $a, self $b): int => [
                null !== $a->after,
                -$a->times,
                -$a->last->count,
            ] <=> [null !== $b->after, -$b->times, -$b->last->count],
        );

        return $found;
    }

    public function says(): string
    {
        return null === $this->after
            ? Wording::of('recurrence.degree-wrong-times', [
                'degree' => $this->degree,
                'written' => $this->written,
                'material' => $this->material,
                'times' => $this->times,
                'days' => self::DAYS,
            ])
            : Wording::of('recurrence.from-missed-times', [
                'after' => $this->after,
                'written' => $this->written,
                'times' => $this->times,
                'days' => self::DAYS,
            ]);
    }
}
