<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Player\Stage;

/**
 * How one row of a list of players is understood.
 */
final readonly class PlayerRow
{
    /**
     * @param string|null  $instrument its id; null where none was understood
     * @param list<string> $setups     ids
     * @param string|null  $limits     "G3 to E5" in written notes; null where none are said
     * @param string|null  $doubt      what is not sure, in words; null where nothing is
     */
    public function __construct(
        public string $name,
        public ?string $instrument,
        public Stage $stage,
        public array $setups,
        public ?string $limits,
        public string $section,
        public string $track,
        public ?string $doubt,
    ) {
    }

    public function doubted(string $doubt): self
    {
        return new self(
            $this->name,
            $this->instrument,
            $this->stage,
            $this->setups,
            $this->limits,
            $this->section,
            $this->track,
            null === $this->doubt ? $doubt : $this->doubt.'; '.$doubt,
        );
    }

    /** Whether it can be kept: a name, not too long, and an instrument. */
    public function isPlayer(): bool
    {
        return '' !== $this->name && mb_strlen($this->name) <= PlayerList::NAME && null !== $this->instrument;
    }

    /**
     * @return array{name: string, instrument: string|null, stage: string, setup: list<string>, limits: string|null,
     *  section: string, track: string}
     */
    public function toArray(): array
    {
        return [
            'name' => $this->name, 'instrument' => $this->instrument, 'stage' => $this->stage->value,
            'setup' => $this->setups, 'limits' => $this->limits, 'section' => $this->section, 'track' => $this->track,
        ];
    }
}
