<?php

declare(strict_types=1);

namespace App\Stand;

use App\Band\Chair;
use App\Band\OpenBand;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Practice\Day;
use SwiftReed\Practice\KeyProgress;
use SwiftReed\Practice\PlanBuilder;
use SwiftReed\Practice\PlanLine;
use SwiftReed\Practice\PlanSettings;
use SwiftReed\Practice\Played;
use SwiftReed\Practice\PracticeFigures;
use SwiftReed\Practice\Reviews;
use SwiftReed\Practice\Rungs;
use SwiftReed\Practice\TeachingOrders;
use SwiftReed\Score\Part;
use Symfony\Contracts\Cache\CacheInterface;

/**
 * Which plan holds for whom: that of the chair, else of its section, else of the band, else the usual order of its
 * track.
 */
final class StandPlans
{
    public function __construct(
        private readonly PlanRepository $repository,
        private readonly Results $results,
        private readonly PlanBuilder $builder,
        private readonly InstrumentLibrary $instruments,
        private readonly TeachingOrders $orders,
        private readonly OpenBand $open,
        private readonly PracticeFigures $figures,
        private readonly CacheInterface $cache,
    ) {
    }

    /** The day that it is where the band is. */
    public function today(): Day
    {
        return Day::at(new \DateTimeImmutable(), $this->open->zone());
    }

    /**
     * The plan that holds for a chair; null where nobody made one for it.
     *
     * @param list<Plan>|null $among all plans of the band, where somebody asks for many chairs
     */
    public function plan(Chair $chair, ?array $among = null): ?Plan
    {
        $section = self::section($chair, $this->instruments);
        $best = null;
        foreach ($among ?? $this->repository->all() as $plan) {
            $isOwn = $plan->getChair()?->getId() === $chair->getId();
            $isSection = null === $plan->getChair() && '' !== $plan->getSection() && $plan->getSection() === $section;
            if ($isOwn) {
                return $plan;
            }
            $best = match (true) {
                $isSection && (null === $best || $best->isOfBand()) => $plan,
                $plan->isOfBand() => $best ?? $plan,
                default => $best,
            };
        }

        return $best;
    }

    /** The section in which somebody sits: as the director divided it, else that of the instrument. */
    public static function section(Chair $chair, InstrumentLibrary $instruments): string
    {
        if ('' !== $chair->getSection()) {
            return $chair->getSection();
        }
        foreach ($instruments->names() as $family) {
            foreach ($family as ['id' => $id, 'name' => $name]) {
                if ($id === $chair->getInstrument()) {
                    return $name;
                }
            }
        }

        return $chair->getInstrument();
    }

    /**
     * @param list<Played>|null $played what was played, where it is known already
     * @param int|null          $minutes that there are
     *
     * @throws Mistake when the chair is of a version that had other set-ups, or a line is not understood any more
     */
    public function of(Chair $chair, ?int $minutes = null, ?array $played = null, ?Plan $plan = null): ChairPlan
    {
        $plan ??= $this->plan($chair);
        $today = $this->today();
        $played ??= $this->results->played($chair->getId());
        $order = $this->orders->of($chair->getTrack());
        $choices = $plan?->choices() ?? new PlanChoices($order->goal);
        $begin = $plan?->begin() ?? $played[0]->day ?? $today;
        $settings = $choices->settings($begin, $today, $this->open->band()?->lessonDays() ?? [], $minutes);
        if (null !== $settings->due && $settings->due->isBefore($today)) {
            // A date that is over binds nobody any more; what was to be learnt stays.
            $settings = new PlanSettings(
                $settings->begin,
                $settings->rungs,
                null,
                $settings->minutes,
                $settings->inMemory,
                $settings->inARow,
                $settings->goalDays,
                $settings->hardFirst,
                $settings->rotation,
            );
        }
        [$instrument, $reads] = $this->reader($chair);
        [$lines, $left] = $this->builder->lines(
            $plan?->rows() ?? $order->lines,
            $instrument,
            $reads,
            $settings->rungs,
            $choices->goal,
            keep: $this->kept(...),
        );

        return new ChairPlan(
            $chair,
            $plan,
            $plan?->getTitle() ?? $order->name,
            $lines,
            $left,
            $settings,
            $played,
            $this->figures,
        );
    }

    /**
     * The ladder of a line for a chair: as its plan has it, where the line is in it, and where the player stands on it.
     *
     * @return array{rungs: Rungs, goal: int|null, clean: int, highest: int|null, away: bool, new: list<Pitch>}
     */
    public function ladder(Chair $chair, Part $part): array
    {
        $key = PlanLine::key($part->study->recipe->line);
        $unit = $part->study->recipe->timing->tempo->unit;
        $of = $this->of($chair);
        $planned = array_values(array_filter($of->lines, static fn (PlanLine $one): bool => $one->line === $key))[0]
            ?? null;
        $own = array_values(array_filter($of->played, static fn (Played $one): bool => $one->line === $key));
        $progress = KeyProgress::of(
            $own,
            \PHP_FLOAT_MAX,
            $of->settings->inARow,
            $of->settings->goalDays,
            Reviews::usual($this->figures),
        );
        $highest = null === $progress->highest
            ? null
            : (int) round($progress->highest / PlanLine::quartersOf(1, $unit));

        return [
            'rungs' => $of->settings->rungs,
            'goal' => null === $planned || $planned->unit !== $unit ? null : $planned->goal,
            'clean' => $of->settings->inARow,
            'highest' => $highest,
            'away' => $of->wasAway($this->today()),
            'new' => $this->unknown($of, $part),
        ];
    }

    /**
     * Notes of a line that this player has not met in anything he played clean; nothing while he has played nothing,
     * when all would be new.
     *
     * @return list<Pitch>
     */
    private function unknown(ChairPlan $of, Part $part): array
    {
        $known = [];
        foreach ($of->lines as $line) {
            foreach ($of->played as $one) {
                if ($one->isClean && $one->line === $line->line) {
                    $known += array_flip($line->needed);
                    break;
                }
            }
        }
        if ([] === $known) {
            return [];
        }
        $new = [];
        foreach ($part->study->notes as $note) {
            if (!isset($known[$note->pitch()->midi()]) && !$note->tone->inSequel) {
                $new[$note->pitch()->midi()] ??= $note->pitch();
            }
        }

        // Where most of it is new there is no "new note" to go out from.
        return \count($new) > 2 ? [] : array_values($new);
    }

    /**
     * @return array{Instrument, PlayerSettings}
     *
     * @throws Mistake
     */
    private function reader(Chair $chair): array
    {
        $instrument = $this->instruments->instrument(
            $chair->getInstrument(),
            array_values(array_filter(explode(',', $chair->getSetup()), static fn (string $one): bool => '' !== $one)),
        );

        return [$instrument, $chair->settings()];
    }

    /** @param \Closure(): (PlanLine|string) $make */
    private function kept(string $name, \Closure $make): PlanLine|string
    {
        return $this->cache->get('plan-line-'.hash('xxh128', $name), $make);
    }
}
