<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Pattern\Progress;
use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\WrittenKey;
use SwiftReed\Player\Player;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Study\Fit\Placement;
use SwiftReed\Study\Fit\RangeFitting;
use SwiftReed\Study\Fit\RangeMove;
use SwiftReed\Study\Fit\RangePolicy;
use SwiftReed\Study\Rhythm\Rhythm;
use SwiftReed\Study\Rhythm\Rounds;
use SwiftReed\Study\Tonguing\Breaths;
use SwiftReed\Study\Walk\LipSlurs;
use SwiftReed\Study\Walk\Walk;
use SwiftReed\Time\Length;

/**
 * From a recipe to the notes one reader plays: key, line, range, rhythm, articulation, reminders.
 */
final readonly class StudyBuilder
{
    /** Notes of one study. */
    private const MOST = 2000;

    public function __construct(private ScaleLibrary $scales)
    {
    }

    /** @throws StudyError when the line cannot be played on this instrument */
    public function build(Recipe $recipe, Player $player, Reminders $reminders = Reminders::Affected): Study
    {
        [$concert, $written] = self::keys($recipe, $player);
        $placement = $this->placed($recipe, $player, $written->key);
        $once = $placement->tones;
        $comesOut = Rounds::untilItComesOut($once, $recipe->rhythm, $recipe->time);
        $placement = self::played($placement, $recipe, $comesOut);
        if ($recipe->drillAfter > 0) {
            $placement = Drill::of($placement, $recipe->drillAfter);
        }
        $signature = $recipe->material->printedSignature($written->key->tonic);
        $lengths = $recipe->rhythm->lengths($placement->tones, Ending::LongLast === $recipe->ending, $recipe->time, $recipe->longOn, \count($once), $recipe->pickUp);
        $marks = $recipe->articulation->marks($placement->tones);
        $breaths = Breaths::after($placement->tones, $lengths, $marks, $recipe->tempo, Rhythm::Untimed === $recipe->rhythm, $player->phrase);
        $habits = Reminders::habits($player);
        $bar = $recipe->time->barTicks();
        $down = $player->transposition->writtenAboveSounding->inverse();
        $notes = [];
        $onset = 0;
        $signs = new SignsInForce($signature, $recipe->material->printsSignature);
        foreach ($placement->tones as $i => $tone) {
            $onset += $tone->rests * $recipe->rhythm->ticks();
            $notes[] = new StudyNote(
                $tone,
                $tone->pitch->transpose($down),
                $onset,
                $lengths[$i],
                $recipe->pickUp > 0 ? intdiv($onset + $bar - $recipe->pickUp, $bar) : intdiv($onset, $bar) + 1,
                $marks[$i][0],
                $marks[$i][1],
                $breaths[$i],
                0 !== $onset % Length::SIXTEENTH || 0 !== $lengths[$i] % Length::SIXTEENTH ? '3:2' : '',
                $reminders->sign($tone, $signature, $habits, $signs->alteredBefore($tone->pitch), $signs->take($tone->pitch, intdiv($onset + ($recipe->pickUp > 0 ? $bar - $recipe->pickUp : 0), $bar))),
            );
            $onset += $lengths[$i];
        }

        return new Study($recipe, $concert, $written, $signature, $recipe->material->printedSignature($concert->tonic), $notes, $placement->policy, self::moves($placement->tones), $this->warnings($recipe, $written, $placement), $comesOut);
    }

    private function placed(Recipe $recipe, Player $player, Key $key): Placement
    {
        if ($recipe->pattern->isLipSlurs) {
            return LipSlurs::placed($recipe, $player, $key);
        }
        $walk = new Walk($recipe->material, $recipe->pattern, $recipe->direction, $this->arpeggios($recipe), Sequel::Restated === $recipe->sequel, Ending::EnclosedTonic === $recipe->ending);

        return (new RangeFitting($recipe, $player, $key, $walk))->place();
    }

    /**
     * The line as often as it is asked for.
     *
     * @param int $comesOut rounds until it comes out on the beat
     *
     * @throws StudyError when that would be too long
     */
    private static function played(Placement $once, Recipe $recipe, int $comesOut): Placement
    {
        $moves = Rhythm::OneLongInTheBar === $recipe->rhythm;
        $times = $moves ? intdiv($recipe->time->barTicks(), $recipe->time->beatTicks()) : (0 === $recipe->rounds ? $comesOut : $recipe->rounds);
        if ($times * \count($once->tones) > self::MOST) {
            throw StudyError::tooManyNotes($times * \count($once->tones), self::MOST);
        }

        return 1 === $times ? $once : new Placement(Rounds::of($once->tones, $times, $moves), $once->policy, $once->warnings);
    }

    /** @return array{Key, WrittenKey} concert and written key */
    public static function keys(Recipe $recipe, Player $player): array
    {
        return self::keysFor($recipe->material->keyOn($recipe->tonic), $recipe->isOwn, $player);
    }

    /** @return array{Key, WrittenKey} */
    private static function keysFor(Key $named, bool $isOwn, Player $player): array
    {
        $transposition = $player->transposition;

        return $isOwn
            ? [$transposition->concertKey($named), $transposition->ownKey($named)]
            : [$named, $transposition->writtenKey($named, $player->spelling)];
    }

    /**
     * @return list<Material>
     *
     * @throws StudyError
     */
    private function arpeggios(Recipe $recipe): array
    {
        if (Sequel::None === $recipe->sequel) {
            return [];
        }
        if ('' === $recipe->material->arpeggio) {
            throw StudyError::noArpeggio($recipe->material->name);
        }

        return [$this->scales->material($recipe->material->arpeggio)];
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

    /**
     * Clauses that are said and have no part in this line, because its pattern or its range decides them.
     *
     * @return list<string>
     */
    private static function withoutPart(Recipe $recipe): array
    {
        $goesItsWay = \in_array($recipe->pattern->progress, [Progress::Listed, Progress::RoundFifths, Progress::RoundFourths], true);
        $slots = match (true) {
            $recipe->pattern->isLipSlurs => [ClauseKind::Extent, ClauseKind::Place, ClauseKind::Direction, ClauseKind::Sequel, ClauseKind::Range],
            RangePolicy::TurnRound === $recipe->range => [ClauseKind::Extent, ClauseKind::Place, ClauseKind::Direction, ClauseKind::Sequel],
            $goesItsWay => [ClauseKind::Extent],
            default => [],
        };
        if ([] !== $slots && Ending::EnclosedTonic === $recipe->ending && !$goesItsWay) {
            $slots[] = ClauseKind::Ending;
        }
        $said = array_map(static fn (ClauseKind $slot): string => '"'.$recipe->line->clause($slot)->text.'"', array_values(array_filter($slots, $recipe->line->says(...))));
        $why = RangePolicy::TurnRound === $recipe->range && !$recipe->pattern->isLipSlurs ? 'The line turns round at the limits of the range' : 'The pattern has its own way';

        return [] === $said ? [] : [\sprintf('%s; %s %s no part in it.', $why, implode(' and ', $said), 1 === \count($said) ? 'has' : 'have')];
    }

    /** @return list<string> */
    private function warnings(Recipe $recipe, WrittenKey $written, Placement $placement): array
    {
        $plain = array_filter($placement->tones, static fn (Tone $tone): bool => $tone->plainName);

        return [
            ...('' === $written->why ? [] : [$written->why]),
            ...$placement->warnings,
            ...self::withoutPart($recipe),
            ...([] === $plain ? [] : ['Some notes would need three signs; they are printed under their plain names.']),
        ];
    }
}
