<?php

declare(strict_types=1);

namespace SwiftReed\Study;

enum Sequel: string
{
    case None = 'none';
    /** The scale's own arpeggio, sharing the tonic. */
    case Arpeggio = 'arpeggio';
    /** The same, with the tonic played again. */
    case Restated = 'restated';
}
