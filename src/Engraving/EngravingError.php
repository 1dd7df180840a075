<?php

declare(strict_types=1);

namespace App\Engraving;

use App\Shared\NotNow;

/**
 * The music could not be engraved or made into a PDF.
 */
final class EngravingError extends \RuntimeException implements NotNow
{
    /** Bytes below which a disk is as good as full: less than a packet of a large band. */
    private const LITTLE = 20_000_000;

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
        return new self(\sprintf(
            'The page could not be engraved: %s. The study itself is unharmed; try again in a moment.',
            rtrim($why, '.'),
        ));
    }

    /**
     * A file could not be written: because the disk is full, or because the folder belongs to another program.
     *
     * @param string $folder in which it should lie
     */
    public static function notWritten(string $folder): self
    {
        while (!is_dir($folder) && \dirname($folder) !== $folder) {
            $folder = \dirname($folder);
        }
        $free = @disk_free_space($folder);
        if (false !== $free && $free < self::LITTLE) {
            return self::noRoom();
        }

        return new self(\sprintf(
            'The page could not be written down, because the program may not write into the folder %s; the keeper of this installation gives it back to it by starting Swift Reed anew. The disk is not full, and nothing of yours is lost.',
            basename($folder),
        ));
    }

    private static function noRoom(): self
    {
        return new self(
            'There is no room on the disk for the page; the keeper of this installation has to make some. Nothing of yours is lost.',
        );
    }

    public static function tooLong(string $what, int $seconds): self
    {
        return new self(\sprintf(
            '%s was not ready after %d seconds; try fewer studies at a time, for example half of them.',
            $what,
            $seconds,
        ));
    }
}
