<?php

declare(strict_types=1);

namespace SwiftReed\Score\Layout;

/**
 * Where the bracket over three notes begins and ends.
 */
enum TupletEdge: string
{
    case Start = 'start';
    case Stop = 'stop';
}
