<?php

declare(strict_types=1);

namespace App\Entrance;

use App\Account\Account;
use App\Account\Door;
use App\Account\People;
use App\Account\Phrases;
use App\Account\PlayerSignIn;
use App\Band\Band;
use App\Band\OpenBand;
use App\Shared\Audit;
use App\Shared\LetsIn;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Security\Core\Exception\UserNotFoundException;

/**
 * Founds accounts and bands, and lets people in.
 */
final class Arrivals implements LetsIn
{
    /** Tables whose rows of before there were bands wait for the first director. */
    private const WAITING = [
        'saved_study', 'study_sheet', 'own_pattern', 'pinned_fingering', 'remark', 'school_of_habits', 'removed',
        'chair', 'player',
    ];

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly Phrases $phrases,
        private readonly Security $security,
        private readonly Audit $audit,
        private readonly Gate $gate,
        private readonly OpenBand $open,
        private readonly People $people,
    ) {
    }

    /** A director with a first band. The keeper's band takes over what was kept before there were bands. */
    public function found(Account $account, string $phrase, string $bandName): Band
    {
        $this->phrases->set($account, $phrase);
        $band = new Band($bandName, $account, $account->isDemo());
        $this->entities->wrapInTransaction(function () use ($account, $band): void {
            $this->entities->persist($account);
            $this->entities->persist($band);
            $this->entities->flush();
            foreach ($account->isKeeper() ? self::WAITING : [] as $table) {
                $this->entities->getConnection()->executeStatement(
                    \sprintf('UPDATE %s SET band_id = :band WHERE band_id IS NULL', $table),
                    ['band' => $band->getId()],
                );
            }
            $this->open->enter($band, $account);
            $this->audit->note('account made', $account->getId());
        });

        return $band;
    }

    /** One more band of a director who has a way in. */
    public function foundAnother(Account $director, string $bandName): Band
    {
        $band = new Band($bandName, $director);
        $this->entities->persist($band);
        $this->entities->flush();
        $this->audit->note('band founded', $band->getId());

        return $band;
    }

    /** Somebody who helps with one band, under a name and a pass phrase of his own. */
    public function join(Account $account, string $phrase, Band $band): void
    {
        $this->phrases->set($account, $phrase);
        $this->entities->persist($account);
        $band->addAssistant($account);
        $this->entities->flush();
        $this->open->enter($band, $account);
        $this->audit->note('account made', $account->getId());
        $this->audit->note('assistant joined', $band->getId());
    }

    /** A new pass phrase of somebody who is here: all other sessions end. */
    public function changePhrase(Account $account, #[\SensitiveParameter] string $phrase, Request $request): void
    {
        $this->phrases->set($account, $phrase);
        $account->endSessions();
        $this->entities->flush();
        $this->audit->note('pass phrase changed', $account->getId());
        $this->letIn($account, $request);
    }

    public function letInAgain(string $identifier, Request $request): void
    {
        try {
            $person = $this->people->loadUserByIdentifier($identifier);
        } catch (UserNotFoundException) {
            return;
        }
        if ($person instanceof Account || $person instanceof PlayerSignIn) {
            $this->letIn($person, $request);
        }
    }

    /** Lets somebody in: the session is a new one, and its band is fixed, the one that is named or the first of his. */
    public function letIn(Account|PlayerSignIn $person, Request $request, ?Band $band = null): void
    {
        $session = $request->getSession();
        $session->clear(); // nothing of whoever was in before goes over
        $this->security->login($person, Door::class, 'main');
        // A new number also for somebody who was in already: whoever knew the old one does not know this one.
        $session->migrate(true);
        null === $band ? $session->remove(Gate::BAND) : $session->set(Gate::BAND, $band->getId());
        $this->gate->enter($person, $request, false);
        $this->audit->note('came in', null, [], $person->getUserIdentifier());
    }
}
