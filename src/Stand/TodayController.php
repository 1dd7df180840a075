<?php

declare(strict_types=1);

namespace App\Stand;

use App\Band\Chair;
use App\Band\OpenBand;
use App\Shared\Deed;
use App\Shared\May;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Practice\PlanItem;
use SwiftReed\Practice\PlanLine;
use SwiftReed\Practice\Played;
use SwiftReed\Practice\PracticeFigures;
use SwiftReed\Practice\Session;
use SwiftReed\Practice\WarmUp;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * What to do today, in the minutes there are, why these, and what is next; afterwards what was done.
 */
#[May(Deed::Play)]
final class TodayController extends AbstractController
{
    private const MINUTES = [5, 10, 15, 20, 30, 45, 60];

    public function __construct(
        private readonly StandPlans $plans,
        private readonly InstrumentLibrary $instruments,
        private readonly OpenBand $open,
        private readonly PracticeFigures $figures,
    ) {
    }

    #[Route('/today', name: 'today', methods: ['GET'])]
    public function today(Request $request): Response
    {
        $player = $this->open->player() ?? throw $this->createAccessDeniedException('refusal.sign_in');
        $chairs = $player->chairs();
        $chair = array_values(array_filter(
            $chairs,
            static fn (Chair $one): bool => $one->getId() === $request->query->getString('chair'),
        ))[0]
            ?? $chairs[0]
            ?? null;
        $today = $this->plans->today();
        $view = [
            'player' => $player, 'chairs' => $chairs, 'chair' => $chair, 'day' => $today, 'choices' => self::MINUTES,
            'minutes' => 0, 'blocks' => [], 'items' => [], 'tomorrow' => [], 'done' => [], 'plan' => null,
            'next' => null, 'warm_up' => [], 'error' => '', 'due' => null, 'brass' => false,
        ];
        if (null === $chair) {
            return $this->render('stand/today.html.twig', $view);
        }
        try {
            $minutes = $request->query->getInt('minutes');
            $plan = $this->plans->of($chair, \in_array($minutes, self::MINUTES, true) ? $minutes : null);
            $kind = $this->instruments->instrument($chair->getInstrument())->mechanism()->kind();
            $planned = $plan->day($today);
            $standing = $plan->standing();
            $current = $standing->current();
            $open = $standing->open();
            $view = [
                'minutes' => $plan->settings->minutes,
                'blocks' => Session::of($plan->settings->minutes, $kind, $this->figures)->blocks,
                'items' => $planned->items,
                'tomorrow' => array_map(static fn (PlanItem $one): string => $one->line->title, $planned->tomorrow),
                'done' => self::done($plan->playedOn($today), $plan->lines),
                'plan' => $plan,
                'reached' => null !== $current && $standing->reachedOn($current, $today) ? $current->title : '',
                'next' => null !== $current ? $open[1] ?? null : null,
                'clean' => \count($standing->clean()),
                'warm_up' => WarmUp::lines($kind),
                'due' => $plan->settings->due,
                'brass' => Session::isBrass($kind),
            ] + $view;
        } catch (Mistake $error) {
            $view['error'] = $error->getMessage();
        }

        return $this->render('stand/today.html.twig', $view);
    }

    /**
     * What was done, a row a line: the fastest clean pass, how often it was played, for how long.
     *
     * @param list<Played>   $played
     * @param list<PlanLine> $lines
     *
     * @return list<array{title: string, tempo: int|null, passes: int, clean: int, minutes: int}>
     */
    private static function done(array $played, array $lines): array
    {
        $titles = array_combine(array_map(static fn (PlanLine $one): string => $one->line, $lines), $lines);
        $rows = [];
        foreach ($played as $one) {
            $line = $titles[$one->line] ?? null;
            $row = $rows[$one->line]
                ?? [
                    'title' => null === $line ? $one->line : $line->title, 'tempo' => null, 'passes' => 0, 'clean' => 0,
                    'seconds' => 0.0,
                ];
            $bpm = null === $line ? (int) round($one->quarters) : $line->beatsAt($one->quarters);
            $rows[$one->line] = [
                'tempo' => $one->isClean ? max($row['tempo'] ?? 0, $bpm) : $row['tempo'],
                'passes' => $row['passes'] + 1,
                'clean' => $row['clean'] + ($one->isClean ? 1 : 0),
                'seconds' => $row['seconds'] + $one->seconds,
            ] + $row;
        }

        return array_map(
            static fn (array $row): array => [
                'title' => $row['title'], 'tempo' => $row['tempo'], 'passes' => $row['passes'],
                'clean' => $row['clean'], 'minutes' => (int) ceil($row['seconds'] / 60),
            ],
            array_values($rows),
        );
    }
}
