<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;

/**
 * Requests that change something must come from our own pages, and say so: every browser does.
 */
#[AsEventListener(priority: 20)]
final class SameOriginListener
{
    public function __invoke(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || $request->isMethodSafe()) {
            return;
        }
        $site = $request->headers->get('Sec-Fetch-Site');
        $origin = $request->headers->get('Origin');
        if (null === $site && null === $origin) {
            throw new AccessDeniedHttpException('refusal.no_origin');
        }
        if (
            (null !== $site && 'same-origin' !== $site)
            || (null !== $origin && $origin !== $request->getSchemeAndHttpHost())
        ) {
            throw new AccessDeniedHttpException('refusal.other_site');
        }
    }
}
