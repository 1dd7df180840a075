<?php

declare(strict_types=1);

namespace SwiftReed\Record;

/**
 * How far a requirement is met by a player.
 */
enum Standing: string
{
    case Passed = 'passed';
    case NotYet = 'not yet';
    case Played = 'played';
    case Practised = 'practised';
    case Nothing = 'nothing';
}
