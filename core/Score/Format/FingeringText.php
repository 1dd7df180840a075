<?php

declare(strict_types=1);

namespace SwiftReed\Score\Format;

/**
 * How fingerings travel in a file that other programs open. Numerals, which every program can set, are fingerings
 * proper (valves and positions); what a woodwind presses is text under the note.
 */
enum FingeringText: string
{
    case None = 'none';
    /** One line of text under each note. */
    case Short = 'short';
    /** Thumb, left hand and right hand on lines of their own. */
    case Lines = 'lines';
}
