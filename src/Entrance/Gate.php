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
use App\Shared\May;
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

/**
 * Opens the band of whoever is signed in, and lets nobody do what is not theirs to do.
 */
final class Gate
{
    /** Where a session keeps which band is open. */
    public const BAND = 'band';
    /** With this header a proxy says that it can ask another machine, which may reach the database: without one the page is made as well as it can be. */
    private const ANOTHER = 'X-Another-Machine';

    public function __construct(private readonly Security $security, private readonly OpenBand $open, private readonly BandRepository $bands, private readonly UrlGeneratorInterface $addresses, private readonly Connection $database, private readonly SessionStore $sessions)
    {
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
            $event->setResponse(new Response("The database does not answer to this machine.\n", Response::HTTP_SERVICE_UNAVAILABLE, ['Content-Type' => 'text/plain; charset=UTF-8']));
        }
    }

    /** Opens the band that the session names, or the first of this person's. */
    public function enter(Account|PlayerSignIn $person, Request $request): void
    {
        $bands = $person instanceof Account ? $this->bands->ledBy($person) : $this->bands->playedIn($person);
        $named = $request->hasSession() ? $request->getSession()->get(self::BAND) : null;
        $chosen = array_values(array_filter($bands, static fn (Band $one): bool => $one->getId() === $named))[0] ?? $bands[0] ?? null;
        $this->open->enter($chosen, $person);
        if (null !== $chosen) {
            $this->bands->markUsed($chosen);
        }
    }

    /** While the database is away a session looks empty; its cookie stays, so that one is signed in again when it is back. After the session's own listener (-1000). */
    #[AsEventListener(KernelEvents::RESPONSE, priority: -1001)]
    public function keepCookie(ResponseEvent $event): void
    {
        if ($this->open->isAway() && $event->isMainRequest()) {
            foreach ($event->getResponse()->headers->getCookies() as $cookie) {
                $event->getResponse()->headers->removeCookie($cookie->getName(), $cookie->getPath(), $cookie->getDomain());
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
        if (null !== $may && (Deed::Make === $may->deed || Deed::ReadByProgram === $may->deed || $this->security->isGranted($may->deed->value))) {
            return;
        }
        $request = $event->getRequest();
        if (null === $this->open->person()) {
            $this->database->fetchOne('SELECT 1'); // whoever is not known because the database is away is told so
        }
        if (null !== $may && null === $this->open->person() && $request->isMethod('GET') && null === $request->headers->get('HX-Request')) {
            $to = new RedirectResponse($this->addresses->generate('sign_in', ['back' => $request->getRequestUri()]));
            $event->setController(static fn (): RedirectResponse => $to);

            return;
        }
        throw new AccessDeniedHttpException(match (true) {
            null === $this->open->person() => 'refusal.sign_in',
            null === $this->open->band() => 'refusal.no_band',
            default => 'refusal.directors',
        });
    }
}
