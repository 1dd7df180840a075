<?php

declare(strict_types=1);

namespace App\Stand;

use App\Account\Deed;
use App\Account\May;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * What to do today, in the minutes there are, and why.
 */
#[May(Deed::Play)]
final class TodayController extends AbstractController
{
    #[Route('/today', name: 'today', methods: ['GET'])]
    public function today(): Response
    {
        return new Response('today');
    }
}
