<?php

declare(strict_types=1);

namespace App\Band;

use App\Account\Account;
use App\Account\AccountRepository;
use App\Account\Codes;
use App\Account\Mailbox;
use App\Shared\Audit;
use App\Shared\Deed;
use App\Shared\Form\Forms;
use App\Shared\Hosts;
use App\Shared\May;
use App\Shared\Words;
use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\OptimisticLockException;
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
        private readonly EntityManagerInterface $entities,
        private readonly Forms $forms,
        private readonly Audit $audit,
        private readonly ProgramTokens $tokens,
        private readonly Codes $codes,
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
        $usual = $band->usual();
        $before = [
            'name' => $band->getName(), 'key order' => $usual->keyOrder, 'paper' => $usual->paper,
            'signs' => $usual->reminders, 'tempo' => $usual->tempo, 'own' => $usual->speaksOwn,
            'kept days' => $band->getKeptDays(), 'zone' => $band->zone()->getName(),
            'lesson days' => $band->lessonDays(),
        ];
        try {
            $this->entities->lock($band, LockMode::OPTIMISTIC, $request->request->getInt('version'));
        } catch (OptimisticLockException) {
            return $this->page('refusal.settings_changed', $typed, Response::HTTP_CONFLICT);
        }
        $tempo = $form->get('tempo')->getData();
        $days = $form->get('kept_days')->getData();
        $band->change(
            Forms::text($form, 'name'),
            new Usual(
                Forms::text($form, 'key_order'),
                Forms::text($form, 'paper'),
                Forms::text($form, 'reminders'),
                \is_int($tempo) ? $tempo : null,
                true === $form->get('speaks_own')->getData(),
            ),
            \is_int($days) ? $days : Band::KEPT_DAYS,
        );
        $weekdays = $form->get('lesson_days')->getData();
        $band->live(
            new \DateTimeZone(Forms::text($form, 'zone')),
            \is_array($weekdays)
                ? array_values(array_map(static fn (mixed $day): int => is_numeric($day) ? (int) $day : 0, $weekdays))
                : [],
        );
        $this->entities->flush();
        $this->audit->note('band changed', $band->getId(), $before);

        return $this->redirectToRoute('band_settings', ['done' => 'kept'], Response::HTTP_SEE_OTHER);
    }

    /** An invitation is a link, shown this once; who opens it chooses a name and a pass phrase. */
    #[Route('/band/assistants', name: 'assistant_invite', methods: ['POST'])]
    public function invite(): Response
    {
        $band = $this->open->required();
        $code = $this->codes->make(Codes::ASSISTANT, Codes::HOURS, null, $band->getId(), $this->open->teacher());
        $this->audit->note('assistant invited', $band->getId());
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
        $assistant = $this->assistant($id);
        $this->open->required()->removeAssistant($assistant);
        $this->entities->flush();
        $this->audit->note('assistant removed', $id);

        return $this->redirectToRoute('band_settings', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/band/assistants/{id}/hand-over', name: 'band_hand_over', methods: ['POST'])]
    public function handOver(Mailbox $mailbox, Words $words, string $id): Response
    {
        $band = $this->open->required();
        $to = $this->assistant($id);
        $to->becomeDirector();
        $band->handOver($to);
        $this->entities->flush();
        $this->audit->note('band handed over', $id, ['director' => $this->open->teacher()?->getId()]);
        $mailbox->write(
            $to,
            $words->say('letter.handed'),
            $words->say('letter.handed_text', ['%band%' => $band->getName()]),
        );

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
        [$id, $token] = $this->tokens->make(Forms::text($form, 'token_name'));
        $this->audit->note('token made', $id);

        return $this->page('', [], Response::HTTP_OK, '', $token);
    }

    #[Route('/band/tokens/{id<[0-9a-f-]{36}>}/revoke', name: 'token_revoke', methods: ['POST'])]
    public function revoke(string $id): Response
    {
        $this->tokens->revoke($id) || throw $this->createNotFoundException('refusal.none.token');
        $this->audit->note('token revoked', $id);

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
        $this->audit->note('band exported', $this->open->id());
        $response = new JsonResponse($export->of($this->open->required()));
        $response->setEncodingOptions(\JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES);
        $response->headers->set('Content-Disposition', HeaderUtils::makeDisposition('attachment', 'band.json'));

        return $response;
    }

    #[Route('/band/remove', name: 'band_remove', methods: ['POST'])]
    public function remove(): Response
    {
        $band = $this->open->required();
        $band->remove();
        $this->entities->flush();
        $this->audit->note('band removed', $band->getId());

        return $this->redirectToRoute('account', ['gone' => $band->getId()], Response::HTTP_SEE_OTHER);
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
