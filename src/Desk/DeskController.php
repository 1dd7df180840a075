<?php

declare(strict_types=1);

namespace App\Desk;

use App\Band\Notebook;
use App\Engraving\Diagram;
use App\Engraving\EngravingError;
use App\Engraving\FingeringStyle;
use App\Engraving\Legend;
use App\Engraving\NumbersPage;
use App\Engraving\PageMaker;
use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Engraving\SecondRow;
use App\Engraving\TalkPage;
use App\Engraving\WorkingDrawing;
use App\Folder\OwnPattern;
use App\Folder\SavedStudy;
use App\Folder\SavedStudyRepository;
use App\Folder\StudySheet;
use App\Folder\StudySheetRepository;
use Doctrine\DBAL\Exception as DatabaseError;
use SwiftReed\Explain\TalkThrough;
use SwiftReed\Fingering\HardSpot;
use SwiftReed\Fingering\HardSpots;
use SwiftReed\Instrument\InstrumentError;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\Completion;
use SwiftReed\Line\Parser;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Line\Understood;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\PlayerError;
use SwiftReed\Score\Format\TextWriter;
use SwiftReed\Score\Heading;
use SwiftReed\Score\Part;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Working;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

final class DeskController extends AbstractController
{
    /** Notes on one line of music: on a wide window, and on a phone held upright. */
    private const WIDE = 16;
    private const NARROW = 8;

    public function __construct(private readonly Desk $desk, private readonly PageMaker $pages, private readonly Notebook $notebook)
    {
    }

    #[Route('/', name: 'home', methods: ['GET'])]
    public function home(): Response
    {
        return $this->redirectToRoute('desk');
    }

    #[Route('/desk', name: 'desk', methods: ['GET'])]
    public function desk(Request $request, SavedStudyRepository $studies, StudySheetRepository $sheets): Response
    {
        $asked = $this->changed($this->chosen(DeskState::of($request->query->all()), $request), $request);
        [$state, $understood, $said] = $this->understood($asked);
        $narrow = $request->query->getBoolean('narrow');
        $view = $this->view($state, $narrow) + ['state' => $state, 'narrow' => $narrow, 'read_as' => $understood->readAs ?? [], 'for_player' => $said, 'typed' => $asked->line];
        $isTyped = 'line' === $request->headers->get('HX-Trigger');
        if (null !== $request->headers->get('HX-Request') && $view['column'] > 0) {
            // The music that could last be read stays; only the message is new.
            return $this->render('desk/_line_error.html.twig', $view, new Response(status: $view['status'], headers: ['HX-Retarget' => '#line-message', 'HX-Reswap' => 'innerHTML', 'HX-Push-Url' => 'false']));
        }
        $view += [
            'sentence' => null === $understood ? [] : Sentence::parts($understood->line),
            'rail' => $this->desk->rail($state),
            'families' => $this->desk->families(),
            'setups' => $this->desk->setups($state->instrument),
            'pins' => $this->notebook->pins($state->instrument, $this->desk->current($state), $state->player),
            'players' => $this->notebook->players($state->instrument),
            'remarks' => $this->notebook->remarks($state->instrument, $this->desk->current($state)),
            'drills' => $this->drills($state, $view),
            'plain_line' => $this->desk->changed($state->line, ClauseKind::Drill, ''),
            'next_key' => $this->desk->further($state, 1),
            'previous_key' => $this->desk->further($state, -1),
            'keys' => $this->desk->keyCount($state->line),
            'line_is_typed' => $isTyped,
            'twin_fingerings' => self::twinFingerings($view['part'], $view['working']),
            'title_in_words' => null === $view['part'] ? '' : Heading::of($view['part']),
            'cell' => $this->desk->cell($state->line),
            'working_open' => $request->query->getBoolean('working'),
            'schools' => $this->notebook->schools($state->instrument),
            'legend' => null === $view['part'] ? [] : Legend::forPage(Legend::signs($view['part']->instrument, $view['part']->plan->notes, $state->rows->moves)),
            'saved' => $this->saved($state, $studies),
        ];
        $response = new Response(status: $view['status']);
        if (null === $request->headers->get('HX-Request') || null !== $request->headers->get('HX-History-Restore-Request')) {
            return $this->render('desk/desk.html.twig', $view + ['sheets' => self::sheets($sheets)], $response);
        }
        if (200 === $view['status']) {
            // What is typed letter by letter is one step back; every other change is one of its own.
            $response->headers->set($isTyped ? 'HX-Replace-Url' : 'HX-Push-Url', $this->generateUrl('desk', $state->query()));
        }

        return $this->render('desk/_update.html.twig', $view, $response);
    }

    /** The choices for one part of the sentence, or what could be said beside it. */
    #[Route('/desk/panel/{id<[a-z-]{1,30}>}', name: 'desk_panel', methods: ['GET'])]
    public function panel(Request $request, Panels $panels, string $id): Response
    {
        $state = DeskState::of($request->query->all());
        $line = $this->desk->understood($state->line, $state->inOwn)->line;
        if ('more' === $id) {
            return $this->render('desk/_more.html.twig', ['state' => $state, 'groups' => $panels->more($line)]);
        }
        $own = 'pattern' === $id ? array_map(static fn (OwnPattern $one): array => ['name' => $one->getName(), 'cell' => $one->getCell()], $this->notebook->ownPatterns()) : [];
        $panel = $panels->of($id, $line, $own) ?? throw $this->createNotFoundException(\sprintf('The line has no part "%s".', $id));

        return $this->render('desk/_panel.html.twig', ['state' => $state, 'panel' => $panel]);
    }

    /**
     * The state with the line as it is understood, and on the instrument that the line was meant for.
     *
     * @return array{DeskState, Understood|null, string} the name of the instrument that the line named, or nothing
     */
    private function understood(DeskState $state): array
    {
        try {
            $understood = $this->desk->understood($state->line, $state->inOwn);
        } catch (StudyLineError) {
            return [$state, null, ''];
        }
        $state = $state->withLine($understood->line->text());
        if (null === $understood->player) {
            return [$state, $understood, ''];
        }
        $state = $understood->player === $state->instrument ? $state : $state->withInstrument($understood->player);

        return [$state, $understood, $this->desk->instrument($state)->name];
    }

    /** @return list<StudySheet> */
    private static function sheets(StudySheetRepository $sheets): array
    {
        try {
            return $sheets->newestFirst();
        } catch (DatabaseError) {
            return [];
        }
    }

    /** The key, the numbers and the counts, and the notes under covers: "think it". */
    #[Route('/desk/think', name: 'think', methods: ['GET'])]
    public function think(Request $request): Response
    {
        $state = DeskState::of($request->query->all());
        $part = $this->desk->part($state);
        $isOpen = $request->query->getBoolean('open');
        $perSystem = $request->query->getBoolean('narrow') ? self::NARROW : self::WIDE;
        $label = \sprintf('%s, %s, to be thought', $part->instrument->name, $part->writtenTitle());

        return $this->render('desk/think.html.twig', [
            'state' => $state,
            'part' => $part,
            'title_in_words' => Heading::of($part),
            'says' => NumbersPage::means(),
            'open' => $isOpen,
            'narrow' => $request->query->getBoolean('narrow'),
            'music' => ($isOpen ? $this->pages->screen($part, $state->rows, $label, $perSystem) : $this->pages->covered($part, $label, $perSystem))->svg,
        ]);
    }

    #[Route('/desk/talk', name: 'talk', methods: ['GET'])]
    public function talk(Request $request): Response
    {
        $state = DeskState::of($request->query->all());
        $part = $this->desk->part($state);
        $oneToSix = FingeringStyle::Numbers === $state->rows->fingerings;
        $notes = [];
        foreach (TalkThrough::of($part->instrument, $part->study, $part->plan, $oneToSix) as $i => $note) {
            $drawing = Diagram::planned($part->instrument, $part->plan->notes[$i], $part->plan->notes[$i - 1] ?? null);
            $notes[] = $note + ['bar' => $part->study->notes[$i]->bar, 'diagram' => 0 === $drawing->height ? '' : $drawing->alone('fingering', Diagram::words($part->instrument, $part->plan->notes[$i], $oneToSix))];
        }

        return $this->render('desk/talk.html.twig', ['state' => $state, 'part' => $part, 'notes' => $notes, 'one_to_six' => $oneToSix, 'legend' => Legend::forPage(Legend::signs($part->instrument, $part->plan->notes, true))]);
    }

    #[Route('/desk/talk.pdf', name: 'talk_pdf', methods: ['GET'])]
    public function talkPdf(Request $request, PdfMaker $pdfs): Response
    {
        $state = DeskState::of($request->query->all());

        return new Response($pdfs->pdf(TalkPage::pages($this->desk->part($state), FingeringStyle::Numbers === $state->rows->fingerings, Paper::tryFrom($request->query->getString('paper')) ?? Paper::A4), 'Talk it through'), 200, ['Content-Type' => 'application/pdf', 'Content-Disposition' => 'inline; filename="talk-through.pdf"']);
    }

    #[Route('/desk/suggest', name: 'desk_suggest', methods: ['GET'])]
    public function suggest(Request $request, Parser $parser): Response
    {
        $completion = new Completion($parser->scales, $parser->grammar());

        return $this->render('desk/_suggestions.html.twig', ['suggestions' => $completion->of(DeskState::of(['line' => $request->query->getString('line')])->line)]);
    }

    #[Route('/desk/note/{index<\d{1,4}>}', name: 'desk_note', methods: ['GET'])]
    public function note(Request $request, int $index): Response
    {
        $part = $this->desk->part(DeskState::of($request->query->all()));
        if (!isset($part->study->notes[$index])) {
            throw $this->createNotFoundException(\sprintf('There is no note %d; the study has %d, counted from 0.', $index, \count($part->study->notes)));
        }

        $state = DeskState::of($request->query->all());
        $remarks = array_values(array_filter($this->notebook->remarks($state->instrument, $part->line()), static fn ($remark): bool => $remark->getNote() === $index));

        return $this->render('desk/_card.html.twig', ['card' => NoteCard::of($part, $index), 'state' => $state, 'remarks' => $remarks]);
    }

    /** Whoever names a player and no stage takes over the player's instrument, set-up and stage. */
    private function chosen(DeskState $state, Request $request): DeskState
    {
        $player = '' === $state->player || $request->query->has('stage') ? null : $this->notebook->player($state->player);

        return null === $player ? $state : $state->forPlayer($player);
    }

    private function changed(DeskState $state, Request $request): DeskState
    {
        $set = $request->query->all()['set'] ?? [];
        $line = $state->line;
        if (!\is_array($set)) {
            return $state;
        }
        if (isset($set['tonic'], $set['material'], $set['naming']) && \is_string($set['tonic']) && \is_string($set['material']) && \is_string($set['naming'])) {
            $line = $this->desk->inKey($line, $set['naming'], $set['tonic'], $set['material']);
        }
        foreach ($set as $name => $text) {
            $kind = ClauseKind::tryFrom((string) $name);
            if (null !== $kind && \is_string($text)) {
                $line = $this->desk->changed($line, $kind, trim($text));
            }
        }

        return $state->withLine($line);
    }

    /** @return array{status: int, part: ?Part, music: string, error: string, column: int, meant: list<string>, remedies: list<string>, hard: array<int, HardSpot>, working: ?Working, working_keyboard: string, working_circle: string, second: ?SecondRow} */
    private function view(DeskState $state, bool $narrow): array
    {
        $view = ['status' => 200, 'part' => null, 'music' => '', 'error' => '', 'column' => 0, 'meant' => [], 'remedies' => [], 'hard' => [], 'working' => null, 'working_keyboard' => '', 'working_circle' => '', 'second' => null];
        try {
            $part = $this->desk->part($state);
            $view['part'] = $part;
            $view['hard'] = HardSpots::worst($part->plan->hardSpots);
            $view['second'] = $this->desk->second($state);
            $view['working'] = Working::of($part->study, $part->instrument->transposition, $part->instrument->article);
            $view['working_keyboard'] = WorkingDrawing::keyboard($view['working']);
            $view['working_circle'] = WorkingDrawing::circle($part->study->concertKey->signature(), $part->study->writtenKey->key->signature());
            $view['music'] = $this->pages->screen($part, $state->rows, '', $narrow ? self::NARROW : self::WIDE, $view['second'])->svg;
        } catch (StudyLineError $error) {
            $mended = $this->desk->mended($state->line, $error);

            return ['status' => 422, 'error' => $error->getMessage(), 'column' => $error->column, 'meant' => '' === $mended ? $error->readings : [$mended]] + $view;
        } catch (StudyError|PlayerError $error) {
            return ['status' => 422, 'error' => $error->getMessage(), 'remedies' => $this->remedies($state)] + $view;
        } catch (InstrumentError $error) {
            return ['status' => 404, 'error' => $error->getMessage()] + $view;
        } catch (EngravingError $error) {
            return ['status' => 503, 'error' => $error->getMessage(), 'music' => '<pre class="plain-part">'.htmlspecialchars(TextWriter::write($part)).'</pre>'] + $view;
        }

        return $view;
    }

    /**
     * Lines that drill the marked changes, by their number.
     *
     * @param array{hard: array<int, HardSpot>} $view
     *
     * @return array<int, string>
     */
    private function drills(DeskState $state, array $view): array
    {
        $state = $state->withLine($this->desk->current($state));
        if ($this->desk->changed($state->line, ClauseKind::Drill, '') !== $this->desk->canonical($state->line)) {
            return []; // a drill of a drill is none
        }

        return array_map(fn (HardSpot $spot): string => $this->desk->changed($state->line, ClauseKind::Drill, 'drill after note '.($spot->from + 1)), $view['hard']);
    }

    /**
     * The fingering of each note of the scale, alike in both of its spellings.
     *
     * @return list<string>
     */
    private static function twinFingerings(?Part $part, ?Working $working): array
    {
        if (null === $part || null === $working?->twin || MechanismKind::None === $part->instrument->mechanism()->kind()) {
            return [];
        }
        $byClass = [];
        foreach ($part->study->notes as $i => $note) {
            $byClass[$note->pitch()->midi() % 12] ??= $part->plan->notes[$i]->fingering->text;
        }

        return array_map(static fn (Pitch $note): string => $byClass[$note->midi() % 12] ?? '', $working->notes);
    }

    /** @return list<string> lines like this one that can be played */
    private function remedies(DeskState $state): array
    {
        return $this->desk->remedies($state);
    }

    private function saved(DeskState $state, SavedStudyRepository $studies): ?SavedStudy
    {
        try {
            return '' === $state->study ? null : $studies->one($state->study);
        } catch (DatabaseError) {
            return null; // the Desk works without the database; saving will say that it is down
        }
    }
}
