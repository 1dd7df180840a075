<?php

declare(strict_types=1);

namespace App\Shared;

/**
 * What cannot be done at the moment though nobody did anything wrong: the error has a sentence for whoever asked, and
 * trying again may help.
 */
interface NotNow extends \Throwable
{
    /** Title of the page that says it, by its key in the catalogue. */
    public function title(): string;
}
