<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\LineNames;
use SwiftReed\Pattern\Progress;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Study\Fit\RangePolicy;
use SwiftReed\Words\Catalogue;
use SwiftReed\Words\Saying;
use SwiftReed\Words\Wording;

/**
 * What is said about a line that is played as asked, and may not mean what was thought.
 */
final class Remarks
{
    /**
     * @param non-empty-list<Tone> $tones
     *
     * @return list<string>
     */
    public static function on(Recipe $recipe, array $tones): array
    {
        return [
            ...self::withoutPart($recipe),
            ...self::place($recipe),
            ...self::below($recipe, $tones),
            ...self::arpeggio($recipe),
            ...self::names($tones),
        ];
    }

    /**
     * Clauses that are said and have no part in this line, because its pattern or its range decides them.
     *
     * @return list<string>
     */
    private static function withoutPart(Recipe $recipe): array
    {
        $goesItsWay = \in_array(
            $recipe->pattern->progress,
            [Progress::Listed, Progress::RoundFifths, Progress::RoundFourths],
            true,
        );
        $kinds = match (true) {
            $recipe->pattern->buildsCell() => [ClauseKind::Extent],
            $recipe->pattern->isLipSlurs() => [
                ...('octaves' === $recipe->line->phrase(ClauseKind::Extent, '') ? [] : [ClauseKind::Extent]),
                ClauseKind::Direction, ClauseKind::Sequel, ClauseKind::Range,
            ],
            RangePolicy::TurnRound === $recipe->range->policy => [
                ClauseKind::Extent,
                ClauseKind::Place,
                ClauseKind::Direction,
                ClauseKind::Sequel,
            ],
            $goesItsWay => [ClauseKind::Extent],
            default => [],
        };
        if ([] !== $kinds && Ending::EnclosedTonic === $recipe->course->ending && !$goesItsWay) {
            $kinds[] = ClauseKind::Ending;
        }
        $said = array_map(
            static fn (ClauseKind $kind): string => '"'.$recipe->line->clause($kind)->toRead().'"',
            array_values(array_filter($kinds, $recipe->line->says(...))),
        );
        $why = RangePolicy::TurnRound === $recipe->range->policy && !$recipe->pattern->isLipSlurs()
            ? 'turns'
            : 'pattern';

        return [] === $said
            ? []
            : [Catalogue::english()->say(Saying::of('remarks.without-part', ['why' => $why, 'said' => $said]))];
    }

    /**
     * A written note in a line for the whole band is another degree for every player.
     *
     * @return list<string>
     */
    private static function place(Recipe $recipe): array
    {
        $names = [];
        if (!$recipe->isOwn && [] !== $recipe->placing->pitches) {
            $names[] = $recipe->line->clause(ClauseKind::Place)->toRead();
        }
        if (!$recipe->isOwn && null !== $recipe->pattern->newNote) {
            $names[] = LineNames::inForce()->shown($recipe->pattern->text);
        }
        if (!$recipe->isOwn && null !== $recipe->range->dropAbove) {
            $names[] = $recipe->line->clause(ClauseKind::Range)->toRead();
        }

        return [] === $names
            ? []
            : [Wording::of('remarks.place', ['names' => implode('" and "', $names)])];
    }

    /**
     * A pattern that is asked for from a written note and begins or ends below it.
     *
     * @param non-empty-list<Tone> $tones
     *
     * @return list<string>
     */
    private static function below(Recipe $recipe, array $tones): array
    {
        $isNamed = 'from pitch' === $recipe->line->phrase(ClauseKind::Place, '');
        $asked = $isNamed ? $recipe->placing->pitches[0] ?? null : null;
        $isDown = Direction::Down === $recipe->course->direction;
        $told = static fn (string $what, Pitch $note): array => [
            Wording::of('remarks.below', [
                'asked' => $asked?->sign() ?? '',
                'what' => $what,
                'note' => $note->sign(),
            ]),
        ];
        [$first, $last] = [$tones[0]->pitch, $tones[\count($tones) - 1]->pitch];

        return match (true) {
            null === $asked => [],
            $asked->isHigherThan($first) => $told('begins', $first),
            $asked->isHigherThan($last) && !$isDown => $told('ends', $last),
            default => [],
        };
    }

    /** @return list<string> */
    private static function arpeggio(Recipe $recipe): array
    {
        return Sequel::None === $recipe->course->sequel || null === $recipe->material->arpeggioNote
            ? []
            : [$recipe->material->arpeggioNote];
    }

    /**
     * Notes under other names than their degree or their sound would suggest.
     *
     * @param non-empty-list<Tone> $tones
     *
     * @return list<string>
     */
    private static function names(array $tones): array
    {
        $plain = array_filter($tones, static fn (Tone $tone): bool => $tone->plainName);

        return [] === $plain ? [] : [Wording::of('remarks.names')];
    }
}
