<?php

declare(strict_types=1);

namespace App\Engraving;

use App\Shared\NotNow;

/**
 * The music could not be engraved or made into a PDF.
 */
final class EngravingError extends \RuntimeException implements NotNow
{
    public function title(): string
    {
        return 'title.not_drawn';
    }

    public static function notInstalled(string $what, string $remedy): self
    {
        return new self(\sprintf('%s could not be run, so the page cannot be drawn; %s.', $what, $remedy));
    }

    public static function failed(string $why): self
    {
        return new self(\sprintf('The page could not be engraved: %s. The study itself is unharmed; try again in a moment.', rtrim($why, '.')));
    }

    public static function noRoom(): self
    {
        return new self('There is no room on the disk for the page; the keeper of this installation has to make some. Nothing of yours is lost.');
    }

    public static function tooLong(string $what, int $seconds): self
    {
        return new self(\sprintf('%s was not ready after %d seconds; try fewer studies at a time, for example half of them.', $what, $seconds));
    }
}
