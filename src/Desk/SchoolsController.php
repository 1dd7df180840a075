<?php

declare(strict_types=1);

namespace App\Desk;

use App\Band\Notebook;
use App\Band\PinnedFingering;
use App\Band\SchoolOfHabitsRepository;
use App\Band\SchoolType;
use App\Band\Trash;
use App\Shared\Deed;
use App\Shared\Form\BroughtType;
use App\Shared\Form\Forms;
use App\Shared\May;
use SwiftReed\Fingering\School;
use SwiftReed\Fingering\SchoolError;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Schools of habits: kept under a name, taken over by a section or a player, given away and brought in as a file.
 */
#[May(Deed::Keep)]
final class SchoolsController extends AbstractController
{
    /** Bytes of a file of habits; two hundred habits need far less. */
    private const LARGEST = 100_000;

    public function __construct(
        private readonly KeepSchool $keeping,
        private readonly SchoolOfHabitsRepository $schools,
        private readonly Notebook $notebook,
        private readonly Desk $desk,
        private readonly Forms $forms,
    ) {
    }

    #[Route('/schools', name: 'school_keep', methods: ['POST'])]
    public function keep(Request $request): Response
    {
        $state = DeskState::of($request->request->all());
        $this->desk->instrument($state);
        $habits = array_map(
            static fn (PinnedFingering $one): string => $one->getPin(),
            array_values(array_filter(
                $this->notebook->pins($state->instrument, '', $state->player),
                static fn (PinnedFingering $one): bool => '' === $one->getLine(),
            )),
        );
        $form = $this->forms->read(SchoolType::class, $request);
        $name = Forms::text($form, 'name');
        $problem = Forms::problem($form)
            ?? self::problem(static fn (): School => School::named($name, $state->instrument, $habits));
        if (null !== $problem) {
            return $this->refused($problem, $request);
        }
        $this->keeping->keep(School::named($name, $state->instrument, $habits));

        return $this->back($state);
    }

    #[Route('/schools/bring', name: 'school_bring', methods: ['POST'])]
    public function bring(Request $request): Response
    {
        $state = DeskState::of($request->request->all());
        $form = $this->forms->read(
            BroughtType::class,
            $request,
            null,
            [
                'limit' => self::LARGEST,
                'check' => static fn (string $text): ?string => self::problem(
                    static fn (): School => School::fromJson($text),
                ),
            ],
        );
        $problem = Forms::problem($form);
        if (null !== $problem) {
            return $this->refused($problem, $request);
        }
        $school = School::fromJson(BroughtType::text($form, self::LARGEST));
        $this->desk->instrument($state->withInstrument($school->instrument));
        $this->keeping->keep($school);

        return $this->back(
            $school->instrument === $state->instrument ? $state : $state->withInstrument($school->instrument),
        );
    }

    #[Route('/schools/{id}.json', name: 'school_file', methods: ['GET'])]
    public function download(string $id): Response
    {
        $kept = $this->schools->one($id) ?? throw $this->createNotFoundException('refusal.none.school');

        return new Response(
            $kept->school()->toJson(),
            200,
            [
                'Content-Type' => 'application/json',
                'Content-Disposition' => HeaderUtils::makeDisposition(
                    'attachment',
                    'habits-'.$kept->getInstrument().'.json',
                ),
            ],
        );
    }

    #[Route('/schools/{id}/take', name: 'school_take', methods: ['POST'])]
    public function take(Request $request, string $id): Response
    {
        $state = DeskState::of($request->request->all());
        $kept = $this->schools->one($id) ?? throw $this->createNotFoundException('refusal.none.school');
        $this->keeping->take($kept->school(), $state);

        return $this->back($state);
    }

    #[Route('/schools/{id}/remove', name: 'school_remove', methods: ['POST'])]
    public function remove(Request $request, Trash $trash, string $id): Response
    {
        $kept = $this->schools->one($id);

        return $this->back(
            DeskState::of($request->request->all())->withOther(''),
            null === $kept ? '' : $trash->remove($kept, $kept->getName()),
        );
    }

    /** @param \Closure(): School $read */
    private static function problem(\Closure $read): ?string
    {
        try {
            $read();

            return null;
        } catch (SchoolError $error) {
            return $error->getMessage();
        }
    }

    private function back(DeskState $state, string $undo = ''): Response
    {
        return $this->redirectToRoute(
            'desk',
            $state->query() + ('' === $undo ? [] : ['undo' => $undo]),
            Response::HTTP_SEE_OTHER,
        );
    }

    private function refused(string $sentence, Request $request): Response
    {
        return $this->render(
            'shared/error.html.twig',
            [
                'title' => 'title.not_kept',
                'sentence' => $sentence,
                'again' => ['action' => $request->getPathInfo(), 'fields' => Forms::typed($request)],
            ],
            new Response(status: Response::HTTP_UNPROCESSABLE_ENTITY),
        );
    }
}
