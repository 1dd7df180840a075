<?php

declare(strict_types=1);

namespace App\Shared;

/**
 * What did not answer is asked by nobody on this machine for some seconds: one who waits is enough.
 */
final readonly class PassedBy
{
    /**
     * @param string $file    whose age says since when
     * @param int    $seconds for which it is passed by
     */
    public function __construct(private string $file, private int $seconds)
    {
    }

    public function is(): bool
    {
        clearstatcache(true, $this->file);

        return is_file($this->file) && time() - (int) @filemtime($this->file) < $this->seconds;
    }

    public function note(): void
    {
        if (!is_dir(\dirname($this->file))) {
            @mkdir(\dirname($this->file), 0o777, true);
        }
        @touch($this->file);
    }
}
