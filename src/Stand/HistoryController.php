<?php

declare(strict_types=1);

namespace App\Stand;

use App\Band\Chair;
use App\Band\ChairRepository;
use App\Band\OpenBand;
use App\Shared\Deed;
use App\Shared\May;
use SwiftReed\Knowledge\Mistake;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * How it has gone on a chair: tempo over the days, a key each; a year at a glance; everything that was kept.
 */
#[May(Deed::Play)]
final class HistoryController extends AbstractController
{
    /** Results of a table; the drawings have all of them. */
    private const LISTED = 200;

    public function __construct(
        private readonly StandPlans $plans,
        private readonly PracticeResultRepository $results,
        private readonly OpenBand $open,
    ) {
    }

    #[Route('/progress', name: 'progress', methods: ['GET'])]
    public function own(Request $request): Response
    {
        $player = $this->open->player() ?? throw $this->createAccessDeniedException('refusal.sign_in');
        $chairs = [...$player->chairs(), ...$player->closedChairs()];
        $chair = array_values(array_filter(
            $chairs,
            static fn (Chair $one): bool => $one->getId() === $request->query->getString('chair'),
        ))[0]
            ?? $chairs[0]
            ?? throw $this->createNotFoundException('refusal.none.own_chair');

        return $this->page($chair, $chairs);
    }

    #[Route('/plans/chairs/{id<[0-9a-f-]{36}>}', name: 'plan_chair', methods: ['GET'])]
    #[May(Deed::LeadPlayers)]
    public function chair(ChairRepository $chairs, string $id): Response
    {
        return $this->page($chairs->one($id) ?? throw $this->createNotFoundException('refusal.none.chair'), []);
    }

    /** @param list<Chair> $chairs among which one can choose */
    private function page(Chair $chair, array $chairs): Response
    {
        $all = $this->results->ofChair($chair);
        $today = $this->plans->today();
        $view = [
            'chair' => $chair,
            'chairs' => $chairs,
            'keys' => [],
            'year' => '',
            'results' => \array_slice(
                array_reverse(array_values(array_filter(
                    $all,
                    static fn (PracticeResult $one): bool => null !== $one->isClean(),
                ))),
                0,
                self::LISTED,
            ),
            'silent' => array_reverse(array_values(array_filter(
                $all,
                static fn (PracticeResult $one): bool => PracticeResult::SILENT === $one->getStep(),
            ))),
            'zone' => $this->open->zone()->getName(),
            'error' => '',
        ];
        try {
            $of = $this->plans->of($chair);
            $view['keys'] = HistoryDrawing::keys($of, $today);
            $view['year'] = HistoryDrawing::year($of, $today);
        } catch (Mistake $error) {
            $view['error'] = $error->getMessage();
        }

        return $this->render('stand/progress.html.twig', $view);
    }
}
