<?php

declare(strict_types=1);

namespace App\Stand;

use SwiftReed\Practice\Day;
use SwiftReed\Practice\PlanSettings;
use SwiftReed\Practice\PracticeError;
use SwiftReed\Practice\Rotation;
use SwiftReed\Practice\Rungs;

/**
 * What a plan is set to.
 */
final readonly class PlanChoices
{
    /** A due date that is the next lesson, whenever that is. */
    public const NEXT_LESSON = 'next lesson';

    /**
     * @param int|null     $goal     beats a minute; what each line says where none is set
     * @param string       $rungs    "60 80 100 120"
     * @param int          $minutes  a day, for everything
     * @param string       $due      a day, {@see NEXT_LESSON}, or nothing
     * @param int          $clean    clean passes in a row that raise the tempo
     * @param int          $goalDays different days on which a key reaches its goal
     * @param string       $order    "given" or "hardest"
     * @param list<string> $ways     ways through the keys that are clean
     * @param list<string> $patterns that go round with them; nothing among them is the line as it is
     * @param int          $every    days after which the way changes; 0 for each session
     * @param string       $copied   the id of the plan from which it was copied
     */
    public function __construct(
        public ?int $goal = null,
        public string $rungs = '60 80 100 120',
        public int $minutes = 20,
        public string $due = '',
        public bool $inMemory = false,
        public int $clean = 2,
        public int $goalDays = 2,
        public string $order = 'given',
        public array $ways = [],
        public array $patterns = [],
        public int $every = 2,
        public string $copied = '',
    ) {
    }

    /** @param array<string, mixed> $kept */
    public static function fromArray(array $kept): self
    {
        $usual = new self();
        $text = static fn (
            string $key,
            string $default,
        ): string => \is_string($kept[$key] ?? null) ? $kept[$key] : $default;
        $number = static fn (string $key, int $default): int => \is_int($kept[$key] ?? null) ? $kept[$key] : $default;
        $list = static fn (string $key): array => \is_array($kept[$key] ?? null) ? array_values(array_filter(
            $kept[$key],
            is_string(...),
        )) : [];

        return new self(
            \is_int($kept['goal'] ?? null) ? $kept['goal'] : null,
            $text('rungs', $usual->rungs),
            $number('minutes', $usual->minutes),
            $text('due', ''),
            true === ($kept['memory'] ?? false),
            $number('clean', $usual->clean),
            $number('days', $usual->goalDays),
            $text('order', $usual->order),
            $list('ways'),
            $list('patterns'),
            $number('every', $usual->every),
            $text('copied', ''),
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'goal' => $this->goal, 'rungs' => $this->rungs, 'minutes' => $this->minutes, 'due' => $this->due,
            'memory' => $this->inMemory, 'clean' => $this->clean, 'days' => $this->goalDays, 'order' => $this->order,
            'ways' => $this->ways, 'patterns' => $this->patterns, 'every' => $this->every, 'copied' => $this->copied,
        ];
    }

    /**
     * The day by which it is due.
     *
     * @param list<int> $lessonDays weekdays, 1 is Monday
     */
    public function dueOn(Day $today, array $lessonDays): ?Day
    {
        if (self::NEXT_LESSON !== $this->due) {
            return '' === $this->due ? null : Day::parse($this->due);
        }
        for ($k = 1; $k <= 7; ++$k) {
            $day = $today->plus($k);
            if (\in_array($day->number(), $lessonDays, true)) {
                return $day;
            }
        }

        return $today->plus(7); // a week, where nobody said when there are lessons
    }

    /**
     * @param list<int> $lessonDays weekdays, 1 is Monday
     *
     * @throws PracticeError
     */
    public function settings(Day $begin, Day $today, array $lessonDays, ?int $minutes = null): PlanSettings
    {
        return new PlanSettings(
            $begin,
            Rungs::parse($this->rungs),
            $this->dueOn($today, $lessonDays),
            $minutes ?? $this->minutes,
            $this->inMemory,
            $this->clean,
            $this->goalDays,
            'hardest' === $this->order,
            Rotation::of($this->ways, $this->patterns, $this->every),
        );
    }
}
