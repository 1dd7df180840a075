<?php

declare(strict_types=1);

namespace App\Entrance;

use App\Account\PlayerSignIn;
use App\Band\OpenBand;
use App\Shared\Deed;
use Symfony\Component\Security\Core\Authentication\Token\TokenInterface;
use Symfony\Component\Security\Core\Authorization\Voter\Vote;
use Symfony\Component\Security\Core\Authorization\Voter\Voter;

/**
 * Decides who may do what, in the band that is open.
 *
 * @extends Voter<string, null>
 */
final class DeedVoter extends Voter
{
    public function __construct(private readonly OpenBand $open)
    {
    }

    protected function supports(string $attribute, mixed $subject): bool
    {
        return null !== Deed::tryFrom($attribute);
    }

    protected function voteOnAttribute(
        string $attribute,
        mixed $subject,
        TokenInterface $token,
        ?Vote $vote = null,
    ): bool {
        $person = $this->open->person(); // and not the session's: whoever the gate has not let in is nobody here
        $teacher = $this->open->teacher();

        return match (Deed::from($attribute)) {
            Deed::Make, Deed::ComeIn, Deed::GoOut => true,
            Deed::BeIn => null !== $person,
            Deed::Keep, Deed::LeadPlayers => null !== $teacher && $this->open->isLed(),
            Deed::OwnBand => null !== $teacher && $this->open->isOwned(),
            Deed::HaveBands => $teacher?->isDirector() ?? false,
            Deed::KeepHouse => $teacher?->isKeeper() ?? false,
            Deed::Play => $person instanceof PlayerSignIn && null !== $this->open->player(),
            Deed::ReadByProgram => false, // a program's token is read by ProgramGate, and opens nothing else
        };
    }
}
