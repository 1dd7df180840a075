<?php

declare(strict_types=1);

namespace SwiftReed\Study\Tonguing;

enum Attack: string
{
    case Tongue = 'tongue';
    /** A legato tongue that hardly interrupts the air. */
    case Soft = 'soft';
    /** Slurred into. */
    case None = 'none';
}
