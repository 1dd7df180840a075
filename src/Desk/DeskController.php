<?php

declare(strict_types=1);

namespace App\Desk;

use App\Band\Notebook;
use App\Band\OwnPattern;
use App\Engraving\Diagram;
use App\Engraving\FingeringStyle;
use App\Engraving\Legend;
use App\Engraving\NumbersPage;
use App\Engraving\PageMaker;
use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Engraving\TalkPage;
use App\Shared\Deed;
use App\Shared\May;
use App\Shared\Words;
use SwiftReed\Line\Completion;
use SwiftReed\Line\Parser;
use SwiftReed\Score\Heading;
use SwiftReed\Score\Told;
use SwiftReed\Words\Catalogue;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

#[May(Deed::Make)]
final class DeskController extends AbstractController
{
    public function __construct(
        private readonly Desk $desk,
        private readonly PageMaker $pages,
        private readonly Notebook $notebook,
        private readonly Words $words,
    ) {
    }

    #[Route('/', name: 'home', methods: ['GET'])]
    public function home(): Response
    {
        return $this->redirectToRoute('desk');
    }

    #[Route('/desk', name: 'desk', methods: ['GET'])]
    public function desk(Request $request, DeskPage $page): Response
    {
        $asked = $page->asked($request->query->all());
        $isTyped = 'line' === $request->headers->get('HX-Trigger');
        $isPart = null !== $request->headers->get('HX-Request')
            && null === $request->headers->get('HX-History-Restore-Request');
        $view = $page->of($asked, $request->query->getBoolean('narrow'))
            + ['line_is_typed' => $isTyped, 'working_open' => $request->query->getBoolean('working')];
        $response = new Response(status: $view['status']);
        if ($isPart && $view['column'] > 0) {
            // The music that could last be read stays; only the message is new.
            $response->headers->add([
                'HX-Retarget' => '#line-message',
                'HX-Reswap' => 'innerHTML',
                'HX-Push-Url' => 'false',
            ]);

            return $this->render('desk/_line_error.html.twig', $view, $response);
        }
        if (!$isPart) {
            return $this->render('desk/desk.html.twig', $view + ['sheets' => $page->sheets()], $response);
        }
        if (200 === $view['status']) {
            // What is typed letter by letter is one step back; every other change is one of its own.
            $response->headers->set(
                $isTyped ? 'HX-Replace-Url' : 'HX-Push-Url',
                $this->generateUrl('desk', $view['state']->query()),
            );
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
        $own = 'pattern' === $id
            ? array_map(
                static fn (OwnPattern $one): array => ['name' => $one->getName(), 'cell' => $one->getCell()],
                $this->notebook->ownPatterns(),
            )
            : [];
        $panel = $panels->of($id, $line, $own)
            ?? throw $this->createNotFoundException($this->words->say('refusal.none.part', ['%part%' => $id]));

        return $this->render('desk/_panel.html.twig', ['state' => $state, 'panel' => $panel]);
    }

    /** The key, the numbers and the counts, and the notes under covers: "think it". */
    #[Route('/desk/think', name: 'think', methods: ['GET'])]
    public function think(Request $request): Response
    {
        $state = DeskState::of($request->query->all());
        $part = $this->desk->part($state);
        $isOpen = $request->query->getBoolean('open');
        $perSystem = $request->query->getBoolean('narrow') ? DeskPage::NARROW : DeskPage::WIDE;
        $label = \sprintf('%s, %s, to be thought', $part->instrument->name, $part->writtenTitle());

        return $this->render('desk/think.html.twig', [
            'state' => $state,
            'part' => $part,
            'title_in_words' => Heading::of($part),
            'says' => NumbersPage::means(),
            'open' => $isOpen,
            'narrow' => $request->query->getBoolean('narrow'),
            'music' => (
                $isOpen
                    ? $this->pages->screen($part, $state->rows, $label, $perSystem)
                    : $this->pages->covered($part, $label, $perSystem)
            )->svg,
        ]);
    }

    #[Route('/desk/talk', name: 'talk', methods: ['GET'])]
    public function talk(Request $request): Response
    {
        $state = DeskState::of($request->query->all());
        $part = $this->desk->part($state);
        $oneToSix = FingeringStyle::Numbers === $state->rows->fingerings;
        $notes = [];
        $spoken = (new Told($part, Catalogue::english()->spoken(), $oneToSix))->talk();
        foreach ((new Told($part, Catalogue::english(), $oneToSix))->talk() as $i => $note) {
            $drawing = Diagram::planned(
                $part->instrument,
                $part->plan->notes[$i],
                $part->plan->notes[$i - 1] ?? null,
                $part->tuning($i)?->act,
            );
            $name = $note['note']->name()->spoken();
            $notes[] = [
                'note' => $note['note']->sign(),
                'spoken' => $note['note']->spoken(),
                'says' => $note['says'],
                'short' => $name.': '.lcfirst($spoken[$i]['says'][0]),
                'long' => $name.': '.lcfirst(implode(' ', $spoken[$i]['says'])),
                'bar' => $part->study->notes[$i]->bar,
                'diagram' => 0 === $drawing->height
                    ? ''
                    : $drawing->alone(
                        'fingering',
                        Diagram::words($part->instrument, $part->plan->notes[$i], $oneToSix),
                    ),
            ];
        }

        return $this->render(
            'desk/talk.html.twig',
            [
                'state' => $state,
                'part' => $part,
                'notes' => $notes,
                'one_to_six' => $oneToSix,
                'legend' => Legend::forPage(
                    Legend::signs($part->instrument, $part->plan->notes, true, Legend::drawsSlides($part)),
                ),
            ],
        );
    }

    #[Route('/desk/talk.pdf', name: 'talk_pdf', methods: ['GET'])]
    public function talkPdf(Request $request, PdfMaker $pdfs): Response
    {
        $state = DeskState::of($request->query->all());

        return new Response(
            $pdfs->pdf(
                TalkPage::pages(
                    $this->desk->part($state),
                    FingeringStyle::Numbers === $state->rows->fingerings,
                    Paper::tryFrom($request->query->getString('paper')) ?? Paper::A4,
                ),
                'Talk it through',
            ),
            200,
            ['Content-Type' => 'application/pdf', 'Content-Disposition' => 'inline; filename="talk-through.pdf"'],
        );
    }

    #[Route('/desk/suggest', name: 'desk_suggest', methods: ['GET'])]
    public function suggest(Request $request, Parser $parser): Response
    {
        $completion = new Completion($parser->scales, $parser->grammar());

        return $this->render(
            'desk/_suggestions.html.twig',
            ['suggestions' => $completion->of(DeskState::of(['line' => $request->query->getString('line')])->line)],
        );
    }

    #[Route('/desk/note/{index<\d{1,4}>}', name: 'desk_note', methods: ['GET'])]
    public function note(Request $request, int $index): Response
    {
        $part = $this->desk->part(DeskState::of($request->query->all()));
        if (!isset($part->study->notes[$index])) {
            throw $this->createNotFoundException($this->words->say(
                'refusal.none.note_of',
                ['%note%' => $index, '%count%' => \count($part->study->notes)],
            ));
        }

        $state = DeskState::of($request->query->all());
        $remarks = array_values(array_filter(
            $this->notebook->remarks($state->instrument, $part->line()),
            static fn ($remark): bool => $remark->getNote() === $index,
        ));

        return $this->render(
            'desk/_card.html.twig',
            ['card' => NoteCard::of($part, $index, Catalogue::english()), 'state' => $state, 'remarks' => $remarks],
        );
    }
}
