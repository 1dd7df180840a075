<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Knowledge\Nearest;
use SwiftReed\Player\Reminders;
use SwiftReed\Score\Format\ExportChoices;
use SwiftReed\Score\Format\FingeringText;

/**
 * Which rows stand under the notes, and the chords above them.
 */
final readonly class Rows
{
    private const NAMES = [
        'degrees', 'degrees from root', 'letters', 'counts', 'chords', 'fingerings', 'text', 'numbers', 'signs',
        'habits', 'moves', 'tuning', 'none',
    ];

    /**
     * @param bool  $tuning   whether a slide that is drawn for a note's tuning is marked at its valve
     * @param bool  $moves    whether what moves since the note before is marked
     * @param float $scale    how much larger than nine millimetres the fingerings are drawn
     * @param bool $isTight whether rows stand as close as can be, to save paper
     * @param bool  $fromRoot whether degrees are counted from the root of each cell
     * @param bool  $marksHard whether changes to practise are marked: where their words are on the same paper
     * @param bool  $isUnsigned whether letters stand without sharp or flat: the pupil writes those
     */
    public function __construct(
        public bool $degrees,
        public bool $letters,
        public Reminders $reminders,
        public FingeringStyle $fingerings,
        public bool $counts = false,
        public bool $moves = true,
        public float $scale = 1.0,
        public bool $chords = false,
        public bool $fromRoot = false,
        public bool $isTight = false,
        public bool $isUnsigned = false,
        public bool $tuning = true,
        public bool $marksHard = true,
    ) {
    }

    public function drawnAt(float $scale): self
    {
        return $this->with($scale, $this->isTight, $this->marksHard);
    }

    /** The same as close together as can be. */
    public function tight(): self
    {
        return $this->with($this->scale, true, $this->marksHard);
    }

    /** The same for a page that has no words about its changes. */
    public function withoutHardSpots(): self
    {
        return $this->with($this->scale, $this->isTight, false);
    }

    private function with(float $scale, bool $isTight, bool $marksHard): self
    {
        return new self(
            $this->degrees,
            $this->letters,
            $this->reminders,
            $this->fingerings,
            $this->counts,
            $this->moves,
            $scale,
            $this->chords,
            $this->fromRoot,
            $isTight,
            $this->isUnsigned,
            $this->tuning,
            $marksHard,
        );
    }

    public static function all(): self
    {
        return new self(true, true, Reminders::Affected, FingeringStyle::Diagram);
    }

    /**
     * Reads rows as the command line names them: "degrees,letters,chords,fingerings". Signs beside the notes are shown
     * unless only "none" is said.
     *
     * @throws Mistake
     */
    public static function parse(string $text): self
    {
        $said = array_values(array_filter(
            array_map(
                static fn (string $one): string => strtolower(strtr(trim($one), ['-' => ' ', '_' => ' '])),
                explode(',', $text),
            ),
            static fn (string $one): bool => '' !== $one,
        ));
        foreach ($said as $one) {
            if (!\in_array($one, self::NAMES, true)) {
                throw PrintError::notARow($one, Nearest::to($one, self::NAMES), implode(', ', self::NAMES));
            }
        }
        $has = static fn (string $name): bool => \in_array($name, $said, true);

        return new self(
            $has('degrees') || $has('degrees from root'),
            $has('letters'),
            $has('habits') ? Reminders::Habit : (['none'] === $said ? Reminders::None : Reminders::Affected),
            $has('fingerings')
                ? FingeringStyle::Diagram
                : ($has('text')
                    ? FingeringStyle::Text
                    : ($has('numbers') ? FingeringStyle::Numbers : FingeringStyle::None)),
            $has('counts'),
            $has('moves') || !$has('none'),
            chords: $has('chords'),
            fromRoot: $has('degrees from root'),
            tuning: $has('tuning') || !$has('none'),
        );
    }

    /** Whether nothing at all stands under the notes. */
    public function isBare(): bool
    {
        return !$this->degrees && !$this->letters && !$this->counts && FingeringStyle::None === $this->fingerings;
    }

    /** The same rows in files for other programs. */
    public function exported(FingeringText $fingerings): ExportChoices
    {
        return new ExportChoices(
            FingeringStyle::None === $this->fingerings ? FingeringText::None : $fingerings,
            $this->degrees,
            $this->fromRoot,
            $this->letters,
            $this->counts,
            $this->chords,
        );
    }
}
