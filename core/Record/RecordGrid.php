<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Practice\PlanLine;
use SwiftReed\Score\PartBuilder;

/**
 * Works out where players stand with requirements, from what was heard and what was practised. Whether one line meets
 * another is asked once.
 *
 * Facts are what is asked of a line again and again.
 *
 * @phpstan-type Facts array{naming: string, tonic: string, material: string, exercise: string, quarters: float|null,
 * sounding: float, bpm: int, unit: string}
 */
final class RecordGrid
{
    /** Lines and comparisons that are kept at most, each; a band's record of a year has some hundreds. */
    private const MOST_KNOWN = 5000;

    private ?RecordCell $nothing = null;

    /**
     * @param array<string, Facts|null> $facts what was read of lines before, by the line
     * @param array<string, bool>       $meets what was compared before
     */
    public function __construct(
        private readonly PartBuilder $parts,
        private array $facts = [],
        private array $meets = [],
    ) {
    }

    /**
     * What was read and compared, to be handed to a later grid: reading a line anew takes longer than all else.
     *
     * @return array{array<string, Facts|null>, array<string, bool>}
     */
    public function known(): array
    {
        return [
            \array_slice($this->facts, -self::MOST_KNOWN, null, true),
            \array_slice($this->meets, -self::MOST_KNOWN, null, true),
        ];
    }

    public function cell(Requirement $requirement, RecordPlayer $player): RecordCell
    {
        return $this->cells([$requirement], $player)[0];
    }

    /**
     * Where a player stands with each requirement.
     *
     * @param list<Requirement> $requirements
     *
     * @return list<RecordCell> in the order of the requirements
     */
    public function cells(array $requirements, RecordPlayer $player): array
    {
        $heard = [];
        foreach ($player->heard as $one) {
            $facts = $this->facts($one->line);
            if (null !== $facts) {
                $heard[$facts['material']][] = [$one, $facts];
            }
        }

        return array_map(function (Requirement $one) use ($heard, $player): RecordCell {
            $asked = $this->facts($one->text);
            if (!isset($player->fastest[$one->exercise]) && !isset($heard[$asked['material'] ?? ''])) {
                return $this->nothing ??= new RecordCell(Standing::Nothing, null, null, false, null);
            }

            return $this->standing($one, $player, $asked, null === $asked ? [] : $heard[$asked['material']] ?? []);
        }, $requirements);
    }

    /**
     * @param Facts|null                      $asked
     * @param list<array{Heard, Facts}> $heard of the same material, from early to late
     */
    private function standing(Requirement $requirement, RecordPlayer $player, ?array $asked, array $heard): RecordCell
    {
        $passed = null;
        $fastest = -1.0;
        $bpm = 0;
        $last = null;
        $lastHeard = null;
        foreach ($heard as [$one, $facts]) {
            // A pass of something else in the same key is neither a pass nor a "not yet" of this.
            if (
                null === $asked
                || ($asked['naming'] === $facts['naming'] && $asked['tonic'] !== $facts['tonic'])
                || !$this->isAbout($requirement, $player->instrument, $asked, $facts)
            ) {
                continue;
            }
            if (
                $one->passed
                && $facts['sounding'] >= $fastest
                && $this->meets($requirement, $player->instrument, $one, $asked, $facts)
            ) {
                [$passed, $fastest, $bpm] = [$one, $facts['sounding'], $facts['bpm']];
            }
            $last = $one;
            $lastHeard = $one->byPlayer ? $lastHeard : $one->day;
        }
        [$clean, $isReady] = $this->practised($requirement, $player, $asked);

        return match (true) {
            null !== $passed => new RecordCell(Standing::Passed, $passed, $bpm, $isReady, $lastHeard),
            null !== $last && !$last->byPlayer => new RecordCell(Standing::NotYet, $last, $clean, $isReady, $lastHeard),
            null !== $last => new RecordCell(Standing::Played, $last, $clean, $isReady, $lastHeard),
            null !== $clean => new RecordCell(Standing::Practised, null, $clean, $isReady, $lastHeard),
            default => new RecordCell(Standing::Nothing, null, null, false, $lastHeard),
        };
    }

    /**
     * Whether a line has all that is asked for, apart from speed and memory: so it can meet the requirement or fail to.
     *
     * @param Facts $asked
     * @param Facts $done
     */
    private function isAbout(Requirement $requirement, Instrument $instrument, array $asked, array $done): bool
    {
        if ($asked['exercise'] === $done['exercise']) {
            return true;
        }
        $key = 'about|'.$asked['exercise'].'|'.$done['exercise'].'|'.($asked['naming'] === $done['naming']
            ? ''
            : $instrument->transposition->halfSteps());

        return $this->meets[$key] ??= $this->meeting(
            $requirement->line->without(ClauseKind::Tempo),
            $done['exercise'],
            $instrument,
        );
    }

    /**
     * @param Facts $asked
     * @param Facts $done
     */
    private function meets(
        Requirement $requirement,
        Instrument $instrument,
        Heard $heard,
        array $asked,
        array $done,
    ): bool {
        if ($asked['exercise'] === $done['exercise']) {
            // The same exercise: memory and speed decide, in whatever beat.
            return ($heard->inMemory || !$requirement->inMemory)
                && (
                    null === $asked['quarters']
                        || (null !== $done['quarters'] && $done['quarters'] >= $asked['quarters'] - 1e-6)
                );
        }
        $key = $requirement->key().'|'.$heard->line.'|'.(
            $heard->inMemory ? 'm' : ''
        ).'|'.($asked['naming'] === $done['naming']
            ? ''
            : $instrument->transposition->halfSteps());

        return $this->meets[$key] ??= $this->meeting(
            $requirement->line,
            $heard->line,
            $instrument,
            $requirement->inMemory,
            $heard->inMemory,
        );
    }

    /**
     * @return Facts|null null for a line that is not understood any more
     */
    private function facts(string $text): ?array
    {
        if (\array_key_exists($text, $this->facts)) {
            return $this->facts[$text];
        }
        try {
            $line = $this->parts->parser->parse($text);
            $recipe = $this->parts->recipe($line);
            $tempo = $recipe->timing->tempo;
            $key = $line->clause(ClauseKind::Key);

            return $this->facts[$text] = [
                'naming' => $key->says,
                'tonic' => $key->word('tonic'),
                'material' => $key->word('material'),
                'exercise' => PlanLine::key($line),
                'quarters' => $tempo->printed ? $tempo->quarters() : null,
                'sounding' => SoundingSpeed::of($recipe)->perMinute ?? 0.0,
                'bpm' => $tempo->bpm,
                'unit' => $tempo->unit,
            ];
        } catch (Mistake) {
            return $this->facts[$text] = null;
        }
    }

    private function meeting(
        StudyLine $asked,
        string $played,
        Instrument $instrument,
        bool $askedMemory = false,
        bool $playedMemory = false,
    ): bool {
        try {
            return Meeting::of(
                $asked,
                $this->parts->parser->parse($played),
                $this->parts,
                $instrument,
                $askedMemory,
                $playedMemory,
                true,
            )->meets;
        } catch (Mistake) {
            return false; // a line of an earlier version that is not understood any more
        }
    }

    /**
     * @param Facts|null $asked
     *
     * @return array{int|null, bool} the fastest clean pass in beats of the requirement; whether it is as fast as asked
     */
    private function practised(Requirement $requirement, RecordPlayer $player, ?array $asked): array
    {
        $fastest = $player->fastest[$requirement->exercise] ?? null;
        if (null === $fastest) {
            return [null, false];
        }
        $beats = $fastest / PlanLine::quartersOf(1, $asked['unit'] ?? '1/4');

        return [(int) round($beats), null === ($asked['quarters'] ?? null) || $fastest >= $asked['quarters'] - 1e-6];
    }
}
