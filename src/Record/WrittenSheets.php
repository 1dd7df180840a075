<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use App\Engraving\AnswerKeyPages;
use App\Engraving\Page;
use App\Engraving\Paper;
use App\Engraving\QuestionPages;
use App\Engraving\TablePages;
use App\Shared\Words;
use App\Stand\StandPlans;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Player\Stage;
use SwiftReed\Practice\PlanItem;
use SwiftReed\Practice\PlanLine;
use SwiftReed\Record\Quiz;
use SwiftReed\Record\QuizKind;
use SwiftReed\Record\QuizQuestion;
use SwiftReed\Score\PartBuilder;

/**
 * Written work for a player: which kinds can be asked, about which keys, and a sheet of it on paper with its key.
 */
final class WrittenSheets
{
    /** Questions of a sheet: ten minutes of work. Common practice, no source. */
    private const QUESTIONS = 10;

    public function __construct(
        private readonly Quiz $quiz,
        private readonly InstrumentLibrary $instruments,
        private readonly StandPlans $plans,
        private readonly PartBuilder $parts,
        private readonly Words $words,
    ) {
    }

    /** The player's own set-up; the usual one where the chair is of a version that had others. */
    public function instrument(Chair $chair): Instrument
    {
        try {
            return $this->instruments->instrument(
                $chair->getInstrument(),
                array_values(array_filter(
                    explode(',', $chair->getSetup()),
                    static fn (string $one): bool => '' !== $one,
                )),
            );
        } catch (Mistake) {
            return $this->instruments->instrument($chair->getInstrument());
        }
    }

    /** @return non-empty-list<QuizKind> what can be asked of who plays an instrument */
    public function kinds(Instrument $instrument): array
    {
        // Bars have nothing that is fingered.
        return array_values(array_filter(
            QuizKind::cases(),
            static fn (
                QuizKind $one,
            ): bool => QuizKind::Fingering !== $one || null !== $instrument->mechanism()->askable(),
        ));
    }

    /** A question about the keys that are due for a chair; about any key where nobody sits. */
    public function question(?QuizKind $kind, Instrument $instrument, ?Chair $chair, int $seed): QuizQuestion
    {
        $kinds = $this->kinds($instrument);

        return $this->quiz->make(
            $kind ?? $kinds[$seed % \count($kinds)],
            $instrument,
            $seed,
            null === $chair ? [] : $this->due($chair, $instrument),
            null === $chair ? Stage::Full : Stage::tryFrom($chair->getStage()) ?? Stage::Full,
        );
    }

    /**
     * A sheet and its key.
     *
     * @param int $seed the same gives the same questions
     *
     * @return array{non-empty-list<Page>, list<array{string, string, string}>} pages; rows of the key: number, question, what is right
     */
    public function sheet(
        ?QuizKind $kind,
        Instrument $instrument,
        ?Chair $chair,
        int $seed,
        Paper $paper,
        string $foot,
    ): array {
        $questions = [];
        for ($k = 0; \count($questions) < self::QUESTIONS && $k < 10 * self::QUESTIONS; ++$k) {
            $one = $this->question($kind, $instrument, $chair, $seed + $k);
            $questions[$one->kind->value.' '.$one->question] ??= $one; // the same is not asked twice
        }
        $questions = array_values($questions);
        $title = $this->words->say('work.title').': '.($chair?->getName() ?? $instrument->name);
        $pages = QuestionPages::of(
            $title,
            (null === $chair ? '' : $instrument->name.'. ').$this->words->say('work.sheet', ['%number%' => $seed]),
            $this->words->say(null === $chair ? 'work.labels' : 'work.labels_named'),
            array_map(
                static fn (QuizQuestion $one): array => [
                    'asks' => $one->asks,
                    'clef' => $one->kind->isNotes() ? $instrument->clef : null,
                ],
                $questions,
            ),
            $paper,
            $foot,
        );

        return [
            $pages,
            array_map(
                static fn (QuizQuestion $one, int $k): array => [
                    (string) ($k + 1),
                    $one->asks,
                    '' === $one->says ? '–' : $one->says,
                ],
                $questions,
                array_keys($questions),
            ),
        ];
    }

    /** "Ada, Flute, sheet 12": by which a key is matched to its sheet. */
    public function called(string $who, int $number): string
    {
        return $this->words->say('work.key_of', ['%name%' => $who, '%number%' => $number]);
    }

    /**
     * The keys of sheets.
     *
     * @param non-empty-list<array{string, list<array{string, string, string}>}> $sections who, with the number of the
     *  sheet, and the rows of its key: number, question, what is right
     *
     * @return non-empty-list<Page>
     */
    public function key(array $sections, Paper $paper, string $foot): array
    {
        if (\count($sections) > 1) {
            return AnswerKeyPages::of(
                $this->words->say('work.key'),
                $this->words->say('work.key_says'),
                array_map(
                    static fn (array $one): array => [
                        $one[0],
                        array_map(static fn (array $row): array => [$row[0], $row[2]], $one[1]),
                    ],
                    $sections,
                ),
                $paper,
                $foot,
            );
        }

        return TablePages::of(
            $this->words->say('work.key'),
            $this->words->say('work.key_says'),
            [
                $this->words->say('work.number') => 1,
                $this->words->say('work.question') => 8,
                $this->words->say('work.answer') => 7,
            ],
            $sections,
            $paper,
            $foot,
        );
    }

    /** @return list<NoteName> written tonics of today's keys, else of the whole plan */
    private function due(Chair $chair, Instrument $instrument): array
    {
        try {
            $plan = $this->plans->of($chair);
            $today = array_map(
                static fn (PlanItem $one): string => $one->line->full,
                $plan->day($this->plans->today())->items,
            );
            $tonics = [];
            foreach (
                [] !== $today
                ? $today
                : array_map(static fn (PlanLine $one): string => $one->full, $plan->lines) as $line
            ) {
                $tonic = $this->parts->writtenKey($this->parts->parser->parse($line), $instrument)->key->tonic;
                $tonics[$tonic->text()] = $tonic;
            }

            return array_values($tonics);
        } catch (Mistake) {
            return []; // what is wrong with the plan is said where it is; any key is asked
        }
    }
}
