<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

/**
 * A place where one part is not with the others.
 */
final readonly class Apart
{
    /**
     * @param int    $bar  counted from 1; 0 is the pick-up
     * @param int    $note of the bar, counted from 1, as most of the band has it
     * @param string $what "leaves the note out"
     */
    public function __construct(public int $bar, public int $note, public string $player, public string $what)
    {
    }

    /** "bar 3, note 2: Cleo leaves the note out" */
    public function says(): string
    {
        return \sprintf('%s, note %d: %s %s', 0 === $this->bar ? 'pick-up' : 'bar '.$this->bar, $this->note, $this->player, $this->what);
    }
}
