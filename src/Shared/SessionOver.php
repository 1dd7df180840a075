<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Component\HttpKernel\Exception\HttpException;

/**
 * Somebody presses a button on a page that was made for him, and is not signed in any more.
 */
final class SessionOver extends HttpException
{
    public function __construct()
    {
        parent::__construct(401, 'refusal.session_over');
    }
}
