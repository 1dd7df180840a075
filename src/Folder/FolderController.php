<?php

declare(strict_types=1);

namespace App\Folder;

use App\Desk\Desk;
use App\Desk\DeskState;
use App\Desk\SavedStudy;
use App\Desk\SavedStudyRepository;
use App\Shared\Deed;
use App\Shared\Form\Forms;
use App\Shared\May;
use App\Shared\Stale;
use SwiftReed\Instrument\InstrumentLibrary;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;

#[May(Deed::Keep)]
final class FolderController extends AbstractController
{
    public function __construct(
        private readonly KeepStudies $keeping,
        private readonly SavedStudyRepository $studies,
        private readonly Forms $forms,
    ) {
    }

    #[Route('/folder', name: 'folder', methods: ['GET'])]
    public function folder(Request $request, InstrumentLibrary $instruments): Response
    {
        $words = mb_substr(mb_scrub($request->query->getString('q')), 0, 200);
        $undo = $request->query->getString('undo');
        $view = [
            'studies' => $this->studies->search($words, $page = max(1, $request->query->getInt('page', 1))),
            'found' => $found = $this->studies->found($words),
            'page' => $page,
            'pages' => max(1, (int) ceil($found / SavedStudyRepository::PAGE)),
            'total' => $this->studies->count(),
            'words' => $words,
            'instruments' => $instruments,
            'deleted' => '' === $undo ? null : $this->studies->one($undo),
            'renaming' => $request->query->getString('rename'),
        ];

        return $this->render(
            null === $request->headers->get('HX-Request') ? 'folder/folder.html.twig' : 'folder/_list.html.twig',
            $view,
        );
    }

    #[Route('/folder', name: 'folder_save', methods: ['POST'])]
    public function save(Request $request, Desk $desk): Response
    {
        [$name, $state, $problem] = $this->read($request, $desk);
        if ('' !== $problem) {
            return $this->refused($problem, $request);
        }
        $study = $this->keeping->keep($name, $state);

        return $this->redirectToRoute('desk', $study->state()->query(), Response::HTTP_SEE_OTHER);
    }

    #[Route('/folder/{id}', name: 'folder_change', methods: ['POST'])]
    public function change(Request $request, Desk $desk, string $id): Response
    {
        [$name, $state, $problem] = $this->read($request, $desk);
        if ('' !== $problem) {
            return $this->refused($problem, $request);
        }
        $study = $this->study($id);
        if ($request->request->getInt('version') !== $study->getVersion()) {
            return $this->render(
                'folder/conflict.html.twig',
                ['mine' => ['name' => $name, 'state' => $state], 'theirs' => $study],
                new Response(status: Response::HTTP_CONFLICT),
            );
        }
        $this->keeping->change($study, $name, $state);

        return $this->redirectToRoute('desk', $study->state()->query(), Response::HTTP_SEE_OTHER);
    }

    #[Route('/folder/{id}/rename', name: 'folder_rename', methods: ['POST'])]
    public function rename(Request $request, string $id): Response
    {
        $form = $this->forms->read(KeepType::class, $request);
        $problem = Forms::problem($form);
        if (null !== $problem) {
            return $this->refused($problem, $request);
        }
        $study = $this->study($id);
        Stale::unless($request, $study->getVersion(), ['name' => $study->getName()]);
        $this->keeping->rename($study, Forms::text($form, 'name'));

        return $this->redirectToRoute('folder', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/folder/{id}/duplicate', name: 'folder_duplicate', methods: ['POST'])]
    public function duplicate(string $id): Response
    {
        $this->keeping->double($this->study($id));

        return $this->redirectToRoute('folder', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/folder/{id}/move/{direction<up|down>}', name: 'folder_move', methods: ['POST'])]
    public function move(string $id, string $direction): Response
    {
        $study = $this->study($id);
        $other = $this->studies->neighbour($study, 'up' === $direction ? -1 : 1);
        if (null !== $other) {
            $this->studies->swap($study, $other);
        }

        return $this->redirect($this->generateUrl('folder').'#study-'.$id, Response::HTTP_SEE_OTHER);
    }

    #[Route('/folder/{id}/delete', name: 'folder_delete', methods: ['POST'])]
    public function delete(string $id): Response
    {
        $this->keeping->putAway($this->study($id));

        return $this->redirectToRoute('folder', ['undo' => $id], Response::HTTP_SEE_OTHER);
    }

    #[Route('/folder/{id}/restore', name: 'folder_restore', methods: ['POST'])]
    public function restore(string $id): Response
    {
        $this->keeping->takeOutAgain($this->studies->one($id) ?? throw $this->gone());

        return $this->redirectToRoute('folder', [], Response::HTTP_SEE_OTHER);
    }

    private function study(string $id): SavedStudy
    {
        $study = $this->studies->one($id);

        return null === $study || $study->isDeleted() ? throw $this->gone() : $study;
    }

    private function gone(): NotFoundHttpException
    {
        return $this->createNotFoundException('refusal.none.study');
    }

    /** @return array{string, DeskState, string} name, state, and what is wrong with them */
    private function read(Request $request, Desk $desk): array
    {
        $state = DeskState::of($request->request->all());
        $form = $this->forms->read(KeepType::class, $request);
        $name = Forms::text($form, 'name');
        $problem = Forms::problem($form) ?? '';
        if ('' === $problem) {
            try {
                $state = $state->withLine($desk->part($state)->line());
            } catch (\InvalidArgumentException|\DomainException $error) {
                $problem = $error->getMessage();
            }
        }

        return [$name, $state, $problem];
    }

    private function refused(string $problem, Request $request): Response
    {
        return $this->render(
            'shared/error.html.twig',
            [
                'title' => 'title.not_kept',
                'sentence' => $problem,
                'again' => ['action' => $request->getPathInfo(), 'fields' => Forms::typed($request)],
            ],
            new Response(status: Response::HTTP_UNPROCESSABLE_ENTITY),
        );
    }
}
