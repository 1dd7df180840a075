<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ResponseEvent;

/**
 * What every answer tells the browser: take content from here alone, run no script that stands in a page, show us in no
 * frame.
 */
#[AsEventListener]
final class Headers
{
    private const POLICY = "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; media-src 'self' blob:; worker-src 'self'; manifest-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

    public function __construct(private readonly Present $present)
    {
    }

    public function __invoke(ResponseEvent $event): void
    {
        $headers = $event->getResponse()->headers;
        $headers->set('Content-Security-Policy', self::POLICY);
        $headers->set('X-Content-Type-Options', 'nosniff');
        $headers->set('X-Frame-Options', 'DENY');
        $headers->set('Referrer-Policy', 'same-origin');
        $headers->set('Cross-Origin-Opener-Policy', 'same-origin');
        if (null !== $this->present->identifier()) {
            // A shared tablet must not show with "back" what the one before saw.
            $headers->set('Cache-Control', 'no-store, private');
        }
    }
}
