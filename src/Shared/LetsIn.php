<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Component\HttpFoundation\Request;

/**
 * Lets somebody in a second time, whose first answer the browser did not take.
 */
interface LetsIn
{
    /**
     * @param string $identifier as {@see Present::identifier()} has it; nothing happens where it is nobody's any more
     */
    public function letInAgain(string $identifier, Request $request): void;
}
