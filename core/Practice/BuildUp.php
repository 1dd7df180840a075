<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * The ways in which teachers build a line up. Source: the handbook, chapter 7, step 4 (common practice).
 */
enum BuildUp: string
{
    /** The new note four counts, the run up to it, and so on. */
    case FirstNote = 'first-note';
    /** The new note and its neighbour, runs that end on it, past it. */
    case NewNote = 'new-note';
    /** Chunks of four that share a note, then two joined. */
    case Chunks = 'chunks';
    /** The low half and the high half, then the whole. */
    case Halves = 'halves';
}
