<?php

declare(strict_types=1);

namespace App\Engraving;

enum FingeringStyle: string
{
    case Diagram = 'diagram';
    case Text = 'text';
    case None = 'none';
}
