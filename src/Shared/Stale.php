<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Exception\HttpException;

/**
 * Somebody saves over what somebody else has changed since, or over something whose version his page does not say. Both
 * states are shown; nothing is changed.
 */
final class Stale extends HttpException
{
    /**
     * @param array<string, string> $theirs  what stands there now, by the names of the fields
     * @param int                   $version of what stands there now
     */
    private function __construct(
        public readonly array $theirs,
        public readonly int $version,
    ) {
        parent::__construct(409, 'refusal.stale');
    }

    /**
     * Lets pass who has seen what stands there now.
     *
     * @param int                   $version of what stands there now
     * @param array<string, string> $theirs  what stands there now, by the names of the fields
     *
     * @throws self when the page showed another version, or says none
     */
    public static function unless(Request $request, int $version, array $theirs): void
    {
        $seen = $request->request->all()['version'] ?? null;
        if ($seen !== (string) $version) {
            throw new self($theirs, $version);
        }
    }

    /**
     * The fields with what was typed, to be sent again by whoever has seen theirs now.
     *
     * @param array<string, string> $typed
     *
     * @return array<string, string>
     */
    public function again(array $typed): array
    {
        return ['version' => (string) $this->version] + $typed;
    }
}
