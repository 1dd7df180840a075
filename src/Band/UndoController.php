<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Deed;
use App\Shared\May;
use App\Shared\Places;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

#[May(Deed::Keep)]
final class UndoController extends AbstractController
{
    #[Route('/undo/{id<[0-9a-f-]{36}>}', name: 'undo', methods: ['POST'])]
    public function undo(Request $request, Trash $trash, string $id): Response
    {
        $removed = $trash->one($id);
        if (null !== $removed) {
            $trash->restore($removed);
        }

        return $this->redirect(Places::ours($request->request->getString('back'), $this->generateUrl('desk')), Response::HTTP_SEE_OTHER);
    }
}
