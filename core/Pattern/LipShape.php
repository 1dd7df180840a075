<?php

declare(strict_types=1);

namespace SwiftReed\Pattern;

/**
 * What a flexibility study of brass plays on one length of tube: so many neighbouring partials there and back, or all
 * of them up and down; on that length alone, or on each longer one in its turn.
 *
 * Source: the handbook, chapter 4, "Flexibility" (common practice).
 */
final readonly class LipShape
{
    public const FEWEST = 2;
    public const MOST = 5;

    /**
     * @param int|null $partials how many neighbours; null for all that lie in the range
     * @param int|null $octaves  above the first note, where all within so many are meant
     */
    private function __construct(public ?int $partials, public ?int $octaves, public bool $walksDown)
    {
    }

    public static function neighbours(int $partials): self
    {
        return new self($partials, null, false);
    }

    public static function allPartials(): self
    {
        return new self(null, null, false);
    }

    /** All partials from the first note to so many octaves above it. */
    public function spanning(int $octaves): self
    {
        return new self(null, $octaves, $this->walksDown);
    }

    /** The same on each length of tube from the first on, each a half step longer. */
    public function walkingDown(): self
    {
        return new self($this->partials, $this->octaves, true);
    }

    /** Whether a bar each of halves, eighths, triplets and sixteenths holds it in whole turns there and back. */
    public function fitsBars(): bool
    {
        return null !== $this->partials && $this->partials <= 3 && !$this->walksDown;
    }
}
