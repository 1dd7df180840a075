<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

use SwiftReed\Pitch\Accidental;
use SwiftReed\Pitch\Pitch;

/**
 * Judges what was heard of a line: notes, time, pitch, articulation, fingers.
 *
 * Source: the handbook, chapter 9, "Judgement".
 */
final readonly class Judge
{
    /** Hertz that A4 may be tuned to. */
    public const REFERENCE = [415.0, 466.0];
    /**
     * Half steps by which the line is tried higher and lower, where it does not fit as it is: anybody's own key for
     * another's.
     */
    private const SHIFTS = 12;
    /** Notes of a line for which that is tried; what is longer tells soon enough. */
    private const TRIED = 60;
    /** Share of right notes from which it is that line there, and by which it must fit better than as it is meant. */
    private const FITS = 0.8;
    private const BETTER = 0.15;

    public function __construct(private ListeningFigures $figures)
    {
    }

    /** @param float $reference hertz of A4, 415 to 466 */
    public function frames(
        Expected $expected,
        Frames $frames,
        float $reference = 440.0,
        ?Click $click = null,
    ): Judgement {
        $heard = (new NoteFinder($this->figures))->notes($frames, $expected->lowest, $expected->highest, $reference);

        return $this->notSound($frames, $heard) ?? $this->notes($expected, $heard, $frames->window, $click);
    }

    /**
     * Notes that an instrument with keys sent, or that were found already.
     *
     * @param list<HeardNote> $heard
     */
    public function notes(Expected $expected, array $heard, int $window = 0, ?Click $click = null): Judgement
    {
        if (\count($heard) < min(2, \count($expected->notes))) {
            return new Judgement([] === $heard ? Unjudged::Silence : Unjudged::TooShort);
        }
        $heard = self::withoutGraces($heard, $expected);
        $tuning = self::tuning($heard);
        $alignment = Alignment::of($expected->notes, $heard, $this->figures, $tuning);
        [$heard, $short] = $this->withoutForeign($heard, $expected, $alignment);
        $alignment = [] === $short ? $alignment : Alignment::of($expected->notes, $heard, $this->figures, $tuning);
        $quarter = $this->quarter($expected, $heard, $alignment);
        if (null !== $quarter && !$expected->isUntimed) {
            $alignment = Alignment::of($expected->notes, $heard, $this->figures, $tuning, $quarter);
        }
        $share = $this->share($expected, $heard, $alignment, $tuning);
        if ($share < $this->figures->number('own-key')) {
            // The scale a step away has most of its notes in common: it is told by fitting better there.
            $shift = $this->shift($expected, $heard, $tuning, max(self::FITS, $share + self::BETTER));
            if (null !== $shift || $share < $this->figures->number('another-line')) {
                return new Judgement(Unjudged::AnotherLine, shift: $shift);
            }
        }

        return $this->judged($expected, $heard, $short, $alignment, $tuning, $window, $click);
    }

    /** @param list<HeardNote> $heard */
    private function notSound(Frames $frames, array $heard): ?Judgement
    {
        $loud = array_filter($frames->frames, fn (Frame $one): bool => $one->level > $this->figures->number('loud'));
        if ([] === $loud || \count($loud) < 0.01 * \count($frames->frames)) {
            return new Judgement(Unjudged::Silence);
        }
        $step = NoteFinder::step(array_map(static fn (Frame $one): float => $one->ms, $frames->frames));
        $steady = array_sum(array_map(static fn (HeardNote $one): float => $one->length(), $heard));

        return $steady < $this->figures->number('pitched-share') * \count($loud) * $step
            ? new Judgement(Unjudged::Noise)
            : null;
    }

    /**
     * Half steps by which the whole take is sharp, within a half of one: the middle of what stands behind the point,
     * taken round the circle.
     *
     * @param non-empty-list<HeardNote> $heard
     */
    private static function tuning(array $heard): float
    {
        [$x, $y] = [0.0, 0.0];
        foreach ($heard as $one) {
            $x += cos(2 * \M_PI * $one->midi);
            $y += sin(2 * \M_PI * $one->midi);
        }

        return atan2($y, $x) / (2 * \M_PI);
    }

    /**
     * Short pitches that stand for no note are fingers that do not land together, or a note that is not hit at first;
     * they are no notes.
     *
     * @param non-empty-list<HeardNote> $heard
     *
     * @return array{non-empty-list<HeardNote>, array<int, HeardNote>} the notes; the short one before a note,
     *  by that note's place
     */
    private function withoutForeign(array $heard, Expected $expected, Alignment $alignment): array
    {
        $longest = min(
            $this->figures->number('foreign-longest'),
            0.5 * $expected->quarterMs() * min(array_map(
                static fn (ExpectedNote $one): float => $one->quarters,
                $expected->notes,
            )),
        );
        $notes = [];
        $short = [];
        foreach ($heard as $k => $note) {
            $next = $heard[$k + 1] ?? null;
            if (
                \in_array($k, $alignment->extra, true)
                && $note->length() <= $longest
                && null !== $next
                && $next->onset - $note->end < $longest
            ) {
                $short[\count($notes)] = $note;
                continue;
            }
            $notes[] = $note;
        }

        return [] === $notes ? [$heard, []] : [$notes, $short];
    }

    /**
     * The line without the grace notes that are written: shorter than half of its shortest note, of their pitch, and led
     * straight into another.
     *
     * @param non-empty-list<HeardNote> $heard
     *
     * @return non-empty-list<HeardNote>
     */
    private static function withoutGraces(array $heard, Expected $expected): array
    {
        $graces = array_merge(...array_map(static fn (ExpectedNote $one): array => $one->graces, $expected->notes));
        if ([] === $graces) {
            return $heard;
        }
        $shortest = min(array_map(static fn (ExpectedNote $one): float => $one->quarters, $expected->notes));
        $longest = $expected->quarterMs() * $shortest / 2;
        $notes = [];
        foreach ($heard as $k => $note) {
            $next = $heard[$k + 1] ?? null;
            $isShort = null !== $next && $note->length() <= $longest && $next->onset - $note->end <= $longest;
            $away = min(array_map(static fn (int $midi): float => abs($note->midi - $midi), $graces));
            if (!$isShort || $away > 0.5) {
                $notes[] = $note;
            }
        }

        return [] === $notes ? $heard : $notes;
    }

    /**
     * Milliseconds of a quarter note by the notes that follow one another; null where they do not tell.
     *
     * @param list<HeardNote> $heard
     */
    private function quarter(Expected $expected, array $heard, Alignment $alignment): ?float
    {
        $quarters = [];
        foreach ($alignment->matched as $i => ['heard' => $j]) {
            $before = $alignment->matched[$i - 1]['heard'] ?? null;
            $step = $expected->notes[$i]->at - ($expected->notes[$i - 1] ?? $expected->notes[$i])->at;
            if ($step > 0 && null !== $before && $j === $before + 1) {
                $quarters[] = ($heard[$j]->onset - $heard[$before]->onset) / $step;
            }
        }

        return \count($quarters) < 2 ? null : NoteFinder::median($quarters);
    }

    /**
     * Share of right notes, of those that were reached and of those that were heard for them.
     *
     * @param list<HeardNote> $heard
     */
    private function share(
        Expected $expected,
        array $heard,
        Alignment $alignment,
        float $tuning,
        int $shift = 0,
        bool $inItsOctave = false,
    ): float {
        $right = 0;
        foreach ($alignment->matched as $i => ['heard' => $j]) {
            $off = abs($heard[$j]->midi - $expected->notes[$i]->midi - $shift - $tuning);
            $right += (
                $inItsOctave ? $off : min($off, abs($off - 12), abs($off - 24))
            ) <= $this->figures->number('off-note')
                ? 1
                : 0;
        }
        $first = [] === $alignment->matched ? 0 : (int) array_key_first($alignment->matched);

        return $right / max(
            1,
            $alignment->reached - ($first > 3 ? 0 : $first) + \count($alignment->extra) + max(
                0,
                \count($alignment->around) - 3,
            ),
        );
    }

    /**
     * Half steps by which it was the right line too high; null where it was none.
     *
     * @param non-empty-list<HeardNote> $heard
     */
    private function shift(Expected $expected, array $heard, float $tuning, float $least): ?int
    {
        $notes = \array_slice($expected->notes, 0, self::TRIED);
        $some = \array_slice($heard, 0, self::TRIED);
        $best = null;
        for ($shift = -self::SHIFTS; $shift <= self::SHIFTS; ++$shift) {
            $alignment = Alignment::of($notes, $some, $this->figures, $tuning, null, $shift);
            $share = $this->share($expected, $some, $alignment, $tuning, $shift, true);
            if (0 !== $shift && $share > max($least, $best[0] ?? 0.0)) {
                $best = [$share, $shift];
            }
        }

        return $best[1] ?? null;
    }

    /**
     * @param non-empty-list<HeardNote> $heard
     * @param array<int, HeardNote>     $short
     */
    private function judged(
        Expected $expected,
        array $heard,
        array $short,
        Alignment $alignment,
        float $tuning,
        int $window,
        ?Click $click,
    ): Judgement {
        $beat = Expected::beat($expected->unit);
        $floor = $this->figures->number(
            $window >= $this->figures->count('low-window') ? 'time-floor-low' : 'time-floor',
        );
        [$late, $timing, $places] = $this->timing($expected, $heard, $alignment, $beat, $floor);
        $offNote = $this->figures->number('off-note');
        $cents = $verdicts = [];
        foreach ($expected->notes as $i => $note) {
            $j = $alignment->matched[$i]['heard'] ?? null;
            if (null === $j) {
                $verdicts[$i] = Verdict::Missing;
                continue;
            }
            $off = $heard[$j]->midi - $note->midi;
            $near = $off - 12 * round($off / 12);
            $isOctave = abs($off - $tuning) > $offNote && abs($near - $tuning) <= $offNote;
            $verdicts[$i] = match (true) {
                abs($off - $tuning) <= $offNote, $isOctave && !$heard[$j]->isSure => Verdict::Right,
                $isOctave => Verdict::Octave,
                default => Verdict::Wrong,
            };
            if (Verdict::Wrong !== $verdicts[$i]) {
                $cents[$i] = 100 * $near;
            }
        }
        $right = array_intersect_key(
            $cents,
            array_filter($verdicts, static fn (Verdict $one): bool => Verdict::Right === $one),
        );
        $take = [] === $right ? null : NoteFinder::median(array_values($right));
        $judged = [];
        foreach ($expected->notes as $i => $note) {
            $j = $alignment->matched[$i]['heard'] ?? null;
            $ms = $late[$i] ?? null;
            $judged[] = new JudgedNote(
                $i,
                $note,
                null === $j ? null : self::called($heard[$j]->midi - $tuning, $note),
                $verdicts[$i],
                $cents[$i] ?? null,
                isset($cents[$i]) && null !== $take ? $cents[$i] - $take : null,
                $ms,
                null === $ms || null === $timing ? null : $ms / ($timing->quarter * $beat),
                null === $j || $heard[$j]->isSure,
                null === $j || !isset($short[$j]),
                null === $j ? null : $heard[$j]->onset,
            );
        }
        $isLow = $window >= $this->figures->count('low-window');

        return new Judgement(
            null,
            $judged,
            array_map(
                static fn (int $j): array => [
                    'ms' => $heard[$j]->onset,
                    'heard' => self::called($heard[$j]->midi - $tuning, $expected->notes[0])->text(),
                ],
                $alignment->extra,
            ),
            array_values(array_filter(
                $alignment->restarts,
                static fn (array $one): bool => $expected->times < 2 || $one['after'] !== \count($expected->notes) - 1,
            )),
            null === $timing ? null : 60_000 / ($timing->quarter * $beat),
            $timing?->drift,
            null === $timing || null === $timing->evenness ? null : $this->floored($timing, $expected, $floor),
            null === $timing
                ? []
                : array_map(
                    static fn (array $one): array => [
                        'from' => $places[$one['from']],
                        'to' => $places[$one['to']],
                        'ms' => $one['ms'],
                    ],
                    $timing->slow,
                ),
            $take,
            $isLow ? [] : $this->fingers($expected, $heard, $short, $alignment, $tuning),
            $this->articulation($expected, $heard, $alignment),
            null,
            $alignment->reached,
            $isLow,
            $timing->isDrifting ?? false,
            null === $click ? null : self::against($click, $expected, $heard, $alignment),
        );
    }

    /**
     * Milliseconds by which the notes come after the click, in the middle.
     *
     * @param non-empty-list<HeardNote> $heard
     */
    private static function against(Click $click, Expected $expected, array $heard, Alignment $alignment): ?float
    {
        $late = [];
        foreach ($alignment->matched as $i => ['heard' => $j]) {
            $late[] = $heard[$j]->onset - $click->delay - $click->first - $expected->notes[$i]->at * $click->quarter;
        }

        return [] === $late ? null : NoteFinder::median($late);
    }

    /** Nothing is uneven by less than frames can tell. */
    private function floored(Timing $timing, Expected $expected, float $floor): float
    {
        $value = NoteFinder::median(array_map(
            static fn (ExpectedNote $one): float => $one->quarters,
            $expected->notes,
        )) * $timing->quarter;

        return $timing->evenness * $value / 100 < $floor / 3
            ? min((float) $timing->evenness, 100 * $floor / 3 / $value)
            : (float) $timing->evenness;
    }

    /**
     * @param non-empty-list<HeardNote> $heard
     *
     * @return array{array<int, float>, Timing|null, list<int>} milliseconds by the note; the places of the notes that
     *  were looked at
     */
    private function timing(Expected $expected, array $heard, Alignment $alignment, float $beat, float $floor): array
    {
        if ($expected->isUntimed) {
            return [[], null, []];
        }
        $runs = array_count_values(array_column($alignment->matched, 'run'));
        arsort($runs);
        $run = array_key_first($runs);
        $notes = $places = [];
        foreach ($alignment->matched as $i => $one) {
            if ($one['run'] === $run) {
                $note = $expected->notes[$i];
                $notes[] = [
                    'at' => $note->at,
                    'ms' => $heard[$one['heard']]->onset,
                    'quarters' => $note->quarters,
                    'isFree' => $note->isFree,
                    'isNext' => [] !== $places && $i - 1 === $places[\count($places) - 1],
                ];
                $places[] = $i;
            }
        }
        $timing = Timing::of($notes, $beat, $floor, $this->figures);
        $late = [];
        foreach ($timing->late ?? [] as $k => $ms) {
            $late[$places[$k]] = $ms;
        }

        return [$late, $timing, $places];
    }

    /**
     * @param non-empty-list<HeardNote> $heard
     * @param array<int, HeardNote>     $short
     *
     * @return list<array{from: int, to: int, ms: float, heard: string|null}>
     */
    private function fingers(Expected $expected, array $heard, array $short, Alignment $alignment, float $tuning): array
    {
        $found = [];
        foreach ($alignment->matched as $i => ['heard' => $j]) {
            $before = $alignment->matched[$i - 1]['heard'] ?? null;
            if (null === $before || $before !== $j - 1) {
                continue;
            }
            if (isset($short[$j])) {
                $found[] = [
                    'from' => $i - 1,
                    'to' => $i,
                    'ms' => $short[$j]->length(),
                    'heard' => self::called($short[$j]->midi - $tuning, $expected->notes[$i])->text(),
                ];
            } elseif (
                !$expected->notes[$i]->isTongued
                && !$expected->notes[$i]->isFree
                && $heard[$j]->hole >= $this->figures->number('hole')
            ) {
                $found[] = ['from' => $i - 1, 'to' => $i, 'ms' => $heard[$j]->hole, 'heard' => null];
            }
        }

        return $found;
    }

    /**
     * Tongued notes that run together where the others are apart, and slurred notes that are not.
     *
     * @param non-empty-list<HeardNote> $heard
     *
     * @return array{run_together: list<int>, holes: list<int>}
     */
    private function articulation(Expected $expected, array $heard, Alignment $alignment): array
    {
        $tongued = $slurred = [];
        foreach ($alignment->matched as $i => ['heard' => $j]) {
            if ($i > 0 && isset($alignment->matched[$i - 1]) && !$expected->notes[$i]->isFree) {
                $expected->notes[$i]->isTongued ? $tongued[$i] = $heard[$j]->dip : $slurred[$i] = $heard[$j]->dip;
            }
        }
        $least = $this->figures->number('repeat-dip');
        $areApart = [] !== $tongued && NoteFinder::median(array_values($tongued)) >= $least;

        return [
            'run_together' => $areApart
                ? array_keys(array_filter(
                    $tongued,
                    fn (float $dip): bool => $dip < $this->figures->number('tongue-dip'),
                ))
                : [],
            'holes' => array_keys(array_filter($slurred, static fn (float $dip): bool => $dip >= 2 * $least)),
        ];
    }

    /**
     * What was heard, as whoever reads the line would call it: by its own letter where it is a half step beside the
     * note that was meant.
     */
    private static function called(float $midi, ExpectedNote $meant): Pitch
    {
        $written = (int) round($midi) - $meant->midi + $meant->written->midi();
        $off = $written - $meant->written->midi();
        if (0 === $off % 12) {
            return $meant->written->octaves(intdiv($off, 12));
        }
        $alter = $meant->written->alter + $off;

        $same = Pitch::of($meant->written->letter, $alter, $meant->written->octave);

        return abs($off) <= 1 && abs($alter) <= 1 && $same->equals($same->plainName())
            ? $same
            : Pitch::plain($written, Accidental::of($meant->written->alter)->halfSteps > 0);
    }
}
