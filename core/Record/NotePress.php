<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Words\Wording;

/**
 * A note that was pressed while somebody played.
 */
final readonly class NotePress
{
    /**
     * @param int         $note     from 0
     * @param string      $written  written note as it should have been, in whatever octave, "B♭"
     * @param string      $degree   in whatever octave, "4" or "♭3"
     * @param string      $material "major"
     * @param string      $pitch    written, "B♭4"
     * @param string|null $after    written pitch before it; null for the first
     */
    public function __construct(
        public int $note,
        public PressKind $kind,
        public string $written,
        public string $degree,
        public string $material,
        public string $pitch,
        public ?string $after,
    ) {
    }

    public function says(): string
    {
        return match ($this->kind) {
            PressKind::Wrong => Wording::of('note-press.should', [
                'degree' => $this->degree,
                'written' => $this->written,
            ]),
            PressKind::Cracked => \sprintf('%s (%s) cracked', $this->degree, $this->written),
            PressKind::OutOfTune => Wording::of('note-press.out-tune', [
                'degree' => $this->degree,
                'written' => $this->written,
            ]),
        };
    }
}
