<?php

declare(strict_types=1);

namespace SwiftReed\Study;

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
use SwiftReed\Study\Harmony\Parallel;
use SwiftReed\Study\Harmony\VoiceKind;
use SwiftReed\Study\Harmony\Voicing;
use SwiftReed\Study\Phrasing\BreathPlace;
use SwiftReed\Study\Phrasing\Breaths;
use SwiftReed\Study\Rhythm\LineInTime;
use SwiftReed\Study\Rhythm\Rhythm;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Study\Walk\Flexibility;
use SwiftReed\Study\Walk\Sounding;
use SwiftReed\Study\Walk\Walk;
use SwiftReed\Words\Wording;

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
        $inTime = LineInTime::of($recipe, $placement);
        [$placement, $laid, $bars] = [$inTime->placement, $inTime->laid, $inTime->bars];
        [$time, $comesOut] = [$inTime->time, $inTime->comesOut];
        $lead = LineInTime::lead($recipe->timing, $time);
        $signature = $recipe->material->printedSignature($written->key->tonic);
        $voice = $recipe->voices?->ofPlayer($player);
        $tail = 0;
        if (null !== $voice) {
            $sounding = Sounding::of($player->transposition, $written->key, $concert);
            $voicing = Voicing::of($voice, $placement, $laid, $bars, $lead, $recipe, $sounding, $player);
            [$placement, $laid, $tail] = [$voicing->placement, $voicing->laid, $voicing->tail];
        }
        $isDrone = VoiceKind::Drone === $voice?->kind;
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
            ? [Wording::of('study-builder.build', ['articulation' => $recipe->articulation->text])]
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
            : [Wording::of('study-builder.uncommon', [
                'highest' => $highest->sign(),
                'player' => $player->name,
                'usual' => $usual->spoken(),
            ])];
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
            || LineInTime::goesRoundApart($recipe);
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
