<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * Whether a slide position is set a little short (raised) or long (lowered) of its usual place.
 */
enum SlideAdjust: string
{
    case None = '';
    case Raised = 'raised';
    case Lowered = 'lowered';
}
