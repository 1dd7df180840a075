<?php

declare(strict_types=1);

namespace App\Band;

use App\Account\Account;
use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use SwiftReed\Pitch\NoteNames;
use Symfony\Component\Uid\Uuid;

/**
 * A band with its director, its assistants, and what its director usually wants.
 */
#[ORM\Entity(repositoryClass: BandRepository::class)]
#[ORM\Table(name: 'band')]
#[ORM\Index(name: 'band_owner', columns: ['owner_id'])]
class Band
{
    public const NAME = 80;
    /**
     * Days after the last use for which a band's data is kept, unless the director says otherwise: a school year and
     * the summer after it.
     */
    public const KEPT_DAYS = 400;
    /** Days before its end on which a band is warned. */
    public const WARNED_DAYS = 30;

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    /** @var Collection<int, Account> */
    #[ORM\ManyToMany(targetEntity: Account::class)]
    #[ORM\JoinTable(name: 'band_assistant')]
    private Collection $assistants;

    #[ORM\Column(type: Types::STRING, length: 20)]
    private string $keyOrder = Usual::BY_FOURTHS;

    #[ORM\Column(type: Types::STRING, length: 10)]
    private string $paper = 'a4';

    #[ORM\Column(type: Types::STRING, length: 10)]
    private string $reminders = 'affected';

    /** Beats a minute that a line begins with on the Desk; null for the product's own. */
    #[ORM\Column(type: Types::SMALLINT, nullable: true)]
    private ?int $tempo = null;

    #[ORM\Column(type: Types::BOOLEAN)]
    private bool $speaksOwn = false;

    /** Whether all players of a stage breathe at the same places on packets' pages too. */
    #[ORM\Column(type: Types::BOOLEAN, options: ['default' => false])]
    private bool $breathesTogether = false;

    #[ORM\Column(type: Types::STRING, length: 10, enumType: NoteNames::class, options: ['default' => 'english'])]
    private NoteNames $noteNames = NoteNames::English;

    /** Where the band is: its days are the days there. */
    #[ORM\Column(type: Types::STRING, length: 60, options: ['default' => 'UTC'])]
    private string $zone = 'UTC';

    /** Weekdays of its lessons, 1 is Monday, divided by commas. */
    #[ORM\Column(type: Types::STRING, length: 20, options: ['default' => ''])]
    private string $lessonDays = '';

    /** Weights of the rubric, "notes 40, rhythm 25"; empty for the usual ones. */
    #[ORM\Column(type: Types::STRING, length: 200, options: ['default' => ''])]
    private string $rubric = '';

    #[ORM\Column(type: Types::INTEGER)]
    private int $keptDays = self::KEPT_DAYS;

    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    private \DateTimeImmutable $usedOn;

    #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $removedAt = null;

    #[ORM\Version]
    #[ORM\Column(type: Types::INTEGER)]
    private int $version = 1;

    public function __construct(
        #[ORM\Column(type: Types::STRING, length: self::NAME)]
        private string $name,
        #[ORM\ManyToOne(targetEntity: Account::class)]
        #[ORM\JoinColumn(name: 'owner_id', nullable: false)]
        private Account $owner,
        #[ORM\Column(type: Types::BOOLEAN)]
        private bool $isDemo = false,
    ) {
        $this->id = Uuid::v7()->toRfc4122();
        $this->assistants = new ArrayCollection();
        $this->usedOn = new \DateTimeImmutable('today');
    }

    public function getId(): string
    {
        return $this->id;
    }

    /** @return array<string, float>|null weights by part, null for the usual ones */
    public function getRubric(): ?array
    {
        $weights = [];
        foreach (array_filter(explode(', ', $this->rubric)) as $one) {
            [$part, $weight] = explode(' ', $one);
            $weights[$part] = (float) $weight;
        }

        return [] === $weights ? null : $weights;
    }

    /** @param array<string, float> $weights by part, none for the usual ones */
    public function weigh(array $weights): void
    {
        $this->rubric = implode(
            ', ',
            array_map(
                static fn (string $part, float $weight): string => $part.' '.$weight,
                array_keys($weights),
                $weights,
            ),
        );
    }

    public function getName(): string
    {
        return $this->name;
    }

    public function getOwner(): Account
    {
        return $this->owner;
    }

    public function isDemo(): bool
    {
        return $this->isDemo;
    }

    public function getVersion(): int
    {
        return $this->version;
    }

    /** @return list<Account> by name */
    public function getAssistants(): array
    {
        $assistants = $this->assistants->toArray();
        usort($assistants, static fn (Account $a, Account $b): int => $a->getName() <=> $b->getName());

        return $assistants;
    }

    public function isOwnedBy(Account $account): bool
    {
        return $this->owner->getId() === $account->getId();
    }

    public function isLedBy(Account $account): bool
    {
        return $this->isOwnedBy($account)
            || $this->assistants->exists(static fn (int $i, Account $one): bool => $one->getId() === $account->getId());
    }

    public function addAssistant(Account $account): void
    {
        if (!$this->isLedBy($account)) {
            $this->assistants->add($account);
        }
    }

    public function removeAssistant(Account $account): void
    {
        $this->assistants->removeElement($account);
    }

    /** The band goes to one of its assistants; the director becomes an assistant. */
    public function handOver(Account $to): void
    {
        $before = $this->owner;
        $this->removeAssistant($to);
        $this->owner = $to;
        $this->assistants->add($before);
    }

    public function zone(): \DateTimeZone
    {
        return new \DateTimeZone($this->zone);
    }

    /** @return list<int> weekdays, 1 is Monday */
    public function lessonDays(): array
    {
        return array_values(array_filter(
            array_map(intval(...), explode(',', $this->lessonDays)),
            static fn (int $day): bool => $day >= 1 && $day <= 7,
        ));
    }

    /** @param list<int> $lessonDays weekdays, 1 is Monday */
    public function live(\DateTimeZone $zone, array $lessonDays): void
    {
        $this->zone = $zone->getName();
        $this->lessonDays = implode(',', $lessonDays);
    }

    public function usual(): Usual
    {
        return new Usual(
            $this->keyOrder,
            $this->paper,
            $this->reminders,
            $this->tempo,
            $this->speaksOwn,
            $this->breathesTogether,
            $this->noteNames,
        );
    }

    public function change(string $name, Usual $usual, int $keptDays): void
    {
        $this->name = $name;
        $this->keyOrder = $usual->keyOrder;
        $this->paper = $usual->paper;
        $this->reminders = $usual->reminders;
        $this->tempo = $usual->tempo;
        $this->speaksOwn = $usual->speaksOwn;
        $this->breathesTogether = $usual->breathesTogether;
        $this->noteNames = $usual->noteNames;
        $this->keptDays = $keptDays;
    }

    public function getKeptDays(): int
    {
        return $this->keptDays;
    }

    /** The day on which the data ends when nobody comes before. */
    public function endsOn(): \DateTimeImmutable
    {
        return $this->usedOn->modify(\sprintf('+%d days', $this->keptDays));
    }

    public function usedOn(): \DateTimeImmutable
    {
        return $this->usedOn;
    }

    public function remove(): void
    {
        $this->removedAt = new \DateTimeImmutable();
    }

    public function restore(): void
    {
        $this->removedAt = null;
    }

    public function isRemoved(): bool
    {
        return null !== $this->removedAt;
    }
}
