<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Study\Recipe;
use SwiftReed\Study\Rhythm\Rhythm;
use SwiftReed\Time\Length;

/**
 * How fast a line sounds, whatever it is written in: notes a minute of its commonest value. Half-and-quarter at 120 is
 * quarter-and-eighth at 60.
 *
 * Source: the handbook, chapter 8, "Requirements and the record".
 */
final readonly class SoundingSpeed
{
    /** Rhythms that are the same when they are scaled have one name. */
    private const SHAPES = [
        'whole notes' => 'even',
        'half notes' => 'even',
        'quarters' => 'even',
        'eighths' => 'even',
        'triplets' => 'even',
        'sixteenths' => 'even',
        'long ends' => 'long ends', 'long ends in eighths' => 'long ends',
    ];

    /**
     * @param string     $shape     what the rhythm is, apart from its speed
     * @param float|null $perMinute notes a minute of the commonest value; null where no tempo is said,
     *  or there is no time
     */
    private function __construct(public string $shape, public ?float $perMinute)
    {
    }

    public static function of(Recipe $recipe): self
    {
        $timing = $recipe->timing;
        $shape = self::SHAPES[$timing->rhythm->value]
            ?? (Rhythm::LongOnBeat === $timing->rhythm ? 'long on '.$timing->longOn : $timing->rhythm->value);

        return new self(
            $shape,
            $timing->tempo->printed && Rhythm::Untimed !== $timing->rhythm
                ? $timing->tempo->quarters() * Length::QUARTER / $timing->rhythm->ticks()
                : null,
        );
    }

    /** Whether they differ in more than speed. */
    public function isAnotherRhythm(self $other): bool
    {
        return $this->shape !== $other->shape;
    }
}
