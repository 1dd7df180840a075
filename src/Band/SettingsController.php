<?php

declare(strict_types=1);

namespace App\Band;

use App\Account\Account;
use App\Account\AccountRepository;
use App\Account\Codes;
use App\Shared\Audit;
use App\Shared\Deed;
use App\Shared\Form\Forms;
use App\Shared\Hosts;
use App\Shared\May;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/**
 * What is the director's own in a band: its defaults, who helps, what programs may read, its data and its end.
 */
#[May(Deed::OwnBand)]
final class SettingsController extends AbstractController
{
    public function __construct(
        private readonly OpenBand $open,
        private readonly LeadBand $leading,
        private readonly Forms $forms,
        private readonly Audit $audit,
        private readonly ProgramTokens $tokens,
        private readonly Hosts $hosts,
    ) {
    }

    #[Route('/band/settings', name: 'band_settings', methods: ['GET'])]
    public function settings(): Response
    {
        return $this->page();
    }

    #[Route('/band/settings', name: 'band_change', methods: ['POST'])]
    public function change(Request $request): Response
    {
        $band = $this->open->required();
        $form = $this->forms->read(SettingsType::class, $request);
        $problem = Forms::problem($form);
        $typed = Forms::typed($request) + ['lesson_days' => $request->request->all('lesson_days')];
        if (null !== $problem) {
            return $this->page($problem, $typed);
        }
        if ($request->request->getInt('version') !== $band->getVersion()) {
            return $this->page('refusal.settings_changed', $typed, Response::HTTP_CONFLICT);
        }
        $this->leading->change(SettingsType::settings($form));

        return $this->redirectToRoute('band_settings', ['done' => 'kept'], Response::HTTP_SEE_OTHER);
    }

    /** An invitation is a link, shown this once; who opens it chooses a name and a pass phrase. */
    #[Route('/band/assistants', name: 'assistant_invite', methods: ['POST'])]
    public function invite(): Response
    {
        $code = $this->leading->invite();
        $path = ['code' => $code];

        return $this->page(
            '',
            [],
            Response::HTTP_OK,
            null === $this->hosts->publicAddress()
                ? $this->generateUrl('code', $path, UrlGeneratorInterface::ABSOLUTE_URL)
                : $this->hosts->publicAddress().$this->generateUrl('code', $path),
        );
    }

    #[Route('/band/assistants/{id}/remove', name: 'assistant_remove', methods: ['POST'])]
    public function dismiss(string $id): Response
    {
        $this->leading->dismiss($this->assistant($id));

        return $this->redirectToRoute('band_settings', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/band/assistants/{id}/hand-over', name: 'band_hand_over', methods: ['POST'])]
    public function handOver(string $id): Response
    {
        $this->leading->handOver($this->assistant($id));

        return $this->redirectToRoute('band', [], Response::HTTP_SEE_OTHER);
    }

    /** A token for a program is shown this once. */
    #[Route('/band/tokens', name: 'token_make', methods: ['POST'])]
    public function makeToken(Request $request): Response
    {
        $form = $this->forms->read(TokenType::class, $request);
        $problem = Forms::problem($form);
        if (null !== $problem) {
            return $this->page($problem, Forms::typed($request));
        }
        [, $token] = $this->tokens->make(Forms::text($form, 'token_name'));

        return $this->page('', [], Response::HTTP_OK, '', $token);
    }

    #[Route('/band/tokens/{id<[0-9a-f-]{36}>}/revoke', name: 'token_revoke', methods: ['POST'])]
    public function revoke(string $id): Response
    {
        $this->tokens->revoke($id) || throw $this->createNotFoundException('refusal.none.token');

        return $this->redirectToRoute('band_settings', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/band/audit', name: 'band_audit', methods: ['GET'])]
    public function audit(AccountRepository $accounts): Response
    {
        return $this->render('band/audit.html.twig', ['lines' => $this->audit->ofBand(), 'accounts' => $accounts]);
    }

    /** Everything that is kept of the band. */
    #[Route('/band/data.json', name: 'band_data', methods: ['GET'])]
    public function data(BandExport $export): Response
    {
        $response = new JsonResponse($export->giveBand($this->open->required()));
        $response->setEncodingOptions(\JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES);
        $response->headers->set('Content-Disposition', HeaderUtils::makeDisposition('attachment', 'band.json'));

        return $response;
    }

    #[Route('/band/remove', name: 'band_remove', methods: ['POST'])]
    public function remove(): Response
    {
        $gone = $this->leading->remove()->getId();

        return $this->redirectToRoute('account', ['gone' => $gone], Response::HTTP_SEE_OTHER);
    }

    private function assistant(string $id): Account
    {
        foreach ($this->open->required()->getAssistants() as $one) {
            if ($one->getId() === $id) {
                return $one;
            }
        }
        throw $this->createNotFoundException('refusal.none.assistant');
    }

    /** @param array<mixed> $typed */
    private function page(
        string $problem = '',
        array $typed = [],
        ?int $status = null,
        string $invitation = '',
        string $token = '',
    ): Response {
        $band = $this->open->required();

        return $this->render(
            'band/settings.html.twig',
            [
                'band' => $band, 'usual' => $band->usual(), 'orders' => array_keys(Usual::KEY_ORDERS),
                'zones' => \DateTimeZone::listIdentifiers(), 'tokens' => $this->tokens->ofBand(), 'problem' => $problem,
                'typed' => $typed, 'invitation' => $invitation, 'token' => $token, 'hours' => Codes::HOURS,
            ],
            new Response(
                status: $status ?? ('' === $problem ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY),
            ),
        );
    }
}
