<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\IpUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\RequestEvent;

/**
 * Answers only under the names that are ours: this machine's own, that of PUBLIC_URL, and those of ALLOWED_HOSTS. A
 * name that somebody else has pointed at us reads nothing.
 */
#[AsEventListener(priority: 250)]
final class Hosts
{
    private const OWN = ['127.0.0.1', 'localhost', '[::1]'];
    private const LOOPBACK = ['127.0.0.0/8', '::1'];

    public function __construct(
        #[Autowire('%env(PUBLIC_URL)%')]
        private readonly string $publicUrl,
        #[Autowire('%env(ALLOWED_HOSTS)%')]
        private readonly string $allowed,
        #[Autowire('%env(TLS_CERT)%')]
        private readonly string $certificate,
        #[Autowire('%env(TRUSTED_PROXIES)%')]
        private readonly string $proxies,
        #[Autowire('%env(LISTEN)%')]
        private readonly string $listens,
    ) {
    }

    public function __invoke(RequestEvent $event): void
    {
        if (!$event->isMainRequest()) {
            return;
        }
        $host = (string) preg_replace('/:\d+$/', '', strtolower((string) $event->getRequest()->headers->get('Host')));
        if (!\in_array($host, $this->names(), true)) {
            $event->setResponse(
                new Response(
                    "Swift Reed does not answer under this name. Open it under the address that its keeper gave you.\n",
                    Response::HTTP_MISDIRECTED_REQUEST,
                    ['Content-Type' => 'text/plain; charset=UTF-8'],
                ),
            );
        }
    }

    /**
     * Whether the request comes to this machine's own address, and from it: the name alone is what the other side
     * writes.
     */
    public function isFromHere(Request $request): bool
    {
        return \in_array((string) preg_replace('/:\d+$/', '', strtolower($request->getHost())), self::OWN, true)
            && IpUtils::checkIp((string) $request->getClientIp(), self::LOOPBACK);
    }

    /**
     * Whether others than whoever sits at this machine can come: then nobody comes in by a name that stands in our own
     * pages.
     */
    public function isOpen(): bool
    {
        $isLoopback = '' === $this->listens
            || 'localhost' === $this->listens
            || IpUtils::checkIp(trim($this->listens, '[]'), self::LOOPBACK);

        return !$isLoopback || '' !== trim($this->publicUrl.$this->allowed.$this->certificate.$this->proxies);
    }

    /** The address under which a school's devices come, without a slash at its end; null where it is not set. */
    public function publicAddress(): ?string
    {
        return '' === $this->publicUrl ? null : rtrim($this->publicUrl, '/');
    }

    /** @return list<string> */
    private function names(): array
    {
        $public = parse_url($this->publicUrl, \PHP_URL_HOST);

        return [
            ...self::OWN,
            ...(\is_string($public) ? [strtolower($public)] : []),
            ...array_filter(
                array_map(static fn (string $one): string => strtolower(trim($one)), explode(',', $this->allowed)),
                static fn (string $one): bool => '' !== $one,
            ),
        ];
    }
}
