<?php

declare(strict_types=1);

namespace App\Band;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use SwiftReed\Pitch\SpellingPreference;
use SwiftReed\Player\PlayerError;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Range;
use SwiftReed\Player\Reminders;
use SwiftReed\Player\Stage;
use SwiftReed\Player\WatchedNotes;
use Symfony\Component\Uid\Uuid;

/**
 * A player's place at one instrument in one set-up, with habits, limits and record of its own. A change of instrument
 * closes it and opens another.
 */
#[ORM\Entity(repositoryClass: ChairRepository::class)]
#[ORM\Table(name: 'chair')]
#[ORM\Index(name: 'chair_band', columns: ['band_id'])]
#[ORM\Index(name: 'chair_player_id', columns: ['player_id'])]
#[ORM\Index(name: 'chair_instrument', columns: ['instrument'])]
class Chair implements OfBand
{
    use Belongs;

    /** What a player is learning towards. */
    public const TRACKS = ['', 'beginner', 'classical', 'jazz'];
    /** How a chair's pages are written. */
    public const STYLES = ['written', 'numbers', 'letters', 'large'];

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    #[ORM\Column(type: Types::STRING, length: 12, options: ['default' => ''])]
    private string $track = '';

    #[ORM\Column(type: Types::STRING, length: 12, options: ['default' => 'written'])]
    private string $style = 'written';

    /** The section, where the director has divided one; nothing for that of the instrument. */
    #[ORM\Column(type: Types::STRING, length: 40, options: ['default' => ''])]
    private string $section = '';

    /** Written notes that this player gets wrong again and again, "B, Eb": a sign stands beside them on his pages. */
    #[ORM\Column(type: Types::STRING, length: 60, options: ['default' => ''])]
    private string $watched = '';

    #[ORM\Column(type: Types::INTEGER, options: ['default' => 0])]
    private int $position = 0;

    #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $closedAt = null;

    /** Seconds that a breath of this player lasts, "7.5"; nothing for what is usual. */
    #[ORM\Column(type: Types::STRING, length: 8, options: ['default' => ''])]
    private string $breath = '';

    #[ORM\Version]
    #[ORM\Column(type: Types::INTEGER)]
    private int $version = 1;

    /** @param string $setup names of set-ups, divided by commas; @param string $stage the stage's value */
    public function __construct(
        #[ORM\ManyToOne(targetEntity: Player::class, inversedBy: 'chairs')]
        #[ORM\JoinColumn(name: 'player_id', nullable: false, onDelete: 'CASCADE')]
        private Player $player,
        #[ORM\Column(type: Types::STRING, length: 60)]
        private string $instrument,
        #[ORM\Column(type: Types::STRING, length: 120)]
        private string $setup,
        #[ORM\Column(type: Types::STRING, length: 20)]
        private string $stage,
        #[ORM\Column(type: Types::STRING, length: 20, options: ['default' => ''])]
        private string $limits = '',
    ) {
        $this->id = Uuid::v7()->toRfc4122();
        $player->sit($this);
    }

    public function getId(): string
    {
        return $this->id;
    }

    public function getPlayer(): Player
    {
        return $this->player;
    }

    public function getName(): string
    {
        return $this->player->getName();
    }

    public function getInstrument(): string
    {
        return $this->instrument;
    }

    public function getSetup(): string
    {
        return $this->setup;
    }

    /** His own range in written notes, "G3 to E5"; nothing when he has none. */
    public function getLimits(): string
    {
        return $this->limits;
    }

    public function getStage(): string
    {
        return $this->stage;
    }

    public function getTrack(): string
    {
        return $this->track;
    }

    public function getStyle(): string
    {
        return $this->style;
    }

    public function getSection(): string
    {
        return $this->section;
    }

    public function getPosition(): int
    {
        return $this->position;
    }

    public function getVersion(): int
    {
        return $this->version;
    }

    public function arrange(string $track, string $style, string $section, int $position = 0): void
    {
        $this->track = $track;
        $this->style = $style;
        $this->section = $section;
        $this->position = $position;
    }

    public function sitAt(int $position): void
    {
        $this->position = $position;
    }

    public function change(string $setup, string $stage, string $limits): void
    {
        $this->setup = $setup;
        $this->stage = $stage;
        $this->limits = $limits;
    }

    public function getBreath(): string
    {
        return $this->breath;
    }

    public function breathe(string $seconds): void
    {
        $this->breath = $seconds;
    }

    /** As {@see WatchedNotes::parse()} reads them. */
    public function getWatched(): string
    {
        return $this->watched;
    }

    public function watch(string $notes): void
    {
        $this->watched = $notes;
    }

    /** How this player reads: nothing is known of limits and notes that an earlier version wrote otherwise. */
    public function settings(
        SpellingPreference $spelling = SpellingPreference::Plainest,
        Reminders $reminders = Reminders::Affected,
        ?Stage $stage = null,
    ): PlayerSettings {
        try {
            $limits = '' === $this->limits ? null : Range::parse($this->limits);
        } catch (PlayerError) {
            $limits = null;
        }
        try {
            $watched = '' === $this->watched ? null : WatchedNotes::parse($this->watched);
        } catch (PlayerError) {
            $watched = null;
        }

        return new PlayerSettings(
            $stage ?? Stage::tryFrom($this->stage) ?? Stage::Full,
            $spelling,
            $reminders,
            $limits,
            $watched,
            '' === $this->breath ? null : (float) $this->breath,
        );
    }

    public function isClosed(): bool
    {
        return null !== $this->closedAt;
    }

    public function close(): void
    {
        $this->closedAt ??= new \DateTimeImmutable();
    }
}
