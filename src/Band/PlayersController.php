<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Audit;
use App\Shared\Csv;
use App\Shared\Deed;
use App\Shared\Form\Forms;
use App\Shared\Hosts;
use App\Shared\May;
use App\Shared\Words;
use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\OptimisticLockException;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Player\WatchedNotes;
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
    private const COLUMNS = ['name', 'instrument', 'stage', 'range', 'set-up', 'section', 'track'];

    public function __construct(
        private readonly Roster $roster,
        private readonly PlayerRepository $players,
        private readonly ChairRepository $chairs,
        private readonly OpenBand $open,
        private readonly EntityManagerInterface $entities,
        private readonly Forms $forms,
        private readonly InstrumentLibrary $instruments,
        private readonly Audit $audit,
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
        $problem = Forms::problem($form) ?? $this->taken(Forms::text($form, 'name')) ?? $this->full();
        if (null !== $problem) {
            return $this->page(Forms::typed($request), $problem);
        }
        $this->roster->add(
            Forms::text($form, 'name'),
            Forms::text($form, 'instrument'),
            PlayerType::setups($form->get('setup')->getData()),
            Forms::text($form, 'stage'),
            Forms::text($form, 'limits'),
        )->arrange(Forms::text($form, 'track'), Forms::text($form, 'style'), Forms::text($form, 'section'));
        $this->entities->flush();

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
        $problem = Forms::problem($form) ?? $this->taken(Forms::text($form, 'name'), $player);
        if (null === $problem && $request->request->getInt('version') !== $player->getVersion()) {
            $problem = $this->words->say(
                'refusal.player.changed',
                ['%theirs%' => $player->getName(), '%yours%' => Forms::text($form, 'name')],
            );
        }
        if (null !== $problem) {
            return $this->one($player, $problem, Forms::typed($request));
        }
        $this->audit->note('player renamed', $id, ['name' => $player->getName()]);
        $player->rename(Forms::text($form, 'name'));
        $this->entities->flush();

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
        $chair = new Chair(
            $player,
            Forms::text($form, 'instrument'),
            implode(',', PlayerType::setups($form->get('setup')->getData())),
            Forms::text($form, 'stage'),
            Roster::plainRange(Forms::text($form, 'limits')),
        );
        $chair->arrange(
            Forms::text($form, 'track'),
            Forms::text($form, 'style'),
            Forms::text($form, 'section'),
            \count($player->chairs()),
        );
        $this->entities->persist($chair);
        if ($request->request->getBoolean('instead')) {
            // A change of instrument: what was done on the old one stays readable with its chair.
            $old = $this->chairs->one($request->request->getString('of'));
            if (null !== $old && $old->getPlayer() === $player) {
                $old->close();
            }
        }
        $this->entities->flush();
        $this->audit->note('chair added', $chair->getId());

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
        $before = [
            'setup' => $chair->getSetup(),
            'stage' => $chair->getStage(),
            'limits' => $chair->getLimits(),
            'watched' => $chair->getWatched(),
        ];
        try {
            $this->entities->lock($chair, LockMode::OPTIMISTIC, $request->request->getInt('version'));
            $chair->change(
                implode(',', PlayerType::setups($form->get('setup')->getData())),
                Forms::text($form, 'stage'),
                Roster::plainRange(Forms::text($form, 'limits')),
            );
            $chair->arrange(
                Forms::text($form, 'track'),
                Forms::text($form, 'style'),
                Forms::text($form, 'section'),
                $chair->getPosition(),
            );
            $chair->watch(WatchedNotes::parse(Forms::text($form, 'watched'))->text());
            $this->entities->flush();
        } catch (OptimisticLockException) {
            $player = $chair->getPlayer();
            $this->entities->refresh($chair);

            return $this->one(
                $player,
                'refusal.chair.changed',
                Forms::typed($request) + ['chair' => $id],
                Response::HTTP_CONFLICT,
            );
        }
        $this->audit->note('chair changed', $id, $before);

        return $this->redirectToRoute('player', ['id' => $chair->getPlayer()->getId()], Response::HTTP_SEE_OTHER);
    }

    /** The seat within the section: one place up or down. */
    #[Route('/band/chairs/{id}/move/{direction<up|down>}', name: 'chair_move', methods: ['POST'])]
    public function move(string $id, string $direction): Response
    {
        $chair = $this->chair($id);
        $this->roster->seat($chair, 'up' === $direction ? -1 : 1);

        return $this->redirect($this->generateUrl('band').'#chair-'.$id, Response::HTTP_SEE_OTHER);
    }

    /** The same set-up, page style and track for all who play this instrument. */
    #[Route('/band/chairs/{id}/section', name: 'chair_to_section', methods: ['POST'])]
    public function toSection(string $id): Response
    {
        $chair = $this->chair($id);
        foreach ($this->chairs->of($chair->getInstrument()) as $other) {
            if ($other !== $chair) {
                $this->audit->note(
                    'chair changed',
                    $other->getId(),
                    ['setup' => $other->getSetup(), 'style' => $other->getStyle(), 'track' => $other->getTrack()],
                );
                $other->change($chair->getSetup(), $other->getStage(), $other->getLimits());
                $other->arrange($chair->getTrack(), $chair->getStyle(), $other->getSection(), $other->getPosition());
            }
        }
        $this->entities->flush();

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
        $chair->close();
        $this->entities->flush();
        $this->audit->note('chair closed', $id);

        return $this->redirectToRoute('player', ['id' => $chair->getPlayer()->getId()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/band/players/{id}/leave', name: 'player_leave', methods: ['POST'])]
    public function leave(Ways $ways, string $id): Response
    {
        $player = $this->found($id);
        $ways->end($player);
        $player->leave();
        $this->entities->flush();
        $this->audit->note('player left', $id);

        return $this->redirectToRoute('band', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/band/players/{id}/back', name: 'player_back', methods: ['POST'])]
    public function back(string $id): Response
    {
        $this->found($id)->comeBack();
        $this->entities->flush();
        $this->audit->note('player came back', $id);

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
        $token = $ways->renew($player);
        $this->entities->flush();
        $this->audit->note('link renewed', $id);

        return $this->one($player, '', [], Response::HTTP_OK, $this->address($token));
    }

    #[Route('/band/players/{id}/link/end', name: 'player_link_end', methods: ['POST'])]
    public function endLink(Ways $ways, string $id): Response
    {
        $ways->end($this->found($id));
        $this->entities->flush();
        $this->audit->note('link ended', $id);

        return $this->redirectToRoute('player', ['id' => $id], Response::HTTP_SEE_OTHER);
    }

    /** What is kept of one player, to be given to whoever asks for it. */
    #[Route('/band/players/{id}/data.{format<json|csv>}', name: 'player_data', methods: ['GET'])]
    public function data(BandExport $export, string $id, string $format): Response
    {
        $player = $this->found($id);
        $this->audit->note('player exported', $id);
        if ('csv' === $format) {
            return Csv::file([self::COLUMNS, ...self::rows($player)], 'player.csv');
        }
        $response = new JsonResponse($export->ofPlayer($player));
        $response->setEncodingOptions(\JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES);
        $response->headers->set('Content-Disposition', HeaderUtils::makeDisposition('attachment', 'player.json'));

        return $response;
    }

    #[Route('/band/players.csv', name: 'players_csv', methods: ['GET'])]
    public function csv(): Response
    {
        $this->audit->note('players exported');

        return Csv::file(
            [self::COLUMNS, ...array_merge(...array_map(self::rows(...), $this->roster->inScoreOrder()))],
            'players.csv',
        );
    }

    /** @return list<list<string>> a row for each chair */
    private static function rows(Player $player): array
    {
        return array_map(
            static fn (Chair $chair): array => [
                $player->getName(), $chair->getInstrument(), $chair->getStage(), $chair->getLimits(),
                strtr($chair->getSetup(), ',', '+'), $chair->getSection(), $chair->getTrack(),
            ],
            $player->chairs(),
        );
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

    private function taken(string $name, ?Player $but = null): ?string
    {
        $same = $this->players->named($name);

        return null === $same || $same === $but ? null : $this->words->say('refusal.player.taken', ['%name%' => $name]);
    }

    private function full(): ?string
    {
        return $this->players->count() < Roster::MOST
            ? null
            : $this->words->say('refusal.band_full', ['%most%' => Roster::MOST]);
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
                'typed' => $typed, 'problem' => $problem, 'link' => $link,
                'is_public' => null !== $this->hosts->publicAddress(),
            ],
            new Response(
                status: $status ?? ('' === $problem ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY),
            ),
        );
    }
}
