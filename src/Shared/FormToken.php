<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;
use Symfony\Component\HttpKernel\KernelEvents;
use Symfony\Component\Security\Csrf\CsrfToken;
use Symfony\Component\Security\Csrf\CsrfTokenManagerInterface;
use Twig\Extension\AbstractExtension;
use Twig\TwigFunction;

/**
 * `token_field()`: the token that every form of somebody who is signed in carries; without it nothing is changed.
 * Visitors have no session, and nothing to change.
 */
final class FormToken extends AbstractExtension
{
    public const FIELD = '_token';
    public const HEADER = 'X-Form-Token';
    /** The band of the page from which something is sent. */
    public const BAND = '_band';
    public const BAND_HEADER = 'X-Band';
    private const ID = 'act';
    /** Where a session keeps the number of the press that was interrupted. */
    private const AGAIN = 'again';

    public function __construct(
        private readonly CsrfTokenManagerInterface $tokens,
        private readonly Present $present,
        private readonly Presses $presses,
    ) {
    }

    public function getFunctions(): array
    {
        return [
            new TwigFunction('token_field', $this->field(...), ['is_safe' => ['html']]),
            new TwigFunction('form_token', $this->value(...)),
            new TwigFunction('press_number', Press::fresh(...)),
            new TwigFunction('sent_by', $this->sentBy(...)),
        ];
    }

    public function value(): string
    {
        return null === $this->present->identifier() ? '' : $this->tokens->getToken(self::ID)->getValue();
    }

    /** @param bool $ofBand whether the page belongs to the open band; one of coming in does not */
    public function field(bool $ofBand = true): string
    {
        $band = $ofBand ? $this->present->bandId() ?? '' : '';
        $fields = [self::FIELD => $this->value(), Press::FIELD => Press::fresh(), self::BAND => $band];
        $html = '';
        foreach (array_filter($fields, static fn (string $value): bool => '' !== $value) as $name => $value) {
            $html .= \sprintf('<input type="hidden" name="%s" value="%s">', $name, htmlspecialchars($value));
        }

        return $html;
    }

    /**
     * What an address says of the press where a form has no fields for it, because another button of it only asks.
     *
     * @return array<string, string>
     */
    public function sentBy(): array
    {
        return array_filter(
            [Press::FIELD => Press::fresh(), self::BAND => $this->present->bandId() ?? ''],
            static fn (string $one): bool => '' !== $one,
        );
    }

    /** After it is known who asks. */
    #[AsEventListener(KernelEvents::REQUEST, priority: 5)]
    public function check(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || $request->isMethodSafe() || null === $this->present->identifier()) {
            return;
        }
        if ($this->isAgain($request)) {
            return;
        }
        $given = $request->headers->get(self::HEADER) ?? $request->request->getString(self::FIELD);
        if (!$this->tokens->isTokenValid(new CsrfToken(self::ID, $given))) {
            $press = Press::of($request);
            $before = null === $press ? null : $this->presses->answerJustNow($press);
            if (null !== $before) {
                $event->setResponse($before->answer); // pressed twice, and the first press has begun a new session

                return;
            }
            throw new AccessDeniedHttpException('refusal.old_page');
        }
    }

    /** Lets the press that was interrupted by signing in pass once, without a token of the new session. */
    public static function doAgain(Request $request): void
    {
        $request->getSession()->set(self::AGAIN, Press::number($request));
    }

    private function isAgain(Request $request): bool
    {
        $number = Press::number($request);
        $is = null !== $number && $request->hasSession() && $request->getSession()->get(self::AGAIN) === $number;
        if ($is) {
            $request->getSession()->remove(self::AGAIN);
        }

        return $is;
    }
}
