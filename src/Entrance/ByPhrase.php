<?php

declare(strict_types=1);

namespace App\Entrance;

use App\Account\Account;
use App\Account\AccountRepository;
use App\Account\Phrases;
use App\Account\Throttle;
use App\Shared\Hosts;
use Symfony\Component\HttpFoundation\Request;

/**
 * Coming in by name and pass phrase.
 */
final class ByPhrase
{
    public function __construct(
        private readonly AccountRepository $accounts,
        private readonly Phrases $phrases,
        private readonly Throttle $throttle,
        private readonly Arrivals $arrivals,
        private readonly Hosts $hosts,
    ) {
    }

    /**
     * Lets in whoever has this name and this pass phrase.
     *
     * @return Account|int|null null when they do not belong together; the seconds to wait where the try was not made
     */
    public function try(string $name, #[\SensitiveParameter] string $phrase, Request $request): Account|int|null
    {
        $wait = $this->throttle->wait($name, $request);
        if ($wait > 0) {
            return $wait;
        }
        $account = $this->accounts->named($name);
        if (true === $account?->isDemo() && $this->hosts->isOpen()) {
            $account = null; // whose pass phrase stands in our own pages
        }
        if (!$this->phrases->fits($account, $phrase) || null === $account) {
            $this->throttle->failed($name, $request);

            return null;
        }
        $this->throttle->succeeded($name, $request);
        $this->arrivals->letIn($account, $request);

        return $account;
    }
}
