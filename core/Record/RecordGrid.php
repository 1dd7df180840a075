<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Practice\PlanLine;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Time\Tempo;

/**
 * Works out where players stand with requirements, from what was heard and what was practised. Whether one line meets another is asked once.
 */
final class RecordGrid
{
    /** @var array<string, bool> */
    private array $meets = [];
    /** @var array<string, bool> */
    private array $about = [];
    /** @var array<string, Tempo> */
    private array $tempos = [];
    /** @var array<string, float> */
    private array $speeds = [];
    /** @var array<string, StudyLine> */
    private array $lines = [];

    public function __construct(private readonly PartBuilder $parts)
    {
    }

    public function cell(Requirement $requirement, RecordPlayer $player): RecordCell
    {
        $passed = null;
        $fastest = -1.0;
        $last = null;
        $lastHeard = null;
        foreach ($player->heard as $one) {
            if (!$this->isOf($requirement, $one)) {
                continue;
            }
            if ($one->passed && $this->meets($requirement, $player->instrument, $one)) {
                $speed = $this->tempo($one->line);
                if ($speed >= $fastest) {
                    [$passed, $fastest] = [$one, $speed];
                }
            }
            $last = $one;
            $lastHeard = $one->byPlayer ? $lastHeard : $one->day;
        }
        [$clean, $isReady] = $this->practised($requirement, $player);

        return match (true) {
            null !== $passed => new RecordCell(Standing::Passed, $passed, (int) round($fastest), $isReady, $lastHeard),
            null !== $last && !$last->byPlayer => new RecordCell(Standing::NotYet, $last, $clean, $isReady, $lastHeard),
            null !== $last => new RecordCell(Standing::Played, $last, $clean, $isReady, $lastHeard),
            null !== $clean => new RecordCell(Standing::Practised, null, $clean, $isReady, $lastHeard),
            default => new RecordCell(Standing::Nothing, null, null, false, $lastHeard),
        };
    }

    /** Whether an entry is about the same key, so that it can meet the requirement or fail to. */
    private function isOf(Requirement $requirement, Heard $heard): bool
    {
        return $this->about[$requirement->key().'|'.$heard->line] ??= $this->isAbout($requirement, $heard);
    }

    private function isAbout(Requirement $requirement, Heard $heard): bool
    {
        try {
            $done = $this->line($heard->line)->clause(ClauseKind::Key);
        } catch (Mistake) {
            return false; // a line of an earlier version that is not understood any more
        }
        $asked = $requirement->line->clause(ClauseKind::Key);

        return $asked->word('material') === $done->word('material') && ($asked->says !== $done->says || $asked->word('tonic') === $done->word('tonic'));
    }

    private function meets(Requirement $requirement, Instrument $instrument, Heard $heard): bool
    {
        $key = $requirement->key().'|'.$heard->line.'|'.($heard->inMemory ? 'm' : '').'|'.$instrument->transposition->halfSteps();

        return $this->meets[$key] ??= $this->ask($requirement, $instrument, $heard);
    }

    private function ask(Requirement $requirement, Instrument $instrument, Heard $heard): bool
    {
        try {
            return Meeting::of($requirement->line, $this->line($heard->line), $this->parts, $instrument, $requirement->inMemory, $heard->inMemory, true)->meets;
        } catch (Mistake) {
            return false; // a line of an earlier version that is not understood any more
        }
    }

    /** @return array{int|null, bool} the fastest clean pass in beats of the requirement; whether it is as fast as asked */
    private function practised(Requirement $requirement, RecordPlayer $player): array
    {
        $fastest = $player->fastest[$requirement->exercise] ?? null;
        if (null === $fastest) {
            return [null, false];
        }
        $tempo = $this->tempos[$requirement->key()] ??= $this->parts->recipe($requirement->line)->timing->tempo;
        $beats = $fastest / PlanLine::quartersOf(1, $tempo->unit);

        return [(int) round($beats), !$tempo->printed || $beats >= $tempo->bpm - 1e-6];
    }

    private function tempo(string $line): float
    {
        return $this->speeds[$line] ??= (float) $this->parts->recipe($this->line($line))->timing->tempo->bpm;
    }

    private function line(string $text): StudyLine
    {
        return $this->lines[$text] ??= $this->parts->parser->parse($text);
    }
}
