<?php

declare(strict_types=1);

namespace App\Band;

use App\Account\Account;
use App\Account\PlayerSignIn;
use App\Engraving\Paper;
use App\Shared\Present;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Pitch\NoteNames;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;
use Symfony\Contracts\Service\ResetInterface;

/**
 * The band that is open in this request, who is in it, and what that person leads or plays there.
 */
final class OpenBand implements Present, ResetInterface
{
    private ?Band $band = null;
    private Account|PlayerSignIn|null $person = null;
    private ?Player $player = null;
    private bool $isAway = false;

    public function __construct(private readonly EntityManagerInterface $entities)
    {
    }

    public function reset(): void
    {
        $this->isAway = false;
        $this->enter(null, null);
    }

    /**
     * Opens a band for somebody; null closes it. From here on the database shows what belongs to it and nothing else.
     */
    public function enter(?Band $band, Account|PlayerSignIn|null $person): void
    {
        $this->band = $band;
        $this->person = $person;
        $this->player = null;
        NoteNames::English->begin();
        $this->entities->getFilters()->getFilter('band')->setParameter('band', $band?->getId() ?? BandFilter::NONE);
        if (null !== $band && $person instanceof PlayerSignIn) {
            $this->player = $this->entities->getRepository(Player::class)->findOneBy([
                'signIn' => $person,
                'leftAt' => null,
            ]);
        }
        // What is made for this person names notes as the player likes it, or as the band does.
        ($this->player?->getNoteNames() ?? $this->usual()->noteNames)->begin();
    }

    /** The database does not answer: somebody may be signed in, and it cannot be known what is kept for him. */
    public function goAway(): void
    {
        $this->isAway = true;
    }

    public function isAway(): bool
    {
        return $this->isAway;
    }

    public function band(): ?Band
    {
        return $this->band;
    }

    /** @throws AccessDeniedException where no band is open */
    public function required(): Band
    {
        return $this->band ?? throw new AccessDeniedException('refusal.no_open_band');
    }

    public function id(): string
    {
        return $this->band?->getId() ?? BandFilter::NONE;
    }

    public function person(): Account|PlayerSignIn|null
    {
        return $this->person;
    }

    public function identifier(): ?string
    {
        return $this->person?->getUserIdentifier();
    }

    public function bandId(): ?string
    {
        return $this->band?->getId();
    }

    public function isTeacher(): bool
    {
        return null !== $this->teacher();
    }

    /** The teacher who is signed in, if it is one. */
    public function teacher(): ?Account
    {
        return $this->person instanceof Account ? $this->person : null;
    }

    /** Who the signed-in player is in this band, if it is one. */
    public function player(): ?Player
    {
        return $this->player;
    }

    /** Whether a teacher of this band is at work. */
    public function isLed(): bool
    {
        return null !== $this->band && null !== $this->teacher() && $this->band->isLedBy($this->teacher());
    }

    public function isOwned(): bool
    {
        return null !== $this->band && null !== $this->teacher() && $this->band->isOwnedBy($this->teacher());
    }

    /** Where the open band is. */
    public function zone(): \DateTimeZone
    {
        return $this->band?->zone() ?? new \DateTimeZone('UTC');
    }

    /** The paper that is asked for, else the band's usual one. */
    public function paper(string $asked): Paper
    {
        return Paper::tryFrom($asked) ?? Paper::tryFrom($this->usual()->paper) ?? Paper::A4;
    }

    public function usual(): Usual
    {
        return $this->band?->usual() ?? new Usual();
    }
}
