<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Plays a line with set faults, as the notes that sound and as the frames in which a tracker would hear them; the same
 * for the same seed.
 *
 * It stands in for pupil and microphone. Source: the handbook, chapter 9, "Simulated player".
 */
final readonly class SimulatedPlayer
{
    /** Milliseconds from frame to frame. */
    private const STEP = 10.0;
    /** Decibels of a tone, of the room, and of the air before a tone speaks. */
    private const TONE = -20.0;
    private const ROOM = -70.0;
    private const AIR = -27.0;
    /** Milliseconds in which a tone rises, and in which it is closed before the next tongue. */
    private const RISE = 15.0;
    private const CLOSE = 25.0;
    /** Decibels to which the tongue, and a soft one, bring it. */
    private const TONGUED = -40.0;
    /** Cents by which a steady tone is heard to move, one spread. */
    private const WAVER = 2.5;
    /** Milliseconds of rest before one begins again. */
    private const REST = 900.0;

    /**
     * What sounds, and when.
     *
     * @return non-empty-list<array{onset: float, end: float, midi: float, isTongued: bool, note: int}> milliseconds;
     *  notes from 0
     */
    public static function plays(Expected $expected, PlayedFaults $faults, int $seed): array
    {
        $random = new Randomizer(new Mt19937($seed));
        $quarter = null === $faults->tempo
            ? $expected->quarterMs()
            : 60_000 / ($faults->tempo * Expected::beat($expected->unit));
        $last = $expected->notes[\count($expected->notes) - 1];
        $length = $last->at + $last->quarters;
        // Faster by so many percent at the end: the length of a quarter falls along the way.
        $time = static fn (
            float $at,
        ): float => $quarter * ($at - $faults->drift / 100 / (1 + $faults->drift / 100) * $at * $at / (2 * $length));
        $start = 300.0 + 400 * self::chance($random);
        $played = [];
        $rounds = null === $faults->restart
            ? [[0, \count($expected->notes) - 1]]
            : [[0, $faults->restart], [0, \count($expected->notes) - 1]];
        foreach ($rounds as $round => [$first, $until]) {
            for ($i = $first; $i <= $until; ++$i) {
                $note = $expected->notes[$i];
                $value = $time($note->at + $note->quarters) - $time($note->at);
                $off = 0 === $i ? 0.0 : $faults->uneven / 100 * $value * self::spread($random);
                $onset = $start + $time($note->at) + max(-0.45 * $value, min(0.45 * $value, $off))
                    + ($faults->late[$i] ?? 0.0);
                $sounds = isset($faults->wrong[$i])
                    ? $faults->wrong[$i]->midi() - $note->written->midi() + $note->midi
                    : $note->midi;
                $played[] = [
                    'onset' => $onset,
                    'end' => $start + $time($note->at + $note->quarters),
                    'midi' => $sounds - ($faults->flat[$i] ?? 0.0) / 100,
                    'isTongued' => $note->isTongued || $i === $first,
                    'note' => $i,
                    'isSilent' => isset($faults->missing[$i]),
                ];
            }
            $start += $time(
                $expected->notes[$until]->at + $expected->notes[$until]->quarters,
            ) + self::REST * (0 === $round ? 1 : 0);
        }
        $sounding = [];
        foreach ($played as $k => $one) {
            $next = $played[$k + 1] ?? null;
            // Each note sounds until the next begins, wherever that is; before a rest until its own end.
            $isNext = null !== $next && abs($next['onset'] - $one['end']) < self::REST / 2;
            $end = $isNext ? $next['onset'] : $one['end'];
            if (!$one['isSilent'] && $end > $one['onset']) {
                $sounding[] = [
                    'onset' => $one['onset'], 'end' => $end, 'midi' => $one['midi'], 'isTongued' => $one['isTongued'],
                    'note' => $one['note'],
                ];
            }
        }

        return [] === $sounding
            ? [['onset' => $start, 'end' => $start + 1, 'midi' => 0.0, 'isTongued' => true, 'note' => 0]]
            : $sounding;
    }

    public static function frames(Expected $expected, PlayedFaults $faults, int $seed): Frames
    {
        $notes = self::plays($expected, $faults, $seed);
        $random = new Randomizer(new Mt19937($seed + 1));
        $end = $notes[\count($notes) - 1]['end'] + 400;
        $frames = [];
        $k = -1;
        $breath = self::breath($random, $faults);
        for ($ms = self::STEP / 2; $ms < $end && \count($frames) < Frames::MOST; $ms += self::STEP) {
            while (isset($notes[$k + 1]) && $notes[$k + 1]['onset'] <= $ms) {
                ++$k;
                $breath = self::breath($random, $faults);
            }
            $frames[] = self::frame($ms, $notes[$k] ?? null, $notes[$k + 1] ?? null, $breath, $faults, $random);
        }

        return new Frames($frames);
    }

    /**
     * @param array{onset: float, end: float, midi: float, isTongued: bool, note: int}|null $note what sounds
     * @param array{onset: float, end: float, midi: float, isTongued: bool, note: int}|null $next
     */
    private static function frame(
        float $ms,
        ?array $note,
        ?array $next,
        float $breath,
        PlayedFaults $faults,
        Randomizer $random,
    ): Frame {
        if (100 * self::chance($random) < $faults->noise) {
            return new Frame(
                $ms,
                50 * 60 ** self::chance($random),
                self::chance($random),
                self::TONE - 30 * self::chance($random),
            );
        }
        if (null === $note || $ms >= $note['end']) {
            return new Frame(
                $ms,
                self::chance($random) < 0.5 ? 0.0 : 50 * 40 ** self::chance($random),
                0.4 * self::chance($random),
                self::ROOM + self::spread($random),
            );
        }
        $hz = 440 * 2 ** (($note['midi'] - 69 + self::WAVER / 100 * self::spread($random)) / 12);
        $since = $ms - $note['onset'];
        if ($since < $breath) {
            return new Frame($ms, $hz, 0.5 + 0.2 * self::chance($random), self::AIR + self::spread($random));
        }
        $level = self::TONE + 0.6 * self::spread($random);
        $closes = null !== $next && $next['onset'] - $note['end'] < 1 && !$next['isTongued'] ? 0.0 : self::CLOSE;
        if ($note['isTongued'] && $since < self::RISE && 0.0 === $breath) {
            $level = self::TONGUED + (self::TONE - self::TONGUED) * $since / self::RISE;
        }
        if ($closes > 0 && $note['end'] - $ms < $closes) {
            $level = min($level, self::TONE + (self::TONGUED - self::TONE) * (1 - ($note['end'] - $ms) / $closes));
        }
        $isBetween = !$note['isTongued'] && $since < 0.6 * self::STEP;
        if (100 * self::chance($random) < $faults->slips) {
            $hz *= self::chance($random) < 0.7 ? 0.5 : 2.0;
        }

        return new Frame($ms, $hz, $isBetween ? 0.6 : 0.97 - 0.04 * self::chance($random), $level);
    }

    private static function breath(Randomizer $random, PlayedFaults $faults): float
    {
        return $faults->isBreathy ? 25 + 35 * self::chance($random) : 0.0;
    }

    /** From 0 to 1. */
    private static function chance(Randomizer $random): float
    {
        return $random->getInt(0, 1_000_000) / 1_000_000;
    }

    /** Around 0, one spread wide. */
    private static function spread(Randomizer $random): float
    {
        return sqrt(-2 * log(max(1e-9, self::chance($random)))) * cos(2 * \M_PI * self::chance($random));
    }
}
