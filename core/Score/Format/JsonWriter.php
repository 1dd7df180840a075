<?php

declare(strict_types=1);

namespace SwiftReed\Score\Format;

use SwiftReed\Fingering\Alternate;
use SwiftReed\Fingering\HardSpot;
use SwiftReed\Fingering\PlannedNote;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\SlideAdjust;
use SwiftReed\Instrument\Tuning;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Score\Part;
use SwiftReed\Score\Sheet;
use SwiftReed\Score\Told;
use SwiftReed\Study\ChordAt;
use SwiftReed\Study\Chords;
use SwiftReed\Study\Fit\RangeMove;
use SwiftReed\Study\Rhythm\Heard;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyNote;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Study\Tonguing\Mark;
use SwiftReed\Study\Tonguing\Slur;
use SwiftReed\Study\Tonguing\Syllables;
use SwiftReed\Time\Length;
use SwiftReed\Time\TimeSignature;

/**
 * Writes a part as JSON, version 1 (docs/study-json.md).
 */
final readonly class JsonWriter implements Format
{
    public const VERSION = 1;

    public function name(): string
    {
        return 'json';
    }

    public function ending(): string
    {
        return 'json';
    }

    public function mediaType(): string
    {
        return 'application/json';
    }

    /** The first study, and where there are several all of them under "studies". */
    public function of(Sheet $sheet, ExportChoices $choices): string
    {
        if ($sheet->isSingle()) {
            return self::encoded((
                null === $sheet->title ? [] : ['title' => $sheet->title]
            ) + self::data($sheet->parts[0]));
        }
        $studies = array_map(
            static fn (Part $part, string $number): array => ['number' => $number] + self::data($part),
            $sheet->parts,
            $sheet->numbers,
        );

        return self::encoded(['line' => 1 === \count($sheet->lines) ? $sheet->lines[0] : $sheet->parts[0]->line()]
            + (null === $sheet->title ? [] : ['title' => $sheet->title]) + self::data($sheet->parts[0])
            + ['studies' => $studies]);
    }

    public static function write(Part $part): string
    {
        return self::encoded(self::data($part));
    }

    /** @param array<string, mixed> $data */
    private static function encoded(array $data): string
    {
        return json_encode(
            $data,
            \JSON_PRETTY_PRINT | \JSON_PRESERVE_ZERO_FRACTION | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_THROW_ON_ERROR,
        )."\n";
    }

    /** @return array<string, mixed> */
    public static function data(Part $part): array
    {
        $study = $part->study;
        $recipe = $study->recipe;
        $notes = [];
        $syllables = Syllables::of($study);
        $told = Told::english($part);
        foreach ($study->notes as $i => $note) {
            $notes[] = self::note($i, $note, $part->plan->notes[$i], $part, $told)
                + (null === $syllables ? [] : ['syllable' => self::orNull($syllables[$i])]);
        }
        $pitches = array_map(static fn (StudyNote $note): int => $note->pitch()->midi(), $study->notes);
        $tempo = [
            'bpm' => $recipe->timing->tempo->bpm,
            'unit' => $recipe->timing->tempo->unit,
            'click' => $recipe->timing->tempo->click,
        ];

        $rounds = []
            + ($study->comesOutAfter > 1 ? ['rounds' => $study->comesOutAfter] : [])
            + ($study->repeats() > 1 ? ['repeats' => $study->repeats()] : [])
            + (1 === $recipe->timing->rounds ? [] : ['times' => $recipe->timing->rounds ?? $study->comesOutAfter]);

        return [
            'version' => self::VERSION,
            'line' => $part->line(),
            'instrument' => [
                'id' => $part->instrument->id,
                'name' => $part->instrument->name,
                'setup' => $part->instrument->setup,
            ],
            'concert_key' => [
                'tonic' => $study->concertKey->tonic->text(),
                'mode' => $recipe->material->nameOn($study->concertKey->tonic),
                'fifths' => $study->concertSignature->fifths,
            ],
            'written_key' => [
                'tonic' => $study->writtenKey->key->tonic->text(),
                'mode' => $recipe->material->nameOn($study->writtenKey->key->tonic),
                'fifths' => $study->signature->fifths,
                'respelled' => $study->writtenKey->respelled,
            ],
            'tempo' => null === $recipe->timing->tempo->goal
                ? $tempo
                : $tempo + ['goal' => $recipe->timing->tempo->goal],
            'time' => $study->time()->name(),
            'swing' => $study->recipe->timing->swing?->text(),
            'phrases' => $study->isUntimed() ? [] : array_map(
                static fn (array $one): array => [...$one, round($study->seconds(...$one), 2)],
                $study->phrases(),
            ),
            'bars' => self::bars($study),
            'pattern' => $recipe->pattern->text,
            'pickup' => Length::fraction($recipe->timing->pickUp),
            'untimed' => $study->isUntimed(),
            ...$rounds,
            'notes' => $notes,
            'chords' => array_map(
                static fn (ChordAt $chord): array => [
                    'onset' => Length::fraction($chord->onset),
                    'concert' => $chord->concert->text(),
                    'written' => $chord->written->text(),
                    'held' => $chord->concert->held(),
                ],
                Chords::of($study),
            ),
            'hard_spots' => array_map(
                static fn (HardSpot $spot): array => [
                    'from' => $spot->from,
                    'to' => $spot->to,
                    'difficulty' => $spot->difficulty,
                    'why' => $told->hard($spot),
                    'no_other_way' => $spot->noOtherWay,
                ],
                $part->plan->hardSpots,
            ),
            'widest' => array_map(
                static fn (HardSpot $spot): array => ['from' => $spot->from, 'to' => $spot->to],
                $part->plan->widest,
            ),
            'range' => [
                'lowest' => $study->notes[(int) array_search(min($pitches), $pitches, true)]->pitch()->text(),
                'highest' => $study->notes[(int) array_search(max($pitches), $pitches, true)]->pitch()->text(),
                'policy' => $study->policy->value,
                'moves' => array_map(
                    static fn (RangeMove $move): array => ['at' => $move->at, 'octaves' => $move->octaves],
                    $study->moves,
                ),
            ],
            'warnings' => $study->warnings,
        ];
    }

    /**
     * Where each bar line stands, counted from the beginning: that of a pick-up before it.
     *
     * @return list<array<string, mixed>>
     */
    private static function bars(Study $study): array
    {
        if ($study->isUntimed()) {
            return [];
        }
        $end = $study->lead() + ($study->repeats() > 1 ? $study->period() : $study->end() + $study->tail);
        $bars = [];
        for ($place = 0; $place < $end; $place = $study->bars->nextLine(
            $place,
        )) {
            $onset = $place - $study->lead();
            $time = $study->bars->time($place);
            $bars[] = [
                'bar' => $study->bars->bar($place) + ($study->lead() > 0 ? 0 : 1),
                'onset' => ($onset < 0 ? '-' : '').Length::fraction(abs($onset)),
                'time' => $time->name(),
                'beats' => intdiv($time->barTicks(), $time->beatTicks()),
                'beat' => $time->beatUnit(),
                ...self::clicks($study, $onset, $time),
            ];
        }

        return $bars;
    }

    /**
     * Where a bar clicks, where it is not on every beat alike: groups, a bar that slows down.
     *
     * @return array<string, mixed>
     */
    private static function clicks(Study $study, int $onset, TimeSignature $time): array
    {
        $clicks = $time->clicks();
        if (!$study->recipe->timing->slowsDown || $onset < $study->lastBar()) {
            return $time->goesByGroups() ? ['clicks' => array_map(Length::fraction(...), $clicks)] : [];
        }
        $slows = Heard::slowing($study);

        return ['clicks' => array_map(
            static fn (int $click): string => Length::fraction($slows->heard($onset + $click) - $onset),
            $clicks,
        )];
    }

    /** @return array<string, mixed> onset and duration as they are heard, where they swing or slow down */
    private static function heard(int $i, StudyNote $note, Part $part): array
    {
        $timing = $part->study->recipe->timing;
        [$onset, $length] = Heard::of($part->study)->note($i);
        $isAsWritten = null === $timing->swing && !$timing->slowsDown;

        return $isAsWritten && $onset === $note->onset && $length === $note->length
            ? []
            : ['heard' => [Length::fraction($onset), Length::fraction($length)]];
    }

    /** @return array<string, mixed> */
    private static function note(int $i, StudyNote $note, PlannedNote $planned, Part $part, Told $told): array
    {
        return [
            'i' => $i,
            'bar' => $note->bar,
            'onset' => Length::fraction($note->onset),
            'duration' => Length::fraction($note->length),
            ...self::heard($i, $note, $part),
            'written' => $note->pitch()->text(),
            'sounding' => $note->sounding->text(),
            'midi' => $note->sounding->midi(),
            'written_midi' => $note->pitch()->midi(),
            ...self::graces($i, $note, $part),
            'degree' => $note->tone->degree,
            'root' => $note->tone->root,
            'from_root' => $note->tone->fromRoot,
            'separated' => $part->isSeparated($i),
            'tongued' => Attack::None !== $part->attack($i),
            'attack' => $part->attack($i)->value,
            'slur' => Slur::Outside === $note->slur ? null : $note->slur->value,
            'breath' => $note->breathAfter,
            'marks' => array_map(static fn (Mark $mark): string => $mark->value, $note->expression->marks),
            'dynamic' => $note->expression->sign,
            'share' => $part->share($i),
            'loudness' => $part->loudness($i),
            'tuplet' => $note->tuplet()?->text(),
            'reminder' => $note->reminder?->besideNote(),
            'fingering' => [
                'cents' => $planned->fingering->isDerived() ? round($part->cents($i), 1) + 0.0 : null,
            ] + self::fingering($planned->needed())
                + [
                    'momentary' => $planned->fingering->momentary,
                    'resting' => $planned->resting,
                    'why' => self::orNull($told->why($i)),
                    'occasion' => $planned->occasion?->text,
                ],
            'alternates' => array_map(
                static fn (Alternate $alternate): array => self::alternate($alternate, $told),
                $planned->alternates,
            ),
            'flags' => $planned->flags,
            'tuning' => self::tuning($told->voices->tuning($i)),
            'voice' => $told->voice($i),
        ];
    }

    /** @return array{cents: float, act: ?string, mm: ?float, positions: ?float}|null what a player does for it */
    private static function tuning(?Tuning $tuning): ?array
    {
        return null === $tuning ? null : [
            'cents' => round($tuning->cents, 1),
            'act' => $tuning->act?->value,
            'mm' => null === $tuning->mm ? null : round($tuning->mm, 1),
            'positions' => null === $tuning->positions ? null : round($tuning->positions, 2),
        ];
    }

    /** @return array<string, mixed> grace notes before it, where there are some, and when they are heard */
    private static function graces(int $i, StudyNote $note, Part $part): array
    {
        return [] === $note->tone->graces ? [] : ['grace' => array_map(
            static fn (Pitch $written, Pitch $sounding, array $heard): array => [
                'written' => $written->text(),
                'sounding' => $sounding->text(),
                'midi' => $sounding->midi(),
                'written_midi' => $written->midi(),
                'heard' => array_map(Length::fraction(...), $heard),
            ],
            $note->tone->graces,
            $note->tone->soundingGraces(),
            Heard::of($part->study)->graces($i),
        )];
    }

    /** @return array<string, mixed> */
    public static function fingering(Fingering $fingering): array
    {
        return [
            'touches' => $fingering->touches,
            'text' => $fingering->text,
            'valves' => $fingering->valves,
            'slide' => $fingering->slide?->position,
            'slide_adjust' => null === $fingering->slide || SlideAdjust::None === $fingering->slide->adjust
                ? null
                : $fingering->slide->adjust->value,
            'side' => $fingering->side,
            'use' => $fingering->use->value,
            'cents' => $fingering->isDerived() ? round($fingering->cents, 1) + 0.0 : null,
        ];
    }

    /** @return array<string, mixed> */
    private static function alternate(Alternate $alternate, Told $told): array
    {
        return self::fingering($alternate->fingering)
            + [
                'when' => self::orNull($told->when($alternate->fingering)),
                'cost_here' => $alternate->costHere,
                'why_not' => $told->whyNot($alternate),
            ];
    }

    private static function orNull(string $text): ?string
    {
        return '' === $text ? null : $text;
    }
}
