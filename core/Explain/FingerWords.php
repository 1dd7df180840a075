<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Touch;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Words\Phrases;
use SwiftReed\Words\Saying;

/**
 * Fingers and touches by their names. "One to six" counts the right hand's fingers on from the left hand's.
 */
final readonly class FingerWords
{
    private const NAMES = ['1' => 'index', '2' => 'middle', '3' => 'ring', '4' => 'little'];
    private const HAND = 3;

    public function __construct(private Instrument $instrument, public bool $oneToSix = false)
    {
    }

    /** The spoken name of a touch, called for what it does on this note: "the resonance key". */
    public function touch(string $id, ?Pitch $on = null): Saying
    {
        return Saying::of('touch.the', ['name' => $this->bareTouch($id, $on)]);
    }

    /** The same without its article. */
    public function bareTouch(string $id, ?Pitch $on = null): Saying
    {
        $touch = $this->instrument->mechanism()->touches()[$id] ?? null;

        return Saying::chart(null === $touch ? $id : ($this->instrument->called($id, $on) ?? $touch->says));
    }

    /** What works a touch: "the left index finger", "the left hand at the base of the index finger". */
    public function worker(Touch $touch): Saying
    {
        return match ($touch->part) {
            'palm' => Saying::of('finger.palm', ['hand' => self::hand($touch->finger)]),
            'side' => Saying::of('finger.side', ['finger' => $this->finger($touch->finger)]),
            'knuckle' => Saying::of('finger.knuckle', ['finger' => $this->finger($touch->finger)]),
            default => $this->finger($touch->finger),
        };
    }

    /** "the left index finger", "finger 4" where fingers are counted from 1 to 6. @param string $finger "L1", "RT" */
    public function finger(string $finger): Saying
    {
        return match (true) {
            $this->oneToSix && self::isCounted($finger) => Saying::of(
                'finger.numbered',
                ['number' => self::counted($finger)],
            ),
            'T' === $finger[1] => Saying::of('finger.thumb', ['hand' => self::hand($finger)]),
            default => Saying::of('finger.one', ['hand' => self::hand($finger), 'name' => self::name($finger)]),
        };
    }

    /** "left index finger" */
    public function bareFinger(string $finger): Saying
    {
        return 'T' === $finger[1]
            ? Saying::of('finger.bare-thumb', ['hand' => self::hand($finger)])
            : Saying::of('finger.bare', ['hand' => self::hand($finger), 'name' => self::name($finger)]);
    }

    /**
     * Fingers of one hand: "the left middle and ring fingers", "the three fingers of the left hand", "fingers 2 and 3".
     *
     * @param non-empty-list<string> $fingers
     */
    public function fingersOfAHand(array $fingers): Saying
    {
        return match (true) {
            $this->oneToSix => Saying::of(
                'finger.numbers',
                ['numbers' => array_map(static fn (string $one): string => (string) self::counted($one), $fingers)],
            ),
            self::HAND === \count($fingers) => Saying::of('finger.three', ['hand' => self::hand($fingers[0])]),
            default => Saying::of(
                'finger.some',
                ['hand' => self::hand($fingers[0]), 'names' => array_map(self::name(...), $fingers)],
            ),
        };
    }

    public static function hand(string $finger): Saying
    {
        return Saying::of('L' === $finger[0] ? 'hand.left' : 'hand.right');
    }

    /** "index" */
    public static function name(string $finger): Saying
    {
        return Saying::of('finger.'.(self::NAMES[$finger[1]] ?? 'index'));
    }

    /** 1 to 6, the right hand's counted on. */
    public static function counted(string $finger): int
    {
        return (int) $finger[1] + ('R' === $finger[0] ? self::HAND : 0);
    }

    private static function isCounted(string $finger): bool
    {
        return \in_array($finger[1], ['1', '2', '3'], true);
    }

    /** "one", "the thumb", as a brass player calls what he presses. @param string $touch "v1", "T" */
    public static function valve(string $touch): Saying|string
    {
        return 'T' === $touch ? Saying::of('move.thumb') : Phrases::number((int) substr($touch, 1));
    }
}
