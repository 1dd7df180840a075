<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Fingering\HardSpots;
use SwiftReed\Line\Clause;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Score\Part;
use SwiftReed\Study\Rhythm\Heard;
use SwiftReed\Study\Rhythm\Rhythm;
use SwiftReed\Study\StudyNote;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Time\Length;
use SwiftReed\Time\TimeSignature;
use SwiftReed\Words\Wording;

/**
 * Writes the steps of one line down, in a teacher's order; names and fingers come silently before each first playing.
 */
final class StepWriter
{
    private const QUARTER = '1/4';

    private readonly Attention $attention;
    private readonly Ways $ways;
    private readonly StudyLine $tongued;
    private readonly int $drillTimes;
    /** @var list<Step> */
    private array $steps = [];

    /**
     * @param Part           $whole      as it is asked for
     * @param Part           $plain      the same once through, every note once
     * @param StudyLine|null $wholeNotes the line in whole notes, where its rhythm is new
     * @param int            $first      the first tempo in beats of the line a minute; 0 for a line without time
     */
    public function __construct(
        private readonly Part $whole,
        private readonly Part $plain,
        private readonly ?StudyLine $wholeNotes,
        private readonly int $first,
        private readonly ?Ladder $ladder,
        private readonly PracticeFigures $figures,
    ) {
        $this->attention = new Attention($plain);
        $this->ways = Ways::of($plain->study);
        $this->tongued = self::isTongued($whole)
            ? $plain->study->recipe->line
            : $plain->study->recipe->line->with(new Clause(ClauseKind::Articulation, 'tongued', [], 'tongued', 1));
        $this->drillTimes = $figures->count('drill-times');
    }

    /**
     * @param list<Pitch> $new written notes that are not known yet
     *
     * @return list<Step>
     *
     * @throws PracticeError
     */
    public function write(BuildUp $way, array $new): array
    {
        $this->steps = [];
        $last = \count($this->plain->study->notes) - 1;
        $isTimed = $this->first > 0;
        $this->add(StepKind::Signature, 0, $last, 1, $this->attention->signature(), silent: true, timed: false);
        $this->add(StepKind::FirstNote, 0, 0, 2, $this->attention->firstNote(0), $this->held([0]), timed: false);
        if (null !== $this->wholeNotes) {
            $this->add(
                StepKind::Rhythm,
                0,
                $last,
                1,
                Wording::of('step-writer.write'),
                silent: true,
            );
        }
        $this->add(StepKind::Names, 0, $last, 1, $this->attention->silent(false, null), silent: true, timed: false);
        if ($isTimed) {
            $this->names(0, $last);
        }
        $this->hardChanges();
        $this->buildUp($way, $new);
        if (null !== $this->wholeNotes) {
            $this->directions($this->wholeNotes);
        }
        $this->directions(null);
        $this->arpeggio();
        $this->everything($last);

        return $this->steps;
    }

    private static function isTongued(Part $part): bool
    {
        foreach ($part->study->notes as $note) {
            if (Attack::Tongue !== $note->attack) {
                return false;
            }
        }

        return true;
    }

    private function hardChanges(): void
    {
        $last = \count($this->plain->study->notes) - 1;
        foreach (HardSpots::worst($this->plain->plan->hardSpots) as $spot) {
            $says = $this->attention->hard($spot);
            $this->names($spot->from, $spot->to);
            $this->add(
                StepKind::HardChange,
                $spot->from,
                $spot->to,
                $this->drillTimes,
                $says,
                $this->slowly([$spot->from, $spot->to]),
                inTempo: true,
            );
            [$from, $to] = [max(0, $spot->from - 1), min($last, $spot->to + 1)];
            if ($to - $from > $spot->to - $spot->from) {
                $this->names($from, $to);
                $this->add(StepKind::HardChange, $from, $to, 2, $says);
            }
        }
    }

    /** @param list<Pitch> $new */
    private function buildUp(BuildUp $way, array $new): void
    {
        match ($way) {
            BuildUp::FirstNote => $this->fromTheFirstNote(),
            BuildUp::NewNote => $this->fromTheNewNote($new),
            BuildUp::Chunks => $this->inChunks(),
            BuildUp::Halves => $this->inHalves(),
        };
    }

    /** The new note four counts, twice; the run up to it in the line's values, twice; and so on. */
    private function fromTheFirstNote(): void
    {
        [$from, $to] = $this->ways->first();
        $group = max(1, (int) ceil(($to - $from + 1) / $this->figures->count('build-up-most')));
        for ($begin = $from; $begin <= $to; $begin += $group) {
            $end = min($to, $begin + $group - 1);
            if ($end > $from) {
                $this->names($from, $end);
            }
            $this->add(
                StepKind::BuildUp,
                $begin,
                $end,
                2,
                $begin === $end
                    ? Wording::of('step-writer.from-the-first-note', [
                        'pitch' => $this->plain->study->notes[$begin]->pitch()->name()->sign(),
                    ])
                    : $this->attention->stretch($begin, $end),
                $this->held(range($begin, $end)),
            );
            if ($end > $from) {
                $this->add(StepKind::BuildUp, $from, $end, 2, $this->attention->stretch(max($from, $begin - 1), $end));
            }
        }
    }

    /**
     * The new note and its neighbour back and forth, runs that end on it, past it, the line.
     *
     * @param list<Pitch> $new
     */
    private function fromTheNewNote(array $new): void
    {
        [$from, $to] = $this->ways->first();
        foreach ($this->newNotes($new, $from, $to) as $at) {
            $neighbour = $at > $from ? $at - 1 : min($to, $at + 1);
            [$low, $high] = [min($at, $neighbour), max($at, $neighbour)];
            $this->names($low, $high);
            $this->add(
                StepKind::BuildUp,
                $low,
                $high,
                $this->drillTimes,
                Wording::of('step-writer.new-out-from', [
                    'name' => $this->name($at),
                    'name_2' => $this->name($neighbour),
                ]),
                $this->slowly([$neighbour, $at]),
                inTempo: true,
            );
            for ($begin = $at - 2; $begin >= $from; --$begin) {
                if ($at - $begin > 7 && $begin !== $from) {
                    continue; // one octave note by note, then from the beginning
                }
                $this->names($begin, $at);
                $this->add(StepKind::BuildUp, $begin, $at, 2, Wording::of('step-writer.arrive', [
                    'name' => $this->name($at),
                ]));
            }
            if ($at < $to) {
                $past = min($to, $at + 3);
                $begin = max($from, $at - 3);
                $this->names($begin, $past);
                $this->add(StepKind::BuildUp, $begin, $past, 2, Wording::of('step-writer.through', [
                    'name' => $this->name($at),
                ]));
            }
        }
        $this->names($from, $to);
        $this->add(StepKind::BuildUp, $from, $to, 2, $this->attention->stretch($from, $to));
    }

    /**
     * @param list<Pitch> $new
     *
     * @return non-empty-list<int> where each stands first
     *
     * @throws PracticeError
     */
    private function newNotes(array $new, int $from, int $to): array
    {
        $notes = $this->plain->study->notes;
        if ([] === $new) {
            throw PracticeError::whichIsNew($notes[min($to, $from + 3)]->pitch()->text());
        }
        $at = [];
        foreach ($new as $pitch) {
            $found = null;
            for ($i = $from; $i <= $to && null === $found; ++$i) {
                $found = $notes[$i]->pitch()->midi() === $pitch->midi() ? $i : null;
            }
            if (null === $found) {
                $pitches = array_map(
                    static fn (StudyNote $note): Pitch => $note->pitch(),
                    \array_slice($notes, $from, $to - $from + 1),
                );
                usort($pitches, static fn (Pitch $a, Pitch $b): int => $a->midi() <=> $b->midi());
                throw PracticeError::noteNotInLine(
                    $pitch->text(),
                    $pitches[0]->text(),
                    $pitches[\count($pitches) - 1]->text(),
                    $notes[min($to, $from + 3)]->pitch()->text(),
                );
            }
            $at[] = $found;
        }
        $at = array_values(array_unique($at));
        sort($at);

        return $at;
    }

    /** Chunks that share a note, then two joined. */
    private function inChunks(): void
    {
        $last = \count($this->plain->study->notes) - 1;
        $step = $this->figures->count('chunk') - 1;
        while ($last / $step > $this->figures->count('build-up-most')) {
            $step *= 2;
        }
        $chunks = [];
        for ($from = 0; $from < $last; $from += $step) {
            $chunks[] = [$from, min($last, $from + $step)];
        }
        foreach ($chunks as [$from, $to]) {
            $this->names($from, $to);
            $this->add(StepKind::BuildUp, $from, $to, 2, $this->attention->stretch($from, $to));
        }
        for ($k = 0; $k + 1 < \count($chunks); ++$k) {
            $this->names($chunks[$k][0], $chunks[$k + 1][1]);
            $this->add(
                StepKind::BuildUp,
                $chunks[$k][0],
                $chunks[$k + 1][1],
                2,
                Wording::of('step-writer.in-chunks', ['name' => $this->name($chunks[$k][1])]),
            );
        }
    }

    /** The low half, the high half, then the whole. */
    private function inHalves(): void
    {
        [$from, $to] = $this->ways->first();
        $middle = $from + intdiv($to - $from, 2);
        $halves = $this->ways->startsHigh()
            ? [[min($to, $middle + 1), $to], [$from, $middle]]
            : [[$from, $middle], [min($to, $middle + 1), $to]];
        foreach ([...$halves, [$from, $to]] as [$begin, $end]) {
            $this->names($begin, $end);
            $this->add(StepKind::BuildUp, $begin, $end, 2, $this->attention->stretch($begin, $end));
        }
    }

    /** Each way by itself, octave by octave, then both; in whole notes or as written. */
    private function directions(?StudyLine $in): void
    {
        foreach ($this->ways->each as [$kind, $from, $to, $octaves]) {
            if (StepKind::Down === $kind && $from > 0 && $in === $this->wholeNotes) {
                $this->add(
                    StepKind::FirstNote,
                    $from,
                    $from,
                    2,
                    $this->attention->firstNote($from),
                    $this->held([$from]),
                    timed: false,
                );
            }
            foreach ([...$octaves, [$from, $to]] as [$begin, $end]) {
                $this->names($begin, $end, $in);
                $this->add(
                    $kind,
                    $begin,
                    $end,
                    2,
                    $this->attention->stretch($begin, $end),
                    null === $in ? null : $this->held(range($begin, $end)),
                    in: $in,
                );
            }
        }
        if (null !== $this->ways->both) {
            [$from, $to] = $this->ways->both;
            $this->names($from, $to, $in);
            $this->add(
                StepKind::Both,
                $from,
                $to,
                2,
                $this->attention->stretch($from, $to),
                null === $in ? null : $this->held(range($from, $to)),
                in: $in,
            );
        }
    }

    private function arpeggio(): void
    {
        if (null === $this->ways->arpeggio) {
            return;
        }
        [$from, $to] = $this->ways->arpeggio;
        $this->names($from, $to);
        $this->add(StepKind::Arpeggio, $from, $to, 2, Wording::of('step-writer.arpeggio'));
    }

    /** All without stopping, tongued and then as marked; slow with the click; the ladder. */
    private function everything(int $last): void
    {
        $all = [] !== $this->ways->each
            && null === $this->ways->arpeggio
            && (
                null !== $this->ways->both
                    ? $this->ways->both === [0, $last]
                    : [0, $last] === [$this->ways->each[0][1], $this->ways->each[0][2]]
            );
        $isTongued = self::isTongued($this->whole);
        if (!$all || $this->whole !== $this->plain) {
            $this->names(0, $last, whole: true);
            $this->add(
                StepKind::Whole,
                0,
                $last,
                1,
                Wording::of('step-writer.all-without-stopping'),
                whole: true,
            );
        }
        if (!$isTongued) {
            $this->add(
                StepKind::Whole,
                0,
                $last,
                1,
                Wording::of('step-writer.now-marked-tongue'),
                whole: true,
                tongued: false,
            );
        }
        if (0 === $this->first) {
            return;
        }
        $this->add(
            StepKind::Slow,
            0,
            $last,
            2,
            Wording::of('step-writer.exactly-click', ['stretch' => $this->attention->stretch(0, $last)]),
            whole: true,
            tongued: $isTongued,
        );
        $this->add(
            StepKind::Ladder,
            0,
            $last,
            1,
            Wording::of('step-writer.clean-before-fast'),
            whole: true,
            tongued: $isTongued,
            ladder: $this->ladder,
        );
    }

    private function name(int $i): string
    {
        return $this->plain->study->notes[$i]->pitch()->name()->sign();
    }

    /** Names and fingers of a stretch in rhythm, silently, before it is played the first time. */
    private function names(int $from, int $to, ?StudyLine $in = null, bool $whole = false): void
    {
        $isTimed = $this->first > 0;
        foreach ($this->steps as $step) {
            if (
                StepKind::Names === $step->kind
                && $isTimed === $step->isTimed
                && [$step->from, $step->to] === [$from, $to]
                && ($in ?? $this->lineOf($whole, true))->text() === $step->line->text()
            ) {
                return; // they were said in this rhythm
            }
        }
        $this->add(
            StepKind::Names,
            $from,
            $to,
            1,
            $this->attention->silent($isTimed, $this->longNote($from, $to, $in)),
            null === $in ? null : $this->held(range($from, $to)),
            silent: true,
            in: $in,
            whole: $whole,
        );
    }

    /** The first note of a stretch that is held for more than a beat. */
    private function longNote(int $from, int $to, ?StudyLine $in): ?int
    {
        if (null !== $in) {
            return $from;
        }
        for ($i = $from; $i <= $to; ++$i) {
            if ($this->plain->study->notes[$i]->length > $this->plain->study->time()->beatTicks()) {
                return $i;
            }
        }

        return null;
    }

    private function lineOf(bool $whole, bool $tongued): StudyLine
    {
        $line = $whole ? $this->whole->study->recipe->line : $this->plain->study->recipe->line;

        return $tongued && !self::isTongued($this->whole)
            ? ($whole ? $line->with($this->tongued->clause(ClauseKind::Articulation)) : $this->tongued)
            : $line;
    }

    /**
     * @param array{list<StepNote>, int}|null $plays the stretch as it is written,
     *  where nothing else is said; notes are those of the plain line
     */
    private function add(
        StepKind $kind,
        int $from,
        int $to,
        int $times,
        string $attend,
        ?array $plays = null,
        bool $silent = false,
        bool $timed = true,
        ?StudyLine $in = null,
        bool $whole = false,
        bool $tongued = true,
        ?Ladder $ladder = null,
        bool $inTempo = false,
    ): void {
        if ($whole) {
            [$from, $to] = [0, \count($this->whole->study->notes) - 1];
        }
        [$notes, $ticks] = $plays ?? $this->written($whole ? $this->whole : $this->plain, $from, $to);
        if (!$whole) {
            $notes = array_map(
                fn (StepNote $note): StepNote => new StepNote($this->inWhole($note->note), $note->onset, $note->length),
                $notes,
            );
        }
        $isWritten = $inTempo || (null === $in && null === $plays);
        $this->steps[] = new Step(
            $kind,
            $in ?? $this->lineOf($whole, $tongued),
            $from,
            $to,
            $silent,
            $timed && $this->first > 0,
            $times,
            $attend,
            $notes,
            $ticks,
            $isWritten && $this->first > 0 ? $this->first : $this->figures->count('whole-notes-bpm'),
            $isWritten && $this->first > 0 ? $this->whole->study->recipe->timing->tempo->unit : self::QUARTER,
            $tongued,
            $ladder,
        );
    }

    /**
     * As the line has them, from the beginning of a bar; a whole line with its pick-up.
     *
     * @return array{list<StepNote>, int}
     */
    private function written(Part $part, int $from, int $to): array
    {
        $study = $part->study;
        $lead = 0 === $from ? $study->lead() : 0;
        $heard = Heard::of($study);
        $begin = $heard->place($study->notes[$from]->onset);
        $notes = [];
        for ($i = $from; $i <= $to; ++$i) {
            $onset = $heard->place($study->notes[$i]->onset);
            $end = $heard->place($study->notes[$i]->onset + $study->notes[$i]->length);
            $notes[] = new StepNote($i, $onset - $begin + $lead, $end - $onset);
        }
        $end = $notes[\count($notes) - 1]->onset + $notes[\count($notes) - 1]->length;

        return [$notes, self::toBar($end, $study->time())];
    }

    /**
     * Each four counts long.
     *
     * @param non-empty-list<int> $which
     *
     * @return array{list<StepNote>, int}
     */
    private function held(array $which): array
    {
        return [
            array_map(
                static fn (int $note, int $k): StepNote => new StepNote($note, $k * Length::WHOLE, Length::WHOLE),
                $which,
                array_keys($which),
            ),
            \count($which) * Length::WHOLE,
        ];
    }

    /**
     * Back and forth at half speed: each twice its ordinary length.
     *
     * @param array{int, int} $pair
     *
     * @return array{list<StepNote>, int}
     */
    private function slowly(array $pair): array
    {
        $ticks = max(Length::QUARTER, 2 * $this->plain->study->recipe->timing->rhythm->ticks());
        $ticks = Rhythm::InTurn === $this->plain->study->recipe->timing->rhythm
            ? Length::HALF
            : (int) (ceil($ticks / Length::QUARTER) * Length::QUARTER);

        return [[new StepNote($pair[0], 0, $ticks), new StepNote($pair[1], $ticks, $ticks)], 2 * $ticks];
    }

    private static function toBar(int $end, TimeSignature $time): int
    {
        return (int) ceil($end / $time->barTicks()) * $time->barTicks();
    }

    /** Where the figure of a note begins in a line in which each note has the whole of it. */
    private function firstOf(int $note): int
    {
        $at = 0;
        $notes = $this->whole->study->recipe->timing->figure?->notes() ?? 1;
        foreach (\array_slice($this->plain->study->notes, 0, $note) as $one) {
            $at += $notes * $one->tone->stretch;
        }

        return $at;
    }

    /** Where a note of the plain line stands first in the whole one. */
    private function inWhole(int $note): int
    {
        if ($this->whole === $this->plain) {
            return $note;
        }
        $count = \count($this->plain->study->notes);
        $all = \count($this->whole->study->notes);
        $recipe = $this->whole->study->recipe;
        if (true === $recipe->timing->figure?->onEachNote) {
            return $this->firstOf($note);
        }
        if (null !== $recipe->drillAfter) {
            return $all - $count + $note; // the line stands after its drill
        }
        if (
            Rhythm::OneLongInTheBar === $recipe->timing->rhythm
            && null !== $this->ways->arpeggio
            && $note >= $this->ways->arpeggio[0]
        ) {
            // The scale goes round once for each beat of the bar, and then the arpeggio.
            $scale = $this->ways->arpeggio[0];
            for ($i = 0; $i < $all; ++$i) {
                if ($this->whole->study->notes[$i]->tone->inSequel) {
                    return min($all - 1, $i + $note - $scale);
                }
            }
        }

        return min($note, $all - 1);
    }
}
