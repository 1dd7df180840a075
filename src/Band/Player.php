<?php

declare(strict_types=1);

namespace App\Band;

use App\Account\PlayerSignIn;
use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use SwiftReed\Pitch\NoteNames;
use Symfony\Component\Uid\Uuid;

/**
 * Somebody in a band, under a first name or a nickname, with a chair for each instrument. No more is kept of a pupil
 * than is needed.
 */
#[ORM\Entity(repositoryClass: PlayerRepository::class)]
#[ORM\Table(name: 'player')]
#[ORM\Index(name: 'player_band', columns: ['band_id'])]
#[ORM\Index(name: 'player_sign_in_id', columns: ['sign_in_id'])]
#[ORM\UniqueConstraint(name: 'player_of_sign_in', columns: ['band_id', 'sign_in_id'])]
#[ORM\UniqueConstraint(name: 'player_link', columns: ['link_hash'])]
#[ORM\UniqueConstraint(name: 'player_name', columns: ['band_id', 'name_key'])]
class Player implements OfBand
{
    use Belongs;

    public const NAME = 60;

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    #[ORM\Column(type: Types::STRING, length: self::NAME)]
    private string $name = '';

    #[ORM\Column(type: Types::STRING, length: 2 * self::NAME)]
    private string $nameKey = '';

    /** @var Collection<int, Chair> */
    #[ORM\OneToMany(targetEntity: Chair::class, mappedBy: 'player', cascade: ['persist'])]
    #[ORM\OrderBy(['position' => 'ASC', 'id' => 'ASC'])]
    private Collection $chairs;

    #[ORM\ManyToOne(targetEntity: PlayerSignIn::class)]
    #[ORM\JoinColumn(name: 'sign_in_id', nullable: true, onDelete: 'SET NULL')]
    private ?PlayerSignIn $signIn = null;

    /** Of the personal link only this is kept. */
    #[ORM\Column(type: Types::STRING, length: 64, nullable: true)]
    private ?string $linkHash = null;

    #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $leftAt = null;

    /** How notes are named for this player; null for as in the band. */
    #[ORM\Column(type: Types::STRING, length: 10, nullable: true, enumType: NoteNames::class)]
    private ?NoteNames $noteNames = null;

    #[ORM\Version]
    #[ORM\Column(type: Types::INTEGER)]
    private int $version = 1;

    public function __construct(string $name)
    {
        $this->id = Uuid::v7()->toRfc4122();
        $this->chairs = new ArrayCollection();
        $this->rename($name);
    }

    public function getId(): string
    {
        return $this->id;
    }

    public function getName(): string
    {
        return $this->name;
    }

    public function getNoteNames(): ?NoteNames
    {
        return $this->noteNames;
    }

    /** @param NoteNames|null $names null for those of the band */
    public function nameNotes(?NoteNames $names): void
    {
        $this->noteNames = $names;
    }

    public function rename(string $name): void
    {
        $this->name = $name;
        $this->nameKey = self::key($name);
    }

    /** Two spellings of one name are one player. */
    public static function key(string $name): string
    {
        return mb_strtolower($name);
    }

    public function getVersion(): int
    {
        return $this->version;
    }

    /** @return list<Chair> that are open, the first instrument first */
    public function chairs(): array
    {
        return array_values($this->chairs->filter(static fn (Chair $one): bool => !$one->isClosed())->toArray());
    }

    /** @return list<Chair> that were left */
    public function closedChairs(): array
    {
        return array_values($this->chairs->filter(static fn (Chair $one): bool => $one->isClosed())->toArray());
    }

    public function sit(Chair $chair): void
    {
        $this->chairs->add($chair);
    }

    public function getSignIn(): ?PlayerSignIn
    {
        return $this->signIn;
    }

    public function comesInAs(?PlayerSignIn $signIn): void
    {
        $this->signIn = $signIn;
    }

    public function hasLink(): bool
    {
        return null !== $this->linkHash;
    }

    public function setLink(?string $hash): void
    {
        $this->linkHash = $hash;
    }

    public function hasLeft(): bool
    {
        return null !== $this->leftAt;
    }

    public function leave(): void
    {
        $this->leftAt = new \DateTimeImmutable();
        $this->linkHash = null;
        $this->signIn = null;
    }

    public function comeBack(): void
    {
        $this->leftAt = null;
    }
}
