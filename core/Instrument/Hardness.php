<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * From where a change counts as hard on a mechanism: what its family file says under "hard", each with what it means
 * where the file says nothing.
 *
 * Source: the handbook, chapter 4, "Hard spots"; the numbers are measured over the standard lines (docs/charts.md).
 */
final readonly class Hardness
{
    private const USUAL = [
        // keys: fingers of one hand that pass each other; fingers that land with a half hole
        'both-ways' => 2.0,
        'half-hole' => 3.0,
        // valves: of the first three, that move, some down and some up; partials jumped with new valves; changes a
        // second from which one against two stumbles
        'valves' => 3.0,
        'partials' => 2.0,
        'one-against-two' => 6.0,
        // slide, in positions: a throw; each way where it turns twice running; with a trigger; against a slur
        'throw' => 4.0,
        'turn' => 2.5,
        'trigger' => 2.5,
        'slur' => 2.0,
        // half steps of a leap up for the lip
        'leap' => 10.0,
    ];

    /** @param array<string, float> $numbers */
    private function __construct(private array $numbers)
    {
    }

    public static function read(FamilyFile $hard): self
    {
        $numbers = self::USUAL;
        foreach ($hard->keys() as $name) {
            if (!isset($numbers[$name])) {
                throw $hard->wrong($name, 'expected one of '.implode(', ', array_keys(self::USUAL)));
            }
            $numbers[$name] = $hard->decimal($name, $numbers[$name]);
        }

        return new self($numbers);
    }

    public static function usual(): self
    {
        return new self(self::USUAL);
    }

    /** Whether so much of something is hard. */
    public function isReached(string $name, float $much): bool
    {
        return $much >= $this->numbers[$name] - 1e-6;
    }

    public function from(string $name): float
    {
        return $this->numbers[$name];
    }
}
