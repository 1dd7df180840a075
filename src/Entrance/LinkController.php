<?php

declare(strict_types=1);

namespace App\Entrance;

use App\Account\Account;
use App\Account\PlayerSignIn;
use App\Band\BandRepository;
use App\Band\Chair;
use App\Band\OpenBand;
use App\Band\Roster;
use App\Band\Seating;
use App\Band\Ways;
use App\Shared\Deed;
use App\Shared\May;
use App\Shared\Stale;
use SwiftReed\Pitch\NoteNames;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * A player's personal link. Looking at it changes nothing: only the button signs in.
 */
#[May(Deed::ComeIn)]
final class LinkController extends AbstractController
{
    public function __construct(
        private readonly Ways $ways,
        private readonly OpenBand $open,
        private readonly Arrivals $arrivals,
    ) {
    }

    #[Route('/p/{token<[A-Za-z0-9_-]{20,80}>}', name: 'link', methods: ['GET'])]
    public function look(string $token): Response
    {
        $before = $this->open->person();
        $here = $this->open->player();
        $player = $this->ways->owner($token);
        $isOther = null !== $before && $player?->getSignIn() !== $before;
        $view = [
            'player' => $player,
            'band' => $this->open->band(),
            'token' => $token,
            'goes_out' => !$isOther ? '' : ($before instanceof Account ? $before->getName() : $here?->getName() ?? ''),
            'is_other' => $isOther,
            'can_join' => null !== $player
                && $isOther
                && $before instanceof PlayerSignIn
                && null !== $here
                && $this->ways->canJoin($player, $before),
        ];
        $status = null === $player ? Response::HTTP_NOT_FOUND : Response::HTTP_OK;

        return $this->render(
            'entrance/link.html.twig',
            $view,
            new Response(status: $status, headers: ['Cache-Control' => 'no-store']),
        );
    }

    /**
     * Whoever was signed in on this device goes out; "join" says that the two are one person, who has a place in
     * another band.
     */
    #[Route('/p/{token<[A-Za-z0-9_-]{20,80}>}', name: 'link_in', methods: ['POST'])]
    public function in(Request $request, string $token): Response
    {
        $before = $this->open->person();
        $player = $this->ways->owner($token) ?? throw $this->createNotFoundException('refusal.link');
        if ($request->request->getBoolean('join')) {
            if (!$before instanceof PlayerSignIn || !$this->ways->canJoin($player, $before)) {
                throw new UnprocessableEntityHttpException('refusal.not_joined');
            }
            $this->ways->join($player, $before);
        }
        $this->arrivals->letIn($this->ways->signIn($player), $request, $this->open->required());

        return $this->redirectToRoute('mine', [], Response::HTTP_SEE_OTHER);
    }

    /** What a player has. */
    #[Route('/mine', name: 'mine', methods: ['GET'])]
    #[May(Deed::Play)]
    public function mine(BandRepository $bands): Response
    {
        $person = $this->open->person();

        return $this->render(
            'entrance/mine.html.twig',
            [
                'player' => $this->open->player(),
                'band' => $this->open->band(),
                'bands' => $person instanceof PlayerSignIn ? $bands->playedIn($person) : [],
            ],
        );
    }

    /** A player's own settings: how the pages of one of his chairs are written. */
    #[Route('/mine/chairs/{id}', name: 'mine_change', methods: ['POST'])]
    #[May(Deed::Play)]
    public function change(Request $request, Seating $seating, Roster $roster, string $id): Response
    {
        foreach ($this->open->player()?->chairs() ?? [] as $chair) {
            if ($chair->getId() === $id) {
                $style = $request->request->getString('style');
                if (!\in_array($style, Chair::STYLES, true)) {
                    throw new UnprocessableEntityHttpException('refusal.no.style');
                }
                Stale::unless($request, $chair->getVersion(), ['style' => $chair->getStyle()]);
                $named = $request->request->getString('note_names');
                $names = NoteNames::tryFrom($named);
                if ('' !== $named && null === $names) {
                    throw new UnprocessableEntityHttpException('refusal.no.note_names');
                }
                $seating->restyle($chair, $style);
                if ($request->request->has('note_names')) {
                    $roster->nameNotes($chair->getPlayer(), $names);
                }

                return $this->redirectToRoute('mine', ['done' => 'kept'], Response::HTTP_SEE_OTHER);
            }
        }
        throw $this->createNotFoundException('refusal.none.own_chair');
    }

    /** On a shared tablet: the next player's link is opened on a page where nobody is signed in. */
    #[Route('/mine/next', name: 'next_player', methods: ['POST'])]
    #[May(Deed::GoOut)]
    public function next(Departures $departures): Response
    {
        $departures->goOut();

        return $this->redirectToRoute('next_player_how', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/next-player', name: 'next_player_how', methods: ['GET'])]
    public function nextHow(): Response
    {
        return $this->render('entrance/next.html.twig');
    }
}
