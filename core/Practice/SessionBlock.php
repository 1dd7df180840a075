<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * A stretch of a practice session.
 */
final readonly class SessionBlock
{
    /**
     * @param string $kind    "warm-up", "technique", "pieces", "break", "warm-down"
     * @param int    $minutes with its rests
     * @param string $says    what is done in it, a sentence
     */
    public function __construct(public string $kind, public int $minutes, public string $says)
    {
    }
}
