<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Words\Wording;

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

    /**
     * "bar 3, note 2: Cleo leaves the note out".
     *
     * @param string $who    players, where several are apart in the same way
     * @param bool   $isMany whether they are several
     */
    public function says(string $who = '', bool $isMany = false): string
    {
        // "leaves", "has", "sounds", "holds": of several without the s.
        $what = $isMany
            ? (string) preg_replace(['/^has\b/', '/^(leave|sound|hold)s\b/'], ['have', '$1'], $this->what)
            : $this->what;

        return Wording::of('apart.says', [
            'bar' => 0 === $this->bar ? 'pick-up' : 'bar '.$this->bar,
            'note' => $this->note,
            'player' => '' === $who ? $this->player : $who,
            'what' => $what,
        ]);
    }
}
