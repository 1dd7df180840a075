<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Scale\TriadPair;

/**
 * The keys of a study line that asks for several, in their order: each key's own line.
 *
 * Source of the orders: the handbook, chapter 3 (common practice).
 */
final readonly class KeyOrder
{
    /** Up in one key and down in the next. */
    private const IN_TURN = ' in turn';

    public function __construct(private ScaleLibrary $scales)
    {
    }

    /**
     * @return non-empty-list<StudyLine> lines of one key each; the line itself where it asks for no more
     *
     * @throws StudyLineError when the order does not go with the material
     */
    public function lines(StudyLine $line): array
    {
        return array_map(static fn (KeyStep $step): StudyLine => $step->line, $this->steps($line));
    }

    /**
     * @return non-empty-list<KeyStep>
     *
     * @throws StudyLineError when the order does not go with the material
     */
    public function steps(StudyLine $line): array
    {
        if (!$line->says(ClauseKind::Keys)) {
            return [new KeyStep($line, 0, false)];
        }
        $key = $line->clause(ClauseKind::Key);
        $order = $line->clause(ClauseKind::Keys);
        $tonic = $line->tonic();
        $name = $key->word('material');
        $material = $this->named($name);
        $isInTurn = str_ends_with($order->says, self::IN_TURN);
        $says = $isInTurn ? substr($order->says, 0, -\strlen(self::IN_TURN)) : $order->says;
        if ($isInTurn && $line->says(ClauseKind::Direction)) {
            throw StudyLineError::turnsAlready($line->clause(ClauseKind::Direction), $order->text);
        }
        $keys = match ($says) {
            'by fourths' => $this->round($tonic, $name, $material, -1),
            'by fifths' => $this->round($tonic, $name, $material, 1),
            'chromatic up' => $this->round($tonic, $name, $material, 7),
            'chromatic down' => $this->round($tonic, $name, $material, -7),
            'by modes' => $this->modes($order, $tonic, $name),
            'by modes on one tonic' => array_map(
                static fn (array $one): array => [$tonic, $one[1]],
                $this->modes($order, $tonic, $name),
            ),
            'by degrees' => $this->degrees($tonic, $name, $material),
            'with minors' => $this->withMinors($order, $tonic, $name),
            default => $this->listed($order->word('keys'), $tonic, $name),
        };
        $isChromatic = \in_array($says, ['chromatic up', 'chromatic down'], true);
        $steps = [];
        $before = null;
        foreach ($keys as [$on, $what]) {
            $on = $on->withOneSign();
            $up = null === $before ? 0 : ($on->pitchClass() - $before->pitchClass() + 12) % 12;
            $halfSteps = match (true) {
                0 === $up, $isChromatic && 'chromatic up' === $says => $up,
                'chromatic down' === $says => $up - 12,
                \in_array($says, ['listed', 'with minors'], true) && $up > 6 => $up - 12,
                default => $up,
            };
            $one = $line->without(ClauseKind::Keys, ClauseKind::MinorExtent)->with(Clause::key($key->says, $on, $what));
            if ($line->says(ClauseKind::Harmony)) {
                $one = $one->with($line->clause(ClauseKind::Harmony)->inOtherKey(
                    Interval::between($tonic->at(4), $on->at(4)),
                ));
            }
            if ($isInTurn) {
                $way = 0 === \count($steps) % 2 ? 'up' : 'down';
                $one = $one->with(new Clause(ClauseKind::Direction, $way, [], $way, 1));
            }
            $steps[] = new KeyStep(
                $what === $name || !$line->says(ClauseKind::MinorExtent)
                    ? $one
                    : $one->with($this->extentOfMinors($line)),
                $halfSteps,
                $isChromatic,
            );
            $before = $on;
        }
        \assert([] !== $steps);
        if (
            $line->says(ClauseKind::MinorExtent)
            && [] === array_filter($keys, static fn (array $key): bool => $key[1] !== $name)
        ) {
            throw StudyLineError::noMinorKeys($line->clause(ClauseKind::MinorExtent), $order->text);
        }

        return $steps;
    }

    /** A material of the library, which a formula and a pair of triads are not. */
    private function named(string $name): ?Material
    {
        return $this->scales->knows($name) ? $this->scales->material($name) : null;
    }

    /** "minors 2 octaves" is, in the line of one minor key, "2 octaves". */
    private function extentOfMinors(StudyLine $line): Clause
    {
        $minors = $line->clause(ClauseKind::MinorExtent);

        return new Clause(
            ClauseKind::Extent,
            $minors->says,
            $minors->values,
            substr($minors->text, \strlen('minors ')),
            1,
        );
    }

    /** @return list<array{NoteName, string}> twelve keys, so many fifths from one to the next */
    private function round(NoteName $tonic, string $name, ?Material $material, int $fifths): array
    {
        $mode = $material->modeFifths ?? 0;
        $keys = [];
        for ($k = 0; $k < 12; ++$k) {
            $on = match (true) {
                0 === $k => $tonic,
                // Rising by half steps, chromatic scales stand on sharps; falling, on flats, as their notes do.
                true === $material?->hasEveryHalfStep() && abs($fifths) > 1 => NoteName::fromFifths(
                    ($tonic->fifths() + $k * $fifths + 144 + ($fifths > 0 ? 1 : 6)) % 12 - ($fifths > 0 ? 1 : 6),
                ),
                default => self::plainest($tonic->fifths() + $k * $fifths, $mode),
            };
            $keys[] = [$on, $this->onTonic($name, $tonic, $on)];
        }

        return $keys;
    }

    /** The tonic with six flats to five sharps in its signature. */
    private static function plainest(int $fifths, int $mode): NoteName
    {
        $signature = (($fifths + $mode + 6) % 12 + 12) % 12 - 6;

        return NoteName::fromFifths($signature - $mode);
    }

    /** A pair of triads moves with its tonic. */
    private function onTonic(string $name, NoteName $from, NoteName $to): string
    {
        return str_contains($name, 'triad pair') ? TriadPair::parse($from, $name)->nameOn($to) : $name;
    }

    /** @return list<array{NoteName, string}> */
    private function modes(Clause $order, NoteName $tonic, string $name): array
    {
        $modes = $this->scales->modes();
        $first = array_search($this->named($name)?->mode, $modes, true);
        if (false === $first) {
            throw StudyLineError::noModes($order, $name);
        }
        $keys = [];
        $scale = $this->scales->material($name)->ascending($tonic->at(4));
        foreach ($modes as $k => $unused) {
            $keys[] = [$scale->note($k)->pitch->name(), $modes[($first + $k) % \count($modes)]];
        }

        return $keys;
    }

    /** @return list<array{NoteName, string}> */
    private function degrees(NoteName $tonic, string $name, ?Material $material): array
    {
        $scale = ($material ?? $this->scales->material('major'))->ascending($tonic->at(4));
        $keys = [];
        for ($step = 0; $step < $scale->size(); ++$step) {
            $on = $scale->note($step)->pitch->name();
            $on = abs($on->fifths() + ($material->modeFifths ?? 0)) > 7
                ? self::plainest($on->fifths(), $material->modeFifths ?? 0)
                : $on;
            $keys[] = [$on, $this->onTonic($name, $tonic, $on)];
        }

        return $keys;
    }

    /** @return list<array{NoteName, string}> majors round the fifths, each with its relative minors */
    private function withMinors(Clause $order, NoteName $tonic, string $name): array
    {
        $minors = $this->named($name)->minors ?? [];
        if ([] === $minors) {
            throw StudyLineError::noMinors($order, $name);
        }
        $keys = [];
        for ($k = 0; $k < 12; ++$k) {
            $on = 0 === $k ? $tonic : self::plainest($tonic->fifths() + $k, 0);
            $keys[] = [$on, $name];
            foreach ($minors as $minor) {
                $keys[] = [NoteName::fromFifths($on->fifths() + 3), $minor];
            }
        }

        return $keys;
    }

    /** @return list<array{NoteName, string}> */
    private function listed(string $list, NoteName $tonic, string $name): array
    {
        return array_map(function (string $key) use ($tonic, $name): array {
            $isMinor = str_ends_with($key, 'm');
            $on = NoteName::parse(rtrim($key, 'm'));

            return [
                $on,
                $isMinor
                    ? $this->named($name)->minors[0] ?? $this->onTonic($name, $tonic, $on)
                    : $this->onTonic($name, $tonic, $on),
            ];
        }, explode(' ', $list));
    }
}
