<?php

declare(strict_types=1);

namespace App\Band;

use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Engraving\SlipPages;
use App\Shared\Deed;
use App\Shared\Hosts;
use App\Shared\May;
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
    public function __construct(
        private readonly Hosts $hosts,
        private readonly Roster $roster,
        private readonly Ways $ways,
        private readonly OpenBand $open,
        private readonly PdfMaker $pdfs,
        private readonly InstrumentLibrary $instruments,
    ) {
    }

    #[Route('/band/slips.pdf', name: 'slips', methods: ['POST'])]
    public function slips(Request $request): Response
    {
        $address = $this->hosts->publicAddress();
        if (null === $address) {
            throw new UnprocessableEntityHttpException('refusal.no_address');
        }
        $chosen = $request->request->all('who');
        $isChosen = static fn (Player $one): bool => [] === $chosen || \in_array($one->getId(), $chosen, true);
        $players = array_values(array_filter($this->roster->inScoreOrder(), $isChosen));
        if ([] === $players) {
            throw new UnprocessableEntityHttpException('refusal.nobody_chosen');
        }
        $tokens = $this->ways->giveAll($players);
        $slips = [];
        foreach ($players as $player) {
            $link = $this->generateUrl('link', ['token' => $tokens[$player->getId()]]);
            $slips[] = ['name' => $player->getName(), 'says' => $this->says($player), 'address' => $address.$link];
        }
        $pages = SlipPages::of($slips, Paper::from($this->open->required()->usual()->paper));

        return new Response($this->pdfs->pdf($pages, 'Ways in'), 200, [
            'Content-Type' => 'application/pdf',
            'Content-Disposition' => 'inline; filename="slips.pdf"',
        ]);
    }

    /** What stands under the name: the instrument and the band. */
    private function says(Player $player): string
    {
        $first = $player->chairs()[0] ?? null;
        $band = $this->open->required()->getName();

        return null === $first ? $band : $this->instruments->instrument($first->getInstrument())->name.' · '.$band;
    }
}
