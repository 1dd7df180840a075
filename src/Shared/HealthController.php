<?php

declare(strict_types=1);

namespace App\Shared;

use App\Account\Deed;
use App\Account\May;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception as DatabaseError;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Whether the house stands: asked by bin/start, and by whoever watches it. It tells nothing about anybody.
 */
#[May(Deed::Make)]
final class HealthController
{
    #[Route('/health', name: 'health', methods: ['GET'])]
    public function health(Connection $database): JsonResponse
    {
        try {
            $database->fetchOne('SELECT 1');

            return new JsonResponse(['status' => 'well'], headers: ['Cache-Control' => 'no-store']);
        } catch (DatabaseError) {
            return new JsonResponse(['status' => 'the database does not answer'], Response::HTTP_SERVICE_UNAVAILABLE, ['Cache-Control' => 'no-store']);
        }
    }
}
