<?php

declare(strict_types=1);

namespace App\Entrance;

use App\Account\Account;
use App\Account\Codes;
use App\Account\Mailbox;
use App\Account\PhraseType;
use App\Account\PlayerSignIn;
use App\Band\Band;
use App\Band\BandRepository;
use App\Band\LeadBand;
use App\Band\OpenBand;
use App\Shared\Deed;
use App\Shared\Form\Forms;
use App\Shared\HouseState;
use App\Shared\May;
use App\Shared\RequestCounts;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * One's own page: pass phrase, sessions, bands, letters; for the keeper the codes of other directors.
 */
#[May(Deed::BeIn)]
final class OwnController extends AbstractController
{
    public function __construct(
        private readonly OpenBand $open,
        private readonly BandRepository $bands,
        private readonly Mailbox $mailbox,
        private readonly Forms $forms,
        private readonly HouseState $house,
        private readonly RequestCounts $requests,
    ) {
    }

    #[Route('/account', name: 'account', methods: ['GET'])]
    public function own(): Response
    {
        return $this->page();
    }

    #[Route('/account/phrase', name: 'account_phrase', methods: ['POST'])]
    public function phrase(Request $request, Arrivals $arrivals): Response
    {
        $account = $this->teacher();
        $form = $this->forms->read(PhraseType::class, $request, null, ['for' => $account]);
        $problem = Forms::problem($form);
        if (null !== $problem) {
            return $this->page($problem);
        }
        $arrivals->changePhrase($account, Forms::text($form, 'phrase'), $request);

        return $this->redirectToRoute('account', ['done' => 'phrase'], Response::HTTP_SEE_OTHER);
    }

    #[Route('/account/sign-out-everywhere', name: 'sign_out_everywhere', methods: ['POST'])]
    #[May(Deed::GoOut)]
    public function everywhere(Departures $departures): Response
    {
        $departures->goOutEverywhere();

        return $this->redirectToRoute('desk', [], Response::HTTP_SEE_OTHER);
    }

    /** Opens another of one's bands. */
    #[Route('/account/band', name: 'open_band', methods: ['POST'])]
    public function open(Request $request): Response
    {
        $person = $this->open->person();
        $bands = $person instanceof Account
            ? $this->bands->ledBy($person)
            : ($person instanceof PlayerSignIn ? $this->bands->playedIn($person) : []);
        foreach ($bands as $band) {
            if ($band->getId() === $request->request->getString('band')) {
                $request->getSession()->set(Gate::BAND, $band->getId());

                return $this->redirectToRoute(
                    $person instanceof Account ? 'band' : 'mine',
                    [],
                    Response::HTTP_SEE_OTHER,
                );
            }
        }
        throw $this->createNotFoundException('refusal.none.band');
    }

    #[Route('/account/bands', name: 'band_found', methods: ['POST'])]
    #[May(Deed::HaveBands)]
    public function found(Request $request, Arrivals $arrivals): Response
    {
        $form = $this->forms->read(BandNameType::class, $request);
        $problem = Forms::problem($form);
        if (null !== $problem) {
            return $this->page($problem);
        }
        $band = $arrivals->foundAnother($this->teacher(), Forms::text($form, 'name'));
        $request->getSession()->set(Gate::BAND, $band->getId());

        return $this->redirectToRoute('band', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/account/bands/{id}/restore', name: 'band_restore', methods: ['POST'])]
    #[May(Deed::HaveBands)]
    public function restore(Request $request, LeadBand $leading, string $id): Response
    {
        $band = $this->bands->removed($id, $this->teacher())
            ?? throw $this->createNotFoundException('refusal.none.removed_band');
        $leading->bringBack($band);
        $request->getSession()->set(Gate::BAND, $band->getId());

        return $this->redirectToRoute('band', [], Response::HTTP_SEE_OTHER);
    }

    /** The keeper lets another director in, by a code that is shown once. */
    #[Route('/account/director-code', name: 'director_code', methods: ['POST'])]
    #[May(Deed::KeepHouse)]
    public function directorCode(ByCode $byCode): Response
    {
        return $this->page('', $byCode->inviteDirector($this->teacher()));
    }

    private function teacher(): Account
    {
        return $this->open->teacher() ?? throw $this->createAccessDeniedException('refusal.teachers');
    }

    private function page(string $problem = '', string $code = ''): Response
    {
        $teacher = $this->open->teacher();
        $person = $this->open->person();

        return $this->render('entrance/account.html.twig', [
            'account' => $teacher,
            'bands' => null !== $teacher
                ? $this->bands->ledBy($teacher)
                : ($person instanceof PlayerSignIn ? $this->bands->playedIn($person) : []),
            'removed' => null === $teacher ? [] : $this->bands->removedOf($teacher),
            'open' => $this->open->band(),
            'letters' => null === $teacher ? [] : $this->mailbox->letters($teacher),
            'measures' => true === $teacher?->isKeeper() ? $this->house->measures() : [],
            'requests' => true === $teacher?->isKeeper() ? $this->requests->summary() : null,
            'version' => true === $teacher?->isKeeper() ? $this->house->version() : '',
            'warned' => Band::WARNED_DAYS,
            'problem' => $problem,
            'code' => $code,
            'hours' => Codes::HOURS,
        ], new Response(status: '' === $problem ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY));
    }
}
