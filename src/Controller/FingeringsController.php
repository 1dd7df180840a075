<?php

declare(strict_types=1);

namespace App\Controller;

use App\Engraving\ChartMaker;
use App\Engraving\EngravingError;
use App\Service\Desk;
use App\Service\DeskState;
use SwiftReed\Instrument\InstrumentError;
use SwiftReed\Instrument\InstrumentLibrary;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

final class FingeringsController extends AbstractController
{
    #[Route('/fingerings', name: 'fingerings', methods: ['GET'])]
    public function fingerings(Request $request, InstrumentLibrary $instruments, Desk $desk, ChartMaker $charts): Response
    {
        $state = DeskState::of($request->query->all());
        $view = ['state' => $state, 'families' => $desk->families(), 'setups' => $desk->setups($state->instrument), 'instrument' => null, 'chart' => '', 'error' => ''];
        $status = 200;
        try {
            $view['instrument'] = $desk->instrument($state);
            $view['chart'] = $charts->screen($view['instrument'], $request->query->getBoolean('narrow'))->svg;
        } catch (InstrumentError $error) {
            $view['error'] = $error->getMessage();
            $status = 404;
        } catch (EngravingError $error) {
            $view['error'] = $error->getMessage();
            $status = 503;
        }

        return $this->render('fingerings/fingerings.html.twig', $view, new Response(status: $status));
    }
}
