<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Component\HttpFoundation\Response;

/**
 * What a press was answered with.
 */
final readonly class Answered
{
    /** @param string|null $cameIn who came in by it, as {@see Present::identifier()} has it; null where nobody did */
    public function __construct(
        public Response $answer,
        public ?string $cameIn,
    ) {
    }
}
