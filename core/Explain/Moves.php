<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Fingering\PlannedNote;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Instrument\Touch;
use SwiftReed\Pitch\Pitch;

/**
 * What happens to fingers, valves or slide between two notes of a plan, touches that rest included: what stays, comes
 * up, rolls, goes down.
 */
final readonly class Moves
{
    /**
     * @param list<string> $stay  phrases: "left index and middle fingers", "the register key"
     * @param list<string> $lift
     * @param list<string> $roll  "the left index finger rolls from the throat A key to its hole"
     * @param list<string> $add
     * @param list<string> $slide sentences about the slide; only on a slide
     */
    private function __construct(
        public array $stay,
        public array $lift,
        public array $roll,
        public array $add,
        public array $slide,
    ) {
    }

    public static function none(): self
    {
        return new self([], [], [], [], []);
    }

    public static function between(
        Instrument $instrument,
        PlannedNote $before,
        Pitch $from,
        PlannedNote $after,
        Pitch $to,
        bool $oneToSix = false,
    ): self {
        $held = array_values(array_diff($before->down(), $before->fingering->momentary));
        $down = $after->down();
        $stay = array_values(array_intersect($down, $held));
        $lift = array_values(array_diff($held, $down));
        $add = array_values(array_diff($down, $held));
        if (MechanismKind::Slide === $instrument->mechanism()->kind()) {
            return new self(
                [],
                [],
                [],
                [],
                self::slide($instrument, $before->fingering, $after->fingering, $lift, $add),
            );
        }
        $roll = [];
        $mechanism = $instrument->mechanism();
        if ($mechanism instanceof Keywork) {
            foreach ($add as $a => $new) {
                foreach ($lift as $l => $old) {
                    $touches = $mechanism->touches();
                    if ($touches[$new]->finger === $touches[$old]->finger && self::isRoller($mechanism, $old, $new)) {
                        $roll[] = \sprintf(
                            '%s rolls from %s to %s',
                            FingeringWords::worker($touches[$new], $oneToSix),
                            self::spot($instrument, $old, $from),
                            self::spot($instrument, $new, $to),
                        );
                        unset($add[$a], $lift[$l]);
                        break;
                    }
                }
            }
        }

        return new self(
            self::phrases($instrument, $stay, $to, [], $oneToSix),
            self::phrases($instrument, array_values($lift), $from, [], $oneToSix),
            $roll,
            self::phrases($instrument, array_values($add), $to, $after->fingering->momentary, $oneToSix),
            [],
        );
    }

    private static function isRoller(Keywork $mechanism, string $one, string $other): bool
    {
        foreach ($mechanism->rollers as $group) {
            if (\in_array($one, $group, true) && \in_array($other, $group, true)) {
                return true;
            }
        }

        return false;
    }

    private static function spot(Instrument $instrument, string $id, Pitch $on): string
    {
        $touch = $instrument->mechanism()->touches()[$id];

        return match (true) {
            $touch->isHalfHole => 'half its hole',
            $touch->isHole => 'its hole',
            default => FingeringWords::touch($instrument, $id, $on),
        };
    }

    /**
     * Holes by their fingers, a hand together; keys by their names with what works them.
     *
     * @param list<string> $ids
     * @param list<string> $flicked
     *
     * @return list<string>
     */
    private static function phrases(
        Instrument $instrument,
        array $ids,
        Pitch $on,
        array $flicked,
        bool $oneToSix,
    ): array {
        $touches = $instrument->mechanism()->touches();
        $isKeywork = $instrument->mechanism() instanceof Keywork;
        $hands = [];
        $keys = [];
        foreach ($ids as $id) {
            $touch = $touches[$id];
            if ($isKeywork && $touch->isHole && !$touch->isThumb()) {
                $hands[$touch->finger[0]][] = $touch;
            } elseif ($isKeywork && $touch->isHole) {
                $keys[] = FingeringWords::finger($touch->finger, $oneToSix);
            } elseif ($touch->isHalfHole) {
                $keys[] = FingeringWords::finger($touch->finger, $oneToSix).' on half its hole';
            } elseif (\in_array($id, $flicked, true)) {
                $keys[] = 'a flick of '.FingeringWords::touch($instrument, $id, $on);
            } else {
                $keys[] = FingeringWords::touch($instrument, $id, $on).(
                    $isKeywork ? ' ('.preg_replace('/^the /', '', FingeringWords::worker($touch, $oneToSix)).')' : ''
                );
            }
        }
        $phrases = [];
        foreach ($hands as $hand => $fingers) {
            $phrases[] = self::hand((string) $hand, $fingers, $oneToSix);
        }

        return [...$phrases, ...$keys];
    }

    /** @param list<Touch> $fingers */
    private static function hand(string $hand, array $fingers, bool $oneToSix): string
    {
        if ($oneToSix) {
            $numbers = array_map(
                static fn (Touch $one): string => (string) ((int) $one->finger[1] + ('R' === $hand ? 3 : 0)),
                $fingers,
            );

            return (1 === \count($numbers) ? 'finger ' : 'fingers ').Speech::listed($numbers);
        }
        if (3 === \count($fingers)) {
            return 'the three fingers of the '.('L' === $hand ? 'left' : 'right').' hand';
        }
        $names = array_map(
            static fn (Touch $one): string => ['1' => 'index', '2' => 'middle', '3' => 'ring'][$one->finger[1]] ?? '',
            $fingers,
        );

        return 'the '.('L' === $hand ? 'left ' : 'right ').Speech::listed($names).(
            1 === \count($names) ? ' finger' : ' fingers'
        );
    }

    /**
     * @param list<string> $lift
     * @param list<string> $add
     *
     * @return list<string>
     */
    private static function slide(
        Instrument $instrument,
        Fingering $before,
        Fingering $after,
        array $lift,
        array $add,
    ): array {
        $said = [];
        foreach ($lift as $id) {
            $said[] = FingeringWords::touch($instrument, $id).' comes up';
        }
        foreach ($add as $id) {
            $said[] = FingeringWords::touch($instrument, $id).' goes down';
        }
        $by = $after->onSlide()->out - $before->onSlide()->out;
        $where = static fn (Fingering $one): string => null === $one->side ? Speech::ordinal(
            $one->onSlide()->position,
        ).' position' : ($one->onSlide()->isIn()
            ? 'all the way in'
            : FingeringWords::placed($one->onSlide()->out));
        $said[] = abs($by) < 0.05
            ? 'the slide stays'
            : \sprintf('the slide goes %s, from %s to %s', $by > 0 ? 'out' : 'in', $where($before), $where($after));

        return $said;
    }

    /** Whether nothing moves. */
    public function isNone(): bool
    {
        return [] === $this->lift && [] === $this->roll && [] === $this->add && [] === $this->slide;
    }
}
