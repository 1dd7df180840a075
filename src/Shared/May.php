<?php

declare(strict_types=1);

namespace App\Shared;

/**
 * Says of a controller, or of one of its actions, which deed it is. One that says nothing is open to nobody.
 */
#[\Attribute(\Attribute::TARGET_CLASS | \Attribute::TARGET_METHOD)]
final readonly class May
{
    public function __construct(public Deed $deed)
    {
    }
}
