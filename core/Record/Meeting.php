<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Line\Clause;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\KeyOrder;
use SwiftReed\Line\StudyLine;
use SwiftReed\Score\KeyNames;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Study\Direction;
use SwiftReed\Study\Fit\RangePolicy;
use SwiftReed\Study\Recipe;
use SwiftReed\Study\Sequel;
use SwiftReed\Study\StudyError;
use SwiftReed\Words\Wording;

/**
 * Whether what was played meets what was asked for. More octaves, the ninth, an arpeggio besides and from memory
 * include less; speed is compared as it sounds; keys are compared as the player reads them.
 *
 * Source: the handbook, chapter 8, "Requirements and the record".
 */
final readonly class Meeting
{
    /**
     * @param list<string>         $because   sentences: what is missing, or that all is there
     * @param array{float, float}|null $speeds notes a minute, asked and played, where both are said
     */
    private function __construct(public bool $meets, public array $because, public ?array $speeds)
    {
    }

    /**
     * @param Instrument|null $instrument where one line names concert keys and the other the player's own
     * @param bool            $packetFolds whether the packet folds this part, so that a folded octave is its octave
     *
     * @throws RecordError when the keys cannot be compared without an instrument
     * @throws StudyError  when the clauses of a line contradict each other
     * @throws \SwiftReed\Line\StudyLineError when an order of keys does not go with its material
     */
    public static function of(
        StudyLine $asked,
        StudyLine $done,
        PartBuilder $parts,
        ?Instrument $instrument = null,
        bool $askedMemory = false,
        bool $doneMemory = false,
        bool $packetFolds = false,
    ): self {
        $besides = self::arpeggioOf($done, $asked, $parts);

        return self::compared($asked, $besides ?? $done, $parts, $instrument, $askedMemory, $doneMemory, $packetFolds);
    }

    /**
     * The arpeggio that was played after the scale, as a line of its own, where that is what was asked for: whoever has
     * played both has played it. Of whole octaves alone; after five notes, or to the ninth, it is another one.
     */
    private static function arpeggioOf(StudyLine $done, StudyLine $asked, PartBuilder $parts): ?StudyLine
    {
        if ($asked->says(ClauseKind::Sequel) || !$done->says(ClauseKind::Sequel)) {
            return null;
        }
        [$wanted, $played] = array_map(
            static fn (StudyLine $line): Recipe => $parts->recipe($line->without(
                ClauseKind::Keys,
                ClauseKind::MinorExtent,
            )),
            [$asked, $done],
        );
        if ($wanted->material->name !== $played->material->arpeggio || null === $played->course->extent->octaves) {
            return null;
        }

        return $done->without(ClauseKind::Sequel, ClauseKind::Pattern)->with(Clause::key(
            $done->clause(ClauseKind::Key)->says,
            $done->tonic(),
            $wanted->material->name,
        ));
    }

    private static function compared(
        StudyLine $asked,
        StudyLine $done,
        PartBuilder $parts,
        ?Instrument $instrument,
        bool $askedMemory,
        bool $doneMemory,
        bool $packetFolds,
    ): self {
        $missing = [];
        $a = $parts->recipe($asked->without(ClauseKind::Keys, ClauseKind::MinorExtent));
        $d = $parts->recipe($done->without(ClauseKind::Keys, ClauseKind::MinorExtent));
        $keys = self::missingKeys($asked, $done, $parts, $instrument);
        if ([] !== $keys) {
            $missing[] = Wording::of('meeting.not-among-what', [
                'keys' => self::listed($keys),
                'keys_2' => 1 === \count($keys) ? 'is' : 'are',
            ]);
        }
        if (self::pattern($a) !== self::pattern($d)) {
            $missing[] = Wording::of('meeting.asked-played', [
                'pattern' => self::pattern($a),
                'pattern_2' => self::pattern($d),
            ]);
        }
        foreach ([
            self::extent($a, $d, $parts, $instrument),
            self::folding($a, $d, $parts, $instrument, $packetFolds),
            self::direction($a, $d),
            self::more($a, $d),
            self::articulation($asked, $a, $d),
        ] as $says) {
            if (null !== $says) {
                $missing[] = $says;
            }
        }
        $speeds = null;
        $speed = self::speed($a, $d, $speeds);
        if (null !== $speed) {
            $missing[] = $speed;
        }
        if ($askedMemory && !$doneMemory) {
            $missing[] = Wording::of('meeting.asked-from-memory');
        }

        return new self([] === $missing, [] === $missing ? [self::met($speeds)] : $missing, $speeds);
    }

    public function says(): string
    {
        return implode(' ', $this->because);
    }

    /** @return list<string> keys that were asked for and not played, as the player reads them */
    private static function missingKeys(
        StudyLine $asked,
        StudyLine $done,
        PartBuilder $parts,
        ?Instrument $instrument,
    ): array {
        $order = new KeyOrder($parts->scales);
        $naming = static fn (StudyLine $line): string => $line->clause(ClauseKind::Key)->says;
        if (null === $instrument && $naming($asked) !== $naming($done)) {
            throw RecordError::whoseKey($asked->text(), $done->text());
        }
        $read = static function (StudyLine $line) use ($parts, $instrument): array {
            $recipe = $parts->recipe($line);
            $tonic = null === $instrument ? $recipe->tonic : $parts->writtenKey($line, $instrument)->key->tonic;

            return [
                $tonic->pitchClass().' '.$recipe->material->name.' '.(
                    $recipe->material->pair?->nameOn($recipe->tonic) ?? ''
                ),
                KeyNames::title($tonic, $recipe->material),
            ];
        };
        $played = array_map(static fn (StudyLine $line): string => $read($line)[0], $order->lines($done));
        $missing = [];
        foreach ($order->lines($asked) as $line) {
            [$key, $title] = $read($line);
            if (!\in_array($key, $played, true)) {
                $missing[] = $title;
            }
        }

        return $missing;
    }

    private static function pattern(Recipe $recipe): string
    {
        return $recipe->pattern->isStraight()
            ? 'the plain line'
            : (
                $recipe->line->says(ClauseKind::Pattern)
                    ? $recipe->line->clause(ClauseKind::Pattern)->text
                    : $recipe->pattern->text
            );
    }

    private static function extent(Recipe $asked, Recipe $done, PartBuilder $parts, ?Instrument $instrument): ?string
    {
        if ($asked->material->name !== $done->material->name) {
            return null; // it is another key already
        }
        $wanted = self::top($asked, $parts, $instrument);
        $got = self::top($done, $parts, $instrument);

        return $got >= $wanted
            ? null
            : Wording::of('meeting.extent', [
                'said' => $asked->course->extent->said,
                'said_2' => $done->course->extent->said,
            ]);
    }

    /** The step of the top note above the tonic; of a full range as far as it goes on this instrument. */
    private static function top(Recipe $recipe, PartBuilder $parts, ?Instrument $instrument): float
    {
        $extent = $recipe->course->extent;
        if (!$extent->isAsManyAsFit()) {
            return (float) $extent->topStep($extent->octaves ?? 1);
        }
        if (null === $instrument) {
            return \INF;
        }
        $study = $parts->study($recipe->line, $instrument);

        return (float) ($study->toStep - $study->fromStep);
    }

    private static function folding(
        Recipe $asked,
        Recipe $done,
        PartBuilder $parts,
        ?Instrument $instrument,
        bool $packetFolds,
    ): ?string {
        $isFolded = static function (Recipe $recipe) use ($parts, $instrument): bool {
            if (RangePolicy::Fold === $recipe->range->policy) {
                return true;
            }
            if (null === $instrument || !$recipe->pattern->isStraight()) {
                return false;
            }
            try {
                return RangePolicy::Fold === $parts->study($recipe->line, $instrument)->policy;
            } catch (StudyError) {
                return false;
            }
        };
        if (!$isFolded($done) || $packetFolds || $isFolded($asked)) {
            return null;
        }

        return Wording::of('meeting.folding');
    }

    private static function direction(Recipe $asked, Recipe $done): ?string
    {
        $ways = static fn (Direction $direction): array => match ($direction) {
            Direction::Up => ['up'], Direction::Down => ['down'], default => ['up', 'down'],
        };
        $missing = array_diff($ways($asked->course->direction), $ways($done->course->direction));

        return [] === $missing ? null : Wording::of('meeting.direction', [
            'missing' => implode(' and ', $missing),
        ]);
    }

    /** The arpeggio that was asked for, and how often it was to be played through. */
    private static function more(Recipe $asked, Recipe $done): ?string
    {
        if (Sequel::None !== $asked->course->sequel && Sequel::None === $done->course->sequel) {
            return Wording::of('meeting.arpeggio-missing');
        }
        $rounds = static fn (Recipe $recipe): int => $recipe->timing->rounds ?? 1;

        return $rounds($asked) > $rounds($done)
            ? Wording::of('meeting.played-times-through', ['value' => $rounds($asked)])
            : null;
    }

    /** Any articulation will do, unless one was asked for. */
    private static function articulation(StudyLine $line, Recipe $asked, Recipe $done): ?string
    {
        if (!$line->says(ClauseKind::Articulation) || $asked->articulation->text === $done->articulation->text) {
            return null;
        }

        return Wording::of('meeting.articulation', ['clause' => $line->clause(ClauseKind::Articulation)->text]);
    }

    /** @param array{float, float}|null $speeds */
    private static function speed(Recipe $asked, Recipe $done, ?array &$speeds): ?string
    {
        [$wanted, $got] = [SoundingSpeed::of($asked), SoundingSpeed::of($done)];
        if ($wanted->isAnotherRhythm($got)) {
            return Wording::of('meeting.another-rhythm-heard', ['shape' => $got->shape, 'shape_2' => $wanted->shape]);
        }
        if (null === $wanted->perMinute) {
            return null;
        }
        if (null === $got->perMinute) {
            return Wording::of('meeting.no-tempo-said');
        }
        $speeds = [$wanted->perMinute, $got->perMinute];

        return $got->perMinute >= $wanted->perMinute - 1e-6
            ? null
            : Wording::of('meeting.sounded-notes-minute', [
                'number' => self::number($got->perMinute),
                'number_2' => self::number($wanted->perMinute),
            ]);
    }

    /** @param array{float, float}|null $speeds */
    private static function met(?array $speeds): string
    {
        return null === $speeds
            ? Wording::of('meeting.all-asked')
            : Wording::of('meeting.all-asked-notes', [
                'number' => self::number($speeds[1]),
                'number_2' => self::number($speeds[0]),
            ]);
    }

    private static function number(float $number): string
    {
        return rtrim(rtrim(\sprintf('%.1f', $number), '0'), '.');
    }

    /** @param non-empty-list<string> $names */
    private static function listed(array $names): string
    {
        $last = array_pop($names);

        return [] === $names ? $last : implode(', ', $names).' and '.$last;
    }
}
