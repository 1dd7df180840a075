<?php

declare(strict_types=1);

namespace SwiftReed\Study;

enum Direction: string
{
    case Up = 'up';
    case Down = 'down';
    case UpAndDown = 'up and down';
    case DownAndUp = 'down and up';
}
