<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use App\Band\OpenBand;
use App\Engraving\Page;
use App\Engraving\PageFrame;
use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Engraving\TablePages;
use App\Shared\Deed;
use App\Shared\May;
use App\Shared\Words;
use App\Stand\StandPlans;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Record\Readiness;
use SwiftReed\Record\RecordCell;
use SwiftReed\Record\Requirement;
use SwiftReed\Record\Standing;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The class list: how far everybody is, and who will be ready when; on paper too, with a page for each player, for
 * himself or for his parents.
 */
#[May(Deed::Keep)]
final class ClassListController extends AbstractController
{
    /** Requirements that a line of the list names; the number says the rest. */
    private const NAMED = 6;

    public function __construct(
        private readonly OwnListRepository $lists,
        private readonly RecordEntryRepository $entries,
        private readonly PaperEntryRepository $papers,
        private readonly RecordBook $book,
        private readonly StandPlans $plans,
        private readonly InstrumentLibrary $instruments,
        private readonly OpenBand $open,
        private readonly PdfMaker $pdfs,
        private readonly RecordExport $export,
        private readonly Words $words,
    ) {
    }

    #[Route('/record/class', name: 'record_class', methods: ['GET'])]
    public function class(Request $request): Response
    {
        $list = $this->chosen($request);
        if (null === $list) {
            return $this->redirectToRoute('record');
        }
        try {
            $sections = $this->sections($list);
            $error = '';
        } catch (Mistake $mistake) {
            $sections = [];
            $error = $mistake->getMessage();
        }

        return $this->render(
            'record/class.html.twig',
            ['list' => $list, 'lists' => $this->lists->newestFirst(), 'sections' => $sections, 'error' => $error],
        );
    }

    #[Route('/record/class.pdf', name: 'record_class_pdf', methods: ['GET'])]
    public function print(Request $request): Response
    {
        $list = $this->chosen($request) ?? throw $this->createNotFoundException('refusal.none.list');
        $sections = [];
        $isPaced = true;
        foreach ($this->sections($list) as $name => $rows) {
            foreach ($rows as $one) {
                $isPaced = $isPaced && self::hasPace($one['readiness']);
            }
            $sections[] = [
                $name,
                array_map(
                    static fn (array $one): array => [
                        $one['chair']->getName(),
                        $one['readiness']->passed.' of '.($one['readiness']->passed + $one['readiness']->open),
                        implode(', ', $one['open']),
                        self::hasPace($one['readiness']) ? $one['readiness']->says() : '–',
                    ],
                    $rows,
                ),
            ];
        }

        return $this->pdf(
            TablePages::of(
                $list->getName(),
                $this->words->say('record.class_printed', ['%day%' => $this->plans->today()->spoken()])
                    .($isPaced ? '' : ' '.$this->words->say('record.class_no_pace')),
                [
                    $this->words->say('plan.player') => 3,
                    $this->words->say('record.count') => 2,
                    $this->words->say('record.open') => 7,
                    $this->words->say('record.pace') => 6,
                ],
                $sections,
                $this->paper(),
                $this->open->required()->getName(),
            ),
            $list->getName(),
            'class-list.pdf',
        );
    }

    /** A page for each player, in words for those who do not read music. */
    #[Route('/record/parents.pdf', name: 'record_parents_pdf', methods: ['GET'])]
    public function parents(Request $request): Response
    {
        $list = $this->chosen($request) ?? throw $this->createNotFoundException('refusal.none.list');
        $each = [];
        foreach ($this->book->chairs() as $chair) {
            $each[] = $this->written($chair, [$list], true);
        }
        if ([] === $each) {
            throw $this->createNotFoundException('refusal.none.chair');
        }
        $this->export->printed($list);
        $foot = PageFrame::said($this->open->required()->getName(), $list->getName(), $this->plans->today()->spoken());

        return $this->pdf(
            TablePages::halves($each, $this->columns(), $this->paper(), $foot),
            $list->getName(),
            'for-parents.pdf',
        );
    }

    #[Route('/record/chairs/{id<[0-9a-f-]{36}>}/page.pdf', name: 'record_chair_pdf', methods: ['GET'])]
    public function player(Request $request, string $id): Response
    {
        $chair = $this->book->chairs()[$id] ?? throw $this->createNotFoundException('refusal.none.chair');

        return $this->pdf(
            $this->pages($chair, $this->lists->newestFirst(), $request->query->getBoolean('parents')),
            $chair->getName(),
            'record.pdf',
        );
    }

    /** Whether it is known how fast somebody gets on, or nothing is left to get on with. */
    private static function hasPace(Readiness $one): bool
    {
        return 0 === $one->open || null !== $one->days;
    }

    /**
     * @param list<OwnList> $lists
     *
     * @return non-empty-list<Page>
     */
    private function pages(Chair $chair, array $lists, bool $isForParents): array
    {
        [$name, $lead, $sections] = $this->written($chair, $lists, $isForParents);

        return TablePages::of(
            $name,
            $lead,
            $this->columns(),
            $sections,
            $this->paper(),
            PageFrame::said($this->open->required()->getName(), $name, $this->plans->today()->spoken()),
        );
    }

    /** @return array<string, int> names and widths of the columns of a player's page */
    private function columns(): array
    {
        return [
            $this->words->say('record.requirement') => 4,
            $this->words->say('record.asked') => 6,
            $this->words->say('record.result') => 4,
            $this->words->say('record.day') => 3,
        ];
    }

    /**
     * What stands on a player's page: the name, what is said under it, and the lists with what came of them.
     *
     * @param list<OwnList> $lists
     *
     * @return array{string, string, list<array{string, list<list<string>>}>}
     */
    private function written(Chair $chair, array $lists, bool $isForParents): array
    {
        $instrument = $this->book->instrument($chair);
        $sections = [];
        $says = [];
        foreach ($lists as $list) {
            try {
                $requirements = $this->book->requirements($list);
            } catch (Mistake) {
                continue; // what is wrong with the list is said on its page
            }
            $cells = $this->book->cells($requirements, [$chair->getId() => $chair])[$chair->getId()];
            $sections[] = [
                $list->getName(),
                array_map(
                    fn (Requirement $one, RecordCell $cell): array => [
                        $this->book->title($one, $instrument),
                        $this->book->asks($one),
                        $this->state($cell),
                        $cell->by?->day->spoken() ?? '',
                    ],
                    $requirements,
                    $cells,
                ),
            ];
            $says[] = $list->getName().': '.Readiness::of($requirements, $cells, $this->plans->today())->says();
        }
        $words = array_values(array_filter(
            array_reverse($this->entries->ofChair($chair)),
            static fn (RecordEntry $one): bool => !$one->isWithdrawn() && '' !== $one->getRemark(),
        ));
        if ([] !== $words) {
            $sections[] = [
                $this->words->say('record.remark'),
                array_map(
                    fn (RecordEntry $one): array => ['', $one->getRemark(), '', $this->day($one->getMadeAt())],
                    \array_slice($words, 0, self::NAMED),
                ),
            ];
        }
        $papers = array_values(array_filter(
            array_reverse($this->papers->ofChair($chair)),
            static fn (PaperEntry $one): bool => !$one->isWithdrawn(),
        ));
        if ([] !== $papers) {
            $shown = \array_slice($papers, 0, self::NAMED);
            $sections[] = [$this->words->say('tab.papers'), array_map($this->paperRow(...), $shown)];
        }
        $lead = $instrument->name.'. '.implode(' ', $says).(
            $isForParents ? ' '.$this->words->say('record.parents_lead') : ''
        );

        return [$chair->getName(), $lead, $sections];
    }

    /** @return list<string> */
    private function paperRow(PaperEntry $one): array
    {
        $usable = match ($one->isUsable()) {
            null => 'missing',
            true => 'yes',
            false => 'no',
        };
        $says = $this->words->say('record.usable_'.$usable);
        if (null !== $one->isRight()) {
            $says .= ', '.$this->words->say('record.right_'.($one->isRight() ? 'yes' : 'no'));
        }

        return [$one->getTitle(), $one->getRemark(), $says, $this->day($one->getMadeAt())];
    }

    private function day(\DateTimeImmutable $at): string
    {
        return $at->setTimezone($this->open->zone())->format('j F');
    }

    private function state(RecordCell $cell): string
    {
        return $this->words->say(
            'record.state_'.strtr($cell->standing->value, ' ', '_'),
            ['%tempo%' => (string) $cell->tempo],
        );
    }

    /**
     * @return array<string, list<array{chair: Chair, readiness: Readiness, open: list<string>}>> by the section
     *
     * @throws Mistake
     */
    private function sections(OwnList $list): array
    {
        $requirements = $this->book->requirements($list);
        $chairs = $this->book->chairs();
        $sections = [];
        foreach ($this->book->cells($requirements, $chairs) as $id => $cells) {
            $titles = $this->book->titles($list, $this->book->instrument($chairs[$id]));
            $times = array_count_values($titles);
            $titles = array_map(
                fn (
                    string $title,
                    Requirement $one,
                ): string => $times[$title] > 1 ? $title.' '.$this->book->asks($one) : $title,
                $titles,
                $requirements,
            );
            $open = array_values(array_unique(array_filter(
                $titles,
                static fn (int $k): bool => Standing::Passed !== $cells[$k]->standing,
                \ARRAY_FILTER_USE_KEY,
            )));
            $sections[StandPlans::section($chairs[$id], $this->instruments)][] = [
                'chair' => $chairs[$id],
                'readiness' => Readiness::of($requirements, $cells, $this->plans->today()),
                'open' => \count($open) > self::NAMED
                    ? [
                        ...\array_slice($open, 0, self::NAMED),
                        $this->words->say('record.and_more', ['%n%' => \count($open) - self::NAMED]),
                    ]
                    : $open,
            ];
        }

        return $sections;
    }

    private function chosen(Request $request): ?OwnList
    {
        return $this->lists->chosen($request->query->getString('list'));
    }

    private function paper(): Paper
    {
        return Paper::parse($this->open->usual()->paper);
    }

    /** @param non-empty-list<Page> $pages */
    private function pdf(array $pages, string $title, string $file): Response
    {
        return new Response(
            $this->pdfs->pdf($pages, $title),
            200,
            ['Content-Type' => 'application/pdf', 'Content-Disposition' => 'inline; filename="'.$file.'"'],
        );
    }
}
