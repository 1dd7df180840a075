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
            throw new AccessDeniedHttpException('This change does not say from where it was asked for, and was not made; do it from the pages of Swift Reed.');
        }
        if ((null !== $site && 'same-origin' !== $site) || (null !== $origin && $origin !== $request->getSchemeAndHttpHost())) {
            throw new AccessDeniedHttpException('This change was asked for by another site and was not made; do it from the pages of Swift Reed.');
        }
    }
}
