<?php

declare(strict_types=1);

namespace App\Entrance;

use App\Account\Account;
use App\Account\AccountRepository;
use App\Band\Ways;
use App\Shared\Deed;
use App\Shared\Form\Forms;
use App\Shared\FormToken;
use App\Shared\Hosts;
use App\Shared\May;
use App\Shared\Places;
use App\Shared\Words;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Coming in by name and pass phrase, and going out.
 */
#[May(Deed::ComeIn)]
final class SignInController extends AbstractController
{
    public function __construct(
        private readonly AccountRepository $accounts,
        private readonly ByPhrase $byPhrase,
        private readonly Arrivals $arrivals,
        private readonly Hosts $hosts,
        private readonly Words $words,
    ) {
    }

    #[Route('/sign-in', name: 'sign_in', methods: ['GET'])]
    public function ask(Request $request): Response
    {
        return $this->page($request, $request->query->getString('back'), '', '');
    }

    #[Route('/sign-in', name: 'sign_in_try', methods: ['POST'])]
    public function try(Request $request, Forms $forms): Response
    {
        $form = $forms->read(SignInType::class, $request);
        $name = Forms::text($form, 'name');
        $back = $request->request->getString('back');
        $came = $this->byPhrase->try($name, Forms::text($form, 'phrase'), $request);
        if ($came instanceof Account) {
            return $this->redirect(Places::ours($back, $this->generateUrl('desk')), Response::HTTP_SEE_OTHER);
        }
        [$problem, $status, $headers] = $this->refused($came);

        return $this->page($request, $back, $name, $problem, $status, $headers);
    }

    /**
     * A session ended while somebody pressed a button: he comes in on the page where he is, and what he pressed is
     * done, once. The browser sends the same fields on to where they were going (307); a script does so itself.
     */
    #[Route('/sign-in/again', name: 'sign_in_again', methods: ['POST'])]
    public function again(Request $request, FormToken $tokens): Response
    {
        $name = mb_substr($request->request->getString('who'), 0, Account::NAME);
        $isScript = $request->headers->has('HX-Request');
        $came = $this->byPhrase->try($name, $request->request->getString('secret'), $request);
        if ($came instanceof Account) {
            if ($isScript) {
                return new Response($tokens->value(), headers: ['Content-Type' => 'text/plain']);
            }
            FormToken::doAgain($request);

            return $this->redirect(
                Places::ours($request->request->getString('to'), $this->generateUrl('desk')),
                Response::HTTP_TEMPORARY_REDIRECT,
            );
        }
        [$problem, $status, $headers] = $this->refused($came);
        if ($isScript) {
            return $this->render(
                'shared/_error.html.twig',
                ['sentence' => $problem],
                new Response(status: $status, headers: $headers),
            );
        }
        $again = ['action' => Places::ours($request->request->getString('to'), ''), 'fields' => Forms::again($request)];
        $view = [
            'title' => 'title.session_over', 'sentence' => 'refusal.session_over', 'again' => $again,
            'problem' => $problem, 'who' => $name,
        ];

        return $this->render('entrance/again.html.twig', $view, new Response(status: $status, headers: $headers));
    }

    /** With the demonstration, and from this machine itself, one press is enough. */
    #[Route('/sign-in/demo', name: 'sign_in_demo', methods: ['POST'])]
    public function demo(Request $request, Ways $ways): Response
    {
        $director = $this->demoDirector($request) ?? throw $this->createNotFoundException('refusal.no_demo');
        if ('player' !== $request->request->getString('as')) {
            $this->arrivals->letIn($director, $request);

            return $this->redirectToRoute('band', [], Response::HTTP_SEE_OTHER);
        }
        $player = $ways->demoPlayer($director) ?? throw $this->createNotFoundException('refusal.no_demo_player');
        $this->arrivals->letIn($player, $request);

        return $this->redirectToRoute('mine', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/sign-out', name: 'sign_out', methods: ['POST'])]
    #[May(Deed::GoOut)]
    public function out(Departures $departures): Response
    {
        $departures->goOut();

        return $this->redirectToRoute('desk', [], Response::HTTP_SEE_OTHER);
    }

    private function demoDirector(Request $request): ?Account
    {
        return $this->hosts->isFromHere($request) && !$this->hosts->isOpen() ? $this->accounts->demo() : null;
    }

    /** @return array{string, int, array<string, string>} sentence, status, headers */
    private function refused(?int $wait): array
    {
        if (null === $wait) {
            return ['refusal.sign_in_wrong', Response::HTTP_UNAUTHORIZED, []];
        }
        $sentence = $this->words->say('refusal.too_many_tries', ['%seconds%' => $wait]);

        return [$sentence, Response::HTTP_TOO_MANY_REQUESTS, ['Retry-After' => (string) $wait]];
    }

    /** @param array<string, string> $headers */
    private function page(
        Request $request,
        string $back,
        string $name,
        string $problem,
        int $status = Response::HTTP_OK,
        array $headers = [],
    ): Response {
        $view = [
            'back' => Places::ours($back, ''),
            'typed' => $name,
            'problem' => $problem,
            'demo' => $this->demoDirector($request),
            'is_first' => !$this->accounts->hasKeeper(),
        ];

        return $this->render('entrance/sign_in.html.twig', $view, new Response(status: $status, headers: $headers));
    }
}
