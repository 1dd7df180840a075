<?php

declare(strict_types=1);

namespace App\Band;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/**
 * What a room keeps of a band and its players. Each room that keeps something says so here; giving away, removing and
 * erasing ask all of them.
 */
#[AutoconfigureTag]
interface Keeps
{
    /**
     * What hangs on a chair, goes into the bin with its player, and comes back with him.
     *
     * @return list<object> entities
     */
    public function hangingOn(Chair $chair): array;

    /**
     * What is given away of a chair.
     *
     * @return array<string, list<mixed>> by the name under which it stands in the file
     */
    public function ofChair(Chair $chair): array;

    /**
     * What is given away of the open band besides its players.
     *
     * @return array<string, list<mixed>> by the name under which it stands in the file
     */
    public function ofBand(): array;

    /** Lets go of what has a player's name in it and does not go by itself when his row goes. */
    public function erase(Player $player): void;
}
