<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/**
 * What lets go, once a day, of things whose time is over.
 */
#[AutoconfigureTag]
interface Sweeps
{
    public function sweep(): void;
}
