<?php

declare(strict_types=1);

namespace App\LookUp;

use App\Band\OpenBand;
use App\Desk\Desk;
use App\Desk\DeskState;
use App\Engraving\ChartMaker;
use App\Engraving\Diagram;
use App\Engraving\EngravingError;
use App\Engraving\KeyMapDrawing;
use App\Engraving\Legend;
use App\Engraving\PageFrame;
use App\Engraving\PdfMaker;
use App\Engraving\StripPages;
use App\Shared\Deed;
use App\Shared\May;
use App\Shared\Words;
use SwiftReed\Explain\FingeringWords;
use SwiftReed\Explain\TrillWords;
use SwiftReed\Fingering\TrillBook;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\InstrumentError;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Instrument\Register;
use SwiftReed\Knowledge\Nearest;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\PitchError;
use SwiftReed\Words\Catalogue;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The back of the book: charts, search, the strip of a study's notes.
 */
#[May(Deed::Make)]
final class FingeringsController extends AbstractController
{
    public function __construct(
        private readonly InstrumentLibrary $instruments,
        private readonly Desk $desk,
        private readonly ChartMaker $charts,
        private readonly Words $words,
        private readonly OpenBand $open,
    ) {
    }

    #[Route('/fingerings', name: 'fingerings', methods: ['GET'])]
    public function fingerings(Request $request): Response
    {
        $state = DeskState::of($request->query->all());
        $asked = mb_substr(mb_scrub(trim($request->query->getString('q'))), 0, 80);
        $register = $request->query->getString('register');
        [$note, $named] = self::split($asked);
        if ('' !== $named) {
            $state = $state->withInstrument($this->byName($named, $state->instrument));
        }
        $view = [
            'state' => $state, 'asked' => $asked, 'register' => $register, 'families' => $this->desk->families(),
            'setups' => $this->desk->setups($state->instrument), 'instrument' => null, 'chart' => '', 'keyboard' => '',
            'registers' => [], 'error' => '', 'found' => '', 'legend' => [], 'explained' => [],
        ];
        $status = 200;
        try {
            $instrument = $this->desk->instrument($state);
            $midi = '' === $note ? -1 : $this->find($instrument, $note);
            $view['registers'] = array_map(static fn (Register $one): string => $one->name, $instrument->registers);
            $view = [
                'instrument' => $instrument,
                'keyboard' => ChartMaker::keyboard($instrument),
                'found' => $midi < 0
                    ? ''
                    : Catalogue::english()->sentence((new FingeringWords($instrument))->whole(
                        $instrument->fingerings(Pitch::plain($midi, true))[0],
                    )),
            ] + $view;
            $chosen = \in_array($register, $view['registers'], true) ? $register : '';
            $view['legend'] = ChartMaker::legendForPage($instrument);
            $view['explained'] = ChartMaker::notesTo($instrument, $chosen);
            $view['chart'] = $this->charts->screen(
                $instrument,
                $request->query->getBoolean('narrow'),
                $chosen,
                $midi,
            )->svg;
        } catch (InstrumentError $error) {
            $view['error'] = $error->getMessage();
            $status = 404;
        } catch (PitchError $error) {
            $view['error'] = $error->getMessage();
            $status = 422;
        } catch (EngravingError $error) {
            $view['error'] = $error->getMessage();
            $status = 503;
        }

        return $this->render('lookup/fingerings.html.twig', $view, new Response(status: $status));
    }

    #[Route('/fingerings/chart.pdf', name: 'chart_pdf', methods: ['GET'])]
    public function pdf(Request $request, PdfMaker $pdfs): Response
    {
        $instrument = $this->desk->instrument(DeskState::of($request->query->all()));
        $paper = $this->open->paper($request->query->getString('paper'));

        return new Response(
            $pdfs->pdf($this->charts->print($instrument, $paper), $instrument->name.', fingerings'),
            200,
            [
                'Content-Type' => 'application/pdf',
                'Content-Disposition' => \sprintf('inline; filename="fingerings-%s.pdf"', $instrument->id),
            ],
        );
    }

    #[Route('/fingerings/keys', name: 'key_map', methods: ['GET'])]
    public function keyMap(Request $request): Response
    {
        $state = DeskState::of($request->query->all());
        $instrument = $this->desk->instrument($state);
        if (null === $instrument->body) {
            throw $this->createNotFoundException($this->words->say(
                'refusal.none.keys',
                ['%instrument%' => $instrument->name],
            ));
        }

        return $this->render(
            'lookup/key_map.html.twig',
            [
                'state' => $state,
                'instrument' => $instrument,
                'drawing' => KeyMapDrawing::drawing($instrument)->svg,
                'keys' => KeyMapDrawing::keys($instrument),
            ],
        );
    }

    #[Route('/fingerings/keys.pdf', name: 'key_map_pdf', methods: ['GET'])]
    public function keyMapPdf(Request $request, PdfMaker $pdfs): Response
    {
        $instrument = $this->desk->instrument(DeskState::of($request->query->all()));
        if (null === $instrument->body) {
            throw $this->createNotFoundException($this->words->say(
                'refusal.none.keys',
                ['%instrument%' => $instrument->name],
            ));
        }

        $paper = $this->open->paper($request->query->getString('paper'));

        return new Response(
            $pdfs->pdf(KeyMapDrawing::print($instrument, $paper), $instrument->name.', keys'),
            200,
            [
                'Content-Type' => 'application/pdf',
                'Content-Disposition' => \sprintf('inline; filename="keys-%s.pdf"', $instrument->id),
            ],
        );
    }

    #[Route('/fingerings/strip', name: 'strip', methods: ['GET'])]
    public function strip(Request $request): Response
    {
        $state = DeskState::of($request->query->all());
        $part = $this->desk->part($state);
        $height = Diagram::height($part->instrument);
        $notes = [];
        foreach ($part->study->notes as $i => $note) {
            $notes[] = [
                'name' => $note->pitch()->name()->sign(),
                'bar' => 0 === $i || $part->study->notes[$i - 1]->bar !== $note->bar ? $note->bar : 0,
                'words' => Diagram::words($part->instrument, $part->plan->notes[$i]),
                'diagram' => 0 === $height
                    ? ''
                    : Diagram::planned(
                        $part->instrument,
                        $part->plan->notes[$i],
                        $part->plan->notes[$i - 1] ?? null,
                    )->alone('', ''),
            ];
        }

        return $this->render(
            'lookup/strip.html.twig',
            [
                'state' => $state,
                'part' => $part,
                'notes' => $notes,
                'trills' => 0 === $height
                    ? []
                    : array_map(
                        static fn (array $pair): array => [
                            'low' => $pair['low']->sign(),
                            'high' => $pair['high']->sign(),
                            'svg' => isset($pair['trills'][0])
                                ? Diagram::trill($part->instrument, $pair['trills'][0])->alone('', '')
                                : '',
                            'says' => Catalogue::english()->sentences(
                                (new TrillWords($part->instrument))->says($pair['trills'][0] ?? null),
                            ),
                        ],
                        (new TrillBook($part->instrument))->ofStudy($part->study),
                    ),
                'legend' => Legend::forPage(Legend::signs($part->instrument, $part->plan->notes, true)),
            ],
        );
    }

    #[Route('/fingerings/strip.pdf', name: 'strip_pdf', methods: ['GET'])]
    public function stripPdf(Request $request, PdfMaker $pdfs): Response
    {
        $part = $this->desk->part(DeskState::of($request->query->all()));
        $title = PageFrame::said($part->writtenTitle(), $this->words->say('study.finger'));
        $foot = PageFrame::said((string) $this->open->band()?->getName(), $title, $part->instrument->name);
        $paper = $this->open->paper($request->query->getString('paper'));

        return new Response(
            $pdfs->pdf(StripPages::of($part, $title, $paper, $foot), $title),
            200,
            ['Content-Type' => 'application/pdf', 'Content-Disposition' => 'inline; filename="say-and-finger.pdf"'],
        );
    }

    /** @return array{string, string} the note and the instrument of "A# on alto" */
    private static function split(string $asked): array
    {
        $parts = preg_split('/\s+on\s+(?:the\s+)?/i', $asked, 2);

        return false === $parts ? ['', ''] : [trim($parts[0] ?? ''), trim($parts[1] ?? '')];
    }

    private function byName(string $named, string $fallback): string
    {
        $names = [];
        $band = array_map(static fn (Instrument $one): string => $one->id, $this->desk->band());
        foreach (array_unique([...$band, ...$this->instruments->ids()]) as $id) {
            $names[$id] = mb_strtolower($this->instruments->instrument($id)->name);
            if ($id === $named || str_contains($names[$id], mb_strtolower($named))) {
                return $id;
            }
        }
        $nearest = array_search(Nearest::to($named, $names), $names, true);

        return \is_string($nearest) ? $nearest : $fallback;
    }

    /** The lowest note of that name in the range, or that very pitch; written MIDI number. */
    private function find(Instrument $instrument, string $note): int
    {
        $range = $instrument->range['full'];
        if (1 === preg_match('/\d$/', $note)) {
            $pitch = Pitch::parse($note);

            return $range->holds($pitch, $pitch)
                ? $pitch->midi()
                : throw PitchError::notInRange($note, $instrument->article, $range->lowest, $range->highest);
        }
        $class = NoteName::parse($note)->pitchClass();
        foreach ($range->pitches() as $pitch) {
            if ($pitch->midi() % 12 === $class) {
                return $pitch->midi();
            }
        }

        return -1;
    }
}
