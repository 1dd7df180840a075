<?php

declare(strict_types=1);

namespace App\Entrance;

use App\Account\Account;
use App\Account\AccountRepository;
use App\Account\Codes;
use App\Account\NameTaken;
use App\Account\Phrases;
use App\Band\Band;
use App\Band\BandRepository;
use App\Shared\Audit;
use App\Shared\Hosts;
use Doctrine\DBAL\Exception\UniqueConstraintViolationException;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;

/**
 * Coming in by a one-time code: a first account, another director's, an assistant's, or an old one whose pass phrase is
 * lost.
 */
final class ByCode
{
    public function __construct(
        private readonly Codes $codes,
        private readonly AccountRepository $accounts,
        private readonly BandRepository $bands,
        private readonly Arrivals $arrivals,
        private readonly Phrases $phrases,
        private readonly EntityManagerInterface $entities,
        private readonly Audit $audit,
        private readonly Hosts $hosts,
    ) {
    }

    /**
     * What a code is for; a code for somebody of the demonstration is none where others than whoever sits at this
     * machine can come.
     *
     * @return array{purpose: string, account: string|null, band: string|null}|null
     */
    public function means(string $code): ?array
    {
        $means = $this->codes->read($code);
        if (null === $means || !$this->hosts->isOpen()) {
            return $means;
        }
        $account = null === $means['account'] ? null : $this->accounts->one($means['account']);
        $band = null === $means['band'] ? null : $this->bands->find($means['band']);

        return true === $account?->isDemo() || true === $band?->isDemo() ? null : $means;
    }

    /**
     * The band that a code opens.
     *
     * @throws NotFoundHttpException when it is there no more
     */
    public function band(?string $id): Band
    {
        $band = null === $id ? null : $this->bands->find($id);

        return null === $band || $band->isRemoved()
            ? throw new NotFoundHttpException('refusal.code.band_gone')
            : $band;
    }

    /** Somebody who has a way in already helps with one band more. Nothing happens when the code is used up. */
    public function joinAs(Account $teacher, string $code, Band $band): void
    {
        if ($this->codes->take($code)) {
            $band->addAssistant($teacher);
            $this->entities->flush();
            $this->audit->note('assistant joined', $band->getId());
        }
    }

    /**
     * Uses the code up.
     *
     * @param array{purpose: string, account: string|null, band: string|null} $means
     * @param string                                                          $name  of a new account
     * @param string                                                          $named of a new director's first band
     *
     * @return Account who may come in by it
     *
     * @throws AccessDeniedException when somebody was faster
     * @throws NameTaken             when somebody else has come in under the name
     */
    public function take(
        string $code,
        array $means,
        #[\SensitiveParameter]
        string $phrase,
        string $name,
        string $named,
    ): Account {
        try {
            return $this->entities->wrapInTransaction(
                fn (): Account => $this->comeIn($code, $means, $phrase, $name, $named),
            );
        } catch (UniqueConstraintViolationException $error) {
            throw new NameTaken(previous: $error);
        }
    }

    /** @return string a code for another director, which is shown this once */
    public function inviteDirector(Account $by): string
    {
        $this->audit->note('director invited');

        return $this->codes->make(Codes::DIRECTOR, Codes::HOURS, by: $by);
    }

    /** @param array{purpose: string, account: string|null, band: string|null} $means */
    private function comeIn(
        string $code,
        array $means,
        #[\SensitiveParameter]
        string $phrase,
        string $name,
        string $named,
    ): Account {
        if (!$this->codes->take($code)) {
            throw new AccessDeniedException('refusal.code.used');
        }
        $account = null === $means['account'] ? null : $this->accounts->one($means['account']);
        if (null !== $account && Codes::RESET === $means['purpose']) {
            return $this->reset($account, $phrase);
        }
        $isFirst = Codes::FIRST === $means['purpose'];
        if ($isFirst && $this->accounts->hasKeeper()) {
            throw new AccessDeniedException('refusal.code.has_first');
        }
        $isAssistant = Codes::ASSISTANT === $means['purpose'];
        $account = new Account($name, !$isAssistant, $isFirst);
        $isAssistant
            ? $this->arrivals->join($account, $phrase, $this->band($means['band']))
            : $this->arrivals->found($account, $phrase, $named);

        return $account;
    }

    /** A new pass phrase for somebody who lost the old one; all that was open with it ends. */
    private function reset(Account $account, #[\SensitiveParameter] string $phrase): Account
    {
        $this->phrases->set($account, $phrase);
        $account->endSessions();
        $this->audit->note('pass phrase set anew', $account->getId(), [], $account->getUserIdentifier());
        $this->entities->flush();

        return $account;
    }
}
