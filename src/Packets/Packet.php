<?php

declare(strict_types=1);

namespace App\Packets;

use App\Band\Belongs;
use App\Band\OfBand;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/**
 * A packet as the director has put it together.
 */
#[ORM\Entity(repositoryClass: PacketRepository::class)]
#[ORM\Table(name: 'packet')]
#[ORM\Index(name: 'packet_band', columns: ['band_id', 'changed_at'])]
class Packet implements OfBand
{
    use Belongs;

    public const LENGTH = 8000;

    #[ORM\Id]
    #[ORM\Column(type: 'guid')]
    private string $id;

    /** Counts what all pages share: the title, the studies, the words. Another player makes no other edition. */
    #[ORM\Column(type: Types::INTEGER, options: ['default' => 1])]
    private int $edition = 1;

    #[ORM\Column(type: Types::DATETIMETZ_IMMUTABLE)]
    private \DateTimeImmutable $changedAt;

    #[ORM\Version]
    #[ORM\Column(type: Types::INTEGER)]
    private int $version = 1;

    /** @param array<string, mixed> $settings as {@see PacketSettings} has them */
    public function __construct(
        #[ORM\Column(type: Types::STRING, length: PacketPlan::TITLE)]
        private string $title,
        #[ORM\Column(type: Types::TEXT)]
        private string $studies,
        #[ORM\Column(type: Types::JSON)]
        private array $settings,
    ) {
        $this->id = Uuid::v7()->toRfc4122();
        $this->changedAt = new \DateTimeImmutable();
    }

    public function getId(): string
    {
        return $this->id;
    }

    public function getTitle(): string
    {
        return $this->title;
    }

    /** A study line in each row; an empty row keeps the number of one that was taken out. */
    public function getStudies(): string
    {
        return $this->studies;
    }

    public function settings(): PacketSettings
    {
        return PacketSettings::of($this->settings);
    }

    public function getEdition(): int
    {
        return $this->edition;
    }

    public function getChangedAt(): \DateTimeImmutable
    {
        return $this->changedAt;
    }

    public function getVersion(): int
    {
        return $this->version;
    }

    public function change(string $title, string $studies, PacketSettings $settings): void
    {
        $shared = static fn (string $one, string $two, PacketSettings $three): array => [
            $one,
            $two,
            array_diff_key($three->toArray(), ['except' => 1, 'for_copier' => 1, 'copies' => 1]),
        ];
        if ($shared($this->title, $this->studies, $this->settings()) != $shared($title, $studies, $settings)) {
            ++$this->edition;
        }
        $this->title = $title;
        $this->studies = $studies;
        $this->settings = $settings->toArray();
        $this->changedAt = new \DateTimeImmutable();
    }

    /** @return list<string> rows as they are typed, none behind the last study */
    public static function rows(string $studies): array
    {
        return explode(
            "\n",
            rtrim(implode("\n", array_map(trim(...), explode("\n", strtr($studies, ["\r" => ''])))), "\n"),
        );
    }
}
