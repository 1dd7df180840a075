<?php

declare(strict_types=1);

namespace SwiftReed\Study\Walk;

use SwiftReed\Pattern\LipShape;
use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Player;
use SwiftReed\Player\Range;
use SwiftReed\Player\Stage;
use SwiftReed\Scale\DegreeName;
use SwiftReed\Study\Fit\Line;
use SwiftReed\Study\Fit\Placement;
use SwiftReed\Study\Fit\RangePolicy;
use SwiftReed\Study\Place;
use SwiftReed\Study\Recipe;
use SwiftReed\Study\Rhythm\Rhythm;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Tone;
use SwiftReed\Time\Length;
use SwiftReed\Words\Wording;

/**
 * Neighbouring partials of one length of tube, there and back; all of its partials, up and down; and either on each
 * longer tube in its turn. From the tonic, or from the note that the line names. Where no rhythm is said, two or three
 * partials take a bar each of halves, eighths, triplets and sixteenths.
 *
 * Source: the handbook, chapters 3 and 4, "Flexibility" (common practice).
 */
final readonly class Flexibility
{
    /** Notes of a study on one length of tube, about. */
    private const NOTES = 16;
    /** Values of the bars in turn, in ticks, and how many notes of two partials each takes. */
    private const IN_TURN = [
        [Length::HALF, 2],
        [Length::EIGHTH, 8],
        [Length::TRIPLET_EIGHTH, 12],
        [Length::SIXTEENTH, 16],
    ];
    /** Partials and their intervals above the fundamental, octaves left out: a fourth above F is B flat. */
    private const INTERVALS = [
        1 => 'P1', 2 => 'P1', 3 => 'P5', 4 => 'P1', 5 => 'M3', 6 => 'P5', 8 => 'P1', 9 => 'M2', 10 => 'M3', 12 => 'P5',
        15 => 'M7', 16 => 'P1',
    ];

    private function __construct(
        private Recipe $recipe,
        private LipShape $shape,
        private Player $player,
        private Key $key,
        private Sounding $sounding,
    ) {
    }

    /** @throws StudyError when the instrument has no partials, or none in its range */
    public static function placed(
        Recipe $recipe,
        LipShape $shape,
        Player $player,
        Key $key,
        Sounding $sounding,
    ): Placement {
        return (new self($recipe, $shape, $player, $key, $sounding))->place();
    }

    /** @throws StudyError */
    private function place(): Placement
    {
        $isBrass = false;
        foreach ($this->starts() as [$start, $range]) {
            $tubes = ($this->player->tubes)($start, false);
            $isBrass = $isBrass || [] !== $tubes;
            $isThere = [] !== $tubes && $range->holds($start, $start);
            $partials = $isThere ? $this->partials($tubes[0], $start, $range) : null;
            if (null === $partials) {
                continue;
            }
            // Where the line names no note, it goes down from the open tube.
            $tubes = $this->shape->walksDown && [] === $this->recipe->placing->pitches
                ? ($this->player->tubes)($start, true)
                : $tubes;
            $lengths = [];
            foreach ($this->shape->walksDown ? $tubes : [$tubes[0]] as $tube) {
                $notes = $this->on($tube, $partials, $range);
                if (null === $notes) {
                    break;
                }
                $lengths[] = $notes;
            }
            if ([] !== $lengths) {
                return $this->written(self::root($tubes[0], $lengths[0][0], $partials[0], $start), $partials, $lengths, \count($tubes));
            }
        }
        throw $isBrass
            ? StudyError::noSuchPartials($this->recipe->pattern->text, $this->player->name, $this->player->limit())
            : StudyError::notForThisInstrument($this->recipe->pattern->text, $this->player->name);
    }

    /**
     * Notes from which the shape may begin, the likeliest first, each with the range in which it should lie.
     *
     * @return list<array{Pitch, Range}>
     */
    private function starts(): array
    {
        $limit = $this->player->limit();
        $placing = $this->recipe->placing;
        if ([] !== $placing->pitches) {
            $ends = $placing->falls() ? array_reverse($placing->pitches) : $placing->pitches;

            $top = $ends[1] ?? $limit->highest;

            return [[$ends[0], $limit->between($limit->lowest, $top->isHigherThan($limit->highest) ? $limit->highest : $top)]];
        }
        $tonics = array_map($this->key->tonic->at(...), range(0, 8));
        $middle = ($limit->lowest->midi() + $limit->highest->midi()) / 2;
        $order = match ($placing->place) {
            Place::FromLow, Place::LowOctave => $tonics,
            Place::HighOctave => array_reverse($tonics),
            default => null,
        };
        if (Place::FromMiddle === $placing->place) {
            usort($tonics, static fn (Pitch $a, Pitch $b): int => abs($a->midi() - $middle) <=> abs($b->midi() - $middle));
            $order = $tonics;
        }
        if (null !== $order) {
            return array_map(static fn (Pitch $tonic): array => [$tonic, $limit], $order);
        }
        $starts = [];
        foreach ([...$this->player->preferredRanges(), $limit, $this->player->range(Stage::Full)] as $range) {
            foreach ($tonics as $tonic) {
                if (Place::Usual === $placing->place || $range->holds($tonic, $tonic)) {
                    $starts[] = [$tonic, $range];
                }
            }
        }
        $away = match ($placing->place) {
            Place::OctaveHigher => 1,
            Place::OctaveLower => -1,
            default => 0,
        };

        return 0 === $away
            ? $starts
            : array_map(static fn (array $one): array => [$one[0]->octaves($away), $limit], $starts);
    }

    /**
     * The numbers of the partials that the shape takes on the first length.
     *
     * @param list<array{Pitch, int}> $tube notes and their partials, rising
     *
     * @return non-empty-list<int>|null null where there are too few in the range
     */
    private function partials(array $tube, Pitch $start, Range $range): ?array
    {
        $octaves = $this->shape->octaves;
        $range = null === $octaves || [] !== $this->recipe->placing->pitches ? $range : $this->player->limit();
        $isAll = null === $this->shape->partials && null === $octaves && Place::Usual === $this->recipe->placing->place;
        $partials = [];
        foreach ($tube as [$pitch, $partial]) {
            $above = $pitch->midi() - $start->midi();
            if (
                $range->holds($pitch, $pitch)
                && ($isAll || $above >= 0)
                && (null === $octaves || $above <= 12 * $octaves)
            ) {
                $partials[] = $partial;
            }
        }
        $count = $this->shape->partials;
        if (null !== $count && self::begins($tube, $start, $partials[0] ?? 0)) {
            $partials = \count($partials) < $count ? [] : \array_slice($partials, 0, $count);
        } elseif (null !== $count) {
            return null;
        }

        return [] === $partials || \count($partials) < LipShape::FEWEST ? null : $partials;
    }

    /**
     * The name of a tube's fundamental: by the note from which the line begins, where that lies on it.
     *
     * @param list<array{Pitch, int}> $tube
     * @param Pitch                   $lowest  the lowest note that is played on it, and its partial
     */
    private static function root(array $tube, Pitch $lowest, int $partial, Pitch $start): NoteName
    {
        foreach ($tube as [$pitch, $number]) {
            if ($pitch->midi() === $start->midi()) {
                return $start->name()->transpose(Interval::parse(self::INTERVALS[$number])->inverse());
            }
        }

        return self::plainRoot($lowest, $partial);
    }

    private static function plainRoot(Pitch $note, int $partial): NoteName
    {
        return Pitch::plain($note->midi() - Interval::parse(self::INTERVALS[$partial])->halfSteps, false)->name();
    }

    /** @param list<array{Pitch, int}> $tube */
    private static function begins(array $tube, Pitch $start, int $partial): bool
    {
        foreach ($tube as [$pitch, $number]) {
            if ($number === $partial) {
                return $pitch->midi() === $start->midi();
            }
        }

        return false;
    }

    /**
     * @param list<array{Pitch, int}> $tube
     * @param non-empty-list<int>     $partials
     *
     * @return non-empty-list<Pitch>|null the same partials on another length; null where one is missing or out of range
     */
    private function on(array $tube, array $partials, Range $range): ?array
    {
        $limit = $this->player->limit();
        $notes = [];
        foreach ($tube as [$pitch, $partial]) {
            $isInReach = $limit->holds($pitch, $pitch) || $range->holds($pitch, $pitch);
            if ($isInReach && \in_array($partial, $partials, true)) {
                $notes[] = $pitch;
            }
        }

        return [] !== $notes && \count($notes) === \count($partials) ? $notes : null;
    }

    /**
     * @param non-empty-list<int>                   $partials
     * @param non-empty-list<non-empty-list<Pitch>> $lengths notes of each length of tube
     * @param int                                   $all     lengths that there are
     */
    private function written(NoteName $root, array $partials, array $lengths, int $all): Placement
    {
        $tones = [];
        foreach ($lengths as $k => $notes) {
            $on = 0 === $k ? $root : self::plainRoot($notes[0], $partials[0]);
            $tones = [...$tones, ...$this->turns($this->tones($on, $partials, $notes, $k))];
        }
        $first = $tones[0];
        $last = array_pop($tones);
        $tones[] = $last->turning(true);

        return Placement::of(
            Line::of($tones, $first->pitch, 0, 1),
            RangePolicy::WholeOctaves,
            $this->remarks($partials, $lengths, $all),
        );
    }

    /**
     * The notes of one length, low to high.
     *
     * @param non-empty-list<int>   $partials
     * @param non-empty-list<Pitch> $notes    as the instrument's chart names them
     *
     * @return non-empty-list<Tone>
     */
    private function tones(NoteName $fundamental, array $partials, array $notes, int $length): array
    {
        $tonic = null;
        $tones = [];
        foreach ($notes as $k => $plain) {
            $pitch = self::spelled($fundamental, self::INTERVALS[$partials[$k]], $plain);
            $tonic ??= $pitch;
            $degree = DegreeName::of($tonic, $pitch);
            $tones[] = new Tone(
                $pitch,
                $this->sounds($pitch),
                $degree->text,
                $degree->number,
                true,
                0 === $k,
                false,
                false,
                0,
                false,
                cell: $length,
                isRoot: 0 === $k,
                fromRoot: $degree->text,
            );
        }

        return $tones;
    }

    private static function spelled(NoteName $fundamental, string $interval, Pitch $plain): Pitch
    {
        $name = $fundamental->transpose(Interval::parse($interval));

        return abs($name->alter) > 1 ? $plain : Pitch::onLetter($name->letter, $plain->midi());
    }

    private function sounds(Pitch $pitch): Pitch
    {
        $tonic = $this->key->tonic->at($pitch->octave);
        $sounds = $this->sounding->tonic($tonic)->transpose(Interval::between($tonic, $pitch));

        return abs($sounds->alter) > 1 ? Pitch::plain($sounds->midi(), $sounds->alter > 0) : $sounds;
    }

    /**
     * There and back, as often as it is played on this length, and home.
     *
     * @param non-empty-list<Tone> $tones low to high
     *
     * @return non-empty-list<Tone>
     */
    private function turns(array $tones): array
    {
        $turn = [...$tones, ...\array_slice(array_reverse($tones), 1, -1)];
        if (Rhythm::InTurn === $this->recipe->timing->rhythm) {
            $line = [];
            foreach (self::IN_TURN as [$ticks, $count]) {
                for ($k = 0; $k < $count * max(1, intdiv(\count($turn), 4)); ++$k) {
                    $line[] = $turn[$k % \count($turn)]->drilled(intdiv($ticks, Rhythm::SMALLEST), false);
                }
            }
            $last = $tones[0]->drilled(intdiv(Length::WHOLE, Rhythm::SMALLEST), false);

            return self::grouped([...$line, $last], \count($turn));
        }
        $ticks = $this->recipe->timing->rhythm->ticks();
        $times = match (true) {
            null === $this->shape->partials || \count($turn) > self::NOTES => 1,
            $this->shape->walksDown => 2 === \count($turn) ? 2 : 1,
            default => max(2, intdiv(self::NOTES, \count($turn))),
        };
        // Triplets and sixteenths come out on a beat, so that the note they lead to stands on one.
        while (0 !== $times * \count($turn) * $ticks % Length::QUARTER) {
            ++$times;
        }
        $isShort = 2 === \count($turn) && !$this->shape->walksDown;

        $line = [...array_merge(...array_fill(0, $times, $turn)), $tones[0]->drilled(1, !$isShort)];

        return self::grouped($line, \count($turn));
    }

    /**
     * Each turn there and back a group; the closing note belongs to the last.
     *
     * @param non-empty-list<Tone> $tones
     *
     * @return non-empty-list<Tone>
     */
    private static function grouped(array $tones, int $size): array
    {
        $last = \count($tones) - 1;

        return array_map(
            static fn (Tone $tone, int $i): Tone => $tone->inGroup(intdiv(min($i, $last - 1), $size)),
            $tones,
            array_keys($tones),
        );
    }

    /**
     * @param non-empty-list<int>                   $partials
     * @param non-empty-list<non-empty-list<Pitch>> $lengths
     *
     * @return list<string>
     */
    private function remarks(array $partials, array $lengths, int $all): array
    {
        $isLeftOut = end($partials) - $partials[0] > \count($partials) - 1;
        $says = [
            Wording::of($isLeftOut ? 'flexibility.leaves-out' : 'flexibility.fingers-stay', [
                'on' => $this->shape->walksDown
                    ? Wording::of('flexibility.lengths', ['lengths' => \count($lengths)])
                    : Wording::of('flexibility.one-fingering'),
            ]),
        ];
        if ($this->shape->walksDown && \count($lengths) < $all) {
            $says[] = Wording::of('flexibility.would-leave', ['limit' => $this->player->limit()->spoken()]);
        }

        return $says;
    }
}
