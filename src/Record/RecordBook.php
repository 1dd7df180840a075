<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use App\Band\OpenBand;
use App\Band\Roster;
use App\Stand\Results;
use Doctrine\DBAL\Connection;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Practice\Day;
use SwiftReed\Record\Heard;
use SwiftReed\Record\RecordCell;
use SwiftReed\Record\RecordGrid;
use SwiftReed\Record\RecordPlayer;
use SwiftReed\Record\Recurrence;
use SwiftReed\Record\Requirement;
use SwiftReed\Record\RequirementLists;
use SwiftReed\Record\Standing;
use SwiftReed\Score\KeyNames;
use SwiftReed\Score\PartBuilder;
use Symfony\Contracts\Cache\CacheInterface;

/**
 * The record of the open band: requirements of a list, players, and where each stands.
 */
final class RecordBook
{
    private const KNOWN = 'record-known-lines';

    private ?RecordGrid $grid = null;

    public function __construct(
        private readonly RequirementLists $lists,
        private readonly Roster $roster,
        private readonly InstrumentLibrary $instruments,
        private readonly Results $results,
        private readonly Connection $database,
        private readonly OpenBand $open,
        private readonly PartBuilder $parts,
        private readonly CacheInterface $cache,
    ) {
    }

    /**
     * @return list<Requirement>
     *
     * @throws Mistake when a row is not understood any more
     */
    public function requirements(OwnList $list): array
    {
        // The same rows mean the same: a pass in a noisy room does not wait for them to be read.
        return $this->cache->get(
            'requirements-'.hash('xxh128', $list->getRows()),
            fn (): array => $this->lists->requirements($list->rows()),
        );
    }

    /** The requirement of a list that has a key. */
    public function requirement(OwnList $list, string $key): ?Requirement
    {
        return array_values(array_filter(
            $this->requirements($list),
            static fn (Requirement $one): bool => $one->key() === $key,
        ))[0]
            ?? null;
    }

    /**
     * What went wrong again and again.
     *
     * @param list<RecordEntry> $entries from early to late
     *
     * @return list<Recurrence>
     */
    public function recurs(array $entries, Day $today): array
    {
        $heard = [];
        foreach ($entries as $entry) {
            $passOff = $entry->isWithdrawn() ? null : $entry->getPassOff();
            if (null !== $passOff) {
                $heard[] = [
                    Day::parse($entry->getMadeAt()->setTimezone($this->open->zone())->format('Y-m-d')),
                    $passOff,
                    $entry->getLine(),
                ];
            }
        }

        return Recurrence::of($heard, $today);
    }

    /**
     * What each requirement is called by players of an instrument.
     *
     * @return list<string> in the order of the requirements
     */
    public function titles(OwnList $list, Instrument $instrument): array
    {
        return $this->cache->get(
            'requirement-titles-'.hash('xxh128', $list->getRows().'|'.$instrument->transposition->halfSteps()),
            fn (): array => array_map(
                fn (Requirement $one): string => $this->title($one, $instrument),
                $this->requirements($list),
            ),
        );
    }

    /** @return array<string, Chair> by id, in the order of the score */
    public function chairs(): array
    {
        $chairs = [];
        foreach ($this->roster->inScoreOrder() as $player) {
            foreach ($player->chairs() as $chair) {
                if ($this->instruments->knows($chair->getInstrument())) {
                    $chairs[$chair->getId()] = $chair;
                }
            }
        }

        return $chairs;
    }

    /**
     * Who passed a requirement on an instrument of the same family, and could help with it.
     *
     * @param list<Requirement> $requirements
     *
     * @return list<list<string>> names, in the order of the requirements
     */
    public function helpers(array $requirements, Chair $chair): array
    {
        $family = [];
        foreach ($this->instruments->names() as $members) {
            $ids = array_column($members, 'id');
            $family = \in_array($chair->getInstrument(), $ids, true) ? $ids : $family;
        }
        $others = array_filter(
            $this->chairs(),
            static fn (
                Chair $one,
            ): bool => $one->getId() !== $chair->getId()
                && $one->getPlayer()->getId() !== $chair->getPlayer()->getId()
                && \in_array(
                    $one->getInstrument(),
                    $family,
                    true,
                ),
        );
        $helpers = array_map(static fn (): array => [], $requirements);
        foreach ([] === $others ? [] : $this->cells($requirements, $others) as $id => $cells) {
            foreach ($cells as $k => $cell) {
                if (isset($others[$id]) && Standing::Passed === $cell->standing) {
                    $helpers[$k][] = $others[$id]->getName();
                }
            }
        }

        return $helpers;
    }

    public function instrument(Chair $chair): Instrument
    {
        return $this->instruments->instrument($chair->getInstrument());
    }

    /**
     * Where each player stands with each requirement.
     *
     * @param list<Requirement>    $requirements
     * @param array<string, Chair> $chairs
     *
     * @return array<string, list<RecordCell>> by the chair, in the order of the requirements
     */
    public function cells(array $requirements, array $chairs): array
    {
        $one = 1 === \count($chairs) ? (string) array_key_first($chairs) : null;
        $heard = $this->heard($one);
        $fastest = $this->results->fastest($one);
        $before = $this->cache->get(self::KNOWN, static fn (): array => [[], []]);
        $grid = $this->grid ??= new RecordGrid($this->parts, ...$before);
        $cells = [];
        foreach ($chairs as $id => $chair) {
            $player = new RecordPlayer($this->instrument($chair), $heard[$id] ?? [], $fastest[$id] ?? []);
            $cells[$id] = $grid->cells($requirements, $player);
        }
        $known = $grid->known();
        if (array_map(\count(...), $known) !== array_map(\count(...), $before)) {
            $this->cache->delete(self::KNOWN);
            $this->cache->get(self::KNOWN, static fn (): array => $known);
        }

        return $cells;
    }

    /**
     * What comes next for a chair, and its notes that are in nothing it has passed.
     *
     * @param list<Requirement> $requirements
     * @param list<RecordCell>  $cells
     *
     * @return array{requirement: Requirement, notes: non-empty-list<Pitch>}|null
     */
    public function newNotes(Chair $chair, array $requirements, array $cells): ?array
    {
        return (new NewNotes($this->parts))->of($chair, $this->instrument($chair), $requirements, $cells);
    }

    /** "B♭ major, 2 octaves": a requirement as a player of an instrument reads it. */
    public function title(Requirement $requirement, ?Instrument $instrument = null): string
    {
        $recipe = $this->parts->recipe($requirement->line);
        $tonic = null === $instrument
            ? $recipe->tonic
            : $this->parts->writtenKey($requirement->line, $instrument)->key->tonic;

        return KeyNames::title($tonic, $recipe->material);
    }

    /** What stands after the key: "2 octaves, eighths, quarter = 88; from memory". */
    public function asks(Requirement $requirement): string
    {
        $parts = explode(', ', $requirement->line->text(), 2);

        return ($parts[1] ?? '').($requirement->inMemory ? '; from memory' : '').(
            null === $requirement->due ? '' : '; by '.$requirement->due->spoken()
        );
    }

    /**
     * Who is to be heard next: ready before not, due before not, longest unheard first; each player once, with the
     * requirement that is nearest.
     *
     * @param list<Requirement>    $requirements
     * @param array<string, Chair> $chairs
     * @param bool                 $isRoundTheRoom whether everybody stays in the order of the chairs instead
     *
     * @return list<array{chair: Chair, requirement: Requirement, cell: RecordCell, unheard: int|null, due: int|null}>
     */
    public function next(array $requirements, array $chairs, Day $today, bool $isRoundTheRoom = false): array
    {
        $rows = [];
        foreach ($this->cells($requirements, $chairs) as $id => $cells) {
            $last = null;
            foreach ($cells as $cell) {
                $last = null === $cell->lastHeard
                    ? $last
                    : (null === $last ? $cell->lastHeard : $last->later($cell->lastHeard));
            }
            $best = null;
            foreach ($cells as $k => $cell) {
                if (Standing::Passed === $cell->standing) {
                    continue;
                }
                $due = $requirements[$k]->due?->since($today);
                $order = [
                    $cell->isReady ? 0 : 1, Standing::Played === $cell->standing ? 0 : 1, $due ?? \PHP_INT_MAX,
                    -($cell->tempo ?? 0), $k,
                ];
                if (null === $best || $order < $best[0]) {
                    $best = [
                        $order,
                        [
                            'chair' => $chairs[$id], 'requirement' => $requirements[$k], 'cell' => $cell,
                            'unheard' => null === $last ? null : $today->since($last), 'due' => $due,
                        ],
                    ];
                }
            }
            if (null !== $best) {
                $rows[] = [
                    [
                        $best[0][0],
                        $best[0][1],
                        min($best[0][2], 8),
                        null === $best[1]['unheard'] ? -\PHP_INT_MAX : -$best[1]['unheard'],
                    ],
                    $best[1],
                ];
            }
        }
        if (!$isRoundTheRoom) {
            usort($rows, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        }

        return array_map(static fn (array $row): array => $row[1], $rows);
    }

    /**
     * The chairs of which something was entered or withdrawn after a moment.
     *
     * @param string $moment seconds since 1970, with their fraction
     *
     * @return list<string> ids
     */
    public function changedSince(string $moment): array
    {
        $at = \DateTimeImmutable::createFromFormat('U.u', $moment);

        // Moments are kept to the second: what was entered within this one is sent again rather than missed.
        return false === $at
            ? []
            : array_map(
                static fn (mixed $id): string => \is_string($id) ? $id : '',
                $this->database->fetchFirstColumn(
                    'SELECT DISTINCT chair_id FROM record_entry WHERE band_id = :band AND (made_at >= :at OR withdrawn_at >= :at)',
                    ['band' => $this->open->id(), 'at' => $at->format('Y-m-d H:i:sP')],
                ),
            );
    }

    /** @return array<string, list<Heard>> by the chair, from early to late, without what was withdrawn */
    private function heard(?string $chair): array
    {
        $rows = $this->database->fetchAllAssociative(
            'SELECT id, chair_id, line, memory, result, by_name, to_char(made_at AT TIME ZONE :zone, \'YYYY-MM-DD\') AS day FROM record_entry WHERE band_id = :band AND withdrawn_at IS NULL'.(
                null === $chair ? '' : ' AND chair_id = :chair'
            ).' ORDER BY made_at, id',
            ['band' => $this->open->id(), 'zone' => $this->open->zone()->getName()]
                + (null === $chair ? [] : ['chair' => $chair]),
        );
        $heard = [];
        foreach ($rows as $row) {
            $of = static fn (string $key): string => \is_scalar($row[$key]) ? (string) $row[$key] : '';
            $heard[$of('chair_id')][] = new Heard(
                $of('id'),
                $of('line'),
                true === $row['memory'],
                RecordEntry::PASSED === $row['result'],
                RecordEntry::PLAYED === $row['result'],
                Day::parse($of('day')),
                $of('by_name'),
            );
        }

        return $heard;
    }
}
