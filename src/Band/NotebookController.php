<?php

declare(strict_types=1);

namespace App\Band;

use App\Desk\Desk;
use App\Desk\DeskState;
use App\Shared\Trash;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Fingering\LearnedHabit;
use SwiftReed\Fingering\Pin;
use SwiftReed\Fingering\PinError;
use SwiftReed\Fingering\Tendency;
use SwiftReed\Player\PlayerError;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Range;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Pins and remarks: made on the card, listed under the page, removed there.
 */
final class NotebookController extends AbstractController
{
    public function __construct(private readonly EntityManagerInterface $entities, private readonly Desk $desk, private readonly Notebook $notebook, private readonly Trash $trash)
    {
    }

    #[Route('/pins', name: 'pin', methods: ['POST'])]
    public function pin(Request $request, PinnedFingeringRepository $pins): Response
    {
        $state = DeskState::of($request->request->all());
        $part = $this->desk->plainPart($state);
        $text = $request->request->getString('pin');
        try {
            if (Tendency::isMeant($text)) {
                $this->entities->persist(new PinnedFingering($state->instrument, '', Tendency::parse($text)->text(), $this->notebook->player($state->player)));
                $this->entities->flush();

                return $this->back($state);
            }
            $pin = Pin::parse($text);
            $this->desk->plainPart($state, [$pin]);
        } catch (PinError $error) {
            return $this->refused($error->getMessage(), $request);
        }
        $player = $this->notebook->player($state->player);
        $note = $part->study->notes[$pin->note] ?? null;
        if (null === $note) {
            $this->entities->persist(new PinnedFingering($state->instrument, '', $pin->text(), $player));
            $this->entities->flush();

            return $this->back($state);
        }
        $before = $part->study->notes[$pin->note - 1] ?? null;
        $learned = LearnedHabit::of($note->pitch(), $pin->wanted[0], $before?->pitch(), null === $before ? '' : $part->plan->notes[$pin->note - 1]->fingering->text);
        $this->entities->persist(new PinnedFingering($state->instrument, $part->line(), $pin->text(), $player, mb_substr($learned->note, 0, 200), mb_substr($learned->change, 0, 400)));
        $this->entities->flush();
        $made = array_map(static fn (PinnedFingering $one): LearnedHabit => $one->learned(), $pins->same($state->instrument, mb_substr($learned->note, 0, 200), $state->player));
        $offer = LearnedHabit::offer($made);
        $isHabit = null !== $offer && [] !== array_filter($this->notebook->pins($state->instrument, '', $state->player), static fn (PinnedFingering $one): bool => '' === $one->getLine() && \in_array($one->getPin(), [$learned->note, $offer], true));

        return $this->redirectToRoute('desk', $state->query() + (null === $offer || $isHabit ? [] : ['offer' => $offer]), Response::HTTP_SEE_OTHER);
    }

    #[Route('/pins/{id}/remove', name: 'pin_remove', methods: ['POST'])]
    public function removePin(Request $request, PinnedFingeringRepository $pins, string $id): Response
    {
        $pin = $pins->one($id);

        return $this->back(DeskState::of($request->request->all()), null === $pin ? '' : $this->trash->remove($pin, $pin->getPin()));
    }

    #[Route('/remarks', name: 'remark', methods: ['POST'])]
    public function remark(Request $request): Response
    {
        $state = DeskState::of($request->request->all());
        $text = trim((string) preg_replace('/[\p{Cc}\s]+/u', ' ', mb_scrub($request->request->getString('text'))));
        $note = $request->request->getInt('note', Remark::PAGE);
        $part = $this->desk->plainPart($state);
        if ('' === $text || mb_strlen($text) > Remark::LIMIT) {
            return $this->refused(\sprintf('The remark has %d characters; expected 1 to %d, for example "Keep the fingers close here".', mb_strlen($text), Remark::LIMIT), $request);
        }
        if ($note < Remark::PAGE || $note >= \count($part->study->notes)) {
            throw new UnprocessableEntityHttpException('There is no such note.');
        }
        $this->entities->persist(new Remark($state->instrument, $part->line(), $note, $request->request->getBoolean('change') && $note > 0, $text));
        $this->entities->flush();

        return $this->back($state);
    }

    #[Route('/remarks/{id}/remove', name: 'remark_remove', methods: ['POST'])]
    public function removeRemark(Request $request, RemarkRepository $remarks, string $id): Response
    {
        $remark = $remarks->one($id);

        return $this->back(DeskState::of($request->request->all()), null === $remark ? '' : $this->trash->remove($remark, $remark->getText()));
    }

    #[Route('/players', name: 'player_add', methods: ['POST'])]
    public function addPlayer(Request $request): Response
    {
        $state = DeskState::of($request->request->all());
        $this->desk->instrument($state);
        $name = trim((string) preg_replace('/[\p{Cc}\s]+/u', ' ', mb_scrub($request->request->getString('name'))));
        if ('' === $name || mb_strlen($name) > Player::NAME) {
            return $this->refused(\sprintf('The name has %d characters; expected 1 to %d, for example "Second clarinet, left".', mb_strlen($name), Player::NAME), $request);
        }
        $limits = mb_substr(mb_scrub(trim($request->request->getString('limits'))), 0, 40);
        try {
            if ('' !== $limits) {
                $range = Range::parse($limits);
                $this->desk->instrument($state)->player(new PlayerSettings($state->stage, $state->spelling, limits: $range))->limit();
                $limits = $range->lowest->text().' to '.$range->highest->text();
            }
        } catch (PlayerError $error) {
            return $this->refused($error->getMessage(), $request);
        }
        $player = new Player($name, $state->instrument, implode(',', $state->setups), $state->stage->value, $limits);
        $this->entities->persist($player);
        $this->entities->flush();

        return $this->back($state->forPlayer($player));
    }

    #[Route('/players/{id}/remove', name: 'player_remove', methods: ['POST'])]
    public function removePlayer(Request $request, PinnedFingeringRepository $pins, string $id): Response
    {
        $player = $this->notebook->player($id);

        return $this->back(DeskState::of(['player' => ''] + $request->request->all()), null === $player ? '' : $this->trash->remove($player, $player->getName(), $pins->ofPlayer($player)));
    }

    private function back(DeskState $state, string $undo = ''): Response
    {
        return $this->redirectToRoute('desk', $state->query() + ('' === $undo ? [] : ['undo' => $undo]), Response::HTTP_SEE_OTHER);
    }

    private function refused(string $sentence, Request $request): Response
    {
        return $this->render('shared/error.html.twig', ['title' => 'Not noted', 'sentence' => $sentence, 'again' => ['action' => $request->getPathInfo(), 'fields' => array_filter($request->request->all(), is_string(...))]], new Response(status: Response::HTTP_UNPROCESSABLE_ENTITY));
    }
}
