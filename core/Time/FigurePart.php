<?php

declare(strict_types=1);

namespace SwiftReed\Time;

/**
 * One part of a figure: so many shares of its group, a note or a rest, tied to the next or not.
 */
final readonly class FigurePart
{
    private function __construct(public int $share, public bool $isRest, public bool $isTied)
    {
    }

    public static function note(int $share, bool $isTied = false): self
    {
        return new self($share, false, $isTied);
    }

    public static function rest(int $share): self
    {
        return new self($share, true, false);
    }

    /** "3", "r1", "2~". */
    public function text(): string
    {
        return ($this->isRest ? 'r' : '').$this->share.($this->isTied ? '~' : '');
    }
}
