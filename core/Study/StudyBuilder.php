<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\SpellingPreference;
use SwiftReed\Pitch\Transposition;
use SwiftReed\Pitch\WrittenKey;
use SwiftReed\Player\Player;
use SwiftReed\Player\Stage;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Study\Fit\Ground;
use SwiftReed\Study\Fit\Placement;
use SwiftReed\Study\Fit\RangeFitting;
use SwiftReed\Study\Fit\RangeMove;
use SwiftReed\Study\Fit\RangePolicy;
use SwiftReed\Study\Harmony\Parallel;
use SwiftReed\Study\Harmony\VoiceKind;
use SwiftReed\Study\Harmony\Voicing;
use SwiftReed\Study\Phrasing\BreathPlace;
use SwiftReed\Study\Phrasing\Breaths;
use SwiftReed\Study\Rhythm\EachNote;
use SwiftReed\Study\Rhythm\EachValue;
use SwiftReed\Study\Rhythm\Laid;
use SwiftReed\Study\Rhythm\Laying;
use SwiftReed\Study\Rhythm\OneLong;
use SwiftReed\Study\Rhythm\Rhythm;
use SwiftReed\Study\Rhythm\Rounds;
use SwiftReed\Study\Rhythm\Timing;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Study\Walk\Flexibility;
use SwiftReed\Study\Walk\Sounding;
use SwiftReed\Study\Walk\Walk;
use SwiftReed\Time\Bars;
use SwiftReed\Time\TimeSignature;

/**
 * From a recipe to the notes one player reads: key, line, range, rhythm, articulation, reminders.
 */
final readonly class StudyBuilder
{
    public function __construct(private ScaleLibrary $scales)
    {
    }

    /** @throws StudyError when the line cannot be played on this instrument */
    public function build(Recipe $recipe, Player $player): Study
    {
        [$concert, $written] = self::keys($recipe, $player);
        $placement = $this->placed($recipe, $player, $written->key, $concert);
        $time = $this->time($recipe, $placement);
        $comesOut = Rounds::untilItComesOut(self::cycle($recipe, $placement->tones), $recipe->timing, $time);
        [$placement, $laid, $bars] = $this->timed($recipe, $placement, $time, $comesOut);
        $signature = $recipe->material->printedSignature($written->key->tonic);
        $voice = $recipe->voices?->ofPlayer($player);
        $tail = 0;
        if (null !== $voice) {
            $voicing = Voicing::of(
                $voice,
                $placement,
                $laid,
                $bars,
                $recipe->timing->pickUp > 0 ? $time->barTicks() - $recipe->timing->pickUp : 0,
                $recipe,
                Sounding::of($player->transposition, $written->key, $concert),
                $player,
            );
            [$placement, $laid, $tail] = [$voicing->placement, $voicing->laid, $voicing->tail];
        }
        $isDrone = VoiceKind::Drone === $voice?->kind;
        $lead = $recipe->timing->pickUp > 0 ? $time->barTicks() - $recipe->timing->pickUp : 0;
        $together = $player->settings->together;
        $breaths = null !== $together && null !== $player->lungs->seconds
            ? array_map(
                static fn (bool $is): ?BreathPlace => $is ? BreathPlace::Together : null,
                $laid->endingAt($together),
            )
            : Breaths::after(
                $placement->tones,
                $laid,
                $time,
                $lead,
                $recipe->timing->tempo,
                Rhythm::Untimed === $recipe->timing->rhythm,
                $player->lungs,
                $recipe->pattern->isLipSlurs(),
            );
        $marks = $recipe->articulation->marks(
            $placement->tones,
            $laid,
            $breaths,
            $recipe->pattern->isLipSlurs(),
            $bars,
            $lead,
            $recipe->timing->notesInBeat($time),
        );
        $isSlurred = [] !== array_filter($marks, static fn (array $one): bool => Attack::None === $one[0]);
        $unslurred = !$isDrone && $recipe->articulation->slurs() && !$isSlurred && isset($placement->tones[1])
            ? [\sprintf(
                '"%s" joins nothing here: rests or repeated notes stand between the notes.',
                $recipe->articulation->text,
            )]
            : [];
        $tuplets = $laid->ofNotes();
        $rounds = $recipe->timing->rounds ?? $comesOut;
        $expressions = $isDrone
            ? $recipe->expressions->held(\count($placement->tones))
            : $recipe->expressions->on($placement->tones, $laid, $bars, $lead, $rounds);
        $habits = ReminderSigns::habits($player);
        $isUnsigned = !$recipe->material->printsSignature;
        $everyTime = $isUnsigned && Stage::First === $player->stage();
        $signs = new SignsInForce($signature, $everyTime);
        $notes = [];
        $onset = 0;
        $isBeyond = false;
        foreach ($placement->tones as $i => $tone) {
            self::isThere($tone, $player);
            $onset += $laid->gaps[$i];
            $bar = $bars->bar($onset + $lead);
            foreach ($tone->graces as $grace) {
                $signs->take($grace, $bar);
            }
            $hasSign = $signs->take($tone->pitch, $bar);
            $notes[] = new StudyNote(
                $tone,
                $tone->sounding,
                $onset,
                $laid->lengths[$i],
                $recipe->timing->pickUp > 0 ? $bar : $bar + 1,
                $marks[$i][0],
                $marks[$i][1],
                $breaths[$i],
                $tuplets[$i],
                ReminderSigns::of(
                    $player->settings,
                    $tone,
                    $signature,
                    $habits,
                    $signs->alteredBefore($tone->pitch),
                    $hasSign,
                    $isUnsigned,
                ),
                $expressions[$i],
            );
            $onset += $laid->lengths[$i];
            $isBeyond = $isBeyond || !$player->limit()->holds($tone->pitch, $tone->pitch);
        }

        return new Study(
            $recipe,
            $concert,
            $written,
            $signature,
            $recipe->material->printedSignature($concert->tonic),
            $notes,
            $placement->policy,
            self::moves($placement->tones),
            [
                ...$this->warnings($recipe, $written, $placement),
                ...self::uncommon($placement->tones, $player),
                ...$unslurred,
            ],
            $bars,
            $placement->tonic,
            $placement->from,
            $placement->top,
            $isBeyond,
            $everyTime,
            $comesOut,
            '',
            $voice,
            $tail,
        );
    }

    /**
     * @param non-empty-list<Tone> $tones
     *
     * @return list<string> what is said where a player's own limits go beyond the usual range of the instrument
     */
    private static function uncommon(array $tones, Player $player): array
    {
        $usual = $player->range[Stage::Full->value];
        $highest = null;
        foreach ($tones as $tone) {
            if (
                $tone->pitch->isHigherThan($usual->highest)
                && (null === $highest || $tone->pitch->isHigherThan($highest))
            ) {
                $highest = $tone->pitch;
            }
        }

        return null === $highest
            ? []
            : [\sprintf(
                '%s lies above the usual range of %s (%s): uncommon, and for players who have it.',
                $highest->sign(),
                $player->name,
                $usual->spoken(),
            )];
    }

    /** @throws StudyError when the tube lacks the note */
    private static function isThere(Tone $tone, Player $player): void
    {
        $gap = $player->range[Stage::Full->value]->gap;
        if (null !== $gap && $gap->holds($tone->pitch, $tone->pitch)) {
            throw StudyError::inTheGap($tone->pitch, $gap, $player->name);
        }
    }

    /** @throws StudyError */
    private function placed(Recipe $recipe, Player $player, Key $written, Key $concert): Placement
    {
        $sounding = Sounding::of($player->transposition, $written, $concert);
        if (null !== $recipe->pattern->lip) {
            return Flexibility::placed($recipe, $recipe->pattern->lip, $player, $written, $sounding);
        }
        if (null !== $recipe->over) {
            $walk = $recipe->over->walk($recipe->pattern, $sounding);

            return (new RangeFitting(new Ground($recipe, $player, $written, $walk)))->place();
        }

        return $this->parallel($recipe, $player, $sounding, $this->walked($recipe, $player, $written, $sounding));
    }

    /**
     * The line where this player has it, or the voice that runs beside it.
     *
     * @throws StudyError
     */
    private function parallel(Recipe $recipe, Player $player, Sounding $sounding, Placement $line): Placement
    {
        $voice = $recipe->voices?->ofPlayer($player);

        return VoiceKind::Parallel === $voice?->kind
            ? Parallel::of($line, $recipe->material, $voice, $sounding, $player)
            : $line;
    }

    /** @throws StudyError */
    private function walked(Recipe $recipe, Player $player, Key $written, Sounding $sounding): Placement
    {
        $isRestated = Sequel::Restated === $recipe->course->sequel
            || Rhythm::OneLongInTheBar === $recipe->timing->rhythm
            || self::goesRoundApart($recipe);
        $walk = new Walk(
            $recipe->material,
            $recipe->pattern,
            $recipe->course->direction,
            $this->arpeggio($recipe),
            $isRestated,
            Ending::EnclosedTonic === $recipe->course->ending,
            $sounding,
        );

        return (new RangeFitting(new Ground($recipe, $player, $written, $walk)))->place();
    }

    /**
     * The time signature: a line that fills bars of another time with one long note in each takes that of itself.
     *
     * @throws StudyError when the line does not come out
     */
    private function time(Recipe $recipe, Placement $placement): TimeSignature
    {
        $count = \count(array_filter($placement->tones, static fn (Tone $tone): bool => !$tone->inSequel));
        if (Rhythm::OneLongInTheBar === $recipe->timing->rhythm) {
            return $this->oneLongTime(
                $recipe,
                $placement->tones,
                $count,
                $recipe->timing->isTimeSaid ? $recipe->timing->time : null,
            );
        }

        // Seven notes fill one bar of 2/4 by themselves; a pick-up was counted in the time that the line says or means.
        $fillsOneBar = Rhythm::LongOnBeat === $recipe->timing->rhythm
            && OneLong::notesInBar(TimeSignature::of('2/4')) === $count
            && $recipe->timing->longOn <= 2;
        $isFree = !$recipe->timing->isTimeSaid && 0 === $recipe->timing->pickUp;

        return $fillsOneBar && $isFree ? TimeSignature::of('2/4') : $recipe->timing->time;
    }

    /**
     * @param non-empty-list<Tone> $tones
     *
     * @throws StudyError
     */
    private function oneLongTime(Recipe $recipe, array $tones, int $count, ?TimeSignature $said): TimeSignature
    {
        foreach ($tones as $tone) {
            if ($tone->rests > 0 || 1 !== $tone->stretch) {
                throw StudyError::ownLengthAlready(
                    $recipe->timing->rhythm->value,
                    $recipe->pattern->isStraight() ? $recipe->range->policy->value : $recipe->pattern->text,
                );
            }
        }

        return OneLong::time($count, $said)
            ?? throw StudyError::doesNotFillBars(
                $count,
                $said?->name(),
                $recipe->pattern->isStraight() && RangePolicy::TurnRound !== $recipe->range->policy,
            );
    }

    /**
     * The line as often as it is asked for, laid into time, and the bars.
     *
     * @param int $comesOut rounds until it comes out on the beat
     *
     * @return array{Placement, Laid, Bars}
     *
     * @throws StudyError when that would be too long, or cannot be written in this time
     */
    private function timed(Recipe $recipe, Placement $once, TimeSignature $time, int $comesOut): array
    {
        if (Rhythm::OneLongInTheBar === $recipe->timing->rhythm) {
            return $this->oneLong($recipe, $once, $time);
        }
        if (self::goesRoundApart($recipe) && null === $recipe->drillAfter) {
            return $this->roundApart($recipe, $once, $time);
        }
        $timing = $recipe->timing;
        $times = $timing->rounds ?? $comesOut;
        $each = true === $timing->figure?->onEachNote
            ? $timing->figure->notes()
            : (Rhythm::EachValue === $timing->rhythm ? \count(EachValue::VALUES) : 1);
        if ($times * $each * \count($once->tones) > Walk::MOST) {
            throw StudyError::tooManyNotes(Walk::MOST);
        }
        $played = 1 === $times ? $once : $once->with(Rounds::of($once->tones, $times, null !== $recipe->over));
        $played = null === $recipe->drillAfter ? $played : Drill::of($played, $recipe->drillAfter, $recipe->drillRests);
        $isLong = Ending::LongLast === $recipe->course->ending;
        if (Rhythm::EachValue === $timing->rhythm) {
            $tones = EachValue::tones($played->tones);

            return [$played->with($tones), EachValue::laid($played->tones, $time), Bars::of($time)];
        }
        if (null === $timing->figure) {
            return [$played, $this->plainly($played->tones, $timing, $time, $isLong), Bars::of($time)];
        }
        if ($timing->figure->onEachNote) {
            [$tones, $isRepeat] = EachNote::of($played->tones, $timing->figure->notes());
            $laid = Laying::of($tones, $timing->figure, $time, $isLong, $timing->pickUp, $isRepeat);

            return [$played->with($tones), $laid, Bars::of($time)];
        }

        return [$played, Laying::of($played->tones, $timing->figure, $time, $isLong, $timing->pickUp), Bars::of($time)];
    }

    /**
     * What goes round: the line, or its scale where the arpeggio goes round by itself.
     *
     * @param non-empty-list<Tone> $tones
     *
     * @return non-empty-list<Tone>
     */
    private static function cycle(Recipe $recipe, array $tones): array
    {
        return self::goesRoundApart($recipe) ? self::parts($tones)[0][1] : $tones;
    }

    /**
     * The scale and its arpeggio, as far as each is there.
     *
     * @param non-empty-list<Tone> $tones
     *
     * @return non-empty-list<array{bool, non-empty-list<Tone>}> whether it is the arpeggio, and its notes
     */
    private static function parts(array $tones): array
    {
        $parts = [];
        foreach ([false, true] as $inSequel) {
            $part = array_values(array_filter(
                $tones,
                static fn (Tone $tone): bool => $inSequel === $tone->inSequel,
            ));
            if ([] !== $part) {
                $parts[] = [$inSequel, $part];
            }
        }
        \assert([] !== $parts);

        return $parts;
    }

    /** Whether the scale and its arpeggio go round with a long note on one beat, each as often as it takes. */
    private static function goesRoundApart(Recipe $recipe): bool
    {
        return Rhythm::LongOnBeat === $recipe->timing->rhythm
            && 1 !== $recipe->timing->rounds
            && Sequel::None !== $recipe->course->sequel;
    }

    /**
     * The scale round and round until it comes out, then its arpeggio in the time that it takes of itself; each ends
     * with its bar.
     *
     * @return array{Placement, Laid, Bars}
     *
     * @throws StudyError
     */
    private function roundApart(Recipe $recipe, Placement $once, TimeSignature $first): array
    {
        $timing = $recipe->timing;
        $lead = $timing->pickUp > 0 ? $first->barTicks() - $timing->pickUp : 0;
        $bars = Bars::of($first);
        $tones = [];
        $lengths = [];
        foreach (self::parts($once->tones) as [$inSequel, $section]) {
            $own = $inSequel && !$timing->isTimeSaid ? OneLong::time(\count($section), null) : null;
            $time = null !== $own && $timing->longOn <= $own->felt() ? $own : $first;
            $bars = $time === $first ? $bars : $bars->changing($lead + array_sum($lengths), $time);
            $times = $timing->rounds ?? Rounds::untilItComesOut($section, $timing, $time);
            if (\count($tones) + $times * \count($section) > Walk::MOST) {
                throw StudyError::tooManyNotes(Walk::MOST);
            }
            $played = Rounds::of($section, $times);
            $these = OneLong::onBeat(\count($played), $time, $timing->longOn, $inSequel ? 0 : $timing->pickUp);
            $over = (array_sum($these) - ($inSequel ? 0 : $timing->pickUp)) % $time->barTicks();
            $these[\count($these) - 1] += 0 === $over ? 0 : $time->barTicks() - $over;
            array_push($tones, ...$played);
            array_push($lengths, ...$these);
        }

        return [$once->with($tones), Laid::plainly($lengths, array_fill(0, \count($lengths), 0), $lead), $bars];
    }

    /** @param non-empty-list<Tone> $tones */
    private function plainly(array $tones, Timing $timing, TimeSignature $time, bool $isLong): Laid
    {
        return Laid::plainly(
            $timing->rhythm->lengths($tones, $isLong, $time, $timing->longOn, $timing->pickUp),
            array_map(static fn (Tone $tone): int => $tone->rests * $timing->rhythm->ticks(), $tones),
            $timing->pickUp > 0 ? $time->barTicks() - $timing->pickUp : 0,
        );
    }

    /**
     * The scale, then its arpeggio in the time that it takes of itself, each as often as the bar has beats for the long
     * note.
     *
     * @return array{Placement, Laid, Bars}
     *
     * @throws StudyError
     */
    private function oneLong(Recipe $recipe, Placement $once, TimeSignature $first): array
    {
        if (null !== $recipe->drillAfter) {
            throw StudyError::ownLengthAlready(
                $recipe->timing->rhythm->value,
                $recipe->line->clause(ClauseKind::Drill)->text,
            );
        }
        $bars = Bars::of($first);
        $tones = [];
        $lengths = [];
        foreach (self::parts($once->tones) as [$inSequel, $section]) {
            $time = $inSequel ? $this->oneLongTime($recipe, $section, \count($section), null) : $first;
            $bars = $inSequel && $time !== $first ? $bars->changing(array_sum($lengths), $time) : $bars;
            $beats = intdiv($time->barTicks(), $time->beatTicks());
            if (\count($tones) + $beats * \count($section) > Walk::MOST) {
                throw StudyError::tooManyNotes(Walk::MOST);
            }
            for ($shift = 0; $shift < $beats; ++$shift) {
                array_push($tones, ...$section);
                array_push($lengths, ...OneLong::moving(\count($section), $time, $shift));
            }
        }
        \assert([] !== $tones && [] !== $lengths);

        return [$once->with($tones), Laid::plainly($lengths, array_fill(0, \count($lengths), 0), 0), $bars];
    }

    /** @return array{Key, WrittenKey} concert and written key */
    public static function keys(Recipe $recipe, Player $player): array
    {
        return self::keysFor($recipe, $player->transposition, $player->settings->spelling);
    }

    /** @return array{Key, WrittenKey} concert and written key for any player of this transposition */
    public static function keysFor(Recipe $recipe, Transposition $transposition, SpellingPreference $spelling): array
    {
        $named = $recipe->material->keyOn($recipe->tonic);
        if ($recipe->isOwn) {
            return [$transposition->concertKey($named), $transposition->ownKey($named)];
        }

        return [
            $named,
            $recipe->material->printsSignature
                ? $transposition->writtenKey($named, $spelling)
                : $transposition->unsignedKey($named, $recipe->material->signsOn(...), $spelling),
        ];
    }

    /** @throws StudyError */
    private function arpeggio(Recipe $recipe): ?Material
    {
        if (Sequel::None === $recipe->course->sequel) {
            return null;
        }
        if (null === $recipe->material->arpeggio) {
            throw StudyError::noArpeggio($recipe->material->name);
        }

        return $this->scales->material($recipe->material->arpeggio);
    }

    /**
     * @param non-empty-list<Tone> $tones
     *
     * @return list<RangeMove>
     */
    private static function moves(array $tones): array
    {
        $moves = [];
        $before = 0;
        foreach ($tones as $i => $tone) {
            if ($tone->octaves !== $before) {
                $moves[] = new RangeMove($i, $tone->octaves);
                $before = $tone->octaves;
            }
        }

        return $moves;
    }

    /** @return list<string> */
    private function warnings(Recipe $recipe, WrittenKey $written, Placement $placement): array
    {
        return [
            ...('' === $written->why ? [] : [$written->why]),
            ...$placement->warnings,
            ...Remarks::on($recipe, $placement->tones),
            ...($recipe->over?->remarks($written->key->tonic, $recipe->material) ?? []),
        ];
    }
}
