<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use App\Band\OpenBand;
use App\Desk\Desk;
use App\Desk\DeskPage;
use App\Desk\DeskState;
use App\Engraving\EngravingError;
use App\Engraving\FingeringStyle;
use App\Engraving\PageMaker;
use App\Engraving\Rows;
use App\Shared\ChangesNothing;
use App\Shared\Deed;
use App\Shared\May;
use App\Shared\Stale;
use App\Shared\Words;
use App\Stand\StandController;
use App\Stand\StandData;
use App\Stand\StandPlans;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Player\Reminders;
use SwiftReed\Record\Mark;
use SwiftReed\Record\PassOff;
use SwiftReed\Record\Requirement;
use SwiftReed\Record\Rubric;
use SwiftReed\Score\Part;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * A player is heard: his own part with numbers, what went wrong pressed on the notes, the mark of it, words to the
 * player.
 */
#[May(Deed::Keep)]
final class PassOffController extends AbstractController
{
    /** Every fault of every note of the longest line has room. */
    private const MOST_BYTES = 100000;

    public function __construct(
        private readonly OwnListRepository $lists,
        private readonly RecordEntryRepository $entries,
        private readonly RecordBook $book,
        private readonly Desk $desk,
        private readonly PageMaker $pages,
        private readonly StandPlans $plans,
        private readonly OpenBand $open,
        private readonly RecordPass $record,
        private readonly Words $words,
    ) {
    }

    #[Route('/record/hear/{id<[0-9a-f-]{36}>}', name: 'record_hear', methods: ['GET'])]
    public function hear(Request $request, string $id): Response
    {
        $asked = $request->query->getString('requirement');
        $list = '' === $asked ? $this->lists->chosen($request->query->getString('list')) : null;
        if (null !== $list) {
            // Nothing is named: what is nearest for that player.
            $chair = $this->book->chairs()[$id] ?? throw $this->createNotFoundException('refusal.none.chair');
            $requirements = $this->book->requirements($list);
            $nearest = $this->book->next($requirements, [$id => $chair], $this->plans->today())[0]['requirement']
                ?? $requirements[0]
                ?? throw $this->createNotFoundException('refusal.none.requirement');

            return $this->page($list, $chair, $nearest);
        }
        [$list, $chair, $requirement] = $this->asked($request->query->getString('list'), $id, $asked);

        return $this->page($list, $chair, $requirement);
    }

    /** The mark that follows from what is pressed so far. */
    #[Route('/record/hear/{id<[0-9a-f-]{36}>}/mark', name: 'record_mark', methods: ['POST'])]
    #[ChangesNothing]
    public function mark(Request $request, string $id): Response
    {
        [, $chair, $requirement] = $this->asked(
            $request->request->getString('list'),
            $id,
            $request->request->getString('requirement'),
        );
        try {
            $passOff = $this->pressed($request, $this->part($chair, $requirement));

            return $this->render(
                'record/_mark.html.twig',
                [
                    'mark' => $this->marked($passOff, $requirement, $request->request->getString('tempo')),
                    'pass_off' => $passOff,
                ],
            );
        } catch (Mistake $error) {
            return new Response(
                htmlspecialchars($error->getMessage(), \ENT_QUOTES),
                Response::HTTP_UNPROCESSABLE_ENTITY,
            );
        }
    }

    #[Route('/record/hear/{id<[0-9a-f-]{36}>}', name: 'record_heard', methods: ['POST'])]
    public function heard(Request $request, string $id): Response
    {
        [$list, $chair, $requirement] = $this->asked(
            $request->request->getString('list'),
            $id,
            $request->request->getString('requirement'),
        );
        $given = trim($request->request->getString('mark'));
        $typed = [
            'tempo' => $request->request->getString('tempo'),
            'remark' => mb_scrub($request->request->getString('remark')),
            'mark' => $given,
            'pressed' => $request->request->getString('pressed'),
        ];
        try {
            $passOff = $this->pressed($request, $this->part($chair, $requirement));
            $mark = $this->marked($passOff, $requirement, $typed['tempo']);
        } catch (Mistake $error) {
            return $this->page($list, $chair, $requirement, $typed, $error->getMessage());
        }
        if ('' !== $given && (!is_numeric($given) || (float) $given < 0 || (float) $given > 100)) {
            return $this->page(
                $list,
                $chair,
                $requirement,
                $typed,
                $this->words->say('refusal.mark', ['%read%' => mb_substr($given, 0, 20)]),
            );
        }
        if (!Requirement::reads($typed['tempo'])) {
            return $this->page($list, $chair, $requirement, $typed, $this->words->say('refusal.record_tempo'));
        }
        $result = RecordEntry::PASSED === $request->request->getString('result')
            ? RecordEntry::PASSED
            : RecordEntry::NOT_YET;
        $entry = $this->record->judged(
            $chair,
            $requirement,
            $typed['tempo'],
            $result,
            $typed['remark'],
            $passOff,
            $mark->mark,
            '' === $given ? null : (float) $given,
        );

        return $this->redirectToRoute(
            'record',
            ['list' => $list->getId(), 'entered' => $entry->getId()],
            Response::HTTP_SEE_OTHER,
        );
    }

    /** The weights that the band's teachers give. */
    #[Route('/record/rubric', name: 'record_rubric', methods: ['GET'])]
    public function rubric(): Response
    {
        return $this->rubricPage(self::shown($this->weights()), '');
    }

    #[Route('/record/rubric', name: 'record_rubric_change', methods: ['POST'])]
    public function changeRubric(Request $request, WeighRubric $weigh): Response
    {
        $band = $this->open->required();
        Stale::unless($request, $band->getVersion(), self::shown($this->weights()));
        $weights = [];
        if (!$request->request->has('usual')) {
            $typed = [];
            foreach (Rubric::PARTS as $part) {
                $typed[$part] = trim($request->request->getString($part));
            }
            $weights = array_map(
                static fn (string $one): float => (float) filter_var(
                    $one,
                    \FILTER_VALIDATE_FLOAT,
                    ['options' => ['min_range' => 0, 'max_range' => 1000, 'default' => -1]],
                ),
                $typed,
            );
            if (min($weights) < 0 || array_sum($weights) <= 0) {
                return $this->rubricPage($typed, $this->words->say('refusal.rubric'));
            }
        }
        $weigh($weights);

        return $this->redirectToRoute('record_rubric', ['done' => 'kept'], Response::HTTP_SEE_OTHER);
    }

    /** @param array<string, string> $typed */
    private function rubricPage(array $typed, string $problem): Response
    {
        return $this->render(
            'record/rubric.html.twig',
            ['weights' => $typed, 'problem' => $problem, 'version' => $this->open->required()->getVersion()],
            new Response(status: '' === $problem ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY),
        );
    }

    /** @param array<string, string> $typed what was typed and pressed, when it comes back */
    private function page(
        OwnList $list,
        Chair $chair,
        Requirement $requirement,
        array $typed = [],
        string $problem = '',
    ): Response {
        $part = null;
        $wide = $narrow = $take = '';
        try {
            $part = $this->part($chair, $requirement);
            $take = json_encode(
                StandData::take($part, DeskState::of(['line' => $requirement->text])->forPlayer($chair)),
                \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE,
            );
            $label = $part->instrument->name.', '.$part->writtenTitle();
            $rows = new Rows(true, false, Reminders::Affected, FingeringStyle::None);
            $wide = $this->pages->screen($part, $rows, $label, DeskPage::WIDE)->svg;
            $narrow = $this->pages->screen($part, $rows, $label, DeskPage::NARROW)->apart('nr');
        } catch (Mistake|EngravingError $error) {
            $problem = '' === $problem ? $error->getMessage() : $problem;
        }

        return $this->render('record/hear.html.twig', [
            'list' => $list,
            'chair' => $chair,
            'requirement' => $requirement,
            'part' => $part,
            'wide' => $wide,
            'narrow' => $narrow,
            'typed' => $typed,
            'problem' => $problem,
            'title' => $this->book->title(
                $requirement,
                $this->book->instrument($chair),
            ), 'asks' => $this->book->asks($requirement),
            'take' => $take, 'listen_says' => StandController::LISTENS,
            'helpers' => $this->book->helpers([$requirement], $chair)[0] ?? [],
            'recurs' => $this->book->recurs($this->entries->ofChair($chair), $this->plans->today()),
        ], new Response(status: '' === $problem ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY));
    }

    private function part(Chair $chair, Requirement $requirement): Part
    {
        return $this->desk->part(DeskState::of(['line' => $requirement->text])->forPlayer($chair));
    }

    private function pressed(Request $request, Part $part): PassOff
    {
        $sent = $request->request->getString('pressed');
        $given = '' === $sent ? [] : (\strlen($sent) > self::MOST_BYTES ? null : json_decode($sent, true, 5));

        return PassOff::of($part, \is_array($given) ? $given : ['pressed' => $sent]);
    }

    private function marked(PassOff $passOff, Requirement $requirement, string $tempo): Mark
    {
        $weights = $this->open->required()->getRubric();

        return (
            null === $weights ? Rubric::usual() : Rubric::read($weights)
        )->mark($passOff->presses(), $requirement->reached($tempo));
    }

    /** @return array<string, float> */
    private function weights(): array
    {
        return $this->open->required()->getRubric() ?? Rubric::usual()->weights();
    }

    /**
     * @param array<string, float> $weights
     *
     * @return array<string, string>
     */
    private static function shown(array $weights): array
    {
        return array_map(
            static fn (float $one): string => rtrim(rtrim(number_format($one, 1, '.', ''), '0'), '.'),
            $weights,
        );
    }

    /** @return array{OwnList, Chair, Requirement} */
    private function asked(string $list, string $chair, string $requirement): array
    {
        $list = $this->lists->one($list) ?? throw $this->createNotFoundException('refusal.none.list');

        return [
            $list,
            $this->book->chairs()[$chair] ?? throw $this->createNotFoundException('refusal.none.chair'),
            $this->book->requirement($list, $requirement)
                ?? throw $this->createNotFoundException('refusal.none.requirement'),
        ];
    }
}
