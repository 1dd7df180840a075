<?php

declare(strict_types=1);

namespace App\Stand;

use App\Band\Chair;
use App\Band\OpenBand;
use App\Band\Roster;
use App\Band\Trash;
use App\Engraving\CardPages;
use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Shared\Deed;
use App\Shared\Form\Forms;
use App\Shared\May;
use App\Shared\Words;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Practice\Behind;
use SwiftReed\Practice\Day;
use SwiftReed\Practice\PlanBuilder;
use SwiftReed\Practice\PlanDay;
use SwiftReed\Practice\PlanItem;
use SwiftReed\Practice\PracticeFigures;
use SwiftReed\Practice\Rotation;
use SwiftReed\Practice\Rungs;
use SwiftReed\Practice\TeachingOrders;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * What everybody is to learn, by when; who is behind, and why; the week on paper.
 */
#[May(Deed::Keep)]
final class PlansController extends AbstractController
{
    private const WEEK = 7;

    public function __construct(
        private readonly PlanRepository $plans,
        private readonly StandPlans $held,
        private readonly Results $results,
        private readonly Roster $roster,
        private readonly OpenBand $open,
        private readonly KeepPlans $keeping,
        private readonly Forms $forms,
        private readonly TeachingOrders $orders,
        private readonly InstrumentLibrary $instruments,
        private readonly PlanBuilder $builder,
        private readonly PracticeFigures $figures,
        private readonly Words $words,
    ) {
    }

    #[Route('/plans', name: 'plans', methods: ['GET'])]
    public function plans(): Response
    {
        return $this->render(
            'stand/plans.html.twig',
            [
                'plans' => $this->plans->all(),
                'orders' => $this->orders->all(),
                'rows' => $this->overview(),
                'today' => $this->held->today(),
            ],
        );
    }

    /** A new plan for the band, from an order of teaching. */
    #[Route('/plans', name: 'plan_new', methods: ['POST'])]
    public function begin(Request $request): Response
    {
        $orders = $this->orders->all();
        $order = $orders[$request->request->getString('order')] ?? array_values($orders)[0];
        $plan = $this->keeping->begin($order);

        return $this->redirectToRoute('plan', ['id' => $plan->getId()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/plans/{id<[0-9a-f-]{36}>}', name: 'plan', methods: ['GET'])]
    public function plan(string $id): Response
    {
        return $this->page($this->one($id));
    }

    #[Route('/plans/{id<[0-9a-f-]{36}>}', name: 'plan_change', methods: ['POST'])]
    public function change(Request $request, string $id): Response
    {
        $plan = $this->one($id);
        $form = $this->forms->read(PlanType::class, $request);
        $typed = Forms::typed($request)
            + ['ways' => $request->request->all('ways'), 'patterns' => $request->request->all('patterns')];
        $problem = Forms::problem($form);
        if (null !== $problem) {
            return $this->page($plan, $problem, $typed);
        }
        if ($request->request->getInt('version') !== $plan->getVersion()) {
            return $this->page($plan, $this->words->say('refusal.plan.changed'), $typed, Response::HTTP_CONFLICT);
        }
        try {
            $choices = $this->choices($form, $plan);
            $lines = $this->lines(Forms::text($form, 'lines'));
            [$chair, $section] = $this->who(Forms::text($form, 'who'));
        } catch (Mistake $error) {
            return $this->page($plan, $error->getMessage(), $typed);
        }
        $this->keeping->change($plan, Forms::text($form, 'title'), $lines, $choices, $chair, $section);

        return $this->redirectToRoute('plan', ['id' => $id, 'done' => 'kept'], Response::HTTP_SEE_OTHER);
    }

    /** The same for one player, to be changed there. */
    #[Route('/plans/{id<[0-9a-f-]{36}>}/copy', name: 'plan_copy', methods: ['POST'])]
    public function copy(Request $request, string $id): Response
    {
        $plan = $this->one($id);
        [$chair] = $this->who('chair:'.$request->request->getString('chair'));
        if (null === $chair) {
            throw $this->createNotFoundException('refusal.none.chair');
        }
        $copy = $this->keeping->copy($plan, $chair);

        return $this->redirectToRoute('plan', ['id' => $copy->getId()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/plans/{id<[0-9a-f-]{36}>}/remove', name: 'plan_remove', methods: ['POST'])]
    public function remove(Trash $trash, string $id): Response
    {
        $plan = $this->one($id);
        $removed = $trash->remove($plan, $plan->getTitle());

        return $this->redirectToRoute('plans', ['undo' => $removed], Response::HTTP_SEE_OTHER);
    }

    /** The week on paper for everybody whose plan it is, with boxes to tick. */
    #[Route('/plans/{id<[0-9a-f-]{36}>}/cards.pdf', name: 'plan_cards', methods: ['GET'])]
    public function cards(PdfMaker $pdfs, string $id): Response
    {
        $plan = $this->one($id);
        $today = $this->held->today();
        $played = $this->results->ofBand();
        $plans = $this->plans->all();
        $cards = [];
        foreach ($this->chairs() as $chair) {
            if ($this->held->plan($chair, $plans)?->getId() !== $plan->getId()) {
                continue;
            }
            try {
                $of = $this->held->of($chair, null, $played[$chair->getId()] ?? [], $plan);
                $cards[] = [
                    'name' => $chair->getName(),
                    'says' => $this->instrument($chair).' · '.$plan->getTitle(),
                    'days' => array_map(
                        self::day(...),
                        \array_slice($of->forecast($today, self::WEEK)->days, 0, self::WEEK),
                    ),
                    'care' => $this->words->say($of->lines[0]->rests ?? false ? 'care.brass' : 'care.short'),
                ];
            } catch (Mistake) {
                continue; // what is wrong with this chair is said on the page of the plan
            }
        }
        if ([] === $cards) {
            throw new UnprocessableEntityHttpException('refusal.plan.nobody');
        }

        return new Response(
            $pdfs->pdf(
                CardPages::of($cards, Paper::parse($this->open->usual()->paper)),
                $this->words->say('plan.cards_of', ['%plan%' => $plan->getTitle()]),
            ),
            200,
            ['Content-Type' => 'application/pdf', 'Content-Disposition' => 'inline; filename="home-cards.pdf"'],
        );
    }

    /** @return array{day: string, items: list<string>} */
    private static function day(PlanDay $day): array
    {
        return [
            'day' => $day->day->spoken(),
            'items' => array_map(
                static fn (PlanItem $one): string => \sprintf(
                    '%s from %d, %d min',
                    $one->line->title,
                    $one->tempo,
                    $one->minutes,
                ),
                \array_slice($day->items, 0, 4),
            ),
        ];
    }

    /**
     * Who is where in his plan; who is furthest behind first.
     *
     * @return list<array{chair: Chair, instrument: string, plan: string, id: string, key: string, tempo: string,
     *  clean: int, all: int, behind: Behind|null, error: string}>
     */
    private function overview(): array
    {
        $played = $this->results->ofBand();
        $today = $this->held->today();
        $plans = $this->plans->all();
        $rows = [];
        foreach ($this->chairs() as $chair) {
            $row = [
                'chair' => $chair, 'instrument' => $this->instrument($chair), 'plan' => '', 'id' => '', 'key' => '',
                'tempo' => '', 'clean' => 0, 'all' => 0, 'behind' => null, 'error' => '',
            ];
            try {
                $of = $this->held->of($chair, null, $played[$chair->getId()] ?? [], $this->held->plan($chair, $plans));
                $standing = $of->standing();
                $current = $standing->current();
                $highest = null === $current ? null : $standing->progress[$current->line]->highest;
                $rows[] = [
                    'plan' => $of->title,
                    'id' => $of->plan?->getId() ?? '',
                    'key' => $current->title ?? '',
                    'tempo' => null === $current
                        ? ''
                        : (null === $highest ? '–' : (string) $current->beatsAt($highest)).' / '.$current->goal,
                    'clean' => \count($standing->clean()),
                    'all' => \count($of->lines),
                    'behind' => Behind::of($standing, $of->settings, $this->figures, $today, $of->played),
                ] + $row;
            } catch (Mistake $error) {
                $rows[] = ['error' => $error->getMessage()] + $row;
            }
        }
        usort(
            $rows,
            static fn (array $a, array $b): int => [
                $b['behind']->keys ?? 0,
                $b['behind']->isAway ?? false,
            ] <=> [$a['behind']->keys ?? 0, $a['behind']->isAway ?? false],
        );

        return $rows;
    }

    /** @return list<Chair> in score order */
    private function chairs(): array
    {
        return array_merge(
            [],
            ...array_map(static fn ($player): array => $player->chairs(), $this->roster->inScoreOrder()),
        );
    }

    private function instrument(Chair $chair): string
    {
        return $this->instruments->knows($chair->getInstrument())
            ? $this->instruments->instrument($chair->getInstrument())->name
            : $chair->getInstrument();
    }

    /**
     * @param FormInterface<mixed> $form
     *
     * @throws Mistake
     */
    private function choices(FormInterface $form, Plan $plan): PlanChoices
    {
        $number = static function (string $name, int $default) use ($form): int {
            $given = $form->get($name)->getData();

            return is_numeric($given) ? (int) $given : $default;
        };
        $list = static function (string $name) use ($form): array {
            $given = $form->get($name)->getData();

            return \is_array($given) ? array_values(array_filter($given, is_string(...))) : [];
        };
        $due = match (Forms::text($form, 'due_kind')) {
            'lesson' => PlanChoices::NEXT_LESSON,
            'day' => Day::parse(Forms::text($form, 'due'))->text(),
            default => '',
        };
        $goal = $form->get('goal')->getData();
        $choices = new PlanChoices(
            \is_int($goal) ? $goal : null,
            Rungs::parse(Forms::text($form, 'rungs'))->text(),
            $number('minutes', 20),
            $due,
            true === $form->get('memory')->getData(),
            $number('clean', 2),
            $number('days', 2),
            Forms::text($form, 'order'),
            $list('ways'),
            [] === $list('patterns') ? [] : ['', ...$list('patterns')],
            $number('every', 2),
            $plan->choices()->copied,
        );
        $choices->settings($plan->begin(), $this->held->today(), []); // says what does not go together

        return $choices;
    }

    /**
     * The lines of a plan as they are understood, one in a row.
     *
     * @throws Mistake when one is not understood
     */
    private function lines(string $typed): string
    {
        $rows = array_values(array_filter(
            array_map(trim(...), explode("\n", $typed)),
            static fn (string $row): bool => '' !== $row,
        ));
        $this->builder->keys($rows);

        return implode("\n", $rows);
    }

    /** @return array{Chair|null, string} the chair or the section for whom a plan is; neither for the band */
    private function who(string $who): array
    {
        if (str_starts_with($who, 'chair:')) {
            foreach ($this->chairs() as $chair) {
                if ('chair:'.$chair->getId() === $who) {
                    return [$chair, ''];
                }
            }
        }

        return [null, str_starts_with($who, 'section:') ? mb_substr(mb_scrub(substr($who, 8)), 0, 60) : ''];
    }

    /** @param array<string, mixed> $typed */
    private function page(Plan $plan, string $problem = '', array $typed = [], ?int $status = null): Response
    {
        $today = $this->held->today();
        $played = $this->results->ofBand();
        $plans = $this->plans->all();
        $sections = [];
        $forecasts = [];
        foreach ($this->chairs() as $chair) {
            $sections[StandPlans::section($chair, $this->instruments)] = true;
            if ($this->held->plan($chair, $plans)?->getId() !== $plan->getId()) {
                continue;
            }
            try {
                $of = $this->held->of($chair, null, $played[$chair->getId()] ?? [], $plan);
                $forecast = $of->forecast($today);
                $forecasts[] = [
                    'name' => $chair->getName(), 'instrument' => $this->instrument($chair), 'chair' => $chair->getId(),
                    'fits' => $forecast->feasible, 'says' => $forecast->says, 'left' => \count($of->left),
                ];
            } catch (Mistake $error) {
                $forecasts[] = [
                    'name' => $chair->getName(), 'instrument' => $this->instrument($chair), 'chair' => $chair->getId(),
                    'fits' => false, 'says' => $error->getMessage(), 'left' => 0,
                ];
            }
        }
        $original = '' === $plan->choices()->copied ? null : $this->plans->one($plan->choices()->copied);

        return $this->render('stand/plan.html.twig', [
            'plan' => $plan, 'choices' => $plan->choices(), 'typed' => $typed, 'problem' => $problem, 'chairs' => $this->chairs(), 'sections' => array_keys(
                $sections,
            ), 'forecasts' => $forecasts,
            'keys' => $this->keys($plan), 'ways' => array_keys(
                Rotation::WAYS,
            ), 'patterns' => PlanType::PATTERNS, 'original' => $original, 'differs' => null === $original
                ? []
                : $this->differences($plan, $original), 'today' => $today,
        ], new Response(status: $status ?? ('' === $problem ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY)));
    }

    /** How many keys the lines come to; none where one is not understood. */
    private function keys(Plan $plan): int
    {
        try {
            return \count($this->builder->keys($plan->rows()));
        } catch (Mistake) {
            return 0;
        }
    }

    /** @return list<string> in what a copy differs from the plan it was copied from */
    private function differences(Plan $copy, Plan $original): array
    {
        $says = [];
        [$own, $theirs] = [$copy->choices(), $original->choices()];
        foreach ([
            'plan.differs_goal' => [$own->goal, $theirs->goal],
            'plan.differs_minutes' => [$own->minutes, $theirs->minutes],
            'plan.differs_rungs' => [$own->rungs, $theirs->rungs],
            'plan.differs_due' => [$own->due, $theirs->due],
        ] as $key => [$is, $was]) {
            if ($is !== $was) {
                $says[] = $this->words->say($key, ['%is%' => (string) ($is ?? '–'), '%was%' => (string) ($was ?? '–')]);
            }
        }
        foreach ([
            'plan.differs_without' => array_diff($original->rows(), $copy->rows()),
            'plan.differs_with' => array_diff($copy->rows(), $original->rows()),
        ] as $key => $rows) {
            if ([] !== $rows) {
                $says[] = $this->words->say($key, ['%lines%' => implode('; ', $rows)]);
            }
        }

        return $says;
    }

    private function one(string $id): Plan
    {
        return $this->plans->one($id) ?? throw $this->createNotFoundException('refusal.none.plan');
    }
}
