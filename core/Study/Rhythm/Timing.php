<?php

declare(strict_types=1);

namespace SwiftReed\Study\Rhythm;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\Grammar;
use SwiftReed\Line\StudyLine;
use SwiftReed\Pattern\Pattern;
use SwiftReed\Study\StudyError;
use SwiftReed\Time\Figure;
use SwiftReed\Time\FigureNames;
use SwiftReed\Time\FigureParser;
use SwiftReed\Time\Length;
use SwiftReed\Time\Tempo;
use SwiftReed\Time\TimeSignature;

/**
 * How a line stands in time: its bars, its note values, how often it is played through, how fast.
 */
final readonly class Timing
{
    private const DEFAULT_TEMPO = 60;

    /**
     * @param bool     $isTimeSaid whether the line says its time signature
     * @param Figure|null $figure  the figure that is walked, where one is said
     * @param int      $longOn     the beat of the long note, counted from 1
     * @param int      $pickUp     ticks that stand before the first bar; 0 for none
     * @param int|null $rounds     times through; none for until it comes out
     * @param int      $repeats    times that what is written is played, between signs; 1 without
     * @param bool     $slowsDown  whether the last bar slows down
     */
    private function __construct(
        public TimeSignature $time,
        public bool $isTimeSaid,
        public Rhythm $rhythm,
        public ?Figure $figure,
        public int $longOn,
        public int $pickUp,
        public ?int $rounds,
        public Tempo $tempo,
        public ?Swing $swing,
        public int $repeats,
        public bool $slowsDown,
    ) {
    }

    /** @throws StudyError when clauses contradict each other */
    public static function of(StudyLine $line, Pattern $pattern): self
    {
        $time = TimeSignature::of($line->phrase(ClauseKind::Time, '4/4'));
        $figure = self::figure($line, $time);
        $rhythm = null === $figure
            ? Rhythm::from($line->phrase(ClauseKind::Rhythm, self::usualRhythm($pattern, $time)))
            : Rhythm::Figure;
        $swing = Swing::of($line, $rhythm, $figure, $time);
        if (null !== $swing?->figure) {
            [$rhythm, $figure, $swing] = [Rhythm::Figure, $swing->figure, null];
        }
        if (Rhythm::EachValue === $rhythm && self::isOfEighths($time)) {
            throw StudyError::noSuchFigure($rhythm->value, $time->name());
        }
        if (Rhythm::Triplets === $rhythm && self::isOfEighths($time)) {
            throw StudyError::tripletsInEighths($time->name(), $time->isCompound());
        }
        $click = $line->phrase(ClauseKind::Click, 'every');
        if ('2 and 4' === $click && TimeSignature::fourFour() !== $time) {
            throw StudyError::clickNeedsFour($time->name());
        }
        $longOn = Rhythm::LongOnBeat === $rhythm ? $line->clause(ClauseKind::Rhythm)->number('n') : 1;
        if (Rhythm::OneLongInTheBar === $rhythm && 'until' === $line->phrase(ClauseKind::Rounds, '')) {
            // The other form: the rhythm stays, and runs over the cycle until it comes out.
            $rhythm = Rhythm::LongOnBeat;
        }
        if ($longOn > intdiv($time->barTicks(), $time->beatTicks())) {
            throw StudyError::noSuchBeat($longOn, $time->name());
        }
        $rounds = match ($line->phrase(ClauseKind::Rounds, '')) {
            '' => 1, 'until' => null, default => $line->clause(ClauseKind::Rounds)->number('n'),
        };
        $repeats = 1;
        if ($line->says(ClauseKind::Repeat)) {
            [$repeats, $rounds] = [self::repeats($line, $rhythm, $rounds), 1];
        }
        $slowsDown = $line->says(ClauseKind::Ritardando);
        if ($slowsDown && Rhythm::Untimed === $rhythm) {
            throw StudyError::notTogether($rhythm->value, 'ritardando', ClauseKind::Rhythm, ClauseKind::Ritardando);
        }
        if (\in_array($rhythm, [Rhythm::OneLongInTheBar, Rhythm::EachValue], true) && 1 !== $rounds) {
            throw StudyError::ownLengthAlready($rhythm->value, $line->clause(ClauseKind::Rounds)->text);
        }

        return new self(
            $time,
            $line->says(ClauseKind::Time),
            $rhythm,
            $figure,
            $longOn,
            self::pickUp($line, $time, $rhythm),
            $rounds,
            self::tempo($line, $time, $click),
            $swing,
            $repeats,
            $slowsDown,
        );
    }

    /** The same without its pick-up: a drill begins on the first beat, and the pick-up is the line's. */
    public function fromTheFirstBeat(): self
    {
        return new self(
            $this->time,
            $this->isTimeSaid,
            $this->rhythm,
            $this->figure,
            $this->longOn,
            0,
            $this->rounds,
            $this->tempo,
            $this->swing,
            $this->repeats,
            $this->slowsDown,
        );
    }

    /**
     * How often what stands between repeat signs is played: as often as the line says, or twice.
     *
     * @param int|null $rounds times through that are said; none for until it comes out
     *
     * @throws StudyError where there is nothing that signs could close
     */
    private static function repeats(StudyLine $line, Rhythm $rhythm, ?int $rounds): int
    {
        $repeat = $line->clause(ClauseKind::Repeat)->text;
        if (Rhythm::Untimed === $rhythm) {
            throw StudyError::notTogether($rhythm->value, $repeat, ClauseKind::Rhythm, ClauseKind::Repeat);
        }
        if (null === $rounds || 'louder each time' === $line->phrase(ClauseKind::Dynamics, '')) {
            // What changes from time to time has to be written out.
            $kind = null === $rounds ? ClauseKind::Rounds : ClauseKind::Dynamics;
            throw StudyError::notTogether($line->clause($kind)->text, $repeat, ClauseKind::Repeat, $kind);
        }

        return max(2, $rounds);
    }

    /** @throws StudyError when the figure has no form in this time */
    private static function figure(StudyLine $line, TimeSignature $time): ?Figure
    {
        $said = $line->phrase(ClauseKind::Rhythm, '');
        if (FigureNames::knows($said)) {
            return FigureNames::figure($said, $time)
                ?? throw StudyError::noSuchFigure(FigureNames::plain($said), $time->name());
        }
        if (Rhythm::Figure->value !== $said) {
            return null;
        }
        $figure = FigureParser::parse($line->clause(ClauseKind::Rhythm)->word('figure'));
        foreach ($figure->groups as $group) {
            if ($group->beats > 1 && $time->isUneven()) {
                throw StudyError::figureOverUnlikeBeats($group->text(), $time->name());
            }
        }

        return $figure;
    }

    /** Notes of a beat, as the rhythm mostly has them. */
    public function notesInBeat(TimeSignature $time): float
    {
        return null === $this->figure
            ? $time->beatTicks() / $this->rhythm->ticks()
            : $this->figure->notes() / $this->figure->beats();
    }

    private static function pickUp(StudyLine $line, TimeSignature $time, Rhythm $rhythm): int
    {
        if (!$line->says(ClauseKind::PickUp)) {
            return 0;
        }
        $clause = $line->clause(ClauseKind::PickUp);
        $ticks = $clause->number('n') * ('beats' === $clause->says ? $time->beatTicks() : Length::EIGHTH);
        if (\in_array($rhythm, [Rhythm::Untimed, Rhythm::OneLongInTheBar, Rhythm::EachValue], true)) {
            throw StudyError::ownLengthAlready($rhythm->value, $clause->text);
        }
        if (
            $ticks >= $time->barTicks()
            || 0 !== $ticks % match ($rhythm) {
                Rhythm::InTurn => Length::QUARTER,
                Rhythm::Figure => $time->beatTicks(),
                default => min(Length::QUARTER, $rhythm->ticks()),
            }
        ) {
            throw StudyError::noSuchPickUp($clause->text, $time->name());
        }

        return $ticks;
    }

    /** Whether bars are written in eighths: three of them fill a beat, or groups of them go their own way. */
    private static function isOfEighths(TimeSignature $time): bool
    {
        return 8 === $time->beatType();
    }

    private static function usualRhythm(Pattern $pattern, TimeSignature $time): string
    {
        $usual = self::isOfEighths($time) ? 'eighths' : 'quarters';

        return '' === $pattern->rhythm
            || (\in_array($pattern->rhythm, ['triplets', 'in turn'], true) && self::isOfEighths($time))
            ? $usual
            : $pattern->rhythm;
    }

    private static function tempo(StudyLine $line, TimeSignature $time, string $click): Tempo
    {
        $said = $line->phrase(ClauseKind::Tempo, '');
        $goal = $line->says(ClauseKind::Goal) ? $line->clause(ClauseKind::Goal)->number('n') : null;
        if ('' === $said) {
            return new Tempo(self::DEFAULT_TEMPO, $time->beatUnit(), false, $goal, $click);
        }

        return new Tempo(
            $line->clause(ClauseKind::Tempo)->number('n'),
            Grammar::UNITS[$said] ?? $time->beatUnit(),
            true,
            $goal,
            $click,
        );
    }
}
