<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Fingering\OwnFingerings;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Pitch\NoteNames;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Seating;
use SwiftReed\Player\Stage;

/**
 * Somebody who gets a part: the name that stands on it, the instrument in its set-up, and how that player reads.
 */
final readonly class BandPlayer
{
    /** Copies of one part. */
    public const MOST_COPIES = 60;

    /**
     * @param string $style   how the pages are written: "written", "numbers", "letters" or "large"
     * @param string $section as the director has divided it; nothing for that of the instrument
     * @param int    $copies  on the pile for the copier
     * @param NoteNames|null $noteNames how notes are named for this player; null as in the rest of the packet
     */
    public function __construct(
        public string $name,
        public Instrument $instrument,
        public PlayerSettings $settings = new PlayerSettings(),
        public OwnFingerings $own = new OwnFingerings(),
        public string $style = 'written',
        public string $section = '',
        public int $copies = 1,
        public ?NoteNames $noteNames = null,
    ) {
    }

    /** The same among others. */
    public function seated(Seating $seating): self
    {
        return $this->with(settings: $this->settings->seated($seating));
    }

    /** The same with pages in this style, so many times. */
    public function printed(string $style, int $copies): self
    {
        return $this->with(style: $style, copies: $copies);
    }

    /** The same under another name, as one of two chairs of one player. */
    public function named(string $name): self
    {
        return $this->with(name: $name);
    }

    private function with(
        ?string $name = null,
        ?PlayerSettings $settings = null,
        ?string $style = null,
        ?int $copies = null,
    ): self {
        return new self(
            $name ?? $this->name,
            $this->instrument,
            $settings ?? $this->settings,
            $this->own,
            $style ?? $this->style,
            $this->section,
            $copies ?? $this->copies,
            $this->noteNames,
        );
    }

    /**
     * @param list<self> $players
     *
     * @return array<string, Stage> by their names
     */
    public static function stages(array $players): array
    {
        return array_combine(
            array_map(static fn (self $one): string => $one->name, $players),
            array_map(static fn (self $one): Stage => $one->settings->stage, $players),
        );
    }

    public function section(): string
    {
        return '' === $this->section ? $this->instrument->family : $this->section;
    }

    /** "Ada, flute": who is meant, in a list. */
    public function called(): string
    {
        return match (true) {
            '' === $this->name, $this->name === $this->instrument->name => $this->instrument->name,
            str_contains($this->name, '('.$this->instrument->name) => $this->name,
            default => $this->name.', '.$this->instrument->name,
        };
    }
}
