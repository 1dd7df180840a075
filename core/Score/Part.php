<?php

declare(strict_types=1);

namespace SwiftReed\Score;

use SwiftReed\Explain\Voices;
use SwiftReed\Fingering\FingeringPlan;
use SwiftReed\Fingering\Tendency;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Tuning;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\LineNames;
use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\Transposition;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyNote;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Study\Tonguing\Mark;
use SwiftReed\Study\Tonguing\Slur;
use SwiftReed\Words\Wording;

/**
 * A study as one instrument's printed part: notes, fingerings, and what is said about them.
 */
final readonly class Part
{
    /**
     * Half steps below what is read from which on a treble clef has an 8 under it, and from which on a 15: a horn, a fifth
     * below, lies on ledger lines without, a clarinet does not; a baritone saxophone is still read with an 8, a
     * contrabass clarinet is not. Common practice, no source.
     */
    private const OCTAVES_FROM = [7, 22];

    /**
     * How much of its length a note sounds: before a breath, set apart, before a soft one, and tongued. Common practice,
     * no source.
     */
    private const BEFORE_BREATH = 0.75;
    private const STACCATO = 0.5;
    private const SEPARATED = 0.6;
    private const BEFORE_SOFT = 0.97;
    private const TENUTO = 0.98;
    private const TONGUED = 0.88;
    /** How much louder a note begins that is accented, or softer one that is not tongued; in MIDI's velocities. */
    private const ACCENT = 14;
    private const MARCATO = 22;
    private const SLURRED = -8;

    /** @param list<Tendency> $tendencies the player's own */
    private function __construct(
        public Instrument $instrument,
        public Study $study,
        public FingeringPlan $plan,
        private Tonguing $tonguing,
        public array $tendencies,
    ) {
    }

    /** @param list<Tendency> $tendencies the player's own */
    public static function of(Instrument $instrument, Study $study, FingeringPlan $plan, array $tendencies): self
    {
        return new self($instrument, $study, $plan, Tonguing::of($study, $plan, $instrument), $tendencies);
    }

    /** How note i is begun on this instrument. */
    public function attack(int $i): Attack
    {
        return $this->tonguing->attacks[$i];
    }

    /** Whether note i is set apart a little more than its neighbours. */
    public function isSeparated(int $i): bool
    {
        return $this->tonguing->separated[$i];
    }

    /** How much of its length note i sounds. */
    public function share(int $i): float
    {
        $note = $this->study->notes[$i];
        $isBeforeSoft = isset($this->study->notes[$i + 1]) && Attack::Soft === $this->attack($i + 1);

        return match (true) {
            $note->breathAfter => self::BEFORE_BREATH,
            Slur::Start === $note->slur, Slur::Continue === $note->slur => 1.0,
            $note->expression->has(Mark::Staccato) => self::STACCATO,
            $note->expression->has(Mark::Tenuto) => self::TENUTO,
            $note->expression->has(Mark::Marcato), $this->isSeparated($i) => self::SEPARATED,
            $isBeforeSoft => self::BEFORE_SOFT,
            default => self::TONGUED,
        };
    }

    /** How loud note i begins, as MIDI has velocities. */
    public function loudness(int $i): int
    {
        $expression = $this->study->notes[$i]->expression;
        $more = match (true) {
            $expression->has(Mark::Marcato) => self::MARCATO,
            $expression->has(Mark::Accent) => self::ACCENT,
            Attack::Tongue !== $this->attack($i) => self::SLURRED,
            default => 0,
        };

        return max(1, min(127, $expression->loudness + $more));
    }

    /**
     * Some of its notes as a part of their own, from the beginning of a bar.
     *
     * @param int $from first note; @param int $to last note
     */
    public function excerpt(int $from, int $to): self
    {
        $notes = \array_slice($this->study->notes, $from, $to - $from + 1);
        $begin = $notes[0]->onset ?? 0;

        return new self(
            $this->instrument,
            $this->study->withNotes(array_map(
                static fn (StudyNote $note): StudyNote => $note->with(onset: $note->onset - $begin),
                $notes,
            )),
            new FingeringPlan(\array_slice($this->plan->notes, $from, $to - $from + 1), [], 0.0),
            $this->tonguing->excerpt($from, $to - $from + 1),
            $this->tendencies,
        );
    }

    /**
     * The part in concert pitch, as a concert score writes it: what sounds, or octaves away where the instrument is always
     * written so, in the instrument's own clef with an 8 where it would lie off the staff.
     */
    public function inConcert(): self
    {
        $up = $this->instrument->transposition->writtenAboveSounding->halfSteps;
        $isInOctaves = 0 === $up % 12;
        $octaves = $isInOctaves ? intdiv($up, 12) : 0;
        $below = $isInOctaves || 'treble' !== $this->instrument->clef
            ? 0
            : \count(array_filter(self::OCTAVES_FROM, static fn (int $least): bool => $up >= $least));
        $instrument = $this->instrument->readFrom(
            Transposition::by(Interval::of(7 * $octaves, 12 * $octaves)),
            -$below,
        );

        return new self(
            $instrument,
            $this->study->inConcert($octaves),
            $this->plan,
            $this->tonguing,
            $this->tendencies,
        );
    }

    /** "two flats"; where none is printed, that signs stand beside the notes. */
    public function signature(): string
    {
        return $this->study->recipe->material->printsSignature
            ? $this->study->signature->spoken()
            : Wording::of('signature.none');
    }

    /** How note i lies, in cents from equal temperament: by the model, or as the player says of his own note. */
    public function cents(int $i): float
    {
        return Tendency::cents($this->tendencies, $this->plan->notes[$i]->fingering, $this->study->notes[$i]->pitch());
    }

    /** What is done for note i's tuning; null where nothing is. */
    public function tuning(int $i): ?Tuning
    {
        return $this->instrument->tuning(
            $this->study->notes[$i]->pitch(),
            $this->plan->notes[$i]->fingering,
            $this->cents($i),
        );
    }

    /** @param bool $oneToSix whether fingers are called by their numbers from 1 to 6 */
    public function voices(bool $oneToSix = false): Voices
    {
        return new Voices($this->instrument, $this->study, $this->plan, $this->tendencies, $oneToSix);
    }

    /**
     * The degree of note i as the page shows it.
     *
     * @param bool $fromRoot whether a pattern's notes are counted from the root of their cell; a plain line has no cells
     */
    public function degree(int $i, bool $fromRoot = false): string
    {
        $tone = $this->study->notes[$i]->tone;
        $recipe = $this->study->recipe;
        // To the ninth is to be seen: elsewhere the second octave counts 8 (1), 2, 3.
        $isToNinth = $recipe->pattern->isStraight() && 'ninth' === $recipe->line->phrase(ClauseKind::Extent, '');
        if (9 === $tone->number && $isToNinth) {
            return KeyNames::signs($tone->degree);
        }

        return $fromRoot && !$this->study->recipe->pattern->isStraight()
            ? KeyNames::signs($tone->fromRoot)
            : KeyNames::pageDegree($tone->degree, $tone->number);
    }

    /** The canonical study line. */
    public function line(): string
    {
        return $this->study->recipe->line->text();
    }

    /** The line with notes in the names in force, to be read. */
    public function lineToRead(): string
    {
        return LineNames::inForce()->shown($this->line());
    }

    /** @return list<Pitch> the notes you will need: each written pitch once, from low to high */
    public function notesNeeded(): array
    {
        $needed = [];
        foreach ($this->study->notes as $note) {
            $needed[$note->pitch()->midi()] ??= $note->pitch();
        }
        ksort($needed);

        return array_values($needed);
    }

    /** "A major", with printed signs: what the player reads. */
    public function writtenTitle(): string
    {
        return KeyNames::title($this->study->writtenKey->key->tonic, $this->study->recipe->material);
    }

    /** "G major", with printed signs: what the director says. */
    public function concertTitle(): string
    {
        return KeyNames::title($this->study->concertKey->tonic, $this->study->recipe->material);
    }
}
