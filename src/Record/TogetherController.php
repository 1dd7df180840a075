<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use App\Band\OpenBand;
use App\Packets\PacketRepository;
use App\Shared\Deed;
use App\Shared\May;
use App\Shared\Words;
use App\Stand\PlanRepository;
use App\Stand\StandPlans;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Record\Requirement;
use SwiftReed\Record\Standing;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Many at once: a section that has passed but for some, and stacks of home cards and worksheets.
 */
#[May(Deed::Keep)]
final class TogetherController extends AbstractController
{
    private const USABLE = ['yes' => true, 'no' => false];

    public function __construct(
        private readonly OwnListRepository $lists,
        private readonly RecordEntryRepository $entries,
        private readonly PaperEntryRepository $papers,
        private readonly RecordBook $book,
        private readonly InstrumentLibrary $instruments,
        private readonly OpenBand $open,
        private readonly RecordPass $record,
        private readonly WithdrawPass $withdraw,
        private readonly PlanRepository $plans,
        private readonly PacketRepository $packets,
        private readonly Words $words,
    ) {
    }

    /** "All clarinets but …" */
    #[Route('/record/together', name: 'record_together', methods: ['GET'])]
    public function together(Request $request): Response
    {
        $list = $this->lists->chosen($request->query->getString('list'));
        if (null === $list) {
            return $this->redirectToRoute('record');
        }

        return $this->togetherPage(
            $list,
            $request->query->getString('requirement'),
            $request->query->getString('who'),
            $this->own($request->query->getString('entered')),
        );
    }

    #[Route('/record/together', name: 'record_together_enter', methods: ['POST'])]
    public function enter(Request $request): Response
    {
        $list = $this->lists->one($request->request->getString('list'))
            ?? throw $this->createNotFoundException('refusal.none.list');
        $requirement = $this->book->requirement($list, $request->request->getString('requirement'))
            ?? throw $this->createNotFoundException('refusal.none.requirement');
        $who = $request->request->getString('who');
        $tempo = trim($request->request->getString('tempo'));
        $result = RecordEntry::PASSED === $request->request->getString('result')
            ? RecordEntry::PASSED
            : RecordEntry::NOT_YET;
        $ticked = array_intersect_key(
            $this->book->chairs(),
            array_flip(array_filter($request->request->all('chairs'), \is_string(...))),
        );
        if ([] === $ticked || !Requirement::reads($tempo)) {
            return $this->togetherPage(
                $list,
                $requirement->key(),
                $who,
                [],
                $this->words->say([] === $ticked ? 'refusal.nobody_ticked' : 'refusal.record_tempo'),
                array_keys($ticked),
                $tempo,
            );
        }
        $ids = $this->record->together($ticked, $requirement, $tempo, $result, $list->getId());

        return $this->redirectToRoute(
            'record_together',
            [
                'list' => $list->getId(),
                'requirement' => $requirement->key(),
                'who' => $who,
                'entered' => $ids[0].'~'.$ids[\count($ids) - 1],
            ],
            Response::HTTP_SEE_OTHER,
        );
    }

    /** Takes back what one entered together. */
    #[Route('/record/together/withdraw', name: 'record_together_withdraw', methods: ['POST'])]
    public function withdraw(Request $request): Response
    {
        $this->withdraw->together($this->own($request->request->getString('entered')));

        return $this->redirectToRoute(
            'record_together',
            array_filter([
                'list' => $request->request->getString('list'),
                'requirement' => $request->request->getString('requirement'),
                'who' => $request->request->getString('who'),
            ]),
            Response::HTTP_SEE_OTHER,
        );
    }

    #[Route('/record/papers', name: 'record_papers', methods: ['GET'])]
    public function papers(Request $request): Response
    {
        return $this->papersPage($request->query->getString('kind'), $request->query->getString('who'));
    }

    #[Route('/record/papers', name: 'record_papers_enter', methods: ['POST'])]
    public function enterPapers(Request $request, RecordPapers $enter): Response
    {
        $kind = PaperEntry::WORKSHEET === $request->request->getString('kind')
            ? PaperEntry::WORKSHEET
            : PaperEntry::CARD;
        $who = $request->request->getString('who');
        $title = mb_scrub(trim($request->request->getString('title')));
        if ('' === $title || mb_strlen($title) > PaperEntry::TITLE) {
            return $this->papersPage(
                $kind,
                $who,
                $this->words->say('refusal.paper_title', ['%most%' => PaperEntry::TITLE]),
                $request->request->all(),
            );
        }
        $enter($kind, $title, $this->stack($request, $kind));

        return $this->redirectToRoute(
            'record_papers',
            ['kind' => $kind, 'who' => $who, 'done' => 'kept'],
            Response::HTTP_SEE_OTHER,
        );
    }

    /** Takes a stack back that one entered oneself. */
    #[Route('/record/papers/{id<[0-9a-f-]{36}>}/withdraw', name: 'record_papers_withdraw', methods: ['POST'])]
    public function withdrawPapers(string $id): Response
    {
        $of = $this->papers->one($id) ?? throw $this->createNotFoundException('refusal.none.entry');
        $teacher = $this->open->teacher()?->getId();
        foreach ($this->papers->stacks() as $stack) {
            if (null !== $teacher && $stack['by'] === $teacher && \in_array($of, $stack['entries'], true)) {
                $this->withdraw->papers($stack['entries'], $id);
            }
        }

        return $this->redirectToRoute('record_papers', ['kind' => $of->getKind()], Response::HTTP_SEE_OTHER);
    }

    /**
     * The papers of a stack, as they are pressed: of those who are of it.
     *
     * @return iterable<array{chair: Chair, isUsable: bool|null, isRight: bool|null, remark: string}>
     */
    private function stack(Request $request, string $kind): iterable
    {
        $of = static function (string $name, string $chair) use ($request): string {
            $given = $request->request->all($name)[$chair] ?? null;

            return \is_string($given) ? $given : '';
        };
        foreach ($this->book->chairs() as $id => $chair) {
            if ('' === $of('usable', $id)) {
                continue;
            }
            $isUsable = self::USABLE[$of('usable', $id)] ?? null;
            $isJudged = PaperEntry::WORKSHEET === $kind && null !== $isUsable;

            yield [
                'chair' => $chair,
                'isUsable' => $isUsable,
                'isRight' => $isJudged ? self::USABLE[$of('right', $id)] ?? null : null,
                'remark' => $of('remark', $id),
            ];
        }
    }

    /** @return list<RecordEntry> what the teacher who asks entered together */
    private function own(string $ids): array
    {
        $teacher = $this->open->teacher()?->getId();

        return null === $teacher || '' === $ids ? [] : $this->entries->together($ids, $teacher);
    }

    /** @return list<string> the sections that there are, in the order of the score */
    private function sections(): array
    {
        return array_values(array_unique(array_map(
            fn (Chair $one): string => StandPlans::section($one, $this->instruments),
            $this->book->chairs(),
        )));
    }

    /** @return array<string, Chair> those of a section, or everybody */
    private function of(string $who): array
    {
        return array_filter(
            $this->book->chairs(),
            fn (Chair $one): bool => '' === $who || $who === StandPlans::section($one, $this->instruments),
        );
    }

    /**
     * @template T
     *
     * @param array<string, Chair> $chairs
     * @param \Closure(Chair): T   $show
     *
     * @return array<string, list<T>> by the section
     */
    private function grouped(array $chairs, \Closure $show): array
    {
        $groups = [];
        foreach ($chairs as $chair) {
            $groups[StandPlans::section($chair, $this->instruments)][] = $show($chair);
        }

        return $groups;
    }

    /**
     * @param list<RecordEntry> $entered what was just entered
     * @param list<string>|null $ticked  what was ticked, when the page comes back
     */
    private function togetherPage(
        OwnList $list,
        string $asked,
        string $who,
        array $entered,
        string $problem = '',
        ?array $ticked = null,
        string $tempo = '',
    ): Response {
        try {
            $requirements = $this->book->requirements($list);
        } catch (Mistake $error) {
            $requirements = [];
            $problem = $error->getMessage();
        }
        $requirement = array_values(array_filter(
            $requirements,
            static fn (Requirement $one): bool => $one->key() === $asked,
        ))[0]
            ?? $requirements[0]
            ?? null;
        $who = \in_array($who, $this->sections(), true) ? $who : '';
        $chairs = $this->of($who);
        $cells = null === $requirement ? [] : $this->book->cells([$requirement], $chairs);
        $isPassed = static fn (string $id): bool => Standing::Passed === ($cells[$id][0] ?? null)?->standing;

        return $this->render('record/together.html.twig', [
            'list' => $list,
            'lists' => $this->lists->newestFirst(),
            'requirement' => $requirement,
            'who' => $who,
            'sections' => $this->sections(),
            'problem' => $problem,
            'tempo' => $tempo,
            'entered' => $entered,
            'requirements' => array_map(
                fn (Requirement $one): array => [
                    'key' => $one->key(),
                    'title' => $this->book->title($one),
                    'asks' => $this->book->asks($one),
                ],
                $requirements,
            ),
            // A section that was chosen is ticked but for those who have it already; of everybody nobody is.
            'groups' => $this->grouped(
                $chairs,
                static fn (Chair $chair): array => [
                    'chair' => $chair,
                    'cell' => $cells[$chair->getId()][0] ?? null,
                    'isTicked' => null === $ticked
                        ? '' !== $who && !$isPassed($chair->getId())
                        : \in_array($chair->getId(), $ticked, true),
                ],
            ),
        ], new Response(status: '' === $problem ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY));
    }

    /** @param array<mixed> $typed */
    private function papersPage(string $kind, string $who, string $problem = '', array $typed = []): Response
    {
        $kind = PaperEntry::WORKSHEET === $kind ? PaperEntry::WORKSHEET : PaperEntry::CARD;
        $who = \in_array($who, $this->sections(), true) ? $who : '';
        $suggested = PaperEntry::CARD === $kind
            ? array_map(static fn ($one): string => $one->getTitle(), $this->plans->all())
            : array_map(static fn ($one): string => $one->getTitle(), $this->packets->newestFirst());

        return $this->render(
            'record/papers.html.twig',
            [
                'kind' => $kind,
                'who' => $who,
                'sections' => $this->sections(),
                'groups' => $this->grouped($this->of($who), static fn (Chair $chair): array => ['chair' => $chair]),
                'suggested' => array_values(array_unique($suggested)),
                'stacks' => \array_slice($this->papers->stacks(), 0, 20),
                'teacher' => $this->open->teacher()?->getId() ?? '',
                'zone' => $this->open->zone()->getName(),
                'problem' => $problem,
                'typed' => $typed,
            ],
            new Response(status: '' === $problem ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY),
        );
    }
}
