<?php

declare(strict_types=1);

namespace SwiftReed\Study;

/**
 * How the line comes to its end.
 */
enum Ending: string
{
    case Plain = 'plain';
    case LongLast = 'long last';
    case EnclosedTonic = 'enclosed tonic';
}
