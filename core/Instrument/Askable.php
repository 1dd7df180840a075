<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * How a fingering is asked for and answered: what is pressed or named, and how an answer is read.
 */
interface Askable
{
    /**
     * What an answer names, in any order: touches, or the parts of a position.
     *
     * @return list<string>
     *
     * @throws \UnexpectedValueException with the word that is none of this mechanism's
     */
    public function read(string $answer): array;

    /** @return list<string> what a right answer names for a fingering */
    public function parts(Fingering $fingering): array;

    /** Whether an answer is right or wrong as a whole, like a position; else each touch is told by itself. */
    public function isWhole(): bool;
}
