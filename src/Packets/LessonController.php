<?php

declare(strict_types=1);

namespace App\Packets;

use App\Account\Deed;
use App\Account\May;
use App\Band\Chair;
use App\Band\OpenBand;
use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Engraving\TablePages;
use App\Record\Faults;
use App\Record\OwnListRepository;
use App\Record\RecordBook;
use App\Shared\Form\BroughtType;
use App\Shared\Form\Forms;
use App\Shared\Trash;
use App\Shared\Words;
use App\Stand\StandPlans;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Import\MusicXmlReader;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Packet\Chorale;
use SwiftReed\Packet\Exercise;
use SwiftReed\Packet\FirstTempo;
use SwiftReed\Packet\KeyQuestion;
use SwiftReed\Packet\PacketTable;
use SwiftReed\Packet\PartFacts;
use SwiftReed\Packet\ScoreBuilder;
use SwiftReed\Packet\Together;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\PitchError;
use SwiftReed\Record\CommonFault;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Score\Score;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The next lesson on one card, and the sheet of the day behind it.
 */
#[May(Deed::Keep)]
final class LessonController extends AbstractController
{
    /** Of those who are to be heard, and of what goes wrong, as many as are read at a glance. */
    private const SHOWN = 3;

    public function __construct(private readonly DailySheet $daily, private readonly BandWork $work, private readonly OpenBand $open, private readonly Words $words, private readonly BandChorales $chorales, private readonly Faults $faults, private readonly RecordBook $book, private readonly OwnListRepository $lists, private readonly StandPlans $plans)
    {
    }

    /** Thirty seconds before the door opens. */
    #[Route('/lesson', name: 'lesson', methods: ['GET'])]
    public function lesson(): Response
    {
        $today = $this->daily->today();

        return $this->render('packets/lesson.html.twig', ['list' => $this->lists->chosen(''), 'hear' => $this->hear(), 'faults' => $this->faults(), 'band' => $this->open->required(), 'tonic' => $today['tonic'], 'template' => $this->daily->template($today['template'])->name] + $this->card($today['tonic']));
    }

    #[Route('/lesson.pdf', name: 'lesson_pdf', methods: ['GET'])]
    public function print(PdfMaker $pdfs): Response
    {
        $today = $this->daily->today();
        $card = $this->card($today['tonic']);
        $rows = array_map(static fn (array $one): array => [$one['section'], $one['key'], $one['change']], $card['sections']);
        $tempo = null === $card['tempo'] ? '' : $this->words->say('lesson.begin', ['%bpm%' => $card['tempo']->bpm]).' '.$card['tempo']->because;
        $hear = array_map(static fn (array $one): string => $one['chair']->getName().' ('.$one['title'].')', $this->hear());
        $more = trim(([] === $hear ? '' : $this->words->say('lesson.to_hear').': '.implode(', ', $hear).'. ').implode(' ', array_map(static fn (CommonFault $one): string => $one->says(), $this->faults())));
        $pages = TablePages::of($this->words->say('lesson.title', ['%key%' => $today['tonic']->sign()]), trim($tempo.' '.$card['together'].' '.$more), ['section' => 4, 'reads' => 3, 'hard change' => 10], [['', $rows]], Paper::parse($this->open->usual()->paper), $this->open->required()->getName());

        return new Response($pdfs->pdf($pages, 'Next lesson'), 200, ['Content-Type' => 'application/pdf', 'Content-Disposition' => 'inline; filename="next-lesson.pdf"']);
    }

    #[Route('/daily', name: 'daily', methods: ['GET'])]
    public function sheet(Request $request, PartBuilder $parts): Response
    {
        $today = $this->daily->today();
        $choices = $this->daily->choices();
        $template = $request->query->getString('template', $today['template']);
        $template = isset($choices[$template]) ? $template : $today['template'];
        $tonic = self::tonic($request->query->getString('key')) ?? $today['tonic'];
        $view = ['choices' => $choices, 'template' => $template, 'tonic' => $tonic, 'next' => $this->daily->further($tonic, 1), 'before' => $this->daily->further($tonic, -1), 'tonics' => PacketTable::lines(), 'exercises' => [], 'needed' => [], 'error' => '', 'chorale' => $today['chorale'], 'chorales' => array_map(static fn (Chorale $one): string => $one->name, $this->chorales->all()), 'own' => $this->chorales->own(), 'says' => $this->daily->template($template)->says];
        try {
            $view['exercises'] = $this->daily->exercises($template, $tonic);
            $view['needed'] = $this->needed($parts, $template, $tonic);
        } catch (Mistake $error) {
            $view['error'] = $error->getMessage();
        }

        return $this->render('packets/daily.html.twig', $view);
    }

    /** Keeps template and key; "on" goes one key on in the band's order. */
    #[Route('/daily', name: 'daily_keep', methods: ['POST'])]
    public function keep(Request $request): Response
    {
        $today = $this->daily->today();
        $template = $request->request->getString('template', $today['template']);
        $tonic = self::tonic($request->request->getString('key')) ?? $today['tonic'];
        $this->daily->keep(isset($this->daily->choices()[$template]) ? $template : $today['template'], $request->request->has('on') ? $this->daily->further($tonic, 1) : $tonic, $request->request->getString('chorale', $today['chorale']));

        return $this->redirectToRoute('lesson' === $request->request->getString('back') ? 'lesson' : 'daily', [], Response::HTTP_SEE_OTHER);
    }

    /** The sheet of the day as a packet, with the notes that are new in this key named on every page. */
    #[Route('/daily/packet', name: 'daily_packet', methods: ['POST'])]
    public function packet(PacketStart $start, EntityManagerInterface $entities): Response
    {
        $today = $this->daily->today();
        $settings = new PacketSettings(date: (new \DateTimeImmutable())->format('j F'), paper: $this->open->usual()->paper, before: $this->daily->rows($today['template'], $this->daily->further($today['tonic'], -1)));
        $packet = new Packet($this->words->say('daily.title', ['%key%' => $today['tonic']->sign()]), implode("\n", PacketRows::kept($this->daily->rows($today['template'], $today['tonic']), [], 0)), $settings->toArray());
        $entities->persist($packet);
        $entities->flush();
        try {
            $start->begin($packet);
        } catch (PacketError) {
            // What is missing is said on the page of the packet.
        }

        return $this->redirectToRoute('packet', ['id' => $packet->getId()], Response::HTTP_SEE_OTHER);
    }

    /** A chorale of one's own, from a file with four parts or voices. */
    #[Route('/daily/chorales', name: 'chorale_bring', methods: ['POST'])]
    public function bring(Request $request, Forms $forms): Response
    {
        $form = $forms->read(BroughtType::class, $request, null, ['limit' => MusicXmlReader::MOST_BYTES]);
        $named = $forms->read(ChoraleType::class, $request);
        try {
            $problem = Forms::problem($named);
            if (null === $problem) {
                $this->chorales->bring(BroughtType::text($form, MusicXmlReader::MOST_BYTES), Forms::text($named, 'name'));
            }
        } catch (Mistake $error) {
            $problem = $error->getMessage();
        }
        if (null !== $problem) {
            return $this->render('shared/error.html.twig', ['title' => 'title.nothing_taken', 'sentence' => $problem, 'again' => null], new Response(status: Response::HTTP_UNPROCESSABLE_ENTITY));
        }

        return $this->redirectToRoute('daily', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/daily/chorales/{id}/remove', name: 'chorale_remove', methods: ['POST'])]
    public function removeChorale(Trash $trash, string $id): Response
    {
        $chorale = $this->chorales->one($id) ?? throw $this->createNotFoundException('refusal.none.chorale');

        return $this->redirectToRoute('daily', ['undo' => $trash->remove($chorale, $chorale->getName())], Response::HTTP_SEE_OTHER);
    }

    /** @return list<array{chair: Chair, title: string, key: string}> who is to be heard next */
    private function hear(): array
    {
        $list = $this->lists->chosen('');
        try {
            $next = null === $list ? [] : $this->book->next($this->book->requirements($list), $this->book->chairs(), $this->plans->today());
        } catch (Mistake) {
            return []; // what is wrong with the list is said on its page
        }

        return array_map(fn (array $one): array => ['chair' => $one['chair'], 'title' => $this->book->title($one['requirement'], $this->book->instrument($one['chair'])), 'key' => $one['requirement']->key()], \array_slice($next, 0, self::SHOWN));
    }

    /** @return list<CommonFault> */
    private function faults(): array
    {
        return \array_slice($this->faults->common(), 0, self::SHOWN);
    }

    /**
     * The card: what everybody reads, the first tempo, the hardest change of each section.
     *
     * @return array{line: string, tempo: FirstTempo|null, together: string, sections: list<array{section: string, key: string, change: string}>, error: string}
     */
    private function card(NoteName $tonic): array
    {
        $tempo = $this->open->usual()->tempo;
        $line = \sprintf('concert %s major, then arpeggio, eighths%s', $tonic->text(), null === $tempo ? '' : ', quarter = '.$tempo);
        try {
            $score = $this->work->scores($line)->scores[0];
        } catch (Mistake $error) {
            return ['line' => $line, 'tempo' => null, 'together' => '', 'sections' => [], 'error' => $error->getMessage()];
        }
        $sections = [];
        foreach ($this->work->voices($score) as $section => $players) {
            $sections[] = $this->section((string) $section, $score, $players);
        }

        return ['line' => $line, 'tempo' => $this->work->firstTempo($score), 'together' => Together::of($score)->says(), 'sections' => $sections, 'error' => ''];
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

        return ['section' => $name, 'key' => implode(', ', array_keys($keys)), 'change' => null === $worst ? '' : $whose.', '.$worst->hardest()];
    }

    /**
     * The notes that each instrument needs in this key, and which of them the key before did not have.
     *
     * @return list<array{instrument: string, notes: list<array{note: string, isNew: bool}>}>
     */
    private function needed(PartBuilder $parts, string $template, NoteName $tonic): array
    {
        $builder = new ScoreBuilder($parts);
        $lines = static fn (array $exercises): array => array_values(array_filter(array_map(static fn (Exercise $one): string => '' === $one->for ? $one->line : 'for '.$one->for.': '.$one->line, $exercises), static fn (string $line): bool => '' !== $line && !str_ends_with($line, ': ')));
        $now = $lines($this->daily->exercises($template, $tonic));
        $before = $lines($this->daily->exercises($template, $this->daily->further($tonic, -1)));
        $rows = [];
        foreach ($this->work->players() as $player) {
            if (isset($rows[$player->instrument->name])) {
                continue;
            }
            $met = NotesNeeded::of($builder->sheet($before, $player));
            $notes = NotesNeeded::of($builder->sheet($now, $player));
            $rows[$player->instrument->name] = ['instrument' => $player->instrument->name, 'notes' => array_map(static fn (Pitch $one): array => ['note' => $one->sign(), 'isNew' => [] !== $met && !isset($met[$one->midi()])], array_values($notes))];
        }

        return array_values($rows);
    }

    private static function tonic(string $read): ?NoteName
    {
        try {
            return '' === $read ? null : KeyQuestion::parse(mb_substr($read, 0, 20));
        } catch (PitchError) {
            return null;
        }
    }
}
