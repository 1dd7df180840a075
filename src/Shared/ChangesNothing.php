<?php

declare(strict_types=1);

namespace App\Shared;

/**
 * Says of an action that it only answers, though it is asked with POST because what it is asked about is long: a
 * preview, a take that is judged.
 */
#[\Attribute(\Attribute::TARGET_METHOD)]
final readonly class ChangesNothing
{
}
