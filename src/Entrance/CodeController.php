<?php

declare(strict_types=1);

namespace App\Entrance;

use App\Account\AccountRepository;
use App\Account\Codes;
use App\Account\NameTaken;
use App\Account\Throttle;
use App\Band\Band;
use App\Band\OpenBand;
use App\Shared\Deed;
use App\Shared\Form\Forms;
use App\Shared\May;
use App\Shared\Words;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * What a one-time code opens: a first account, another director's, an assistant's, or an old one whose pass phrase is
 * lost.
 */
#[May(Deed::ComeIn)]
final class CodeController extends AbstractController
{
    public function __construct(
        private readonly ByCode $byCode,
        private readonly AccountRepository $accounts,
        private readonly Arrivals $arrivals,
        private readonly OpenBand $open,
        private readonly Words $words,
    ) {
    }

    #[Route('/code', name: 'code', methods: ['GET'])]
    public function ask(Request $request): Response
    {
        return $this->page($request->query->getString('code'), []);
    }

    #[Route('/code', name: 'code_use', methods: ['POST'])]
    public function use(Request $request, Forms $forms, Throttle $throttle): Response
    {
        $code = mb_substr($request->request->getString('code'), 0, 100);
        $wait = $throttle->waitOfAddress($request);
        if ($wait > 0) {
            return $this->page(
                $code,
                [],
                $this->words->say('refusal.code.too_many', ['%seconds%' => $wait]),
                Response::HTTP_TOO_MANY_REQUESTS,
            );
        }
        $means = $this->byCode->means($code);
        if (null === $means) {
            $throttle->failedCode($request);

            return $this->page($code, [], 'refusal.code.not_good', Response::HTTP_UNPROCESSABLE_ENTITY);
        }
        if (!$request->request->has('phrase') && !$request->request->has('join')) {
            return $this->redirectToRoute('code', ['code' => $code], Response::HTTP_SEE_OTHER);
        }
        $teacher = $this->open->teacher();
        if (Codes::ASSISTANT === $means['purpose'] && null !== $teacher && $request->request->has('join')) {
            $band = $this->byCode->band($means['band']);
            $this->byCode->joinAs($teacher, $code, $band);

            return $this->opened($request, $band);
        }
        $account = null === $means['account'] ? null : $this->accounts->one($means['account']);
        $asks = self::asks($means['purpose']);
        $form = $forms->read(CodeType::class, $request, null, ['asks' => $asks, 'for' => $account?->getName() ?? '']);
        $problem = Forms::problem($form);
        if (null !== $problem) {
            return $this->page($code, Forms::typed($request), $problem, Response::HTTP_UNPROCESSABLE_ENTITY);
        }
        try {
            $typed = static fn (string $field): string => $form->has($field) ? Forms::text($form, $field) : '';
            $account = $this->byCode->take($code, $means, $typed('phrase'), $typed('name'), $typed('band'));
        } catch (NameTaken) {
            return $this->page(
                $code,
                Forms::typed($request),
                'refusal.account.just_taken',
                Response::HTTP_UNPROCESSABLE_ENTITY,
            );
        }
        $throttle->forgive($account->getName());
        $throttle->succeeded($account->getName(), $request);
        $this->arrivals->letIn($account, $request);

        return $this->redirectToRoute('band', [], Response::HTTP_SEE_OTHER);
    }

    private function opened(Request $request, Band $band): Response
    {
        $request->getSession()->set(Gate::BAND, $band->getId());

        return $this->redirectToRoute('band', [], Response::HTTP_SEE_OTHER);
    }

    /** @return list<string> */
    private static function asks(string $purpose): array
    {
        return match ($purpose) {
            Codes::RESET => [], Codes::ASSISTANT => ['name'], default => ['name', 'band'],
        };
    }

    /** @param array<mixed> $typed */
    private function page(string $code, array $typed, string $problem = '', int $status = Response::HTTP_OK): Response
    {
        $means = '' === $code ? null : $this->byCode->means($code);
        $account = null === ($means['account'] ?? null) ? null : $this->accounts->one($means['account']);

        return $this->render('entrance/code.html.twig', [
            'code' => $code, 'means' => $means, 'asks' => null === $means
                ? []
                : self::asks($means['purpose']), 'account' => $account,
            'band' => null === $means || null === $means['band'] ? null : $this->byCode->band($means['band']),
            'typed' => $typed, 'problem' => '' === $problem && '' !== $code && null === $means
                ? 'refusal.code.not_good'
                : $problem,
        ], new Response(status: $status));
    }
}
