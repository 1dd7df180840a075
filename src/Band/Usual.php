<?php

declare(strict_types=1);

namespace App\Band;

use SwiftReed\Pitch\NoteNames;

/**
 * What a director usually wants, so that nobody asks for it again.
 */
final readonly class Usual
{
    public const BY_FOURTHS = 'fourths';
    /** Where the next key stands, in half steps from the last. */
    public const KEY_ORDERS = ['fourths' => 5, 'fifths' => 7, 'half steps' => 1];

    /**
     * @param string   $keyOrder  one of KEY_ORDERS
     * @param string   $paper     "a4" or "letter"
     * @param string   $reminders "affected", "habit" or "none": which small signs stand beside the notes
     * @param int|null $tempo     beats a minute; null for the product's own
     * @param bool     $breathesTogether whether all players of a stage breathe at the same places on packets' pages too
     * @param NoteNames $noteNames how notes are named on what is read and typed
     * @param bool     $speaksOwn whether a key without "concert" or "own" is the player's own
     */
    public function __construct(
        public string $keyOrder = self::BY_FOURTHS,
        public string $paper = 'a4',
        public string $reminders = 'affected',
        public ?int $tempo = null,
        public bool $speaksOwn = false,
        public bool $breathesTogether = false,
        public NoteNames $noteNames = NoteNames::English,
    ) {
    }
}
