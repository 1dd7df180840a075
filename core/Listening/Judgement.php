<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

/**
 * A take, judged; or why it cannot be.
 */
final readonly class Judgement
{
    /**
     * @param list<JudgedNote> $notes of the whole line; none where it was not judged
     * @param list<array{ms: float, heard: string}> $extra written names
     * @param list<array{after: int|null, to: int}> $restarts notes from 0
     * @param float|null $tempo beats a minute
     * @param float|null $drift percent faster at the end
     * @param float|null $evenness percent of a note's value
     * @param list<array{from: int, to: int, ms: float}> $slow changes, notes from 0, the worst first
     * @param float|null $tuning cents of the whole take
     * @param list<array{from: int, to: int, ms: float, heard: string|null}> $fingers other pitches, or holes,
     *  between two notes
     * @param array{run_together: list<int>, holes: list<int>} $articulation notes from 0 that were tongued or slurred
     *  otherwise than written
     * @param int|null $shift half steps by which it was the right line in another key
     * @param float|null $against milliseconds after the click; null without calibration
     * @param int $reached notes up to the last that was played
     */
    public function __construct(
        public ?Unjudged $unjudged,
        public array $notes = [],
        public array $extra = [],
        public array $restarts = [],
        public ?float $tempo = null,
        public ?float $drift = null,
        public ?float $evenness = null,
        public array $slow = [],
        public ?float $tuning = null,
        public array $fingers = [],
        public array $articulation = ['run_together' => [], 'holes' => []],
        public ?int $shift = null,
        public int $reached = 0,
        public bool $isTooLow = false,
        public bool $isDrifting = false,
        public ?float $against = null,
    ) {
    }

    public function isFirstRight(): bool
    {
        return Verdict::Right === ($this->notes[0] ?? null)?->verdict;
    }

    /** @return list<JudgedNote> */
    public function of(Verdict $verdict): array
    {
        return array_values(array_filter(
            $this->notes,
            static fn (JudgedNote $one): bool => $verdict === $one->verdict,
        ));
    }

    /** Whether a player may call it clean: every note right, none too many, no stop. */
    public function isClean(ListeningFigures $figures): bool
    {
        return null === $this->unjudged
            && [] !== $this->notes
            && \count($this->of(Verdict::Right)) === \count($this->notes)
            && [] === $this->extra
            && [] === $this->restarts
            && [] === $this->slow
            && (null === $this->evenness || $this->evenness <= $figures->number('even'));
    }

    /** @return array<string, mixed> */
    public function data(ListeningFigures $figures): array
    {
        $note = fn (int $i): ?string => ($this->notes[$i] ?? null)?->expected->written->text();
        $round = static fn (?float $one, int $digits): ?float => null === $one ? null : round($one, $digits) + 0.0;
        $words = TakeWords::of($this, $figures);

        return [
            'version' => 1,
            'judged' => null === $this->unjudged,
            'why_not' => $this->unjudged?->value,
            'notes' => array_map(static fn (JudgedNote $one): array => $one->data(), $this->notes),
            'extra' => array_map(
                static fn (array $one): array => ['ms' => round($one['ms'], 1), 'heard' => $one['heard']],
                $this->extra,
            ),
            'restarts' => array_map(
                static fn (array $one): array => ['after' => $one['after'], 'to' => $one['to']],
                $this->restarts,
            ),
            'tempo' => $round($this->tempo, 1),
            'drift_percent' => $round($this->drift, 1),
            'evenness_percent' => $round($this->evenness, 1),
            'slow_changes' => array_map(
                static fn (array $one): array => [
                    'from' => $note($one['from']),
                    'to' => $note($one['to']),
                    'late_ms' => round($one['ms'], 1),
                    'i' => $one['to'],
                ],
                $this->slow,
            ),
            'against_click_ms' => $round($this->against, 1),
            'take_cents' => $round($this->tuning, 1),
            'fingers' => array_map(
                static fn (array $one): array => [
                    'from' => $note($one['from']), 'to' => $note($one['to']), 'ms' => round($one['ms']),
                    'heard' => $one['heard'], 'i' => $one['to'],
                ],
                $this->fingers,
            ),
            'fingers_heard' => !$this->isTooLow,
            'articulation' => $this->articulation,
            'first_note' => $this->isFirstRight(),
            'clean' => $this->isClean($figures),
            'words' => $words->sentence(),
            'practise' => $words->practise,
        ];
    }
}
