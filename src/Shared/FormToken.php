<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;
use Symfony\Component\HttpKernel\KernelEvents;
use Symfony\Component\Security\Csrf\CsrfToken;
use Symfony\Component\Security\Csrf\CsrfTokenManagerInterface;
use Twig\Extension\AbstractExtension;
use Twig\TwigFunction;

/**
 * `token_field()`: the token that every form of somebody who is signed in carries; without it nothing is changed. Visitors have no session, and nothing to change.
 */
final class FormToken extends AbstractExtension
{
    public const FIELD = '_token';
    public const HEADER = 'X-Form-Token';
    private const ID = 'act';

    public function __construct(private readonly CsrfTokenManagerInterface $tokens, private readonly Present $present)
    {
    }

    public function getFunctions(): array
    {
        return [new TwigFunction('token_field', $this->field(...), ['is_safe' => ['html']]), new TwigFunction('form_token', $this->value(...))];
    }

    public function value(): string
    {
        return null === $this->present->identifier() ? '' : $this->tokens->getToken(self::ID)->getValue();
    }

    public function field(): string
    {
        $value = $this->value();

        return '' === $value ? '' : \sprintf('<input type="hidden" name="%s" value="%s">', self::FIELD, htmlspecialchars($value));
    }

    /** After it is known who asks. */
    #[AsEventListener(KernelEvents::REQUEST, priority: 5)]
    public function check(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || $request->isMethodSafe() || null === $this->present->identifier()) {
            return;
        }
        $given = $request->headers->get(self::HEADER) ?? $request->request->getString(self::FIELD);
        if (!$this->tokens->isTokenValid(new CsrfToken(self::ID, $given))) {
            throw new AccessDeniedHttpException('refusal.old_page');
        }
    }
}
