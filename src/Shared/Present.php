<?php

declare(strict_types=1);

namespace App\Shared;

/**
 * Who is at work in this request, and in which band: as much of it as every room needs.
 */
interface Present
{
    /** By which the person is known in sessions and in the audit, "account:…" or "player:…"; null for a visitor. */
    public function identifier(): ?string;

    /** The id of the band that is open; null where none is. */
    public function bandId(): ?string;

    /** Whether it is somebody with a pass phrase, who may change what belongs to the band. */
    public function isTeacher(): bool;
}
