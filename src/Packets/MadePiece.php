<?php

declare(strict_types=1);

namespace App\Packets;

/**
 * What has been made of a piece: the file, and how many pages it has where it has pages.
 */
final readonly class MadePiece
{
    public function __construct(public string $content, public int $pages)
    {
    }
}
