<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Event\TerminateEvent;
use Symfony\Component\HttpKernel\KernelEvents;

/**
 * How much work is done for one in a minute: for a person who is signed in, else for an address, behind which there may
 * be a whole class. Whoever has had his share is not refused: his next requests wait in a queue of the web server, where
 * they keep nobody else waiting, and are done one after the other.
 */
final class Budgets
{
    /** Seconds within which work is counted. */
    public const WINDOW = 60;
    /** With this header PHP tells the web server whose queue it is. */
    private const WHOSE = 'X-Budget';
    /** With this the web server says that a request comes from its queue; without it there is no queue. */
    private const QUEUE = 'BUDGET_QUEUE';
    private const MILLISECONDS = 1000;

    private float $begun = 0.0;
    private float $elsewhere = 0.0;

    /**
     * @param float $person  seconds of work for somebody who is signed in: who prints all he has and plays with the Desk
     *                       meanwhile needs five to ten in a minute
     * @param float $address and for an address: forty pupils of one room who are not signed in and each open a page every
     *                       three seconds need forty
     */
    public function __construct(
        private readonly Spending $spending,
        private readonly Present $present,
        #[Autowire('%env(float:BUDGET_OF_A_PERSON)%')]
        private readonly float $person,
        #[Autowire('%env(float:BUDGET_OF_AN_ADDRESS)%')]
        private readonly float $address,
    ) {
    }

    /** First of all, so that all work is counted. */
    #[AsEventListener(KernelEvents::REQUEST, priority: 4096)]
    public function begin(RequestEvent $event): void
    {
        if ($event->isMainRequest()) {
            $this->begun = self::used();
            $this->elsewhere = 0.0;
        }
    }

    /** Work that another program does for this request, in seconds. */
    public function elsewhere(float $seconds): void
    {
        $this->elsewhere += $seconds;
    }

    /** After the gate (6), so that it is known who asks, and before anything is done. */
    #[AsEventListener(KernelEvents::REQUEST, priority: 5)]
    public function queue(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || 'wait' !== $request->server->get(self::QUEUE) || !$this->isSpent($request)) {
            return;
        }
        $isKnown = null !== $this->present->identifier();
        $event->setResponse(new Response(headers: [
            'X-Accel-Redirect' => $isKnown ? '@queue_of_a_person' : '@queue_of_an_address',
            self::WHOSE => $this->who($request),
        ]));
    }

    #[AsEventListener(KernelEvents::TERMINATE)]
    public function end(TerminateEvent $event): void
    {
        $milliseconds = (int) round((self::used() - $this->begun + $this->elsewhere) * self::MILLISECONDS);
        if ($milliseconds > 0 && null !== $event->getRequest()->getClientIp()) {
            $this->spending->add($this->who($event->getRequest()), $milliseconds);
        }
    }

    private function isSpent(Request $request): bool
    {
        $most = null === $this->present->identifier() ? $this->address : $this->person;

        return $this->spending->lately($this->who($request)) > $most * self::MILLISECONDS;
    }

    /** By which somebody is counted; no name and no address stands in it. */
    private function who(Request $request): string
    {
        return hash('xxh128', $this->present->identifier() ?? 'address '.$request->getClientIp());
    }

    /** Seconds that this process has worked. */
    private static function used(): float
    {
        $usage = getrusage();
        if (false === $usage) {
            return 0.0;
        }

        return $usage['ru_utime.tv_sec'] + $usage['ru_stime.tv_sec']
            + ($usage['ru_utime.tv_usec'] + $usage['ru_stime.tv_usec']) / 1_000_000;
    }
}
