<?php

declare(strict_types=1);

namespace App\Desk;

use App\Band\PinnedFingeringRepository;
use App\Band\PinType;
use App\Band\Remark;
use App\Band\RemarkRepository;
use App\Band\RemarkType;
use App\Band\Trash;
use App\Shared\Deed;
use App\Shared\Form\Forms;
use App\Shared\May;
use SwiftReed\Fingering\Pin;
use SwiftReed\Fingering\PinError;
use SwiftReed\Fingering\Tendency;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Pins and remarks: made on the card, listed under the page, removed there.
 */
#[May(Deed::Keep)]
final class NotebookController extends AbstractController
{
    public function __construct(
        private readonly Desk $desk,
        private readonly PinFingerings $pinning,
        private readonly Trash $trash,
        private readonly Forms $forms,
    ) {
    }

    #[Route('/pins', name: 'pin', methods: ['POST'])]
    public function pin(Request $request): Response
    {
        $state = DeskState::of($request->request->all());
        $part = $this->desk->plainPart($state);
        $form = $this->forms->read(PinType::class, $request);
        $problem = Forms::problem($form);
        if (null !== $problem) {
            return $this->refused($problem, $request);
        }
        $text = Forms::text($form, 'pin');
        if (Tendency::isMeant($text)) {
            $this->pinning->always($state, Tendency::parse($text)->text());

            return $this->back($state);
        }
        $pin = Pin::parse($text);
        try {
            $this->desk->plainPart($state, [$pin]);
        } catch (PinError $error) {
            return $this->refused($error->getMessage(), $request);
        }
        if (!isset($part->study->notes[$pin->note])) {
            $this->pinning->always($state, $pin->text());

            return $this->back($state);
        }
        $offer = $this->pinning->onNote($state, $part, $pin);

        return $this->redirectToRoute(
            'desk',
            $state->query() + (null === $offer ? [] : ['offer' => $offer]),
            Response::HTTP_SEE_OTHER,
        );
    }

    #[Route('/pins/{id}/remove', name: 'pin_remove', methods: ['POST'])]
    public function removePin(Request $request, PinnedFingeringRepository $pins, string $id): Response
    {
        $pin = $pins->one($id);

        return $this->back(
            DeskState::of($request->request->all()),
            null === $pin ? '' : $this->trash->remove($pin, $pin->getPin()),
        );
    }

    #[Route('/remarks', name: 'remark', methods: ['POST'])]
    public function remark(Request $request, WriteRemark $write): Response
    {
        $state = DeskState::of($request->request->all());
        $part = $this->desk->plainPart($state);
        $form = $this->forms->read(RemarkType::class, $request, null, ['notes' => \count($part->study->notes)]);
        $problem = Forms::problem($form);
        if (null !== $problem) {
            return $this->refused($problem, $request);
        }
        $note = $form->get('note')->getData();
        $write(
            $state->instrument,
            $part->line(),
            \is_int($note) ? $note : Remark::PAGE,
            true === $form->get('change')->getData(),
            Forms::text($form, 'text'),
        );

        return $this->back($state);
    }

    #[Route('/remarks/{id}/remove', name: 'remark_remove', methods: ['POST'])]
    public function removeRemark(Request $request, RemarkRepository $remarks, string $id): Response
    {
        $remark = $remarks->one($id);

        return $this->back(
            DeskState::of($request->request->all()),
            null === $remark ? '' : $this->trash->remove($remark, $remark->getText()),
        );
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
                'title' => 'title.not_noted',
                'sentence' => $sentence,
                'again' => ['action' => $request->getPathInfo(), 'fields' => Forms::typed($request)],
            ],
            new Response(status: Response::HTTP_UNPROCESSABLE_ENTITY),
        );
    }
}
