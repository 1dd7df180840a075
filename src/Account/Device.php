<?php

declare(strict_types=1);

namespace App\Account;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Cookie;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\ResponseEvent;

/**
 * The device from which somebody asks, known by a signed cookie. It gets one when somebody comes in from it for the
 * first time, and keeps it when he goes out: it says nothing about anybody, only that it is the same device again.
 */
final class Device
{
    private const COOKIE = 'reed_device';
    /** Two school years. */
    private const DAYS = 800;

    private ?string $given = null;

    public function __construct(
        #[Autowire('%kernel.secret%')]
        #[\SensitiveParameter]
        private readonly string $secret,
    ) {
    }

    /** What stands for the device in the database; null where it is not known. */
    public function of(Request $request): ?string
    {
        [$number, $signature] = [...explode('.', $request->cookies->getString(self::COOKIE), 2), ''];

        return '' !== $number && hash_equals($this->sign($number), $signature) ? hash('sha256', $number) : null;
    }

    /** From now on this device is known again. */
    public function know(Request $request): string
    {
        $known = $this->of($request);
        if (null !== $known) {
            return $known;
        }
        $this->given = bin2hex(random_bytes(16));

        return hash('sha256', $this->given);
    }

    #[AsEventListener]
    public function give(ResponseEvent $event): void
    {
        if (null === $this->given || !$event->isMainRequest()) {
            return;
        }
        $cookie = Cookie::create(
            self::COOKIE,
            $this->given.'.'.$this->sign($this->given),
            new \DateTimeImmutable('+'.self::DAYS.' days'),
        )
            ->withHttpOnly()->withSameSite(Cookie::SAMESITE_LAX)->withSecure($event->getRequest()->isSecure());
        $event->getResponse()->headers->setCookie($cookie);
        $this->given = null;
    }

    private function sign(string $number): string
    {
        return hash_hmac('sha256', 'device'."\0".$number, $this->secret);
    }
}
