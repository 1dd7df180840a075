<?php

declare(strict_types=1);

namespace App\Desk;

use App\Band\Notebook;
use App\Band\PinnedFingering;
use App\Band\PinnedFingeringRepository;
use App\Band\PinType;
use App\Band\Remark;
use App\Band\RemarkRepository;
use App\Band\RemarkType;
use App\Band\Trash;
use App\Shared\Deed;
use App\Shared\Form\Forms;
use App\Shared\May;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Fingering\LearnedHabit;
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
        private readonly EntityManagerInterface $entities,
        private readonly Desk $desk,
        private readonly Notebook $notebook,
        private readonly Trash $trash,
        private readonly Forms $forms,
    ) {
    }

    #[Route('/pins', name: 'pin', methods: ['POST'])]
    public function pin(Request $request, PinnedFingeringRepository $pins): Response
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
            return $this->keep(Tendency::parse($text)->text(), $state);
        }
        $pin = Pin::parse($text);
        try {
            $this->desk->plainPart($state, [$pin]);
        } catch (PinError $error) {
            return $this->refused($error->getMessage(), $request);
        }
        $player = $this->notebook->player($state->player);
        $note = $part->study->notes[$pin->note] ?? null;
        if (null === $note) {
            return $this->keep($pin->text(), $state);
        }
        if ([] !== array_filter(
            $this->notebook->pins($state->instrument, $part->line(), $state->player),
            static fn (
                PinnedFingering $one,
            ): bool => $one->getLine() === $part->line() && $one->getPin() === $pin->text(),
        )) {
            return $this->back($state); // pressed twice
        }
        $pins->forgetOnNote($state->instrument, $part->line(), $pin->note, $player);
        $before = $part->study->notes[$pin->note - 1] ?? null;
        $learned = LearnedHabit::of(
            $note->pitch(),
            $pin->wanted[0],
            $before?->pitch(),
            null === $before ? '' : $part->plan->notes[$pin->note - 1]->fingering->text,
        );
        $this->entities->persist(
            new PinnedFingering(
                $state->instrument,
                $part->line(),
                $pin->text(),
                $player,
                mb_substr($learned->note, 0, 200),
                mb_substr($learned->change, 0, 400),
            ),
        );
        $this->entities->flush();
        $made = array_map(
            static fn (PinnedFingering $one): LearnedHabit => $one->learned(),
            $pins->same($state->instrument, mb_substr($learned->note, 0, 200), $state->player),
        );
        $offer = LearnedHabit::offer($made);
        $isHabit = null !== $offer
            && [] !== array_filter(
                $this->notebook->pins($state->instrument, '', $state->player),
                static fn (PinnedFingering $one): bool => '' === $one->getLine() && \in_array(
                    $one->getPin(),
                    [$learned->note, $offer],
                    true,
                ),
            );

        return $this->redirectToRoute(
            'desk',
            $state->query() + (null === $offer || $isHabit ? [] : ['offer' => $offer]),
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
    public function remark(Request $request): Response
    {
        $state = DeskState::of($request->request->all());
        $part = $this->desk->plainPart($state);
        $form = $this->forms->read(RemarkType::class, $request, null, ['notes' => \count($part->study->notes)]);
        $problem = Forms::problem($form);
        if (null !== $problem) {
            return $this->refused($problem, $request);
        }
        $note = $form->get('note')->getData();
        $note = \is_int($note) ? $note : Remark::PAGE;
        $text = Forms::text($form, 'text');
        foreach ($this->notebook->remarks($state->instrument, $part->line()) as $one) {
            if ($one->getNote() === $note && $one->getText() === $text) {
                return $this->back($state); // pressed twice
            }
        }
        $this->entities->persist(
            new Remark(
                $state->instrument,
                $part->line(),
                $note,
                true === $form->get('change')->getData() && $note > 0,
                $text,
            ),
        );
        $this->entities->flush();

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

    /** A habit, or how a note lies; kept once, however often it is pressed. */
    private function keep(string $text, DeskState $state): Response
    {
        foreach ($this->notebook->pins($state->instrument, '', $state->player) as $one) {
            if (
                '' === $one->getLine()
                && $one->getPin() === $text
                && ($one->getChair()?->getId() ?? '') === $state->player
            ) {
                return $this->back($state);
            }
        }
        $this->entities->persist(
            new PinnedFingering($state->instrument, '', $text, $this->notebook->player($state->player)),
        );
        $this->entities->flush();

        return $this->back($state);
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
