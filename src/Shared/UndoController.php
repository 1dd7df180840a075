<?php

declare(strict_types=1);

namespace App\Shared;

use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

final class UndoController extends AbstractController
{
    #[Route('/undo/{id<[0-9a-f-]{36}>}', name: 'undo', methods: ['POST'])]
    public function undo(Request $request, Trash $trash, string $id): Response
    {
        $removed = $trash->one($id);
        if (null !== $removed) {
            $trash->restore($removed);
        }
        $back = $request->request->getString('back', '/desk');

        return $this->redirect(str_starts_with($back, '/') && !str_starts_with($back, '//') && !str_contains($back, '\\') ? $back : '/desk', Response::HTTP_SEE_OTHER);
    }
}
