<?php

declare(strict_types=1);

namespace App\Folder;

use App\Band\Notebook;
use App\Band\OwnPattern;
use App\Band\OwnPatternRepository;
use App\Band\Trash;
use App\Desk\Desk;
use App\Desk\DeskState;
use App\Engraving\EngravingError;
use App\Engraving\FingeringStyle;
use App\Engraving\PageMaker;
use App\Engraving\Rows;
use App\Shared\Deed;
use App\Shared\Form\BroughtType;
use App\Shared\Form\Forms;
use App\Shared\May;
use App\Shared\Stale;
use App\Shared\Words;
use SwiftReed\Instrument\InstrumentError;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Pattern\PatternError;
use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Pattern\PatternParser;
use SwiftReed\Player\Reminders;
use SwiftReed\Score\Part;
use SwiftReed\Study\StudyError;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The library of patterns, and the place where one's own are made.
 */
#[May(Deed::Keep)]
final class PatternsController extends AbstractController
{
    public function __construct(
        private readonly Desk $desk,
        private readonly PatternLibrary $library,
        private readonly OwnPatternRepository $own,
        private readonly KeepPatterns $keeping,
        private readonly Notebook $notebook,
        private readonly Forms $forms,
        private readonly Words $words,
    ) {
    }

    #[Route('/patterns', name: 'patterns', methods: ['GET'])]
    #[May(Deed::Make)]
    public function patterns(Request $request, PageMaker $pages): Response
    {
        $state = DeskState::of($request->query->all());
        $cell = mb_substr(mb_scrub(trim($request->query->getString('cell', '1 2 3 5'))), 0, PatternType::CELL);
        $view = ['state' => $state, 'cell' => $cell, 'says' => $this->preview($state, $cell, $pages)];
        if (null !== $request->headers->get('HX-Request')) {
            return $this->render('folder/_preview.html.twig', $view);
        }
        $library = [];
        foreach ($this->library->names() as $name) {
            $library[] = [
                'name' => $name,
                'cell' => $this->library->cell($name),
                'says' => $this->library->pattern($name)->says,
                'line' => $this->desk->changed($state->line, ClauseKind::Pattern, 'straight' === $name ? '' : $name),
            ];
        }
        $mine = array_map(
            fn (OwnPattern $one): array => [
                'id' => $one->getId(),
                'name' => $one->getName(),
                'cell' => $one->getCell(),
                'line' => $this->desk->changed($state->line, ClauseKind::Pattern, 'cell '.$one->getCell()),
            ],
            $this->notebook->ownPatterns(),
        );

        return $this->render(
            'folder/patterns.html.twig',
            $view + [
                'library' => $library,
                'mine' => $mine,
                'named' => $named = mb_substr(mb_scrub($request->query->getString('name')), 0, OwnPattern::NAME),
                'named_version' => $this->versionOf($named),
            ],
        );
    }

    #[Route('/patterns', name: 'pattern_save', methods: ['POST'])]
    public function save(Request $request): Response
    {
        $form = $this->forms->read(PatternType::class, $request);
        [$name, $cell] = [Forms::text($form, 'name'), Forms::text($form, 'cell')];
        $text = null === Forms::problem($form) ? substr(PatternParser::parse($cell)->text, 5) : '';
        $known = $this->own->named($name);
        $problem = Forms::problem($form);
        if (
            null === $problem
            && null !== $known
            && $known->getCell() !== $text
            && $request->request->getString('changes') !== $name
        ) {
            $problem = $this->words->say('refusal.pattern.taken', ['%name%' => $name, '%cell%' => $known->getCell()]);
        }
        if (null !== $problem) {
            return $this->render(
                'shared/error.html.twig',
                [
                    'title' => 'title.not_kept',
                    'sentence' => $problem,
                    'again' => [
                        'action' => $this->generateUrl('pattern_save'),
                        'fields' => ['name' => $name, 'cell' => $cell],
                    ],
                ],
                new Response(status: 422),
            );
        }
        if (null !== $known && $known->getCell() !== $text) {
            Stale::unless($request, $known->getVersion(), ['cell' => $known->getCell()]);
        }
        $this->keeping->keep([$name => $text]);

        return $this->redirectToRoute(
            'patterns',
            DeskState::of($request->request->all())->query() + ['cell' => $cell, 'name' => $name],
            Response::HTTP_SEE_OTHER,
        );
    }

    #[Route('/patterns/{id}/remove', name: 'pattern_remove', methods: ['POST'])]
    public function remove(Request $request, Trash $trash, string $id): Response
    {
        $pattern = $this->own->one($id);

        return $this->redirectToRoute(
            'patterns',
            DeskState::of($request->request->all())->query()
                + (null === $pattern ? [] : ['undo' => $trash->remove($pattern, $pattern->getName())]),
            Response::HTTP_SEE_OTHER,
        );
    }

    #[Route('/patterns.json', name: 'patterns_export', methods: ['GET'])]
    public function export(): Response
    {
        $patterns = array_map(
            static fn (OwnPattern $one): array => ['name' => $one->getName(), 'cell' => $one->getCell()],
            $this->own->inOrder(),
        );
        $response = new JsonResponse(['version' => 1, 'patterns' => $patterns]);
        $response->setEncodingOptions(\JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES);
        $response->headers->set('Content-Disposition', HeaderUtils::makeDisposition('attachment', 'patterns.json'));

        return $response;
    }

    #[Route('/patterns/import', name: 'patterns_import', methods: ['POST'])]
    public function import(Request $request, PatternsFile $file): Response
    {
        $form = $this->forms->read(
            BroughtType::class,
            $request,
            null,
            ['limit' => PatternsFile::BYTES, 'check' => $file->problem(...)],
        );
        $problem = Forms::problem($form);
        if (null !== $problem) {
            return $this->render(
                'shared/error.html.twig',
                ['title' => 'title.nothing_taken', 'sentence' => $problem, 'again' => null],
                new Response(status: 422),
            );
        }
        $this->keeping->keep($file->read(BroughtType::text($form, PatternsFile::BYTES)));

        return $this->redirectToRoute(
            'patterns',
            DeskState::of($request->request->all())->query(),
            Response::HTTP_SEE_OTHER,
        );
    }

    /**
     * The version of the pattern that is being changed; 0 where the name is a new one, or the database cannot be asked.
     */
    private function versionOf(string $name): int
    {
        foreach ('' === $name ? [] : $this->notebook->ownPatterns() as $one) {
            if ($one->getName() === $name) {
                return $one->getVersion();
            }
        }

        return 0;
    }

    /**
     * @return array{error: string, column: int, cell: string, begins: string, ends: string, line: string, count: int}
     */
    private function preview(DeskState $state, string $cell, PageMaker $pages): array
    {
        $says = ['error' => '', 'column' => 0, 'cell' => '', 'begins' => '', 'ends' => '', 'line' => '', 'count' => 0];
        try {
            $text = PatternParser::parse($cell)->text;
        } catch (PatternError $error) {
            return ['error' => $error->getMessage(), 'column' => $error->column] + $says;
        }
        $line = $this->desk->changed($this->desk->changed($state->line, ClauseKind::Keys, ''), ClauseKind::Drill, '');
        foreach ([ClauseKind::Direction, ClauseKind::Rounds, ClauseKind::Sequel] as $kind) {
            $line = $this->desk->changed($line, $kind, '');
        }
        $says['line'] = $this->desk->changed($line, ClauseKind::Pattern, $text);
        try {
            $part = $this->desk->plainPart($state->withLine($says['line']));
            $cells = $this->cells($part);
            $rows = new Rows(true, true, Reminders::None, FingeringStyle::None);
            $last = \count($cells) - 1;
            $draw = static fn (int $from, int $to, string $label): string => $pages->screen(
                $part->excerpt($cells[$from][0], $cells[$to][1]),
                $rows,
                $label,
            )->apart('c'.$from.'-'.$to);
            $says['count'] = \count($part->study->notes);
            $says['cell'] = $draw(0, 0, 'The cell');
            $says['begins'] = $draw(0, min(2, $last), 'The first three steps');
            $says['ends'] = $draw(max(0, $last - 1), $last, 'The end');
        } catch (StudyLineError|StudyError|InstrumentError|EngravingError $error) {
            $says['error'] = $error->getMessage();
        }

        return $says;
    }

    /** @return list<array{int, int}> first and last note of each cell */
    private function cells(Part $part): array
    {
        $begins = [];
        foreach ($part->study->notes as $i => $note) {
            if (0 === $i || $note->tone->cell !== $part->study->notes[$i - 1]->tone->cell) {
                $begins[] = $i;
            }
        }
        $ends = [
            ...array_map(static fn (int $next): int => $next - 1, \array_slice($begins, 1)),
            \count($part->study->notes) - 1,
        ];

        return array_map(static fn (int $begin, int $end): array => [$begin, $end], $begins, $ends);
    }
}
