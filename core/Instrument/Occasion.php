<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * A place in a line in which a fingering belongs, as the chart declares it: conditions that all hold together.
 */
final readonly class Occasion
{
    /**
     * @param non-empty-list<Condition> $conditions
     * @param string                    $text       as it stands in the chart
     */
    private function __construct(public array $conditions, public string $text)
    {
    }

    /**
     * "chromatic run, beside F4, speed 4".
     *
     * @throws \InvalidArgumentException when a condition is not known
     */
    public static function parse(string $text): self
    {
        return new self(array_map(Condition::parse(...), explode(',', $text)), $text);
    }

    public function raised(int $halfSteps, int $from, int $to): self
    {
        return new self(
            array_map(static fn (Condition $one): Condition => $one->raised($halfSteps, $from, $to), $this->conditions),
            $this->text,
        );
    }

    public function asks(ConditionKind $kind): bool
    {
        return null !== $this->condition($kind);
    }

    public function condition(ConditionKind $kind): ?Condition
    {
        foreach ($this->conditions as $one) {
            if ($one->kind === $kind) {
                return $one;
            }
        }

        return null;
    }

    /** Whether it is decided for the whole line and not for the place. */
    public function isHabit(): bool
    {
        return $this->asks(ConditionKind::LineHasNo) || $this->asks(ConditionKind::LineHas);
    }

    public function namesDirection(): bool
    {
        foreach ($this->conditions as $one) {
            if ($one->kind->namesDirection()) {
                return true;
            }
        }

        return false;
    }
}
