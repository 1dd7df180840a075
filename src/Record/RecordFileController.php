<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use App\Band\OpenBand;
use App\Shared\ChangesNothing;
use App\Shared\Csv;
use App\Shared\Deed;
use App\Shared\Form\BroughtType;
use App\Shared\Form\Forms;
use App\Shared\May;
use App\Shared\Words;
use App\Stand\StandPlans;
use SwiftReed\Import\ImportError;
use SwiftReed\Import\RecordList;
use SwiftReed\Import\RecordRow;
use SwiftReed\Practice\Day;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The record as a table: everything that was heard given away, and brought in; shown as it was understood, and entered
 * only then.
 */
#[May(Deed::Keep)]
final class RecordFileController extends AbstractController
{
    public function __construct(
        private readonly RecordList $list,
        private readonly RecordBook $book,
        private readonly RecordEntryRepository $entries,
        private readonly StandPlans $plans,
        private readonly OpenBand $open,
        private readonly RecordExport $export,
        private readonly Forms $forms,
        private readonly Words $words,
    ) {
    }

    #[Route('/record/entries.csv', name: 'record_entries', methods: ['GET'])]
    public function entries(): Response
    {
        return Csv::file($this->export->entries(), 'heard.csv');
    }

    #[Route('/record/bring', name: 'record_bring', methods: ['GET'])]
    public function ask(): Response
    {
        return $this->page('', []);
    }

    #[Route('/record/bring', name: 'record_bring_preview', methods: ['POST'])]
    #[ChangesNothing]
    public function preview(Request $request): Response
    {
        $text = BroughtType::text(
            $this->forms->read(BroughtType::class, $request, null, ['limit' => RecordList::MOST_BYTES]),
            RecordList::MOST_BYTES,
        );
        try {
            return $this->page($text, array_map(static fn (array $one): RecordRow => $one[0], $this->read($text)));
        } catch (ImportError $error) {
            return $this->page($text, [], $error->getMessage());
        }
    }

    /** Enters what was understood; what was not stays on the page. */
    #[Route('/record/bring/enter', name: 'record_bring_enter', methods: ['POST'])]
    public function enter(Request $request, BringRecordIn $bring): Response
    {
        $text = $request->request->getString('text');
        try {
            $rows = $this->read($text);
        } catch (ImportError $error) {
            return $this->page($text, [], $error->getMessage());
        }
        ['entered' => $count, 'left' => $left] = $bring($rows);

        return $this->page('', $left, '', $count);
    }

    /**
     * Rows with the chair of each; a row that stands in the record already is doubted.
     *
     * @return list<array{RecordRow, Chair|null}>
     *
     * @throws ImportError
     */
    private function read(string $text): array
    {
        $today = $this->plans->today();
        $chairs = [];
        $known = [];
        foreach ($this->book->chairs() as $chair) {
            $chairs[mb_strtolower($chair->getName())][] = $chair;
        }
        $rows = [];
        foreach ($this->list->read($text) as $row) {
            $of = $chairs[mb_strtolower($row->name)] ?? [];
            $asked = mb_strtolower($row->instrument);
            $chair = array_values(array_filter(
                $of,
                fn (Chair $one): bool => '' === $asked || $asked === $one->getInstrument() || $asked === mb_strtolower(
                    $this->book->instrument($one)->name,
                ),
            ))[0]
                ?? null;
            if (null === $chair) {
                $row = $row->doubted($this->words->say(
                    [] === $of ? 'refusal.row_unknown' : 'refusal.row_other',
                    ['%name%' => $row->name, '%instrument%' => $row->instrument],
                ));
            } elseif (null !== $row->day && $today->since($row->day) < 0) {
                $row = $row->doubted($this->words->say('refusal.row_future', ['%day%' => $row->day->text()]));
            } elseif (null !== $row->line && null !== $row->isPassed) {
                $known[$chair->getId()] ??= array_fill_keys(
                    array_map(
                        fn (RecordEntry $one): string => self::key(
                            $one->getLine(),
                            RecordEntry::PASSED === $one->getResult(),
                            $this->day($one->getMadeAt()),
                        ),
                        array_filter(
                            $this->entries->ofChair($chair),
                            static fn (
                                RecordEntry $one,
                            ): bool => !$one->isWithdrawn() && RecordEntry::PLAYED !== $one->getResult(),
                        ),
                    ),
                    true,
                );
                $key = self::key($row->line, $row->isPassed, $row->day ?? $today);
                $row = isset($known[$chair->getId()][$key])
                    ? $row->doubted($this->words->say('refusal.row_known'))
                    : $row;
                $known[$chair->getId()][$key] = true;
            }
            $rows[] = [$row, $chair];
        }

        return $rows;
    }

    private static function key(string $line, bool $isPassed, Day $day): string
    {
        return $line.'|'.($isPassed ? '1' : '0').'|'.$day->text();
    }

    private function day(\DateTimeImmutable $at): Day
    {
        return Day::at($at, $this->open->zone());
    }

    /** @param list<RecordRow> $rows */
    private function page(string $text, array $rows, string $problem = '', ?int $entered = null): Response
    {
        return $this->render(
            'record/bring.html.twig',
            [
                'text' => $text, 'rows' => $rows, 'problem' => $problem, 'entered' => $entered,
                'example' => RecordList::EXAMPLE,
            ],
            new Response(status: '' === $problem ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY),
        );
    }
}
