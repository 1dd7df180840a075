<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\SpellingPreference;
use SwiftReed\Pitch\Transposition;
use SwiftReed\Pitch\WrittenKey;

/**
 * The twelve lines of a band packet, in the circle of fourths from concert C, and what each family of instruments
 * reads.
 *
 * Source of the order: the handbook, chapter 2 (common practice).
 */
final class PacketTable
{
    private const LINES = ['C', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'Gb', 'B', 'E', 'A', 'D', 'G'];

    /** @return array<int, NoteName> concert tonics by line, 1 to 12 */
    public static function lines(): array
    {
        $lines = [];
        foreach (self::LINES as $i => $name) {
            $lines[$i + 1] = NoteName::parse($name);
        }

        return $lines;
    }

    /**
     * Families by the note that sounds when their own C is played: C, F, B flat, E flat first, as in a packet.
     *
     * @param iterable<Instrument> $instruments
     *
     * @return list<PacketFamily>
     */
    public static function families(iterable $instruments): array
    {
        $groups = [];
        foreach ($instruments as $instrument) {
            $groups[$instrument->transposition->ownCSounds()->text()][] = $instrument;
        }
        $order = ['C', 'F', 'Bb', 'Eb'];
        $place = static fn (string $sounds): int => \in_array(
            $sounds,
            $order,
            true,
        ) ? (int) array_search($sounds, $order, true) : \count($order);
        uksort($groups, static fn (string $a, string $b): int => $place($a) <=> $place($b) ?: $a <=> $b);
        $families = [];
        foreach ($groups as $sounds => $members) {
            $families[] = new PacketFamily(NoteName::parse($sounds), $members);
        }

        return $families;
    }

    /** The packet line on which a player finds his own key. */
    public static function lineOfOwnKey(NoteName $own, Transposition $transposition): int
    {
        $class = $transposition->concertKey(Key::major($own))->tonic->pitchClass();
        foreach (self::lines() as $line => $concert) {
            if ($concert->pitchClass() === $class) {
                return $line;
            }
        }
        throw new \LogicException('Every pitch has a line.');
    }

    /** What a family reads on a line: the major key, its signature, and whether it was respelled. */
    public static function written(
        NoteName $concert,
        PacketFamily $family,
        SpellingPreference $spelling = SpellingPreference::Plainest,
    ): WrittenKey {
        return $family->transposition()->writtenKey(Key::major($concert), $spelling);
    }
}
