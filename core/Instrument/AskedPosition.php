<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * A position of the slide is named, with its trigger: "T3".
 */
final readonly class AskedPosition implements Askable
{
    public function read(string $answer): array
    {
        preg_match_all('/[TV]|\d/', strtoupper($answer), $found);

        return $found[0];
    }

    public function parts(Fingering $fingering): array
    {
        return $this->read($fingering->text);
    }

    public function isWhole(): bool
    {
        return true;
    }
}
