<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use App\Band\OpenBand;
use App\Desk\Desk;
use App\Engraving\BlankStaff;
use App\Engraving\KeyMapDrawing;
use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Shared\Deed;
use App\Shared\May;
use App\Stand\StandPlans;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Instrument\Touch;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Record\ComesBack;
use SwiftReed\Record\Quiz;
use SwiftReed\Record\QuizKind;
use SwiftReed\Record\QuizQuestion;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Work it out: questions for the player's instrument and the keys that are due, marked at once. Visitors may; what
 * players who are signed in answer is kept.
 */
#[May(Deed::Make)]
final class WorkItOutController extends AbstractController
{
    private const MOST_SEED = 999999;
    /** Notes that the staff has room for: a scale, and one too many. */
    private const NOTES = 10;

    public function __construct(
        private readonly Quiz $quiz,
        private readonly InstrumentLibrary $instruments,
        private readonly Desk $desk,
        private readonly OpenBand $open,
        private readonly WrittenAnswerRepository $answers,
        private readonly WrittenSheets $sheets,
        private readonly PdfMaker $pdfs,
    ) {
    }

    #[Route('/work-it-out', name: 'work_it_out', methods: ['GET'])]
    public function ask(Request $request): Response
    {
        $chair = $this->chair($request->query->getString('chair'));
        $instrument = $this->instrument($chair, $request->query->getString('for'));
        $kinds = $this->sheets->kinds($instrument);
        $kind = array_values(array_filter(
            $kinds,
            static fn (QuizKind $one): bool => $one->value === $request->query->getString('kind'),
        ))[0]
            ?? null;
        $answered = null === $chair ? null : $this->answers->own($request->query->getString('answered'), $chair);
        $asked = null === $answered ? null : QuizKind::tryFrom($answered->getKind());
        if (null !== $answered && null !== $asked) {
            try {
                return $this->page(
                    $chair,
                    $instrument,
                    $kind,
                    new QuizQuestion($asked, $answered->getQuestion(), $answered->getAsks(), ''),
                    [
                        'answer' => $answered->getAnswer(),
                        'mark' => $this->quiz->mark($asked, $answered->getQuestion(), $answered->getAnswer()),
                    ],
                );
            } catch (Mistake) {
                // Of a version that asked otherwise: a new question.
            }
        }
        $returns = false;
        $question = null;
        if (null !== $chair && '' === $request->query->getString('fresh')) {
            $latest = array_values(array_filter(
                $this->answers->latest($chair),
                static fn (WrittenAnswer $one): bool => null === $kind || $kind->value === $one->getKind(),
            ));
            $at = ComesBack::next(array_map(
                static fn (WrittenAnswer $one): array => [
                    'kind' => $one->getKind(),
                    'question' => $one->getQuestion(),
                    'isRight' => $one->isRight(),
                ],
                $latest,
            ));
            $again = null === $at ? null : QuizKind::tryFrom($latest[$at]->getKind());
            if (null !== $at && null !== $again) {
                $question = new QuizQuestion($again, $latest[$at]->getQuestion(), $latest[$at]->getAsks(), '');
                $returns = true;
            }
        }
        $question ??= $this->sheets->question($kind, $instrument, $chair, random_int(1, self::MOST_SEED));

        return $this->page($chair, $instrument, $kind, $question, ['returns' => $returns]);
    }

    #[Route('/work-it-out', name: 'work_it_out_answer', methods: ['POST'])]
    public function answer(Request $request, KeepAnswer $keep): Response
    {
        $chair = $this->chair($request->request->getString('chair'));
        $instrument = $this->instrument($chair, $request->request->getString('for'));
        $text = static fn (string $name, int $most): string => mb_substr(
            mb_scrub(trim($request->request->getString($name))),
            0,
            $most,
        );
        $asked = QuizKind::tryFrom($request->request->getString('asked'))
            ?? throw $this->createNotFoundException('refusal.none.question');
        $question = new QuizQuestion(
            $asked,
            $text('question', WrittenAnswer::QUESTION),
            $text('asks', WrittenAnswer::TEXT),
            '',
        );
        $answer = $request->request->has('pressed') ? self::pressed($request) : $text('answer', WrittenAnswer::TEXT);
        $kind = QuizKind::tryFrom($request->request->getString('kind'));
        try {
            $mark = $this->quiz->mark($question->kind, $question->question, $answer);
        } catch (Mistake $error) {
            return $this->page(
                $chair,
                $instrument,
                $kind,
                $question,
                ['answer' => $answer, 'error' => $error->getMessage()],
                Response::HTTP_UNPROCESSABLE_ENTITY,
            );
        }
        if (null === $chair) {
            return $this->page($chair, $instrument, $kind, $question, ['answer' => $answer, 'mark' => $mark]);
        }
        $kept = $keep($chair, $question, $answer, $mark);

        // What is kept is not entered again by loading the page again.
        return $this->redirectToRoute(
            'work_it_out',
            ['chair' => $chair->getId(), 'kind' => $kind->value ?? '', 'answered' => $kept->getId()],
            Response::HTTP_SEE_OTHER,
        );
    }

    /** On paper, with the key on a page of its own. */
    #[Route('/work-it-out.pdf', name: 'work_it_out_pdf', methods: ['GET'])]
    public function print(Request $request): Response
    {
        $chair = $this->chair($request->query->getString('chair'));
        $instrument = $this->instrument($chair, $request->query->getString('for'));
        $paper = Paper::parse($this->open->usual()->paper);
        $number = $this->sheets->called($instrument->name, self::seed($request));
        [$pages, $key] = $this->sheets->sheet(
            QuizKind::tryFrom($request->query->getString('kind')),
            $instrument,
            $chair,
            self::seed($request),
            $paper,
            $instrument->name,
        );

        return new Response(
            $this->pdfs->pdf(
                [...$pages, ...$this->sheets->key([[$number, $key]], $paper, $instrument->name)],
                $instrument->name,
            ),
            200,
            ['Content-Type' => 'application/pdf', 'Content-Disposition' => 'inline; filename="work-it-out.pdf"'],
        );
    }

    /** A sheet for each player about the keys that are due for him, and all keys behind them. */
    #[Route('/record/written.pdf', name: 'record_written_pdf', methods: ['GET'])]
    #[May(Deed::Keep)]
    public function printAll(Request $request, RecordBook $book): Response
    {
        $who = $request->query->getString('who');
        $kind = QuizKind::tryFrom($request->query->getString('kind'));
        $paper = Paper::parse($this->open->usual()->paper);
        $foot = $this->open->required()->getName();
        $pages = [];
        $keys = [];
        foreach ($book->chairs() as $chair) {
            if ('' !== $who && $who !== StandPlans::section($chair, $this->instruments)) {
                continue;
            }
            $instrument = $this->sheets->instrument($chair);
            if (null !== $kind && !\in_array($kind, $this->sheets->kinds($instrument), true)) {
                continue; // nothing of the kind can be asked of that instrument
            }
            [$sheet, $key] = $this->sheets->sheet(
                $kind,
                $instrument,
                $chair,
                $number = self::seed($request) + 100 * \count($keys),
                $paper,
                $foot,
            );
            array_push($pages, ...$sheet);
            $keys[] = [
                $this->sheets->called($chair->getName().', '.$instrument->name, $number),
                $key,
            ];
        }
        if ([] === $pages || [] === $keys) {
            throw $this->createNotFoundException('refusal.none.chair');
        }

        return new Response(
            $this->pdfs->pdf([...$pages, ...$this->sheets->key($keys, $paper, $foot)], $foot),
            200,
            ['Content-Type' => 'application/pdf', 'Content-Disposition' => 'inline; filename="written-work.pdf"'],
        );
    }

    private static function seed(Request $request): int
    {
        $seed = $request->query->getInt('seed');

        return $seed < 1 || $seed > self::MOST_SEED ? random_int(1, self::MOST_SEED) : $seed;
    }

    /** @param array<string, mixed> $more */
    private function page(
        ?Chair $chair,
        Instrument $instrument,
        ?QuizKind $kind,
        QuizQuestion $question,
        array $more,
        int $status = Response::HTTP_OK,
    ): Response {
        $mixed = [];
        foreach (null === $chair ? [] : $this->answers->latest($chair) as $one) {
            foreach ($one->getMixed() as $mistake) {
                $mixed[$mistake] = 1 + ($mixed[$mistake] ?? 0);
            }
        }
        arsort($mixed);
        $isFingering = QuizKind::Fingering === $question->kind;

        return $this->render(
            'record/work_it_out.html.twig',
            $more + [
                'chair' => $chair,
                'instrument' => $instrument,
                'kind' => $kind,
                'kinds' => $this->sheets->kinds($instrument),
                'question' => $question,
                'families' => $this->desk->families(),
                'answer' => '',
                'mark' => null,
                'error' => '',
                'returns' => false,
                'mixed' => $mixed,
                'touches' => $isFingering ? self::touches($instrument) : [],
                'staff' => $question->kind->isNotes() ? BlankStaff::drawing($instrument->clef, self::NOTES) : '',
                'drawing' => $isFingering && null !== $instrument->map
                    ? KeyMapDrawing::drawing($instrument)->svg
                    : '',
            ],
            new Response(status: $status),
        );
    }

    /** Touches that were pressed, as an answer is written: "1 3", "L1 L2 kA"; "0" when none is. */
    private static function pressed(Request $request): string
    {
        $touches = array_map(
            static fn (mixed $one): string => \is_string($one) ? preg_replace(
                '/^v(?=\d$)/',
                '',
                mb_substr($one, 0, 20),
            ) ?? '' : '',
            \array_slice($request->request->all('touches'), 0, 40),
        );

        return [] === $touches ? '0' : mb_substr(mb_scrub(implode(' ', $touches)), 0, WrittenAnswer::TEXT);
    }

    /**
     * What can be pressed for a question of fingerings.
     *
     * @return list<array{id: string, label: string, says: string}>
     */
    private static function touches(Instrument $instrument): array
    {
        if (true === $instrument->mechanism()->askable()?->isWhole()) {
            return []; // a position is written
        }
        if (null === $instrument->map) {
            return array_values(array_map(
                static fn (Touch $one): array => ['id' => $one->id, 'label' => $one->label, 'says' => $one->says],
                $instrument->mechanism()->touches(),
            ));
        }

        return array_map(
            static fn (array $one): array => ['id' => $one['id'], 'label' => $one['label'], 'says' => $one['says']],
            KeyMapDrawing::keys($instrument),
        );
    }

    private function instrument(?Chair $chair, string $asked): Instrument
    {
        return null !== $chair
            ? $this->sheets->instrument($chair)
            : $this->instruments->instrument($this->instruments->knows($asked) ? $asked : 'clarinet-bb');
    }

    /** The chair of the player who is signed in. */
    private function chair(string $asked): ?Chair
    {
        $chairs = array_values(array_filter(
            $this->open->player()?->chairs() ?? [],
            fn (Chair $one): bool => $this->instruments->knows($one->getInstrument()),
        ));

        return array_values(array_filter($chairs, static fn (Chair $one): bool => $one->getId() === $asked))[0]
            ?? $chairs[0]
            ?? null;
    }
}
