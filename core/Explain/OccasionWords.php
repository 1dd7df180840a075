<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Instrument\Condition;
use SwiftReed\Instrument\ConditionKind;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Instrument\Occasion;
use SwiftReed\Pitch\Pitch;

/**
 * Occasions in words: of the place in which one holds, and in general as a chart lists them.
 */
final class OccasionWords
{
    /** When a fingering is used, in general; nothing where the chart says nothing. */
    public static function general(Instrument $instrument, Fingering $fingering, bool $sharps): string
    {
        $said = [$fingering->when, self::places($instrument, $fingering, $sharps), $fingering->voicing];

        return implode('; or ', array_filter($said, static fn (?string $one): bool => null !== $one && '' !== $one));
    }

    /** The places that the chart names for a fingering; nothing where it names none. */
    public static function places(Instrument $instrument, Fingering $fingering, bool $sharps): string
    {
        $said = [];
        foreach ([...$fingering->always, ...$fingering->may] as $occasion) {
            $phrases = [];
            foreach ($occasion->conditions as $condition) {
                $phrases[] = self::phrase($instrument, $condition, $sharps);
            }
            $phrases = array_values(array_filter($phrases, static fn (string $one): bool => '' !== $one));
            if ([] !== $phrases) {
                $said[] = implode(', ', $phrases);
            }
        }

        return implode('; or ', array_unique($said));
    }

    private static function phrase(Instrument $instrument, Condition $condition, bool $sharps): string
    {
        $notes = Speech::listed(
            array_map(
                static fn (int $note): string => self::note($note, $sharps),
                array_values(array_unique($condition->notes)),
            ),
            'or',
        );
        $touches = Speech::listed(
            array_map(
                static fn (string $id): string => FingeringWords::touch($instrument, $id),
                array_values(array_filter(
                    $condition->touches,
                    static fn (string $id): bool => isset($instrument->mechanism()->touches()[$id]),
                )),
            ),
            'or',
        );

        return match ($condition->kind) {
            ConditionKind::Beside => 'beside '.$notes,
            ConditionKind::NotBeside => 'not beside '.$notes,
            ConditionKind::After => 'after '.$notes,
            ConditionKind::Before => 'before '.$notes,
            ConditionKind::Turn => 'with '.$notes.' before and after',
            ConditionKind::Amid => 'between '.Speech::listed(array_map(
                static fn (int $note): string => self::note($note, $sharps),
                \array_slice($condition->notes, 0, 2),
            )),
            ConditionKind::Between => 'between notes that hold '.$touches,
            ConditionKind::Keeps => 'where the notes before and after keep '.$touches.' down',
            ConditionKind::BesideHeld => 'beside a note that holds '.$touches,
            ConditionKind::NotBesideHeld => 'not beside a note that holds '.$touches,
            ConditionKind::ChromaticRun => 'in a chromatic run',
            ConditionKind::Run => 'in a run by steps',
            ConditionKind::Alternation => [] === $condition->notes
                ? 'back and forth between two notes'
                : 'back and forth with '.$notes,
            ConditionKind::Slurred => 'slurred',
            ConditionKind::Tongued => 'tongued',
            ConditionKind::FromBelow => 'from below '.$notes,
            ConditionKind::FromWithin => 'from a note between '.Speech::listed(array_map(
                static fn (int $note): string => self::note($note, $sharps),
                \array_slice($condition->notes, 0, 2),
            )),
            ConditionKind::ByStep => 'by step',
            ConditionKind::ByLeap => 'by leap',
            ConditionKind::Leaps => 'between leaps',
            ConditionKind::LineHas => 'in a line with '.$notes,
            ConditionKind::LineHasNo => 'in a line without '.$notes,
            ConditionKind::Speed => \sprintf('from %s notes a second', Speech::number((int) $condition->number)),
            ConditionKind::Later => 'not in the first year',
            ConditionKind::LittleFinger => 'beside another little-finger key',
            ConditionKind::ThrowOf => \sprintf(
                'where it saves a throw of %s positions, and both neighbouring throws stay shorter',
                Speech::number((int) $condition->number),
            ),
            ConditionKind::Spares => \sprintf(
                'where a throw becomes %s positions shorter',
                Speech::number((int) $condition->number),
            ),
            ConditionKind::Within => 'on no first, last or long note',
            ConditionKind::Needed, ConditionKind::Flick, ConditionKind::Only => '',
        };
    }

    private static function note(int $note, bool $sharps): string
    {
        return $note < 12 ? Pitch::plain($note, $sharps)->name()->sign() : Pitch::plain($note, $sharps)->sign();
    }

    /**
     * Why it holds in a place: what is named stands there.
     *
     * @param Pitch|null $before the note before
     * @param Pitch|null $after  the note after
     */
    public static function here(
        Instrument $instrument,
        Occasion $occasion,
        Pitch $at,
        Fingering $usual,
        Fingering $chosen,
        ?Pitch $before,
        ?Pitch $after,
        ?Fingering $fingeredBefore,
        ?Fingering $fingeredAfter,
    ): string {
        $neighbour = static fn (Condition $one): ?Pitch => match (true) {
            null !== $before && $one->names($before->midi()) => $before,
            null !== $after && $one->names($after->midi()) => $after,
            default => null,
        };
        $holder = static function (Condition $one) use ($instrument, $before, $after): ?array {
            foreach ([$before, $after] as $note) {
                $held = null === $note
                    ? []
                    : array_values(array_intersect($one->touches, $instrument->fingerings($note)[0]->touches ?? []));
                if (null !== $note && [] !== $held) {
                    return [$note, $held[0]];
                }
            }

            return null;
        };
        $said = [];
        foreach ($occasion->conditions as $one) {
            $held = ConditionKind::BesideHeld === $one->kind ? $holder($one) : null;
            $said[] = match ($one->kind) {
                ConditionKind::Beside, ConditionKind::After, ConditionKind::Before => 'beside '.(
                    $neighbour($one)?->name()->sign() ?? ''
                ),
                ConditionKind::Turn => \sprintf('%s before and after', $before?->name()->sign() ?? ''),
                ConditionKind::Amid => \sprintf(
                    'between %s and %s',
                    $before?->name()->sign() ?? '',
                    $after?->name()->sign() ?? '',
                ),
                ConditionKind::Between => 'the notes before and after hold '.FingeringWords::finger(
                    $instrument->mechanism()->touches()[$one->touches[0]]->finger,
                ),
                ConditionKind::Keeps => 'the left hand keeps its fingers down over the leaps',
                ConditionKind::BesideHeld => null === $held ? '' : self::held($instrument, $held[0], $held[1], $before),
                ConditionKind::ChromaticRun => 'in a chromatic run',
                ConditionKind::Run => 'in a run',
                ConditionKind::Alternation => 'back and forth with '.(
                    ($neighbour($one) ?? $after ?? $before)?->name()->sign() ?? ''
                ),
                ConditionKind::Slurred => 'slurred',
                ConditionKind::ByStep => 'by step from '.($before?->name()->sign() ?? ''),
                ConditionKind::ByLeap => 'by leap from '.($before?->name()->sign() ?? ''),
                ConditionKind::LineHasNo => 'there is no '.Speech::listed(
                    array_map(
                        static fn (int $note): string => 11 === $note ? 'B natural or C flat' : self::note($note, true),
                        $one->notes,
                    ),
                    'or',
                ).' in this line',
                ConditionKind::ThrowOf, ConditionKind::Spares => self::throws(
                    $usual,
                    $chosen,
                    $fingeredBefore,
                    $fingeredAfter,
                    $before,
                    $after,
                ),
                ConditionKind::LittleFinger => 'the other little finger has the neighbouring key',
                default => '',
            };
        }

        return implode(
            ', ',
            array_unique(array_filter($said, static fn (string $one): bool => '' !== $one && 'beside ' !== $one)),
        );
    }

    /** A neighbour that holds a touch; a valve that both have down stays down. */
    private static function held(Instrument $instrument, Pitch $note, string $touch, ?Pitch $before): string
    {
        if (MechanismKind::Valves === $instrument->mechanism()->kind()) {
            return \sprintf(
                '%s stays down %s %s',
                $instrument->mechanism()->touches()[$touch]->label,
                $note === $before ? 'from' : 'to',
                $note->name()->sign(),
            );
        }

        return \sprintf(
            'beside %s, which holds %s',
            $note->name()->sign(),
            FingeringWords::touch($instrument, $touch, $note),
        );
    }

    private static function throws(
        Fingering $usual,
        Fingering $chosen,
        ?Fingering $before,
        ?Fingering $after,
        ?Pitch $from,
        ?Pitch $to,
    ): string {
        $best = '';
        $most = 0.5;
        foreach ([[$before, $from], [$after, $to]] as [$neighbour, $pitch]) {
            if (null === $neighbour || null === $pitch) {
                continue;
            }
            $saved = abs($usual->onSlide()->out - $neighbour->onSlide()->out) - abs(
                $chosen->onSlide()->out - $neighbour->onSlide()->out,
            );
            if ($saved > $most) {
                $most = $saved;
                $best = \sprintf(
                    'the slide has %s positions less to go %s %s',
                    Speech::number((int) round($saved)),
                    $neighbour === $before ? 'from' : 'to',
                    $pitch->name()->sign(),
                );
            }
        }

        return $best;
    }
}
