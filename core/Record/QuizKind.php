<?php

declare(strict_types=1);

namespace SwiftReed\Record;

/**
 * Kinds of written work. Source: the handbook, chapter 8, "Work it out".
 */
enum QuizKind: string
{
    /** Spell a scale from its tonic. */
    case Scale = 'scale';
    /** Build it from two tetrachords. */
    case Tetrachords = 'tetrachords';
    /** The notes that a signature changes. */
    case Signature = 'signature';
    /** Number notes by the degrees of a scale. */
    case Degrees = 'degrees';
    /** The player's own key for a concert key. */
    case OwnKey = 'own-key';
    /** And back. */
    case ConcertKey = 'concert-key';
    /** Which line of the packet it is. */
    case Line = 'line';
    /** The fingering of a note. */
    case Fingering = 'fingering';
    /** Notes as the player reads them. */
    case Transpose = 'transpose';
    /** The chords that a scale fits. */
    case Chords = 'chords';

    /** Whether the answer is a row of notes, which can stand on a staff. */
    public function isNotes(): bool
    {
        return \in_array($this, [self::Scale, self::Tetrachords, self::Signature, self::Transpose], true);
    }
}
