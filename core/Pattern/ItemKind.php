<?php

declare(strict_types=1);

namespace SwiftReed\Pattern;

/**
 * What one word of a cell asks for.
 */
enum ItemKind
{
    /** A note of the scale, counted from the cell's root. */
    case Degree;
    /** So many half steps from the root. */
    case HalfSteps;
    /** The half step below a note of the scale. */
    case Below;
    /** The half step above a note of the scale. */
    case Above;
    /** All notes of the scale between two of them. */
    case Run;
    case Rest;
    /** A short note of the scale before the note that follows, without time of its own. */
    case Grace;
    /** One note that leads into the next root. */
    case Approach;
    /** Two notes that lead down into the next root. */
    case TwoNoteApproach;
    /** Two half steps above the next root, one above, one below. */
    case Enclosure;
}
