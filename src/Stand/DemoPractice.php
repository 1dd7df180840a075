<?php

declare(strict_types=1);

namespace App\Stand;

use App\Account\Account;
use App\Band\Chair;
use App\Band\DemoPart;
use App\Band\OpenBand;
use Doctrine\ORM\EntityManagerInterface;
use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Practice\Day;
use SwiftReed\Practice\Ladder;
use SwiftReed\Practice\LadderStanding;
use SwiftReed\Practice\PlanItem;
use SwiftReed\Practice\Played;
use SwiftReed\Practice\PracticeFigures;
use SwiftReed\Practice\Rungs;
use SwiftReed\Practice\StepKind;
use SwiftReed\Practice\TeachingOrders;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;
use Symfony\Component\Uid\Uuid;

/**
 * Invented practice for the demonstration: a plan of the band, and some weeks in which its players followed it, each as
 * diligent as pupils are.
 */
#[AsTaggedItem(priority: 20)]
final class DemoPractice implements DemoPart
{
    private const DAYS = 56;
    private const DUE = 80;
    /** Of seven days how many each practises, and how often a first pass is clean, in hundredths; in turn. */
    private const PUPILS = [[6, 70], [4, 55], [5, 62], [2, 45], [6, 50], [0, 0], [3, 60], [5, 75]];

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly StandPlans $plans,
        private readonly TeachingOrders $orders,
        private readonly PracticeFigures $figures,
        private readonly OpenBand $open,
    ) {
    }

    public function load(array $chairs, Account $director, array $demo): void
    {
        $today = $this->plans->today();
        $begin = $today->plus(-self::DAYS);
        $order = $this->orders->of('');
        $plan = new Plan(
            $order->name.' (example)',
            $order->lines[0],
            (new PlanChoices($order->goal, due: $today->plus(self::DUE)->text()))->toArray(),
            $begin,
        );
        $this->entities->persist($plan);
        $this->entities->flush();
        $random = new Randomizer(new Mt19937(20));
        foreach ($chairs as $k => $chair) {
            [$days, $clean] = self::PUPILS[$k % \count(self::PUPILS)];
            try {
                $of = $this->plans->of($chair, null, [], $plan);
            } catch (Mistake) {
                continue;
            }
            $played = [];
            for ($n = 0; $n < self::DAYS; ++$n) {
                if ($random->getInt(0, 6) >= $days) {
                    continue;
                }
                foreach ($of->planner->day($begin->plus($n), $played)->items as $item) {
                    array_push($played, ...$this->practised($item, $chair, $begin->plus($n)->text(), $clean, $random));
                }
            }
        }
        $this->entities->flush();
    }

    /** @return list<Played> */
    private function practised(PlanItem $item, Chair $chair, string $day, int $clean, Randomizer $random): array
    {
        $ladder = Ladder::of(Rungs::usual($this->figures), $item->tempo, $item->line->goal);
        $state = $ladder->first();
        $played = [];
        $at = new \DateTimeImmutable($day.' 17:'.$random->getInt(10, 50), $this->open->zone());
        for ($left = $item->minutes * 60.0; $left > 0 && LadderStanding::Done !== $state->standing; $left -= $takes) {
            $takes = $item->line->pass($state->tempo, $this->figures->number('breath'));
            $isClean = $random->getInt(0, 99) < $clean + 20 - intdiv($state->tempo - 60, 4);
            $played[] = new Played(
                Day::parse($day),
                $item->line->line,
                $item->line->quarters($state->tempo),
                $isClean,
                seconds: $takes,
            );
            $this->entities->persist(
                new PracticeResult(
                    Uuid::v7()->toRfc4122(),
                    $chair,
                    $item->line->line,
                    StepKind::Ladder->value,
                    $state->tempo,
                    $item->line->unit,
                    $isClean,
                    round($takes, 1),
                    '',
                    $at,
                    $at,
                    true,
                ),
            );
            $at = $at->modify('+'.(int) ceil($takes).' seconds');
            $state = $ladder->after($state, $isClean);
        }

        return $played;
    }
}
