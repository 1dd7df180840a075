<?php

declare(strict_types=1);

namespace SwiftReed\Words;

/**
 * What has a name in the names that are in force for the reader: a note, a pitch.
 */
interface Named
{
    /** As it is printed: "B♭". */
    public function sign(): string;

    /** As it is spoken: "B flat". */
    public function spoken(): string;
}
