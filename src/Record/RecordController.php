<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use App\Band\OpenBand;
use App\Band\Trash;
use App\Shared\Csv;
use App\Shared\Deed;
use App\Shared\May;
use App\Shared\Words;
use App\Stand\StandPlans;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Record\Readiness;
use SwiftReed\Record\RecordCell;
use SwiftReed\Record\Requirement;
use SwiftReed\Record\RequirementLists;
use SwiftReed\Record\Standing;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Who passed what: who is to be heard next, the grid, a player's page, lists of requirements.
 */
#[May(Deed::Keep)]
final class RecordController extends AbstractController
{
    public function __construct(
        private readonly OwnListRepository $lists,
        private readonly RecordEntryRepository $entries,
        private readonly RecordBook $book,
        private readonly RequirementLists $shipped,
        private readonly StandPlans $plans,
        private readonly Faults $faults,
        private readonly PaperEntryRepository $papers,
        private readonly OpenBand $open,
        private readonly RecordPass $record,
        private readonly KeepLists $keeping,
        private readonly Words $words,
    ) {
    }

    /** The room opens as who to hear next. */
    #[Route('/record', name: 'record', methods: ['GET'])]
    public function next(Request $request): Response
    {
        $list = $this->chosen($request);
        $isRoundTheRoom = 'room' === $request->query->getString('order');
        $entered = $this->entries->one($request->query->getString('entered'));
        $view = [
            'order' => $isRoundTheRoom ? 'room' : '',
            'lists' => $this->lists->newestFirst(),
            'list' => $list,
            'shipped' => $this->shipped->shipped(),
            'rows' => [],
            'error' => '',
            'entered' => null === $entered || $entered->isWithdrawn() ? null : $entered,
        ];
        if (null !== $list) {
            try {
                $view['rows'] = array_map(
                    fn (array $row): array => $row + [
                        'title' => $this->book->title($row['requirement'], $this->book->instrument($row['chair'])),
                        'asks' => $this->book->asks($row['requirement']),
                        'instrument' => $this->book->instrument($row['chair'])->name,
                    ],
                    $this->book->next(
                        $this->book->requirements($list),
                        $this->book->chairs(),
                        $this->plans->today(),
                        $isRoundTheRoom,
                    ),
                );
            } catch (Mistake $error) {
                $view['error'] = $error->getMessage();
            }
        }

        return $this->render('record/next.html.twig', $view);
    }

    #[Route('/record/grid', name: 'record_grid', methods: ['GET'])]
    public function grid(Request $request): Response
    {
        $list = $this->chosen($request);
        if (null === $list) {
            return $this->redirectToRoute('record');
        }
        $view = [
            'lists' => $this->lists->newestFirst(), 'list' => $list, 'error' => '', 'requirements' => [], 'rows' => [],
            'show' => $request->query->getString('show'), 'lacks' => $request->query->getString('lacks'),
            'moment' => (new \DateTimeImmutable())->format('U.u'),
        ];
        try {
            $requirements = $this->book->requirements($list);
            $view['requirements'] = array_map(
                fn (Requirement $one): array => [
                    'key' => $one->key(),
                    'title' => $this->book->title($one),
                    'asks' => $this->book->asks($one),
                ],
                $requirements,
            );
            $view['rows'] = $this->rows($list, $requirements, $this->book->chairs(), $view['show'], $view['lacks']);
        } catch (Mistake $error) {
            $view['error'] = $error->getMessage();
        }

        return $this->render('record/grid.html.twig', $view);
    }

    /** The rows in which something has changed since: another teacher enters at the same time. */
    #[Route('/record/since', name: 'record_since', methods: ['GET'])]
    public function since(Request $request): Response
    {
        $list = $this->chosen($request);
        $moment = (new \DateTimeImmutable())->format('U.u');
        $changed = null === $list
            ? []
            : array_intersect_key(
                $this->book->chairs(),
                array_flip($this->book->changedSince($request->query->getString('moment'))),
            );
        $rows = [];
        if (null !== $list && [] !== $changed) {
            $rows = $this->rows($list, $this->book->requirements($list), $changed, '', '');
        }

        return $this->render('record/_since.html.twig', ['list' => $list, 'rows' => $rows, 'moment' => $moment]);
    }

    #[Route('/record/grid.csv', name: 'record_csv', methods: ['GET'])]
    public function csv(Request $request, RecordExport $export): Response
    {
        $list = $this->chosen($request) ?? throw $this->createNotFoundException('refusal.none.list');

        return Csv::file($export->grid($list), 'record.csv');
    }

    /** A pass, or not yet: one entry more. */
    #[Route('/record/enter', name: 'record_enter', methods: ['POST'])]
    public function enter(Request $request): Response
    {
        $list = $this->lists->one($request->request->getString('list'))
            ?? throw $this->createNotFoundException('refusal.none.list');
        $chair = $this->book->chairs()[$request->request->getString('chair')]
            ?? throw $this->createNotFoundException('refusal.none.chair');
        $asked = $request->request->getString('requirement');
        $requirement = $this->book->requirement($list, $asked)
            ?? throw $this->createNotFoundException('refusal.none.requirement');
        if (!Requirement::reads($request->request->getString('tempo'))) {
            throw new UnprocessableEntityHttpException('refusal.record_tempo');
        }
        $result = RecordEntry::PASSED === $request->request->getString('result')
            ? RecordEntry::PASSED
            : RecordEntry::NOT_YET;
        $entry = $this->record->one(
            $chair,
            $requirement,
            $request->request->getString('tempo'),
            $result,
            $request->request->getString('remark'),
        );

        return $this->answer($request, $list, $chair, $requirement, $entry);
    }

    /** Undo withdraws one's own. */
    #[Route('/record/entries/{id<[0-9a-f-]{36}>}/withdraw', name: 'record_withdraw', methods: ['POST'])]
    public function withdraw(Request $request, WithdrawPass $withdraw, string $id): Response
    {
        $entry = $this->entries->one($id) ?? throw $this->createNotFoundException('refusal.none.entry');
        $withdraw->one($entry);
        $list = $this->lists->one($request->request->getString('list'));
        if (null === $list || null === $request->headers->get('HX-Request')) {
            return $this->redirectToRoute(
                'record_chair',
                ['id' => $entry->getChair()->getId()],
                Response::HTTP_SEE_OTHER,
            );
        }
        $asked = $request->request->getString('requirement');
        $requirement = $this->book->requirement($list, $asked)
            ?? throw $this->createNotFoundException('refusal.none.requirement');

        return $this->answer($request, $list, $entry->getChair(), $requirement, null);
    }

    #[Route('/record/chairs/{id<[0-9a-f-]{36}>}', name: 'record_chair', methods: ['GET'])]
    public function chair(string $id): Response
    {
        $chair = $this->book->chairs()[$id] ?? throw $this->createNotFoundException('refusal.none.chair');

        return $this->render(
            'record/player.html.twig',
            [
                'chair' => $chair,
                'lists' => $this->listsOf($chair, true),
                'entries' => array_reverse($heard = $this->entries->ofChair($chair)),
                'recurs' => $this->book->recurs($heard, $this->plans->today()),
                'offered' => $this->faults->offered($chair, $heard),
                'papers' => array_reverse($this->papers->ofChair($chair)),
                'zone' => $this->open->zone()->getName(),
                'teacher' => $this->open->teacher()?->getId() ?? '',
            ],
        );
    }

    /** A player sees his own, and nobody else's. */
    #[Route('/record/mine', name: 'record_mine', methods: ['GET'])]
    #[May(Deed::Play)]
    public function mine(Request $request): Response
    {
        $player = $this->open->player() ?? throw $this->createAccessDeniedException('refusal.sign_in');
        $chairs = $player->chairs();
        $chair = array_values(array_filter(
            $chairs,
            static fn (Chair $one): bool => $one->getId() === $request->query->getString('chair'),
        ))[0]
            ?? $chairs[0]
            ?? null;

        return $this->render(
            'record/player.html.twig',
            [
                'chair' => $chair,
                'lists' => null === $chair ? [] : $this->listsOf($chair),
                'entries' => null === $chair ? [] : array_reverse($this->entries->ofChair($chair)),
                'papers' => null === $chair ? [] : array_reverse($this->papers->ofChair($chair)),
                'recurs' => null === $chair
                    ? []
                    : $this->book->recurs($this->entries->ofChair($chair), $this->plans->today()),
                'zone' => $this->open->zone()->getName(),
                'teacher' => '',
            ],
        );
    }

    /** The player says that it is played: it is to be heard. */
    #[Route('/record/mine/played', name: 'record_played', methods: ['POST'])]
    #[May(Deed::Play)]
    public function played(Request $request): Response
    {
        $player = $this->open->player() ?? throw $this->createAccessDeniedException('refusal.sign_in');
        $chair = array_values(array_filter(
            $player->chairs(),
            static fn (Chair $one): bool => $one->getId() === $request->request->getString('chair'),
        ))[0]
            ?? throw $this->createNotFoundException('refusal.none.chair');
        $list = $this->lists->one($request->request->getString('list'))
            ?? throw $this->createNotFoundException('refusal.none.list');
        $requirement = $this->book->requirement($list, $request->request->getString('requirement'))
            ?? throw $this->createNotFoundException('refusal.none.requirement');
        $this->record->played($chair, $requirement, $player);

        return $this->redirectToRoute('record_mine', ['chair' => $chair->getId()], Response::HTTP_SEE_OTHER);
    }

    /** A list of one's own, from one that ships. */
    #[Route('/record/lists', name: 'record_list_new', methods: ['POST'])]
    public function begin(Request $request): Response
    {
        $shipped = $this->shipped->shipped();
        $from = $shipped[$request->request->getString('from')]
            ?? array_values($shipped)[0]
            ?? throw $this->createNotFoundException('refusal.none.list');
        $list = $this->keeping->begin($from);

        return $this->redirectToRoute('record_list', ['id' => $list->getId()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/record/lists/{id<[0-9a-f-]{36}>}', name: 'record_list', methods: ['GET'])]
    public function list(string $id): Response
    {
        return $this->listPage($this->one($id));
    }

    #[Route('/record/lists/{id<[0-9a-f-]{36}>}', name: 'record_list_change', methods: ['POST'])]
    public function changeList(Request $request, string $id): Response
    {
        $list = $this->one($id);
        $typed = [
            'name' => mb_substr(mb_scrub(trim($request->request->getString('name'))), 0, OwnList::NAME + 1),
            'rows' => mb_substr(mb_scrub(trim($request->request->getString('rows'))), 0, OwnList::LIMIT),
        ];
        $problem = '' === $typed['name'] || mb_strlen($typed['name']) > OwnList::NAME
            ? $this->words->say('refusal.list_name', ['%most%' => OwnList::NAME])
            : '';
        if ($request->request->getInt('version') !== $list->getVersion()) {
            return $this->listPage($list, $this->words->say('refusal.plan.changed'), $typed, Response::HTTP_CONFLICT);
        }
        try {
            $this->shipped->requirements(OwnList::lines($typed['rows']));
        } catch (Mistake $error) {
            $problem = $error->getMessage();
        }
        if ('' !== $problem) {
            return $this->listPage($list, $problem, $typed);
        }
        $this->keeping->change($list, $typed['name'], $typed['rows']);

        return $this->redirectToRoute('record_list', ['id' => $id, 'done' => 'kept'], Response::HTTP_SEE_OTHER);
    }

    #[Route('/record/lists/{id<[0-9a-f-]{36}>}/remove', name: 'record_list_remove', methods: ['POST'])]
    public function removeList(Trash $trash, string $id): Response
    {
        $list = $this->one($id);

        return $this->redirectToRoute(
            'record',
            ['undo' => $trash->remove($list, $list->getName())],
            Response::HTTP_SEE_OTHER,
        );
    }

    /** @param array<string, string> $typed */
    private function listPage(OwnList $list, string $problem = '', array $typed = [], ?int $status = null): Response
    {
        try {
            $requirements = array_map(
                fn (Requirement $one): array => [
                    'title' => $this->book->title($one),
                    'asks' => $this->book->asks($one),
                ],
                $this->book->requirements($list),
            );
        } catch (Mistake) {
            $requirements = [];
        }

        return $this->render(
            'record/list.html.twig',
            ['list' => $list, 'typed' => $typed, 'problem' => $problem, 'requirements' => $requirements],
            new Response(
                status: $status ?? ('' === $problem ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY),
            ),
        );
    }

    /**
     * @param list<Requirement>    $requirements
     * @param array<string, Chair> $chairs
     * @param string               $show  "ready" or "open": who is shown; everybody else
     * @param string               $lacks key of a requirement that those who are shown lack
     *
     * @return list<array{chair: Chair, instrument: string, cells: list<array{k: int, key: string, state: string,
     *  shows: string, says: string, title: string}>, passed: int}>
     */
    private function rows(OwnList $list, array $requirements, array $chairs, string $show, string $lacks): array
    {
        $rows = [];
        $titles = [];
        $says = $this->says();
        foreach ($this->book->cells($requirements, $chairs) as $id => $cells) {
            $instrument = $this->book->instrument($chairs[$id]);
            $names = $titles[$instrument->transposition->halfSteps()] ??= $this->book->titles($list, $instrument);
            $isShown = true;
            $row = [];
            $passed = 0;
            $isReady = false;
            foreach ($cells as $k => $cell) {
                $key = $requirements[$k]->key();
                $row[] = self::shown($k, $key, $cell, $names[$k], $says);
                $isPassed = Standing::Passed === $cell->standing;
                $passed += $isPassed ? 1 : 0;
                $isReady = $isReady || (!$isPassed && $cell->isReady);
                $isShown = $isShown && ($lacks !== $key || !$isPassed);
            }
            if ($isShown && match ($show) {
                'ready' => $isReady, 'open' => $passed < \count($cells), default => true,
            }) {
                $rows[] = [
                    'chair' => $chairs[$id],
                    'instrument' => $instrument->name,
                    'cells' => $row,
                    'passed' => $passed,
                ];
            }
        }

        return $rows;
    }

    /** @return array<string, string> what is said of each state, with a gap for the tempo */
    private function says(): array
    {
        return [
            'passed' => $this->words->say('record.state_passed'),
            'not yet' => $this->words->say('record.state_not_yet'),
            'played' => $this->words->say('record.state_played'),
            'practised' => $this->words->say('record.state_practised'),
            'nothing' => $this->words->say('record.state_nothing'),
        ];
    }

    /**
     * A cell as the page has it.
     *
     * @param array<string, string> $says of each state
     *
     * @return array{k: int, key: string, state: string, shows: string, says: string, title: string}
     */
    private static function shown(int $k, string $key, RecordCell $cell, string $title, array $says): array
    {
        $state = $cell->standing->value;

        return ['k' => $k, 'key' => $key, 'state' => strtr($state, ' ', '_'), 'shows' => match ($cell->standing) {
            Standing::Passed,
            Standing::Practised => (string) $cell->tempo,
            Standing::NotYet => '–',
            Standing::Played => '”',
            Standing::Nothing => '',
        }, 'says' => null === $cell->tempo ? $says[$state] : strtr($says[$state], ['%tempo%' => (string) $cell->tempo]), 'title' => $title];
    }

    /**
     * @param bool $isForTeachers whether it is said who could help
     *
     * @return list<array{list: OwnList, readiness: Readiness, rows: list<array{title: string, asks: string,
     *  key: string, cell: RecordCell, helpers: list<string>}>}>
     */
    private function listsOf(Chair $chair, bool $isForTeachers = false): array
    {
        $lists = [];
        foreach ($this->lists->newestFirst() as $list) {
            try {
                $requirements = $this->book->requirements($list);
            } catch (Mistake) {
                continue; // what is wrong with the list is said on its page
            }
            $cells = $this->book->cells($requirements, [$chair->getId() => $chair])[$chair->getId()];
            $helpers = $isForTeachers
                ? $this->book->helpers($requirements, $chair)
                : array_map(static fn (): array => [], $requirements);
            $lists[] = [
                'list' => $list,
                'new' => $this->book->newNotes($chair, $requirements, $cells),
                'readiness' => Readiness::of($requirements, $cells, $this->plans->today()),
                'rows' => array_map(
                    fn (Requirement $one, RecordCell $cell, array $helpers): array => [
                        'helpers' => $helpers,
                        'title' => $this->book->title($one, $this->book->instrument($chair)),
                        'asks' => $this->book->asks($one),
                        'key' => $one->key(),
                        'cell' => $cell,
                    ],
                    $requirements,
                    $cells,
                    $helpers,
                ),
            ];
        }

        return $lists;
    }

    /** The cell anew for a page that asks for it; else back to where one came from. */
    private function answer(
        Request $request,
        OwnList $list,
        Chair $chair,
        Requirement $requirement,
        ?RecordEntry $entry,
    ): Response {
        if (null === $request->headers->get('HX-Request')) {
            return $this->redirectToRoute(
                'grid' === $request->request->getString('back') ? 'record_grid' : 'record',
                ['list' => $list->getId()]
                    + (
                        null === $entry ? [] : ['entered' => $entry->getId()]
                    ) + array_filter(['order' => $request->request->getString('order')]),
                Response::HTTP_SEE_OTHER,
            );
        }
        $cell = $this->book->cells([$requirement], [$chair->getId() => $chair])[$chair->getId()][0];
        $k = (int) array_search(
            $requirement->key(),
            array_map(static fn (Requirement $one): string => $one->key(), $this->book->requirements($list)),
            true,
        );

        return $this->render(
            'record/_entered.html.twig',
            [
                'list' => $list,
                'chair' => $chair,
                'one' => self::shown(
                    $k,
                    $requirement->key(),
                    $cell,
                    $this->book->titles($list, $this->book->instrument($chair))[$k] ?? '',
                    $this->says(),
                ),
                'entry' => $entry,
            ],
        );
    }

    private function chosen(Request $request): ?OwnList
    {
        return $this->lists->chosen($request->query->getString('list'));
    }

    private function one(string $id): OwnList
    {
        return $this->lists->one($id) ?? throw $this->createNotFoundException('refusal.none.list');
    }
}
