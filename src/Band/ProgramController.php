<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Deed;
use App\Shared\May;
use App\Shared\Words;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * What a program reads with the token of a band: JSON, and nothing but reading.
 */
#[May(Deed::ReadByProgram)]
final class ProgramController extends AbstractController
{
    #[Route('/program/band.json', name: 'program_band', methods: ['GET'])]
    public function band(
        Request $request,
        ProgramTokens $tokens,
        BandExport $export,
        OpenBand $open,
        Words $words,
    ): Response {
        $says = (string) $request->headers->get('Authorization');
        $band = str_starts_with($says, 'Bearer ') ? $tokens->band(substr($says, 7)) : null;
        if (null === $band) {
            return new JsonResponse(
                ['error' => $words->say('refusal.program')],
                Response::HTTP_UNAUTHORIZED,
                ['WWW-Authenticate' => 'Bearer'],
            );
        }
        $open->enter($band, null);

        return new JsonResponse($export->of($band), headers: ['Cache-Control' => 'no-store']);
    }
}
