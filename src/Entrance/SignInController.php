<?php

declare(strict_types=1);

namespace App\Entrance;

use App\Account\AccountRepository;
use App\Account\Phrases;
use App\Account\Throttle;
use App\Band\Ways;
use App\Shared\Audit;
use App\Shared\Deed;
use App\Shared\Form\Forms;
use App\Shared\Hosts;
use App\Shared\May;
use App\Shared\Places;
use App\Shared\Words;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Coming in by name and pass phrase, and going out.
 */
#[May(Deed::Make)]
final class SignInController extends AbstractController
{
    public function __construct(private readonly AccountRepository $accounts, private readonly Arrivals $arrivals, private readonly Hosts $hosts, private readonly Words $words)
    {
    }

    #[Route('/sign-in', name: 'sign_in', methods: ['GET'])]
    public function ask(Request $request): Response
    {
        return $this->page($request->query->getString('back'), '', '');
    }

    #[Route('/sign-in', name: 'sign_in_try', methods: ['POST'])]
    public function try(Request $request, Forms $forms, Throttle $throttle, Phrases $phrases): Response
    {
        $form = $forms->read(SignInType::class, $request);
        $name = Forms::text($form, 'name');
        $wait = $throttle->wait($name, $request->getClientIp());
        if ($wait > 0) {
            return $this->page($request->request->getString('back'), $name, $this->words->say('refusal.too_many_tries', ['%seconds%' => $wait]), Response::HTTP_TOO_MANY_REQUESTS, ['Retry-After' => (string) $wait]);
        }
        $account = $this->accounts->named($name);
        if (!$phrases->fits($account, Forms::text($form, 'phrase')) || null === $account) {
            $throttle->failed($name, $request->getClientIp());

            return $this->page($request->request->getString('back'), $name, 'refusal.sign_in_wrong', Response::HTTP_UNAUTHORIZED);
        }
        $throttle->succeeded($name);
        $this->arrivals->letIn($account, $request);

        return $this->redirect(Places::ours($request->request->getString('back'), $this->generateUrl('desk')), Response::HTTP_SEE_OTHER);
    }

    /** With the demonstration, and from this machine itself, one press is enough. */
    #[Route('/sign-in/demo', name: 'sign_in_demo', methods: ['POST'])]
    public function demo(Request $request, Ways $ways): Response
    {
        $director = $this->hosts->isFromHere($request) ? $this->accounts->demo() : null;
        if (null === $director) {
            throw $this->createNotFoundException('refusal.no_demo');
        }
        $player = 'player' === $request->request->getString('as') ? $ways->demoPlayer($director) : null;
        $this->arrivals->letIn($player ?? $director, $request);

        return $this->redirectToRoute(null === $player ? 'band' : 'mine', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/sign-out', name: 'sign_out', methods: ['POST'])]
    #[May(Deed::BeIn)]
    public function out(Security $security, Audit $audit): Response
    {
        $audit->note('went out');
        $security->logout(false);

        return $this->redirectToRoute('desk', [], Response::HTTP_SEE_OTHER);
    }

    /** @param array<string, string> $headers */
    private function page(string $back, string $name, string $problem, int $status = Response::HTTP_OK, array $headers = []): Response
    {
        $demo = $this->accounts->demo();

        return $this->render('entrance/sign_in.html.twig', ['back' => Places::ours($back, ''), 'typed' => $name, 'problem' => $problem, 'demo' => $demo, 'is_first' => null === $demo && !$this->accounts->hasKeeper()], new Response(status: $status, headers: $headers));
    }
}
