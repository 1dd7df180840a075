<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Instrument\Touch;
use SwiftReed\Instrument\ValveTube;
use SwiftReed\Words\Phrases;
use SwiftReed\Words\Saying;

/**
 * What valves, triggers and positions do to a tube, for the map of a brass instrument.
 *
 * Source: the handbook, chapter 4, "Brass: derived, not tabulated".
 */
final readonly class TubeWords
{
    private const POSITIONS = 7;

    public function __construct(private Instrument $instrument)
    {
    }

    /** "lowers by two half steps" */
    public function does(Touch $touch): Saying
    {
        $valve = 1 === preg_match('/^v(\d)$/', $touch->id, $found) ? (int) $found[1] : 0;
        $halfSteps = ValveTube::lowersBy($valve);

        return match (true) {
            0 === $valve && MechanismKind::Slide === $this->instrument->mechanism()->kind() => Saying::of('tube.trigger'),
            0 === $valve => Saying::of('tube.thumb'),
            floor($halfSteps) !== $halfSteps => Saying::of('tube.long-whole'),
            default => self::lowers((int) $halfSteps),
        };
    }

    /** @return array<int, array{says: Saying, does: Saying}> by their numbers; none where there is no slide */
    public function positions(): array
    {
        $positions = [];
        $last = MechanismKind::Slide === $this->instrument->mechanism()->kind() ? self::POSITIONS : 0;
        for ($position = 1; $position <= $last; ++$position) {
            $positions[$position] = [
                'says' => Saying::of('tube.position', ['ordinal' => Phrases::ordinal($position)]),
                'does' => 1 === $position ? Saying::of('tube.in') : self::lowers($position - 1),
            ];
        }

        return $positions;
    }

    private static function lowers(int $halfSteps): Saying
    {
        return Saying::of('tube.lowers', ['count' => $halfSteps, 'number' => Phrases::number($halfSteps)]);
    }
}
