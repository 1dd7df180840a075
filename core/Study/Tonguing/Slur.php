<?php

declare(strict_types=1);

namespace SwiftReed\Study\Tonguing;

enum Slur: string
{
    case Start = 'start';
    case Continue = 'continue';
    case Stop = 'stop';
    case Outside = 'outside';
}
