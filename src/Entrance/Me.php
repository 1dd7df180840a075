<?php

declare(strict_types=1);

namespace App\Entrance;

use App\Band\Band;
use App\Band\OpenBand;
use App\Band\Usual;

/**
 * Who looks at a page, as the templates ask it.
 */
final class Me
{
    public function __construct(private readonly OpenBand $open)
    {
    }

    public function isIn(): bool
    {
        return null !== $this->open->person();
    }

    public function isTeacher(): bool
    {
        return null !== $this->open->teacher();
    }

    public function isPlayer(): bool
    {
        return null !== $this->open->player();
    }

    /** Who a player is in the open band; nothing for everybody else. */
    public function getPlayerId(): string
    {
        return $this->open->player()?->getId() ?? '';
    }

    public function getName(): string
    {
        return $this->open->teacher()?->getName() ?? $this->open->player()?->getName() ?? '';
    }

    /** Whether the open band is one that this person leads, as its director or its assistant. */
    public function leads(): bool
    {
        return $this->open->isLed();
    }

    public function owns(): bool
    {
        return $this->open->isOwned();
    }

    public function getBand(): ?Band
    {
        return $this->open->band();
    }

    public function getUsual(): Usual
    {
        return $this->open->usual();
    }

    /** Whether it cannot be known who this is, because the database is away. */
    public function isAway(): bool
    {
        return $this->open->isAway();
    }

    public function isDemo(): bool
    {
        return $this->open->band()?->isDemo() ?? false;
    }
}
