<?php

declare(strict_types=1);

namespace App\Band;

use App\Account\Account;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/**
 * What a room invents for the demonstration.
 */
#[AutoconfigureTag]
interface DemoPart
{
    /**
     * @param list<Chair>          $chairs that are kept already
     * @param array<string, mixed> $demo   as data/demo.yaml has it
     */
    public function load(array $chairs, Account $director, array $demo): void;
}
