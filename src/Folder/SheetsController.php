<?php

declare(strict_types=1);

namespace App\Folder;

use App\Band\Notebook;
use App\Band\Trash;
use App\Desk\Desk;
use App\Desk\DeskPage;
use App\Desk\DeskState;
use App\Desk\Panels;
use App\Desk\SheetFile;
use App\Desk\StudySheet;
use App\Desk\StudySheetRepository;
use App\Engraving\EngravingError;
use App\Engraving\PageMaker;
use App\Shared\Deed;
use App\Shared\Download;
use App\Shared\Form\Forms;
use App\Shared\Form\WordsType;
use App\Shared\May;
use App\Shared\Stale;
use App\Shared\Words;
use SwiftReed\Instrument\InstrumentError;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Packet\SheetError;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Score\Sheet;
use SwiftReed\Study\StudyError;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\String\Slugger\AsciiSlugger;

/**
 * Sheets: several numbered studies on one page, for any instrument.
 */
#[May(Deed::Keep)]
final class SheetsController extends AbstractController
{
    /** What a new sheet begins with: the week's work in one key. */
    private const BEGINNING = "concert F major, 2 octaves, quarters, quarter = 72\nconcert F major, 2 octaves, eighths, quarter = 72\nconcert F major, thirds, eighths, quarter = 60\nconcert F arpeggio, 2 octaves, quarters, quarter = 72\nconcert F chromatic, triplets, quarter = 60";
    /** Studies whose music is shown on the screen. */
    private const SHOWN = 24;

    public function __construct(
        private readonly Desk $desk,
        private readonly StudySheetRepository $sheets,
        private readonly KeepSheets $keeping,
        private readonly PageMaker $pages,
        private readonly Forms $forms,
        private readonly Words $words,
    ) {
    }

    #[Route('/sheets', name: 'sheets', methods: ['GET'])]
    public function sheets(): Response
    {
        return $this->render('folder/sheets.html.twig', ['sheets' => $this->sheets->newestFirst()]);
    }

    #[Route('/sheets/new', name: 'sheet_new', methods: ['GET'])]
    #[May(Deed::Make)]
    public function fresh(Request $request): Response
    {
        return $this->shown(
            $request,
            null,
            self::text($request->query->getString('lines', self::BEGINNING)),
            self::name($request->query->getString('name', 'This week')),
        );
    }

    #[Route('/sheets/{id<[0-9a-f-]{36}>}', name: 'sheet', methods: ['GET'])]
    public function sheet(Request $request, string $id): Response
    {
        $sheet = $this->one($id);

        return $this->shown(
            $request,
            $sheet,
            self::text($request->query->getString('lines', $sheet->getLines())),
            self::name($request->query->getString('name', $sheet->getName())),
        );
    }

    #[Route('/sheets', name: 'sheet_save', methods: ['POST'])]
    public function save(Request $request): Response
    {
        $state = DeskState::of($request->request->all());
        $form = $this->forms->read(SheetType::class, $request, null, ['state' => $state]);
        [$name, $lines] = [
            Forms::text($form, 'name'),
            implode("\n", StudySheet::rows(mb_scrub(Forms::text($form, 'lines')))),
        ];
        $id = $request->request->getString('id');
        $sheet = '' === $id ? null : $this->one($id);
        $problem = Forms::problem($form);
        if (null !== $problem) {
            $again = ['name' => $name, 'lines' => Forms::text($form, 'lines'), 'id' => $id]
                + (null === $sheet ? [] : ['version' => (string) $sheet->getVersion()]) + $state->query();

            return $this->render(
                'shared/error.html.twig',
                [
                    'title' => 'title.not_kept',
                    'sentence' => $problem,
                    'again' => ['action' => $this->generateUrl('sheet_save'), 'fields' => $again],
                ],
                new Response(status: 422),
            );
        }
        if (null !== $sheet) {
            Stale::unless($request, $sheet->getVersion(), ['name' => $sheet->getName(), 'lines' => $sheet->getLines()]);
        }
        null === $sheet
            ? $sheet = $this->keeping->keep($name, $lines)
            : $this->keeping->change($sheet, $name, $lines);

        return $this->redirectToRoute(
            'sheet',
            ['id' => $sheet->getId()] + $state->query(['line' => '']),
            Response::HTTP_SEE_OTHER,
        );
    }

    /** The line of the Desk as one more study of a sheet, or the first of a new one. */
    #[Route('/sheets/add', name: 'sheet_add', methods: ['POST'])]
    public function add(Request $request): Response
    {
        $state = DeskState::of($request->request->all());
        $line = $this->desk->canonical($state->line);
        $id = $request->request->getString('sheet');
        $sheet = '' === $id ? $this->keeping->keep('This week', $line) : $this->one($id);
        if ('' !== $id) {
            $lines = $sheet->getLines()."\n".$line;
            if (mb_strlen($lines) > StudySheet::LENGTH) {
                throw new UnprocessableEntityHttpException($this->words->say(
                    'refusal.sheet.full',
                    ['%name%' => $sheet->getName(), '%most%' => StudySheet::LENGTH],
                ));
            }
            $this->keeping->change($sheet, $sheet->getName(), $lines);
        }

        return $this->redirectToRoute(
            'sheet',
            ['id' => $sheet->getId()] + $state->query(['line' => '']),
            Response::HTTP_SEE_OTHER,
        );
    }

    #[Route('/sheets/{id<[0-9a-f-]{36}>}/remove', name: 'sheet_remove', methods: ['POST'])]
    public function remove(Trash $trash, string $id): Response
    {
        $sheet = $this->one($id);

        return $this->redirectToRoute(
            'sheets',
            ['undo' => $trash->remove($sheet, $sheet->getName())],
            Response::HTTP_SEE_OTHER,
        );
    }

    #[Route(
        '/sheets/sheet.{format}',
        name: 'sheet_export',
        requirements: ['format' => Download::FORMATS],
        methods: ['GET'],
    )]
    #[May(Deed::Make)]
    public function export(Request $request, SheetFile $files, Notebook $notebook, string $format): Response
    {
        $notebook->mustAnswer();
        $state = DeskState::of($request->query->all());
        $name = self::name($request->query->getString('name'));
        $sheet = $this->built(
            $state,
            self::text($request->query->getString('lines')),
        )->titled(SheetFile::title($request) ?? $name);
        $content = $files->content(
            $sheet,
            $format,
            $state->rows,
            SheetFile::look($request),
            SheetFile::choices($request, $state->rows),
        );

        return Download::of(
            $request,
            $content,
            (new AsciiSlugger('en'))->slug($name.' '.$state->instrument)->lower()->toString(),
            $format,
        );
    }

    private function shown(Request $request, ?StudySheet $saved, string $lines, string $name): Response
    {
        $state = DeskState::of($request->query->all());
        $tonic = $request->query->getString('tonic');
        if ('' !== $tonic && mb_strlen($lines) <= StudySheet::LENGTH) {
            $lines = implode(
                "\n",
                $this->desk->moved(StudySheet::rows($lines), $tonic, 'one' === $request->query->getString('move')),
            );
        }
        $view = [
            'saved' => $saved, 'state' => $state, 'lines' => $lines, 'name' => $name, 'error' => '', 'studies' => [],
            'more' => 0, 'tonics' => Panels::TONICS, 'families' => $this->desk->families(),
            'setups' => $this->desk->setups($state->instrument), 'columns' => StudySheet::rows($lines),
        ];
        $status = 200;
        try {
            $sheet = $this->built($state, $lines);
            $met = [];
            foreach (\array_slice($sheet->parts, 0, self::SHOWN) as $i => $part) {
                $needed = array_map(
                    static fn (Pitch $pitch): array => [
                        'note' => $pitch->sign(),
                        'isNew' => [] !== $met && !isset($met[$pitch->midi()]),
                    ],
                    $part->notesNeeded(),
                );
                foreach ($part->notesNeeded() as $pitch) {
                    $met[$pitch->midi()] = true;
                }
                $view['studies'][] = [
                    'needed' => $needed,
                    'number' => $sheet->numbers[$i],
                    'part' => $part,
                    'title' => $sheet->over($i),
                    'music' => $this->pages->screen(
                        $part,
                        $state->rows,
                        '',
                        $request->query->getBoolean('narrow') ? DeskPage::NARROW : DeskPage::WIDE,
                    )->apart('s'.$i),
                ];
            }
            $view['more'] = max(0, \count($sheet->parts) - self::SHOWN);
        } catch (StudyLineError|StudyError|SheetError|InstrumentError $error) {
            $view['error'] = $error->getMessage();
            $status = 422;
        } catch (EngravingError $error) {
            $view['error'] = $error->getMessage();
            $status = 503;
        }

        return $this->render('folder/sheet.html.twig', $view, new Response(status: $status));
    }

    private function built(DeskState $state, string $lines): Sheet
    {
        if (mb_strlen($lines) > StudySheet::LENGTH) {
            throw SheetError::tooManyCharacters(mb_strlen($lines), StudySheet::LENGTH);
        }

        return $this->desk->sheet($state, StudySheet::rows($lines));
    }

    private static function text(string $lines): string
    {
        return strtr(mb_scrub(trim($lines)), ["\r" => '']);
    }

    private static function name(string $name): string
    {
        return mb_substr(WordsType::clean($name), 0, StudySheet::NAME);
    }

    private function one(string $id): StudySheet
    {
        return $this->sheets->one($id) ?? throw $this->createNotFoundException('refusal.none.sheet');
    }
}
