<?php

declare(strict_types=1);

namespace App\Record;

use App\Account\Deed;
use App\Account\May;
use App\Band\Chair;
use App\Band\OpenBand;
use App\Desk\Desk;
use App\Engraving\KeyMapDrawing;
use App\Stand\StandPlans;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Instrument\Touch;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Player\Stage;
use SwiftReed\Practice\PlanItem;
use SwiftReed\Record\ComesBack;
use SwiftReed\Record\Quiz;
use SwiftReed\Record\QuizKind;
use SwiftReed\Record\QuizQuestion;
use SwiftReed\Score\PartBuilder;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Work it out: questions for the player's instrument and the keys that are due, marked at once. Visitors may; what players who are signed in answer is kept.
 */
#[May(Deed::Make)]
final class WorkItOutController extends AbstractController
{
    private const MOST_SEED = 999999;

    public function __construct(private readonly Quiz $quiz, private readonly InstrumentLibrary $instruments, private readonly Desk $desk, private readonly PartBuilder $parts, private readonly OpenBand $open, private readonly WrittenAnswerRepository $answers, private readonly StandPlans $plans, private readonly EntityManagerInterface $entities)
    {
    }

    #[Route('/work-it-out', name: 'work_it_out', methods: ['GET'])]
    public function ask(Request $request): Response
    {
        $chair = $this->chair($request->query->getString('chair'));
        $instrument = $this->instrument($chair, $request->query->getString('for'));
        $kinds = self::kinds($instrument);
        $kind = array_values(array_filter($kinds, static fn (QuizKind $one): bool => $one->value === $request->query->getString('kind')))[0] ?? null;
        $returns = false;
        $question = null;
        if (null !== $chair && '' === $request->query->getString('fresh')) {
            $latest = array_values(array_filter($this->answers->latest($chair), static fn (WrittenAnswer $one): bool => null === $kind || $kind->value === $one->getKind()));
            $at = ComesBack::next(array_map(static fn (WrittenAnswer $one): array => ['kind' => $one->getKind(), 'question' => $one->getQuestion(), 'isRight' => $one->isRight()], $latest));
            $again = null === $at ? null : QuizKind::tryFrom($latest[$at]->getKind());
            if (null !== $at && null !== $again) {
                $question = new QuizQuestion($again, $latest[$at]->getQuestion(), $latest[$at]->getAsks(), '');
                $returns = true;
            }
        }
        $seed = random_int(1, self::MOST_SEED);
        $question ??= $this->quiz->make($kind ?? $kinds[$seed % \count($kinds)], $instrument, $seed, null === $chair ? [] : $this->due($chair, $instrument), null === $chair ? Stage::Full : Stage::tryFrom($chair->getStage()) ?? Stage::Full);

        return $this->page($chair, $instrument, $kind, $question, ['returns' => $returns]);
    }

    #[Route('/work-it-out', name: 'work_it_out_answer', methods: ['POST'])]
    public function answer(Request $request): Response
    {
        $chair = $this->chair($request->request->getString('chair'));
        $instrument = $this->instrument($chair, $request->request->getString('for'));
        $text = static fn (string $name, int $most): string => mb_substr(mb_scrub(trim($request->request->getString($name))), 0, $most);
        $asked = QuizKind::tryFrom($request->request->getString('asked')) ?? throw $this->createNotFoundException('refusal.none.question');
        $question = new QuizQuestion($asked, $text('question', WrittenAnswer::QUESTION), $text('asks', WrittenAnswer::TEXT), '');
        $answer = $request->request->has('pressed') ? self::pressed($request) : $text('answer', WrittenAnswer::TEXT);
        $kind = QuizKind::tryFrom($request->request->getString('kind'));
        try {
            $mark = $this->quiz->mark($question->kind, $question->question, $answer);
        } catch (Mistake $error) {
            return $this->page($chair, $instrument, $kind, $question, ['answer' => $answer, 'error' => $error->getMessage()], Response::HTTP_UNPROCESSABLE_ENTITY);
        }
        if (null !== $chair) {
            $this->entities->persist(new WrittenAnswer($chair, $question, $answer, $mark));
            $this->entities->flush();
        }

        return $this->page($chair, $instrument, $kind, $question, ['answer' => $answer, 'mark' => $mark]);
    }

    /** @param array<string, mixed> $more */
    private function page(?Chair $chair, Instrument $instrument, ?QuizKind $kind, QuizQuestion $question, array $more, int $status = Response::HTTP_OK): Response
    {
        $mixed = [];
        foreach (null === $chair ? [] : $this->answers->latest($chair) as $one) {
            foreach ($one->getMixed() as $mistake) {
                $mixed[$mistake] = 1 + ($mixed[$mistake] ?? 0);
            }
        }
        arsort($mixed);
        $isFingering = QuizKind::Fingering === $question->kind;

        return $this->render('record/work_it_out.html.twig', $more + ['chair' => $chair, 'instrument' => $instrument, 'kind' => $kind, 'kinds' => self::kinds($instrument), 'question' => $question, 'families' => $this->desk->families(), 'answer' => '', 'mark' => null, 'error' => '', 'returns' => false, 'mixed' => $mixed, 'touches' => $isFingering ? self::touches($instrument) : [], 'drawing' => $isFingering && null !== $instrument->map ? KeyMapDrawing::drawing($instrument, $instrument->map)->svg : ''], new Response(status: $status));
    }

    /** @return non-empty-list<QuizKind> what can be asked of who plays an instrument */
    private static function kinds(Instrument $instrument): array
    {
        // Bars have nothing that is fingered.
        return array_values(array_filter(QuizKind::cases(), static fn (QuizKind $one): bool => QuizKind::Fingering !== $one || MechanismKind::None !== $instrument->mechanism()->kind()));
    }

    /** Touches that were pressed, as an answer is written: "1 3", "L1 L2 kA"; "0" when none is. */
    private static function pressed(Request $request): string
    {
        $touches = array_map(static fn (mixed $one): string => \is_string($one) ? preg_replace('/^v(?=\d$)/', '', mb_substr($one, 0, 20)) ?? '' : '', \array_slice($request->request->all('touches'), 0, 40));

        return [] === $touches ? '0' : mb_substr(mb_scrub(implode(' ', $touches)), 0, WrittenAnswer::TEXT);
    }

    /**
     * What can be pressed for a question of fingerings.
     *
     * @return list<array{id: string, label: string, says: string}>
     */
    private static function touches(Instrument $instrument): array
    {
        if (MechanismKind::Valves === $instrument->mechanism()->kind()) {
            return array_values(array_map(static fn (Touch $one): array => ['id' => $one->id, 'label' => $one->label, 'says' => $one->says], $instrument->mechanism()->touches()));
        }

        return array_map(static fn (array $one): array => ['id' => $one['id'], 'label' => $one['label'], 'says' => $one['says']], KeyMapDrawing::keys($instrument));
    }

    private function instrument(?Chair $chair, string $asked): Instrument
    {
        $id = $chair?->getInstrument() ?? $asked;

        return $this->instruments->instrument($this->instruments->knows($id) ? $id : 'clarinet-bb');
    }

    /** The chair of the player who is signed in. */
    private function chair(string $asked): ?Chair
    {
        $chairs = array_values(array_filter($this->open->player()?->chairs() ?? [], fn (Chair $one): bool => $this->instruments->knows($one->getInstrument())));

        return array_values(array_filter($chairs, static fn (Chair $one): bool => $one->getId() === $asked))[0] ?? $chairs[0] ?? null;
    }

    /** @return list<NoteName> written tonics of today's keys, else of the whole plan */
    private function due(Chair $chair, Instrument $instrument): array
    {
        try {
            $plan = $this->plans->of($chair);
            $today = array_map(static fn (PlanItem $one): string => $one->line->full, $plan->day($this->plans->today())->items);
            $tonics = [];
            foreach ([] !== $today ? $today : array_map(static fn ($one): string => $one->full, $plan->lines) as $line) {
                $tonic = $this->parts->writtenKey($this->parts->parser->parse($line), $instrument)->key->tonic;
                $tonics[$tonic->text()] = $tonic;
            }

            return array_values($tonics);
        } catch (Mistake) {
            return []; // what is wrong with the plan is said where it is; any key is asked
        }
    }
}
