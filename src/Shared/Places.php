<?php

declare(strict_types=1);

namespace App\Shared;

/**
 * Addresses that came along with a request and are gone to after it.
 */
final class Places
{
    /** The address, when it is one of our own pages; the other one when it leads away. */
    public static function ours(string $address, string $otherwise): string
    {
        return 1 === preg_match('#^/(?![/\\\\])[^\x00-\x20\\\\]*$#', $address) ? $address : $otherwise;
    }
}
