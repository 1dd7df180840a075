<?php

declare(strict_types=1);

namespace App\Entrance;

use App\Account\Account;
use App\Account\PlayerSignIn;
use App\Account\SessionStore;
use App\Band\Band;
use App\Band\BandRepository;
use App\Band\OpenBand;
use App\Shared\Deed;
use App\Shared\FormToken;
use App\Shared\Hosts;
use App\Shared\May;
use App\Shared\Press;
use App\Shared\Presses;
use App\Shared\SessionOver;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception as DatabaseError;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ControllerEvent;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Event\ResponseEvent;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;
use Symfony\Component\HttpKernel\KernelEvents;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Component\Uid\Uuid;

/**
 * Opens the band of whoever is signed in, and lets nobody do what is not theirs to do.
 */
final class Gate
{
    /** Where a session keeps which band is open. */
    public const BAND = 'band';
    /** Deeds for which nobody is asked who he is; a program's token is read where it is shown. */
    private const OF_EVERYBODY = [Deed::Make, Deed::ComeIn, Deed::GoOut, Deed::ReadByProgram];
    /**
     * With this header a proxy says that it can ask another machine, which may reach the database: without one the page
     * is made as well as it can be.
     */
    private const ANOTHER = 'X-Another-Machine';

    public function __construct(
        private readonly Security $security,
        private readonly OpenBand $open,
        private readonly BandRepository $bands,
        private readonly UrlGeneratorInterface $addresses,
        private readonly Connection $database,
        private readonly SessionStore $sessions,
        private readonly Hosts $hosts,
        private readonly Presses $presses,
    ) {
    }

    /** After the firewall (8), so that it is known who asks. */
    #[AsEventListener(KernelEvents::REQUEST, priority: 6)]
    public function openBand(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest()) {
            return;
        }
        $this->open->enter(null, null);
        if (!$request->hasPreviousSession()) {
            return;
        }
        try {
            $person = $this->security->getUser();
            if ($person instanceof Account || $person instanceof PlayerSignIn) {
                $this->enter($person, $request);
            }
            if ($this->sessions->isAway()) {
                $this->open->goAway();
            }
        } catch (DatabaseError) {
            $this->open->goAway(); // without the database everybody is a visitor
        }
        if ($this->open->isAway() && $request->isFromTrustedProxy() && $request->headers->has(self::ANOTHER)) {
            $event->setResponse(
                new Response(
                    "The database does not answer to this machine.\n",
                    Response::HTTP_SERVICE_UNAVAILABLE,
                    ['Content-Type' => 'text/plain; charset=UTF-8'],
                ),
            );
        }
    }

    /**
     * Opens the band that stands in the session; at signing in the first of this person's, which stands there from then
     * on: another band is opened by asking for it and in no other way. A press goes to the band of its page, which is
     * open after it.
     *
     * @param bool $byPage whether the page from which something is pressed is asked for its band; whoever comes in just now has none
     *
     * @throws AccessDeniedHttpException when the page belongs to a band that is not this person's (any more)
     */
    public function enter(Account|PlayerSignIn $person, Request $request, bool $byPage = true): void
    {
        $bands = [];
        foreach ($person instanceof Account ? $this->bands->ledBy($person) : $this->bands->playedIn($person) as $one) {
            if (!$one->isDemo() || !$this->hosts->isOpen()) {
                $bands[$one->getId()] = $one;
            }
        }
        if ([] === $bands && $person instanceof PlayerSignIn) {
            return; // whose band is gone, or a demonstration for the machine itself
        }
        $ofPage = $byPage && !$request->isMethodSafe() ? self::bandOfPage($request) : null;
        $session = $request->getSession();
        $named = $ofPage ?? $session->get(self::BAND) ?? array_key_first($bands);
        $chosen = \is_string($named) ? $bands[$named] ?? null : null;
        $this->open->enter($chosen, $person);
        if (null !== $ofPage && null === $chosen) {
            throw new AccessDeniedHttpException('refusal.band_of_page');
        }
        if (null !== $chosen) {
            $this->bands->markUsed($chosen);
        }
        if ($session->get(self::BAND) !== $named) {
            $session->set(self::BAND, $named);
        }
    }

    /**
     * Pressed twice, and the first press has taken away the right to it: a band was handed over, a session ended. It is
     * answered alike.
     */
    private function isAnswered(ControllerEvent $event): bool
    {
        $press = $event->getRequest()->isMethodSafe() ? null : Press::of($event->getRequest());
        $before = null === $press ? null : $this->presses->answerJustNow($press);
        if (null !== $before) {
            $event->setController(static fn (): Response => $before->answer);
        }

        return null !== $before;
    }

    /** Whether something is pressed on a page that was made for somebody who was signed in. */
    private static function isOfSomebody(Request $request): bool
    {
        $token = $request->headers->get(FormToken::HEADER) ?? $request->request->all()[FormToken::FIELD] ?? '';

        return !$request->isMethodSafe() && '' !== $token;
    }

    private static function bandOfPage(Request $request): ?string
    {
        $given = $request->headers->get(FormToken::BAND_HEADER)
            ?? $request->request->all()[FormToken::BAND]
            ?? $request->query->all()[FormToken::BAND]
            ?? null;

        return \is_string($given) && Uuid::isValid($given) ? $given : null;
    }

    /**
     * While the database is away a session looks empty; its cookie stays, so that one is signed in again when it is
     * back. After the session's own listener (-1000).
     */
    #[AsEventListener(KernelEvents::RESPONSE, priority: -1001)]
    public function keepCookie(ResponseEvent $event): void
    {
        if ($this->open->isAway() && $event->isMainRequest()) {
            foreach ($event->getResponse()->headers->getCookies() as $cookie) {
                $event->getResponse()->headers->removeCookie(
                    $cookie->getName(),
                    $cookie->getPath(),
                    $cookie->getDomain(),
                );
            }
        }
    }

    #[AsEventListener(KernelEvents::CONTROLLER)]
    public function guard(ControllerEvent $event): void
    {
        if (!$event->isMainRequest()) {
            return;
        }
        $says = $event->getAttributes(May::class);
        $may = [] === $says ? null : $says[\count($says) - 1]; // what the action says goes before what its class says
        $request = $event->getRequest();
        if (
            null === $this->open->person()
            && !\in_array($may?->deed, [Deed::ComeIn, Deed::GoOut], true)
            && self::isOfSomebody($request)
        ) {
            $this->database->fetchOne('SELECT 1'); // whoever is not known because the database is away is told so
            if ($this->isAnswered($event)) {
                return;
            }
            throw new SessionOver();
        }
        if (
            null !== $may
            && (\in_array($may->deed, self::OF_EVERYBODY, true) || $this->security->isGranted($may->deed->value))
        ) {
            return;
        }
        if (null === $this->open->person()) {
            $this->database->fetchOne('SELECT 1'); // whoever is not known because the database is away is told so
        }
        if (
            null !== $may
            && null === $this->open->person()
            && $request->isMethod('GET')
            && null === $request->headers->get('HX-Request')
        ) {
            $to = new RedirectResponse($this->addresses->generate('sign_in', ['back' => $request->getRequestUri()]));
            $event->setController(static fn (): RedirectResponse => $to);

            return;
        }
        if ($this->isAnswered($event)) {
            return;
        }
        throw new AccessDeniedHttpException(match (true) {
            null === $this->open->person() => 'refusal.sign_in',
            null === $this->open->band() => 'refusal.no_band',
            default => 'refusal.directors',
        });
    }
}
