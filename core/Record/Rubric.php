<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Words\Wording;

/**
 * How a mark comes of what was pressed while somebody played. Weights are scaled to 100. The mark never decides
 * "passed": the teacher does.
 *
 * Source of the usual one: the handbook, chapter 8, "Pass-off in person".
 */
final readonly class Rubric
{
    public const PARTS = ['notes', 'rhythm', 'tempo', 'tone', 'articulation'];
    /**
     * What is taken off: for each uneven or stopped, cracked or out of tune, press of articulation; times which the
     * share of wrong notes counts; under which share of the tempo nothing is given.
     */
    public const FIGURES = [
        'per uneven' => 5.0, 'per tone' => 2.0, 'per articulation' => 3.0, 'wrong times' => 4.0, 'slowest share' => 0.6,
    ];

    /**
     * @param array<string, float> $weights by {@see PARTS}
     * @param array<string,
     *  float> $figures by {@see FIGURES}; what is taken off is in points of the weights as they were given
     */
    private function __construct(private array $weights, private array $figures)
    {
    }

    public static function usual(): self
    {
        return self::read(DataFolder::shipped()->read('rubric'));
    }

    /**
     * @param array<mixed> $given weights by name, and figures where they differ from the usual ones
     *
     * @throws RecordError
     */
    public static function read(array $given): self
    {
        $weights = [];
        $figures = self::FIGURES;
        foreach ($given as $name => $value) {
            $name = strtr(strtolower(trim((string) $name)), ['_' => ' ', '-' => ' ']);
            $value = \is_array($value) ? $value['is'] ?? null : $value;
            if (!\is_int($value) && !\is_float($value)) {
                throw RecordError::notARubric(Wording::of('rubric.no-number', ['name' => mb_substr($name, 0, 40)]));
            }
            if ($value < 0) {
                throw RecordError::notARubric(Wording::of('rubric.less-than-nothing', ['name' => mb_substr($name, 0, 40)]));
            }
            if (\in_array($name, self::PARTS, true)) {
                $weights[$name] = (float) $value;
            } elseif (isset(self::FIGURES[$name])) {
                $figures[$name] = (float) $value;
            } else {
                throw RecordError::notARubric(Wording::of('rubric.not-one', [
                    'name' => mb_substr($name, 0, 40),
                    'value' => implode(', ', [...self::PARTS, ...array_keys(self::FIGURES)]),
                ]));
            }
        }
        if (array_sum($weights) <= 0.0) {
            throw RecordError::notARubric('no part of it weighs anything');
        }

        return new self($weights + array_fill_keys(self::PARTS, 0.0), $figures);
    }

    /** @return array<string, float> weights by {@see PARTS}, as they were given */
    public function weights(): array
    {
        return array_replace(array_fill_keys(self::PARTS, 0.0), $this->weights);
    }

    /**
     * @param float|null $reached share of the tempo that was asked for,
     *  by sounding speed; null where none was asked for
     */
    public function mark(Presses $presses, ?float $reached = null): Mark
    {
        $share = min(1.0, $reached ?? 1.0);
        $points = [
            'notes' => $this->weights['notes'] * max(
                0.0,
                1.0 - $this->figures['wrong times'] * $presses->wrong / $presses->notes,
            ),
            'rhythm' => $this->less('rhythm', $this->figures['per uneven'] * ($presses->uneven + $presses->stopped)),
            'tempo' => $share < $this->figures['slowest share'] ? 0.0 : $this->weights['tempo'] * $share,
            'tone' => $this->less('tone', $this->figures['per tone'] * ($presses->cracked + $presses->outOfTune)),
            'articulation' => $this->less('articulation', $this->figures['per articulation'] * $presses->articulation),
        ];
        $scale = 100.0 / array_sum($this->weights);

        return new Mark(
            array_map(static fn (float $one): float => $one * $scale, $points),
            array_map(static fn (float $one): float => $one * $scale, $this->weights),
            $presses,
            $reached,
        );
    }

    private function less(string $part, float $off): float
    {
        return max(0.0, $this->weights[$part] - $off);
    }
}
