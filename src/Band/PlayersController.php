<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Csv;
use App\Shared\Deed;
use App\Shared\Form\Forms;
use App\Shared\Hosts;
use App\Shared\May;
use App\Shared\Words;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Pitch\NoteNames;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/**
 * The players of the open band, one by one.
 */
#[May(Deed::LeadPlayers)]
final class PlayersController extends AbstractController
{
    public function __construct(
        private readonly Roster $roster,
        private readonly PlayerRepository $players,
        private readonly ChairRepository $chairs,
        private readonly OpenBand $open,
        private readonly Seating $seating,
        private readonly Forms $forms,
        private readonly InstrumentLibrary $instruments,
        private readonly Hosts $hosts,
        private readonly PinnedFingeringRepository $pins,
        private readonly Words $words,
    ) {
    }

    #[Route('/band', name: 'band', methods: ['GET'])]
    public function band(): Response
    {
        return $this->page();
    }

    #[Route('/band/players', name: 'player_add', methods: ['POST'])]
    public function add(Request $request): Response
    {
        $form = $this->forms->read(PlayerType::class, $request);
        $name = Forms::text($form, 'name');
        $problem = Forms::problem($form) ?? $this->roster->whyNotNamed($name) ?? $this->roster->whyFull();
        if (null !== $problem) {
            return $this->page(Forms::typed($request), $problem);
        }
        $this->roster->add($name, PlayerType::details($form));

        return $this->redirectToRoute('band', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/band/players/{id}', name: 'player', methods: ['GET'])]
    public function player(string $id): Response
    {
        return $this->one($this->found($id));
    }

    #[Route('/band/players/{id}', name: 'player_rename', methods: ['POST'])]
    public function rename(Request $request, string $id): Response
    {
        $player = $this->found($id);
        $form = $this->forms->read(PlayerNameType::class, $request);
        $problem = Forms::problem($form) ?? $this->roster->whyNotNamed(Forms::text($form, 'name'), $player);
        if (null === $problem && $request->request->getInt('version') !== $player->getVersion()) {
            $problem = $this->words->say(
                'refusal.player.changed',
                ['%theirs%' => $player->getName(), '%yours%' => Forms::text($form, 'name')],
            );
        }
        if (null !== $problem) {
            return $this->one($player, $problem, Forms::typed($request));
        }
        $this->roster->rename($player, Forms::text($form, 'name'));
        $names = $form->get('note_names')->getData();
        $this->roster->nameNotes($player, $names instanceof NoteNames ? $names : null);

        return $this->redirectToRoute('player', ['id' => $id], Response::HTTP_SEE_OTHER);
    }

    #[Route('/band/players/{id}/chairs', name: 'chair_add', methods: ['POST'])]
    public function sit(Request $request, string $id): Response
    {
        $player = $this->found($id);
        $form = $this->forms->read(PlayerType::class, $request, null, ['chair' => true]);
        $problem = Forms::problem($form);
        if (null !== $problem) {
            return $this->one($player, $problem, Forms::typed($request));
        }
        $old = $request->request->getBoolean('instead') ? $request->request->getString('of') : null;
        $this->seating->sit($player, PlayerType::details($form), $old);

        return $this->redirectToRoute('player', ['id' => $id], Response::HTTP_SEE_OTHER);
    }

    #[Route('/band/chairs/{id}', name: 'chair_change', methods: ['POST'])]
    public function change(Request $request, string $id): Response
    {
        $chair = $this->chair($id);
        $request->request->set('instrument', $chair->getInstrument());
        $form = $this->forms->read(PlayerType::class, $request, null, ['chair' => true]);
        $problem = Forms::problem($form);
        if (null !== $problem) {
            return $this->one($chair->getPlayer(), $problem, Forms::typed($request));
        }
        if ($request->request->getInt('version') !== $chair->getVersion()) {
            $typed = Forms::typed($request) + ['chair' => $id];

            return $this->one($chair->getPlayer(), 'refusal.chair.changed', $typed, Response::HTTP_CONFLICT);
        }
        $this->seating->change($chair, PlayerType::details($form));

        return $this->redirectToRoute('player', ['id' => $chair->getPlayer()->getId()], Response::HTTP_SEE_OTHER);
    }

    /** The seat within the section: one place up or down. */
    #[Route('/band/chairs/{id}/move/{direction<up|down>}', name: 'chair_move', methods: ['POST'])]
    public function move(string $id, string $direction): Response
    {
        $this->seating->move($this->chair($id), 'up' === $direction ? -1 : 1);

        return $this->redirect($this->generateUrl('band').'#chair-'.$id, Response::HTTP_SEE_OTHER);
    }

    /** The same set-up, page style and track for all who play this instrument. */
    #[Route('/band/chairs/{id}/section', name: 'chair_to_section', methods: ['POST'])]
    public function toSection(string $id): Response
    {
        $chair = $this->chair($id);
        $this->seating->allAlike($chair);

        return $this->redirectToRoute(
            'player',
            ['id' => $chair->getPlayer()->getId(), 'done' => 'section'],
            Response::HTTP_SEE_OTHER,
        );
    }

    #[Route('/band/chairs/{id}/close', name: 'chair_close', methods: ['POST'])]
    public function close(string $id): Response
    {
        $chair = $this->chair($id);
        $this->seating->close($chair);

        return $this->redirectToRoute('player', ['id' => $chair->getPlayer()->getId()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/band/players/{id}/leave', name: 'player_leave', methods: ['POST'])]
    public function leave(string $id): Response
    {
        $this->roster->leave($this->found($id));

        return $this->redirectToRoute('band', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/band/players/{id}/back', name: 'player_back', methods: ['POST'])]
    public function back(string $id): Response
    {
        $this->roster->comeBack($this->found($id));

        return $this->redirectToRoute('player', ['id' => $id], Response::HTTP_SEE_OTHER);
    }

    #[Route('/band/players/{id}/remove', name: 'player_remove', methods: ['POST'])]
    public function remove(string $id): Response
    {
        return $this->redirectToRoute(
            'band',
            ['undo' => $this->roster->remove($this->found($id))],
            Response::HTTP_SEE_OTHER,
        );
    }

    /** Asks first: what is erased does not come back. */
    #[Route('/band/players/{id}/erase', name: 'player_erase', methods: ['POST'])]
    #[May(Deed::OwnBand)]
    public function erase(Request $request, string $id): Response
    {
        $player = $this->found($id);
        if (Player::key($request->request->getString('sure')) !== Player::key($player->getName())) {
            return $this->one($player, 'refusal.player.not_sure', Forms::typed($request));
        }
        $this->roster->erase($player);

        return $this->redirectToRoute('band', [], Response::HTTP_SEE_OTHER);
    }

    /** A new personal link: it is shown this once, and the one before ends. */
    #[Route('/band/players/{id}/link', name: 'player_link', methods: ['POST'])]
    public function link(Ways $ways, string $id): Response
    {
        $player = $this->found($id);
        if ($player->hasLeft()) {
            return $this->one($player, 'refusal.player.has_left');
        }

        return $this->one($player, '', [], Response::HTTP_OK, $this->address($ways->give($player)));
    }

    #[Route('/band/players/{id}/link/end', name: 'player_link_end', methods: ['POST'])]
    public function endLink(Ways $ways, string $id): Response
    {
        $ways->take($this->found($id));

        return $this->redirectToRoute('player', ['id' => $id], Response::HTTP_SEE_OTHER);
    }

    /** What is kept of one player, to be given to whoever asks for it. */
    #[Route('/band/players/{id}/data.{format<json|csv>}', name: 'player_data', methods: ['GET'])]
    public function data(BandExport $export, string $id, string $format): Response
    {
        $player = $this->found($id);
        if ('csv' === $format) {
            return Csv::file($export->table([$player], $player), 'player.csv');
        }
        $response = new JsonResponse($export->givePlayer($player));
        $response->setEncodingOptions(\JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES);
        $response->headers->set('Content-Disposition', HeaderUtils::makeDisposition('attachment', 'player.json'));

        return $response;
    }

    #[Route('/band/players.csv', name: 'players_csv', methods: ['GET'])]
    public function csv(BandExport $export): Response
    {
        return Csv::file($export->table($this->roster->inScoreOrder()), 'players.csv');
    }

    private function address(string $token): string
    {
        return null === $this->hosts->publicAddress()
            ? $this->generateUrl('link', ['token' => $token], UrlGeneratorInterface::ABSOLUTE_URL)
            : $this->hosts->publicAddress().$this->generateUrl('link', ['token' => $token]);
    }

    private function found(string $id): Player
    {
        return $this->players->one($id) ?? throw $this->createNotFoundException('refusal.none.player');
    }

    private function chair(string $id): Chair
    {
        return $this->chairs->one($id) ?? throw $this->createNotFoundException('refusal.none.chair');
    }

    /** @param array<mixed> $typed */
    private function page(array $typed = [], string $problem = ''): Response
    {
        return $this->render(
            'band/players.html.twig',
            [
                'band' => $this->open->required(), 'players' => $this->roster->inScoreOrder(),
                'left' => $this->roster->left(), 'families' => $this->instruments->names(), 'typed' => $typed,
                'problem' => $problem,
            ],
            new Response(status: '' === $problem ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY),
        );
    }

    /** @param array<mixed> $typed */
    private function one(
        Player $player,
        string $problem = '',
        array $typed = [],
        ?int $status = null,
        string $link = '',
    ): Response {
        $setups = [];
        $pins = [];
        foreach ($player->chairs() as $chair) {
            $pins[$chair->getId()] = $this->pins->ofChair($chair);
            $setups[$chair->getId()] = $this->instruments->setupGroups($chair->getInstrument());
        }

        return $this->render(
            'band/player.html.twig',
            [
                'player' => $player, 'setups' => $setups, 'pins' => $pins, 'families' => $this->instruments->names(),
                'typed' => $typed, 'problem' => $problem, 'link' => $link, 'band' => $this->open->required(),
                'is_public' => null !== $this->hosts->publicAddress(),
            ],
            new Response(
                status: $status ?? ('' === $problem ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY),
            ),
        );
    }
}
