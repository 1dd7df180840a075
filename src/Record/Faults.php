<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use App\Band\OpenBand;
use App\Shared\Audit;
use App\Stand\KeepPlans;
use App\Stand\Plan;
use App\Stand\StandPlans;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Line\Clause;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Player\PlayerError;
use SwiftReed\Player\WatchedNotes;
use SwiftReed\Practice\Day;
use SwiftReed\Practice\TeachingOrders;
use SwiftReed\Record\CommonFault;
use SwiftReed\Record\Recurrence;
use SwiftReed\Score\PartBuilder;

/**
 * What goes wrong again and again when players are heard, and what is done about it: a sign beside the note, a drill in
 * the plan.
 */
final class Faults
{
    public function __construct(
        private readonly RecordEntryRepository $entries,
        private readonly RecordBook $book,
        private readonly StandPlans $plans,
        private readonly TeachingOrders $orders,
        private readonly InstrumentLibrary $instruments,
        private readonly PartBuilder $parts,
        private readonly OpenBand $open,
        private readonly EntityManagerInterface $entities,
        private readonly KeepPlans $keeping,
        private readonly Audit $audit,
    ) {
    }

    /** @return list<CommonFault> of the band's sections, the commonest first */
    public function common(): array
    {
        $heard = [];
        $chairs = $this->book->chairs();
        foreach ($this->lately() as $entry) {
            $passOff = $entry->getPassOff();
            if (null !== $passOff && isset($chairs[$entry->getChair()->getId()])) {
                $heard[] = [
                    'section' => StandPlans::section($entry->getChair(), $this->instruments),
                    'player' => $entry->getChair()->getId(),
                    'day' => $this->day($entry),
                    'passOff' => $passOff,
                ];
            }
        }

        return CommonFault::of($heard, $this->plans->today());
    }

    /**
     * @return list<array{chair: Chair, recurs: non-empty-list<array{says: string, notes: list<string>,
     *  drill: string|null}>}> in the order of the score
     */
    public function ofPlayers(): array
    {
        $entries = [];
        foreach ($this->lately() as $entry) {
            $entries[$entry->getChair()->getId()][] = $entry;
        }
        $rows = [];
        foreach ($this->book->chairs() as $id => $chair) {
            $recurs = $this->offered($chair, $entries[$id] ?? []);
            if ([] !== $recurs) {
                $rows[] = ['chair' => $chair, 'recurs' => $recurs];
            }
        }

        return $rows;
    }

    /**
     * What comes back, and what can be done about it.
     *
     * @param list<RecordEntry> $entries of the chair, from early to late
     *
     * @return list<array{says: string, notes: list<string>, drill: string|null}> notes that are not marked yet; the
     *  line that drills the change
     */
    public function offered(Chair $chair, array $entries): array
    {
        $watched = self::watched($chair);

        return array_map(fn (Recurrence $one): array => [
            'says' => $one->says(),
            'notes' => null === $one->after
                ? array_values(array_filter(
                    $one->notes,
                    static fn (string $note): bool => !\in_array(
                        $note,
                        array_map(static fn (NoteName $name): string => $name->sign(), $watched->notes),
                        true,
                    ),
                ))
                : [],
            'drill' => $this->drill($one, $chair),
        ], $this->book->recurs($entries, $this->plans->today()));
    }

    /**
     * A sign beside the note on these players' own pages from now on.
     *
     * @param array<Chair> $chairs
     *
     * @throws Mistake when it is not a note
     */
    public function watch(array $chairs, string $note): void
    {
        $name = NoteName::parse($note);
        foreach ($chairs as $chair) {
            $chair->watch(self::watched($chair)->with($name)->latest()->text());
            $this->audit->note('note watched', $chair->getId(), ['note' => $note]);
        }
        $this->entities->flush();
    }

    /**
     * Puts a line before all others of the player's plan; who has none of his own gets one, with what he has been
     * playing.
     *
     * @throws Mistake when the line is not understood
     */
    public function practise(Chair $chair, string $line): Plan
    {
        $line = $this->parts->parser->parse($line)->text();
        $plan = $this->plans->plan($chair);
        if (null === $plan) {
            $plan = $this->keeping->begin($this->orders->of($chair->getTrack()), $chair);
        } elseif ($plan->getChair()?->getId() !== $chair->getId()) {
            $plan = $this->keeping->copy($plan, $chair);
        }
        $this->keeping->putFirst($plan, $line);
        $this->audit->note('drill planned', $chair->getId(), ['plan' => $plan->getId()]);

        return $plan;
    }

    /**
     * The line with the change drilled, without its tempo: the ladder of the plan sets that. Null where nothing stands
     * before the note.
     */
    private function drill(Recurrence $one, Chair $chair): ?string
    {
        if (0 === $one->note || '' === $one->line) {
            return null;
        }
        try {
            $line = $this->parts->parser->parse($one->line)
                ->without(ClauseKind::Tempo)
                ->with(Clause::drill($one->note));
            $this->parts->build($line, $this->book->instrument($chair), $chair->settings());

            return $line->text();
        } catch (Mistake) {
            return null;
        }
    }

    private static function watched(Chair $chair): WatchedNotes
    {
        try {
            return WatchedNotes::parse($chair->getWatched());
        } catch (PlayerError) {
            return WatchedNotes::none();
        }
    }

    /** @return list<RecordEntry> */
    private function lately(): array
    {
        return $this->entries->withNotesSince((new \DateTimeImmutable())->modify('-'.(Recurrence::DAYS + 1).' days'));
    }

    private function day(RecordEntry $entry): Day
    {
        return Day::at($entry->getMadeAt(), $this->open->zone());
    }
}
