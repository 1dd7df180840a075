<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Whether the house stands: asked by bin/start, by a proxy, and by whoever watches it. It tells nothing about anybody.
 */
#[May(Deed::Make)]
final class HealthController
{
    private const FRESH = ['Cache-Control' => 'no-store'];

    public function __construct(private readonly HouseState $house, private readonly RequestCounts $requests)
    {
    }

    /** It lives: nothing that it needs is asked. Whoever restarts what stands still asks here. */
    #[Route('/alive', name: 'alive', methods: ['GET'])]
    public function alive(): JsonResponse
    {
        return new JsonResponse(['status' => 'alive'], headers: self::FRESH);
    }

    /**
     * It is ready for users: a proxy sends nobody to a machine that says otherwise. Without its engraver it makes
     * everything but music.
     */
    #[Route('/health', name: 'health', methods: ['GET'])]
    public function health(): JsonResponse
    {
        if (!$this->house->hasDatabase()) {
            return new JsonResponse(
                ['status' => 'the database does not answer'],
                Response::HTTP_SERVICE_UNAVAILABLE,
                self::FRESH,
            );
        }

        return new JsonResponse(
            ['status' => 'well', 'engraver' => $this->house->hasEngraver() ? 'well' : 'away'],
            headers: self::FRESH,
        );
    }

    /** Measures in the open text format, for whoever has the word for it; without a word set there are none. */
    #[Route('/metrics', name: 'metrics', methods: ['GET'])]
    public function metrics(Request $request, #[Autowire('%env(METRICS_TOKEN)%')] string $word): Response
    {
        if ('' === $word || !hash_equals('Bearer '.$word, (string) $request->headers->get('Authorization'))) {
            throw new NotFoundHttpException();
        }
        $lines = ['# TYPE swift_reed_info gauge', \sprintf('swift_reed_info{version="%s"} 1', $this->house->version())];
        foreach ($this->house->measures() as $name => $value) {
            array_push(
                $lines,
                '# TYPE swift_reed_'.$name.' gauge',
                \sprintf('swift_reed_%s %s', $name, json_encode($value)),
            );
        }

        array_push($lines, ...$this->requests->lines());

        return new Response(
            implode("\n", $lines)."\n",
            200,
            self::FRESH + ['Content-Type' => 'text/plain; version=0.0.4; charset=utf-8'],
        );
    }
}
