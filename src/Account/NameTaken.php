<?php

declare(strict_types=1);

namespace App\Account;

/**
 * Somebody else has come in under this name a moment ago.
 */
final class NameTaken extends \DomainException
{
}
