<?php

declare(strict_types=1);

namespace App\Band;

/**
 * What belongs to one band: it is written into the open band, and read from there alone.
 */
interface OfBand
{
    public function belongTo(Band $band): void;

    public function getBand(): ?Band;
}
