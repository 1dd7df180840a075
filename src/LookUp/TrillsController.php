<?php

declare(strict_types=1);

namespace App\LookUp;

use App\Band\OpenBand;
use App\Desk\Desk;
use App\Desk\DeskState;
use App\Engraving\Legend;
use App\Engraving\PdfMaker;
use App\Engraving\TrillSheet;
use App\Shared\Deed;
use App\Shared\May;
use SwiftReed\Instrument\InstrumentError;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The trill book of an instrument, on screen and on paper.
 */
#[May(Deed::Make)]
final class TrillsController extends AbstractController
{
    public function __construct(private readonly Desk $desk, private readonly OpenBand $open)
    {
    }

    #[Route('/fingerings/trills', name: 'trills', methods: ['GET'])]
    public function trills(Request $request): Response
    {
        $state = DeskState::of($request->query->all());
        $view = [
            'state' => $state, 'families' => $this->desk->families(), 'setups' => [], 'instrument' => null,
            'error' => '', 'book' => ['rows' => [], 'none' => []], 'legend' => [],
        ];
        try {
            $instrument = $this->desk->instrument($state);
            $view = [
                'instrument' => $instrument,
                'setups' => $this->desk->setups($state->instrument),
                'book' => TrillSheet::book($instrument),
                'legend' => Legend::forPage(Legend::ofTrills($instrument)),
            ] + $view;
        } catch (InstrumentError $error) {
            $view['error'] = $error->getMessage();
        }

        return $this->render(
            'lookup/trills.html.twig',
            $view,
            new Response(status: '' === $view['error'] ? 200 : 404),
        );
    }

    #[Route('/fingerings/trills.pdf', name: 'trills_pdf', methods: ['GET'])]
    public function pdf(Request $request, PdfMaker $pdfs): Response
    {
        $instrument = $this->desk->instrument(DeskState::of($request->query->all()));
        $paper = $this->open->paper($request->query->getString('paper'));

        return new Response(
            $pdfs->pdf(TrillSheet::print($instrument, $paper), $instrument->name.', trills'),
            200,
            [
                'Content-Type' => 'application/pdf',
                'Content-Disposition' => \sprintf('inline; filename="trills-%s.pdf"', $instrument->id),
            ],
        );
    }
}
