<?php

declare(strict_types=1);

namespace App\Packets;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Packet\BandPlayer;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\NoteNames;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Range;
use SwiftReed\Player\Stage;
use SwiftReed\Player\WatchedNotes;

/**
 * Whose pages are printed: a part for each player, for each section, or for each key and clef.
 */
final class Editions
{
    private const STAGES = [Stage::First->value => 0, Stage::Developing->value => 1, Stage::Full->value => 2];

    /**
     * @param list<BandPlayer>           $players
     * @param \Closure(BandPlayer): bool $fits    whether somebody can play the packet
     *
     * @return list<array{BandPlayer, string}> who reads it, and the name of the edition where several share it
     */
    public static function of(string $editions, array $players, \Closure $fits): array
    {
        return match ($editions) {
            'sections' => self::sections($players),
            'keys' => self::keys($players, $fits),
            default => array_map(static fn (BandPlayer $one): array => [$one, ''], $players),
        };
    }

    /**
     * Whoever plays one instrument in one set-up reads one page, as the least advanced of them can play it.
     *
     * @param list<BandPlayer> $players
     *
     * @return list<array{BandPlayer, string}>
     */
    private static function sections(array $players): array
    {
        $groups = [];
        foreach ($players as $one) {
            $groups[$one->section.'|'.$one->instrument->id.'|'.implode('+', $one->instrument->setup)][] = $one;
        }

        return array_values(array_map(static function (array $members): array {
            $name = '' === $members[0]->section ? '' : $members[0]->section;

            return [
                new BandPlayer(
                    self::unique($members),
                    $members[0]->instrument,
                    new PlayerSettings(
                        self::least($members),
                        reminders: $members[0]->settings->reminders,
                        watched: self::watched($members),
                    ),
                    style: self::style($members),
                    section: $members[0]->section,
                    copies: array_sum(array_map(static fn (BandPlayer $one): int => $one->copies, $members)),
                    noteNames: self::noteNames($members),
                ),
                '' === $name ? $members[0]->instrument->name : $name,
            ];
        }, $groups));
    }

    /**
     * What half of those who share a page get wrong is marked on it.
     *
     * @param list<BandPlayer> $members
     */
    private static function watched(array $members): ?WatchedNotes
    {
        $times = [];
        foreach ($members as $one) {
            foreach ($one->settings->watched->notes ?? [] as $note) {
                $times[$note->text()] = 1 + ($times[$note->text()] ?? 0);
            }
        }
        $common = array_keys(array_filter($times, static fn (int $count): bool => 2 * $count >= \count($members)));

        return [] === $common
            ? null
            : array_reduce(
                $common,
                static fn (WatchedNotes $all, string $note): WatchedNotes => $all->with(NoteName::parse($note)),
                WatchedNotes::none(),
            )->latest();
    }

    /**
     * Whoever reads the same key in the same clef reads one page: in the range that all of them have, without
     * fingerings unless all play one instrument. Where the packet does not lie in that range, there is a second edition
     * of the same key and clef.
     *
     * @param list<BandPlayer>           $players
     * @param \Closure(BandPlayer): bool $fits
     *
     * @return list<array{BandPlayer, string}>
     */
    private static function keys(array $players, \Closure $fits): array
    {
        $groups = [];
        foreach ($players as $one) {
            $name = self::keyAndClef($one->instrument);
            $range = $one->instrument->player($one->settings)->limit();
            for ($k = 1;; ++$k) {
                $group = $groups[$name.'|'.$k] ?? null;
                $common = null === $group ? $range : self::common($group['range'], $range);
                $members = [...$group['members'] ?? [], $one];
                if (
                    null === $group
                    || (
                        null !== $common
                            && $fits(
                                new BandPlayer(
                                    $name,
                                    $members[0]->instrument,
                                    new PlayerSettings(self::least($members), limits: $common),
                                ),
                            )
                    )
                ) {
                    $groups[$name.'|'.$k]['range'] = $common ?? $range;
                    $groups[$name.'|'.$k]['members'][] = $one;
                    $groups[$name.'|'.$k]['name'] = $name.($k > 1 ? ' '.$k : '');
                    break;
                }
            }
        }

        return array_values(array_map(static function (array $group): array {
            $members = $group['members'];
            $ids = array_unique(array_map(static fn (BandPlayer $one): string => $one->instrument->id, $members));
            $settings = 1 === \count($members)
                ? $members[0]->settings
                : new PlayerSettings(
                    self::least($members),
                    reminders: $members[0]->settings->reminders,
                    limits: $group['range'],
                    watched: self::watched($members),
                );
            $copies = array_sum(array_map(static fn (BandPlayer $one): int => $one->copies, $members));

            return [
                new BandPlayer(
                    $group['name'],
                    1 === \count($ids) ? $members[0]->instrument : $members[0]->instrument->named($group['name']),
                    $settings,
                    style: self::style($members),
                    copies: $copies,
                    noteNames: self::noteNames($members),
                ),
                $group['name'],
            ];
        }, $groups));
    }

    /** "B♭ treble" */
    public static function keyAndClef(Instrument $instrument): string
    {
        return $instrument->transposition->ownCSounds()->sign().' '.$instrument->clef;
    }

    private static function common(Range $one, Range $other): ?Range
    {
        $low = self::higher($one->lowest, $other->lowest);
        $high = $one->highest === self::higher($one->highest, $other->highest) ? $other->highest : $one->highest;

        return $high->midi() - $low->midi() >= 12 ? Range::of($low, $high) : null;
    }

    private static function higher(Pitch $one, Pitch $other): Pitch
    {
        return $one->isHigherThan($other) ? $one : $other;
    }

    /** @param non-empty-list<BandPlayer> $members */
    private static function least(array $members): Stage
    {
        $stages = array_map(static fn (BandPlayer $one): Stage => $one->settings->stage, $members);
        usort($stages, static fn (Stage $a, Stage $b): int => self::STAGES[$a->value] <=> self::STAGES[$b->value]);

        return $stages[0];
    }

    /** @param non-empty-list<BandPlayer> $members */
    private static function style(array $members): string
    {
        $styles = array_unique(array_map(static fn (BandPlayer $one): string => $one->style, $members));

        return 1 === \count($styles) ? $styles[0] : 'written';
    }

    /**
     * Those who share a page share its names only where all of them have the same.
     *
     * @param non-empty-list<BandPlayer> $members
     */
    private static function noteNames(array $members): ?NoteNames
    {
        $first = $members[0]->noteNames;

        return [] === array_filter($members, static fn (BandPlayer $one): bool => $one->noteNames !== $first)
            ? $first
            : null;
    }

    /** @param non-empty-list<BandPlayer> $members */
    private static function unique(array $members): string
    {
        return implode(' + ', [$members[0]->section, $members[0]->instrument->name, ...$members[0]->instrument->setup]);
    }
}
