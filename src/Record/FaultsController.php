<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use App\Shared\Deed;
use App\Shared\May;
use App\Stand\StandPlans;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\Mistake;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * What goes wrong: in the sections, and with single players.
 */
#[May(Deed::Keep)]
final class FaultsController extends AbstractController
{
    public function __construct(
        private readonly Faults $faults,
        private readonly RecordBook $book,
        private readonly InstrumentLibrary $instruments,
    ) {
    }

    #[Route('/record/faults', name: 'record_faults', methods: ['GET'])]
    public function faults(): Response
    {
        return $this->render(
            'record/faults.html.twig',
            [
                'common' => $this->faults->common(),
                'players' => $this->faults->ofPlayers(),
                'chairs' => $this->book->chairs(),
            ],
        );
    }

    /** A sign beside the note, on the pages of one player or of a whole section. */
    #[Route('/record/faults/watch', name: 'record_watch', methods: ['POST'])]
    public function watch(Request $request): Response
    {
        $section = $request->request->getString('section');
        $chairs = '' !== $section
            ? array_filter(
                $this->book->chairs(),
                fn (Chair $one): bool => $section === StandPlans::section($one, $this->instruments),
            )
            : [$this->chair($request)];
        $note = mb_substr($request->request->getString('note'), 0, 20);
        try {
            $this->faults->watch($chairs, $note);
        } catch (Mistake $error) {
            throw new UnprocessableEntityHttpException($error->getMessage());
        }

        return $this->back($request, $chairs, ['done' => 'watched']);
    }

    /** The change, first in the player's plan. */
    #[Route('/record/faults/drill', name: 'record_drill', methods: ['POST'])]
    public function drill(Request $request): Response
    {
        $chair = $this->chair($request);
        try {
            $this->faults->practise($chair, mb_substr($request->request->getString('line'), 0, 300));
        } catch (Mistake $error) {
            throw new UnprocessableEntityHttpException($error->getMessage());
        }

        return $this->back($request, [$chair], ['done' => 'planned']);
    }

    private function chair(Request $request): Chair
    {
        return $this->book->chairs()[$request->request->getString('chair')]
            ?? throw $this->createNotFoundException('refusal.none.chair');
    }

    /**
     * @param array<Chair>          $chairs
     * @param array<string, string> $with
     */
    private function back(Request $request, array $chairs, array $with): Response
    {
        $chair = array_values($chairs)[0] ?? null;

        return 'player' === $request->request->getString('back') && null !== $chair
            ? $this->redirectToRoute('record_chair', ['id' => $chair->getId()] + $with, Response::HTTP_SEE_OTHER)
            : $this->redirectToRoute('record_faults', $with, Response::HTTP_SEE_OTHER);
    }
}
