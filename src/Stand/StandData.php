<?php

declare(strict_types=1);

namespace App\Stand;

use App\Desk\DeskState;
use App\Engraving\Diagram;
use SwiftReed\Explain\Speech;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Practice\AfterGoal;
use SwiftReed\Practice\Session;
use SwiftReed\Practice\Step;
use SwiftReed\Practice\StepNote;
use SwiftReed\Practice\Steps;
use SwiftReed\Score\Part;
use SwiftReed\Score\Told;
use SwiftReed\Study\StudyNote;
use SwiftReed\Time\TimeSignature;

/**
 * What the browser needs to practise a line by itself, with or without the network: its notes with their names and
 * fingerings, the steps of every way of building it up, the ladder as a table. Times are ticks, 3360 to the quarter
 * note.
 */
final class StandData
{
    /**
     * @param array<string, Steps> $ways by the way of building up
     *
     * @return array<string, mixed>
     */
    public static function of(array $ways): array
    {
        $steps = array_values($ways)[0];
        $part = $steps->whole;
        $drawings = [];
        $keep = static function (string $svg) use (&$drawings): int {
            if ('' === $svg) {
                return -1;
            }
            $at = array_search($svg, $drawings, true);
            if (false === $at) {
                $drawings[] = $svg;
                $at = \count($drawings) - 1;
            }

            return (int) $at;
        };
        $notes = [];
        $told = Told::english($part);
        foreach ($part->study->notes as $i => $note) {
            $planned = $part->plan->notes[$i];
            $other = self::other($part, $i);
            $notes[] = [
                'name' => $note->pitch()->name()->sign(),
                'spoken' => $note->pitch()->spoken(),
                'number' => $part->degree($i),
                'midi' => $note->sounding->midi(),
                'written' => $note->pitch()->midi(),
                'bar' => $note->bar,
                'attack' => $part->attack($i)->value,
                'breath' => $note->breathAfter,
                'share' => $part->share($i),
                'loudness' => $part->loudness($i),
                'fingering' => $planned->fingering->text,
                'drawn' => $keep(self::drawing(
                    $part,
                    $planned->down(),
                    $planned->fingering,
                    $planned->resting,
                )),
                'other' => null === $other
                    ? null
                    : [
                        'fingering' => $other->text,
                        'drawn' => $keep(self::drawing($part, $other->touches, $other)),
                        'when' => Speech::sentence($told->when($other)),
                    ],
                'speaks' => self::whenItDoesNotSpeak($part, $i, $told, $keep),
            ];
        }
        $ladder = $steps->steps[\count($steps->steps) - 1]->ladder;

        return [
            'version' => 1,
            'line' => $part->line(),
            'instrument' => $part->instrument->id,
            'brass' => Session::isBrass($part->instrument->mechanism()->kind()),
            'untimed' => $part->study->isUntimed(),
            'tonic' => $part->study->concertKey->tonic->pitchClass(),
            'notes' => $notes,
            'drawings' => $drawings,
            'ways' => array_map(
                static fn (Steps $one): array => array_map(
                    static fn (Step $step): array => self::step($step, $part),
                    $one->steps,
                ),
                $ways,
            ),
            'beyond' => null === $ladder ? null : AfterGoal::of($part->study, $ladder->goal)?->text(),
            'ladder' => null === $ladder
                ? null
                : [
                    'places' => $ladder->places,
                    'goal' => $ladder->goal,
                    'clean' => $ladder->clean,
                    'unit' => $part->study->recipe->timing->tempo->unit,
                ] + $ladder->table()->data(),
        ];
    }

    /**
     * What a take of the whole line should sound like, for a browser that listens.
     *
     * @return array<string, mixed>
     */
    public static function take(Part $part, DeskState $state): array
    {
        $notes = $part->study->notes;
        $names = [];
        foreach (range(0, 11) as $k) {
            $names[$k] = Pitch::plain(60 + $k, \in_array($k, [1, 6], true))->name()->sign();
        }
        foreach ($notes as $note) {
            $names[(($note->pitch()->midi() % 12) + 12) % 12] = $note->pitch()->name()->sign();
        }

        return [
            'for' => $state->instrument,
            'setup' => implode(',', $state->setups),
            'stage' => $state->stage->value,
            'player' => $state->player,
            'line' => $part->line(),
            'midi' => array_map(static fn (StudyNote $note): int => $note->sounding->midi(), $notes),
            'names' => $names,
            'written' => $notes[0]->pitch()->midi() - $notes[0]->sounding->midi(),
        ];
    }

    /** @return array<string, mixed> */
    private static function step(Step $step, Part $part): array
    {
        $isOwnTime = $step->line->text() === $part->line();
        $time = $isOwnTime ? $part->study->time() : TimeSignature::fourFour();
        $grid = [[0, $time->barTicks(), $time->beatTicks(), $time->clicks()]];
        if ($isOwnTime && $step->ticks > 0 && \count($step->plays) === \count($part->study->notes)) {
            $grid = self::grid($part, $step->ticks);
        }

        return [
            'kind' => $step->kind->value,
            'line' => $step->line->text(),
            'from' => $step->from,
            'to' => $step->to,
            'silent' => $step->isSilent,
            'timed' => $step->isTimed,
            'times' => $step->times,
            'attend' => $step->attend,
            'bpm' => $step->bpm,
            'unit' => self::ticks($step->unit),
            'tongued' => $step->isTongued,
            'length' => $step->ticks,
            'lead' => $step->plays[0]->onset,
            'grid' => $grid,
            'plays' => array_map(
                static fn (StepNote $note): array => [$note->note, $note->onset, $note->length],
                $step->plays,
            ),
        ];
    }

    /**
     * Where the time signature changes on the way.
     *
     * @return list<array{int, int, int, list<int>}> place, ticks of a bar, of a beat, and where in the bar it clicks
     */
    private static function grid(Part $part, int $ticks): array
    {
        $grid = [];
        $before = null;
        for ($place = 0; $place < $ticks; $place = $part->study->bars->nextLine($place)) {
            $time = $part->study->bars->time($place);
            if ([] === $grid || $time !== $before) {
                $grid[] = [$place, $time->barTicks(), $time->beatTicks(), $time->clicks()];
            }
            $before = $time;
        }

        return $grid;
    }

    private static function ticks(string $unit): int
    {
        return Steps::beat($unit);
    }

    /** Another fingering that is taught for this note; the cheapest in this place. */
    private static function other(Part $part, int $i): ?Fingering
    {
        foreach ($part->plan->notes[$i]->alternates as $alternate) {
            if (\in_array($alternate->fingering->use, [FingeringUse::Default, FingeringUse::Alternate], true)) {
                return $alternate->fingering;
            }
        }

        return null;
    }

    /**
     * What to try when a note does not speak: the substitute that is taught, and what a teacher says.
     *
     * @param \Closure(string): int $keep
     *
     * @return array{says: list<string>, fingering: string, drawn: int}
     */
    private static function whenItDoesNotSpeak(Part $part, int $i, Told $told, \Closure $keep): array
    {
        $planned = $part->plan->notes[$i];
        $says = $told->advice($i);
        if (null !== $planned->fingering->voicing) {
            array_unshift($says, Speech::sentence($planned->fingering->voicing));
        }
        $substitute = null;
        foreach ($planned->alternates as $alternate) {
            if (\in_array(
                $alternate->fingering->use,
                [FingeringUse::Fallback, FingeringUse::Alternate, FingeringUse::Default],
                true,
            )) {
                $isBetter = null === $substitute
                    || (
                        FingeringUse::Fallback === $alternate->fingering->use
                            && FingeringUse::Fallback !== $substitute->use
                    );
                $substitute = $isBetter ? $alternate->fingering : $substitute;
            }
        }

        return [
            'says' => $says,
            'fingering' => null === $substitute ? '' : $told->whole($substitute),
            'drawn' => null === $substitute ? -1 : $keep(self::drawing($part, $substitute->touches, $substitute)),
        ];
    }

    /**
     * @param list<string> $down
     * @param list<string> $ready those that are so without need
     */
    private static function drawing(Part $part, array $down, Fingering $fingering, array $ready = []): string
    {
        $drawing = Diagram::drawn($part->instrument, $fingering, $down, null, $ready);

        return 0 === $drawing->height ? '' : $drawing->alone('fingering', '');
    }
}
