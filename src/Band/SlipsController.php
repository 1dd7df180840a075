<?php

declare(strict_types=1);

namespace App\Band;

use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Engraving\SlipPages;
use App\Shared\Audit;
use App\Shared\Deed;
use App\Shared\Hosts;
use App\Shared\May;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Instrument\InstrumentLibrary;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Slips to cut: each player's own way in, to read and to photograph. Printing them makes new links; those before end.
 */
#[May(Deed::LeadPlayers)]
final class SlipsController extends AbstractController
{
    #[Route('/band/slips.pdf', name: 'slips', methods: ['POST'])]
    public function slips(
        Request $request,
        Hosts $hosts,
        Roster $roster,
        Ways $ways,
        OpenBand $open,
        PdfMaker $pdfs,
        InstrumentLibrary $instruments,
        EntityManagerInterface $entities,
        Audit $audit,
    ): Response {
        $address = $hosts->publicAddress();
        if (null === $address) {
            throw new UnprocessableEntityHttpException('refusal.no_address');
        }
        $chosen = $request->request->all('who');
        $band = $open->required();
        $slips = [];
        foreach ($roster->inScoreOrder() as $player) {
            if ([] === $chosen || \in_array($player->getId(), $chosen, true)) {
                $ways->end($player);
                $first = $player->chairs()[0] ?? null;
                $slips[] = [
                    'name' => $player->getName(),
                    'says' => (
                        null === $first ? '' : $instruments->instrument($first->getInstrument())->name.' · '
                    ).$band->getName(),
                    'address' => $address.$this->generateUrl('link', ['token' => $ways->renew($player)]),
                ];
            }
        }
        if ([] === $slips) {
            throw new UnprocessableEntityHttpException('refusal.nobody_chosen');
        }
        $pdf = $pdfs->pdf(SlipPages::of($slips, Paper::from($band->usual()->paper)), 'Ways in');
        $entities->flush();
        $audit->note('slips printed', null, ['players' => \count($slips)]);

        return new Response(
            $pdf,
            200,
            ['Content-Type' => 'application/pdf', 'Content-Disposition' => 'inline; filename="slips.pdf"'],
        );
    }
}
