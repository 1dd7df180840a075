<?php

declare(strict_types=1);

namespace App\Record;

use App\Band\Chair;
use App\Band\OpenBand;
use App\Engraving\LessonPage;
use App\Engraving\PageFrame;
use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Packets\BandWork;
use App\Packets\DailySheet;
use App\Shared\Deed;
use App\Shared\May;
use App\Shared\Words;
use App\Stand\StandPlans;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Packet\FirstTempo;
use SwiftReed\Packet\PartFacts;
use SwiftReed\Packet\Together;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Record\CommonFault;
use SwiftReed\Score\Score;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The next lesson on one card: what is played, who is heard, what goes wrong.
 */
#[May(Deed::Keep)]
final class LessonController extends AbstractController
{
    /** Of those who are to be heard, and of what goes wrong, as many as are read at a glance. */
    private const SHOWN = 3;

    public function __construct(
        private readonly DailySheet $daily,
        private readonly BandWork $work,
        private readonly OpenBand $open,
        private readonly Words $words,
        private readonly Faults $faults,
        private readonly RecordBook $book,
        private readonly OwnListRepository $lists,
        private readonly StandPlans $plans,
    ) {
    }

    /** Thirty seconds before the door opens. */
    #[Route('/lesson', name: 'lesson', methods: ['GET'])]
    public function lesson(): Response
    {
        $today = $this->daily->today();

        return $this->render(
            'record/lesson.html.twig',
            [
                'list' => $this->lists->chosen(''),
                'hear' => $this->hear(),
                'faults' => $this->faults(),
                'band' => $this->open->required(),
                'tonic' => $today['tonic'],
                'template' => $this->daily->template($today['template'])->name,
                'version' => $today['version'],
            ] + $this->card($today['tonic']),
        );
    }

    #[Route('/lesson.pdf', name: 'lesson_pdf', methods: ['GET'])]
    public function print(PdfMaker $pdfs): Response
    {
        $today = $this->daily->today();
        $card = $this->card($today['tonic']);
        $hear = array_map(
            static fn (array $one): string => $one['chair']->getName().' ('.$one['title'].')',
            $this->hear(),
        );
        $faults = array_map(static fn (CommonFault $one): string => $one->says(), $this->faults());
        $fact = fn (string $label, string $says, string $because = ''): array => [
            'label' => $this->words->say($label),
            'says' => $says,
            'because' => $because,
        ];
        $facts = [
            $fact('lesson.key', $today['tonic']->sign(), $this->daily->template($today['template'])->name),
            $fact('lesson.first_tempo', (string) ($card['tempo']->bpm ?? '–'), $card['tempo']->because ?? ''),
            $fact('lesson.to_hear', implode("\n", $hear) ?: '–'),
            $fact('lesson.watch', $faults[0] ?? '–', implode(' ', \array_slice($faults, 1))),
        ];
        $title = $this->words->say('lesson.title', ['%key%' => $today['tonic']->sign()]);
        $foot = PageFrame::said(
            $this->open->required()->getName(),
            $title,
            $card['together'],
            $this->plans->today()->spoken(),
        );
        $page = LessonPage::of(
            $facts,
            $this->words->say('lesson.sections'),
            array_map(
                fn (array $one): array => '' === $one['change']
                    ? ['change' => $this->words->say('lesson.easy')] + $one
                    : $one,
                $card['sections'],
            ),
            Paper::parse($this->open->usual()->paper),
            $foot,
        );

        return new Response(
            $pdfs->pdf([$page], $title),
            200,
            ['Content-Type' => 'application/pdf', 'Content-Disposition' => 'inline; filename="next-lesson.pdf"'],
        );
    }

    /** @return list<array{chair: Chair, title: string, key: string}> who is to be heard next */
    private function hear(): array
    {
        $list = $this->lists->chosen('');
        try {
            $next = null === $list
                ? []
                : $this->book->next($this->book->requirements($list), $this->book->chairs(), $this->plans->today());
        } catch (Mistake) {
            return []; // what is wrong with the list is said on its page
        }

        return array_map(
            fn (array $one): array => [
                'chair' => $one['chair'],
                'title' => $this->book->title($one['requirement'], $this->book->instrument($one['chair'])),
                'key' => $one['requirement']->key(),
            ],
            \array_slice($next, 0, self::SHOWN),
        );
    }

    /** @return list<CommonFault> */
    private function faults(): array
    {
        return \array_slice($this->faults->common(), 0, self::SHOWN);
    }

    /**
     * The card: what everybody reads, the first tempo, the hardest change of each section.
     *
     * @return array{line: string, tempo: FirstTempo|null, together: string, sections: list<array{section: string,
     *  key: string, change: string}>, error: string}
     */
    private function card(NoteName $tonic): array
    {
        $tempo = $this->open->usual()->tempo;
        $line = \sprintf(
            'concert %s major, then arpeggio, eighths%s',
            $tonic->text(),
            null === $tempo ? '' : ', quarter = '.$tempo,
        );
        try {
            $score = $this->work->scores($line)->scores[0];
        } catch (Mistake $error) {
            return [
                'line' => $line, 'tempo' => null, 'together' => '', 'sections' => [], 'error' => $error->getMessage(),
            ];
        }
        $sections = [];
        foreach ($this->work->voices($score) as $section => $players) {
            $sections[] = $this->section((string) $section, $score, $players);
        }

        return [
            'line' => $line, 'tempo' => $this->work->firstTempo($score), 'together' => Together::of($score)->says(),
            'sections' => $sections, 'error' => '',
        ];
    }

    /**
     * @param list<string> $players
     *
     * @return array{section: string, key: string, change: string}
     */
    private function section(string $name, Score $score, array $players): array
    {
        $keys = [];
        $worst = null;
        $whose = '';
        foreach ($score->parts as $one) {
            if (!\in_array($one->player, $players, true)) {
                continue;
            }
            $keys[$one->part->writtenTitle()] = true;
            $facts = PartFacts::of($one->part);
            if (null !== $facts->hardest && $facts->hardest->difficulty > ($worst->hardest->difficulty ?? 0.0)) {
                $worst = $facts;
                $whose = $one->part->instrument->name;
            }
        }

        return [
            'section' => $name,
            'key' => implode(', ', array_keys($keys)),
            'change' => null === $worst ? '' : $whose.', '.$worst->hardest(),
        ];
    }
}
