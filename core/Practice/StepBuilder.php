<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Fingering\OwnFingerings;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Line\Clause;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Packet\FirstTempos;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Stage;
use SwiftReed\Score\BandPart;
use SwiftReed\Score\Part;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Score\Score;
use SwiftReed\Study\Rhythm\Rhythm;
use SwiftReed\Study\Study;

/**
 * Makes the steps of learning a line from the line itself.
 *
 * Source: the handbook, chapter 7, "Learning a line" (a teacher's own order; common practice).
 */
final readonly class StepBuilder
{
    /** Rhythms that need no learning of their own. */
    private const PLAIN = [Rhythm::Untimed, Rhythm::Wholes, Rhythm::Halves, Rhythm::Quarters];
    /** What is said of time in a line, left out where a step has a time of its own. */
    private const OF_TIME = [
        ClauseKind::Rhythm, ClauseKind::Swing, ClauseKind::Rounds, ClauseKind::Drill, ClauseKind::Time,
        ClauseKind::PickUp,
        ClauseKind::Tempo, ClauseKind::Goal, ClauseKind::Click,
    ];

    public function __construct(
        private PartBuilder $parts,
        private FirstTempos $firstTempos,
        private PracticeFigures $figures,
    ) {
    }

    public static function shipped(PartBuilder $parts): self
    {
        return new self($parts, FirstTempos::shipped(), PracticeFigures::shipped());
    }

    /**
     * @param StudyLine   $line of one key
     * @param list<Pitch> $new  written notes that the player does not know; needed for the way from the new note
     *
     * @throws PracticeError                    when no note of the line is new and that way was asked for
     * @throws \SwiftReed\Study\StudyError      when the line cannot be played on this instrument
     * @throws \SwiftReed\Player\PlayerError    when the player's limits leave too little
     * @throws \SwiftReed\Fingering\PinError    when a pin names a fingering that the instrument does not have
     */
    public function steps(
        StudyLine $line,
        Instrument $instrument,
        PlayerSettings $settings = new PlayerSettings(),
        ?BuildUp $way = null,
        array $new = [],
        ?Rungs $rungs = null,
        ?int $goal = null,
        ?int $highest = null,
        ?int $clean = null,
        OwnFingerings $own = new OwnFingerings(),
    ): Steps {
        return $this->of(
            $this->parts->build($line->without(ClauseKind::Keys), $instrument, $settings, $own),
            $settings,
            $way,
            $new,
            $rungs,
            $goal,
            $highest,
            $clean,
        );
    }

    /**
     * The same of a part that is there already.
     *
     * @param list<Pitch> $new     written notes that the player does not know
     * @param int|null    $goal    beats a minute; what the line says, or the last rung
     * @param int|null    $highest the fastest tempo that was passed before, beats a minute
     * @param int|null    $clean   clean passes in a row that raise the tempo
     *
     * @throws PracticeError when no note of the line is new and that way was asked for
     */
    public function of(
        Part $whole,
        PlayerSettings $settings,
        ?BuildUp $way = null,
        array $new = [],
        ?Rungs $rungs = null,
        ?int $goal = null,
        ?int $highest = null,
        ?int $clean = null,
        bool $wasAway = false,
    ): Steps {
        $line = $whole->study->recipe->line;
        $plainLine = self::plain($whole);
        $plain = $plainLine->text() === $line->text()
            ? $whole
            : $this->parts->build($plainLine, $whole->instrument, $settings);
        $first = $this->firstTempo($whole, $settings->stage);
        $rungs ??= Rungs::usual($this->figures);
        $goal ??= self::goal($whole->study, $rungs);
        $ladder = null === $first
            ? null
            : Ladder::of(
                $rungs,
                Ladder::begin($rungs, $goal, $first, $highest, $wasAway),
                $goal,
                $clean,
                $this->figures,
            );

        return new Steps(
            $whole,
            (new StepWriter($whole, $plain, $this->wholeNotes($plain), $first ?? 0, $ladder, $this->figures))->write(
                $way ?? self::usualWay($settings->stage),
                $new,
            ),
        );
    }

    /**
     * First-year players build up from the first note, others in chunks. Our own choice among the ways of the trade.
     */
    public static function usualWay(Stage $stage): BuildUp
    {
        return Stage::First === $stage ? BuildUp::FirstNote : BuildUp::Chunks;
    }

    /** The line once through, without its drill, in a rhythm in which every note stands once. */
    private static function plain(Part $whole): StudyLine
    {
        $line = $whole->study->recipe->line->without(ClauseKind::Drill, ClauseKind::Rounds);
        $timing = $whole->study->recipe->timing;
        if (Rhythm::EachValue === $timing->rhythm || true === $timing->figure?->onEachNote) {
            return $line->without(ClauseKind::Rhythm, ClauseKind::Swing);
        }
        if (Rhythm::OneLongInTheBar !== $timing->rhythm) {
            return $line;
        }
        // There the arpeggio has its own tonic, and each part goes round with the long note.
        $line = $line->without(ClauseKind::Rhythm, ClauseKind::Time);

        return $line->says(ClauseKind::Sequel)
            ? $line->with(new Clause(ClauseKind::Sequel, 'restated', [], 'then arpeggio restated', 1))
            : $line;
    }

    /** The line in whole notes, where its rhythm is new; null where it is not. */
    private function wholeNotes(Part $plain): ?StudyLine
    {
        $timing = $plain->study->recipe->timing;
        if (!self::isNew($timing->rhythm)) {
            return null;
        }

        $bare = $plain->study->recipe->line->without(
            ClauseKind::Articulation,
            ClauseKind::Marks,
            ClauseKind::Dynamics,
            ...self::OF_TIME,
        );

        return $bare->with(new Clause(ClauseKind::Rhythm, Rhythm::Wholes->value, [], Rhythm::Wholes->value, 1));
    }

    /** Beats a minute; null for a line without time. */
    private function firstTempo(Part $whole, Stage $stage): ?int
    {
        return $this->firstTempos->of(new Score('', [new BandPart('', $whole)]), ['' => $stage])?->bpm;
    }

    /** The goal that is said, else the tempo that is said, else the fastest rung. */
    public static function goal(Study $study, Rungs $rungs): int
    {
        $tempo = $study->recipe->timing->tempo;

        return $tempo->goal ?? ($tempo->printed ? $tempo->bpm : $rungs->last());
    }

    /** Whether a rhythm is spoken and played in whole notes before it is played. */
    public static function isNew(Rhythm $rhythm): bool
    {
        return !\in_array($rhythm, self::PLAIN, true);
    }
}
