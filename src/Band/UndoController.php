<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Deed;
use App\Shared\Form\WordsType;
use App\Shared\May;
use App\Shared\Places;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

#[May(Deed::Keep)]
final class UndoController extends AbstractController
{
    /** Brings back what was removed; where something stands in the way it is said, with what can be done about it. */
    #[Route('/undo/{id<[0-9a-f-]{36}>}', name: 'undo', methods: ['POST'])]
    public function undo(Request $request, Trash $trash, string $id): Response
    {
        $removed = $trash->one($id) ?? throw $this->createNotFoundException('refusal.none.removed');
        $back = Places::ours($request->request->getString('back'), $this->generateUrl('desk'));
        $as = WordsType::clean($request->request->getString('as'));
        try {
            $trash->restore($removed, '' === $as ? null : $as, $request->request->getBoolean('first'));
        } catch (NotBack $why) {
            return $this->render(
                'band/undo.html.twig',
                ['removed' => $removed, 'why' => $why, 'back' => $back],
                new Response(status: Response::HTTP_CONFLICT),
            );
        }

        return $this->redirect($back.(str_contains($back, '?') ? '&' : '?').'brought=1', Response::HTTP_SEE_OTHER);
    }
}
