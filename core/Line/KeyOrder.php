<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Pitch\NoteName;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Scale\TriadPair;
use SwiftReed\Study\StudyError;

/**
 * The keys of a study line that asks for several, in their order: each key's own line.
 *
 * Source of the orders: the handbook, chapter 3 (common practice).
 */
final readonly class KeyOrder
{
    private const MODES = ['ionian', 'dorian', 'phrygian', 'lydian', 'mixolydian', 'aeolian', 'locrian'];
    private const AS_MODE = ['major' => 'ionian', 'natural minor' => 'aeolian'];
    private const MINORS = ['major' => 'natural minor', 'arpeggio' => 'minor arpeggio', 'triad' => 'minor triad', 'major pentatonic' => 'minor pentatonic', 'major seventh arpeggio' => 'minor seventh arpeggio'];

    public function __construct(private ScaleLibrary $scales)
    {
    }

    /**
     * @return non-empty-list<string> study lines of one key each; the line itself where it asks for no more
     *
     * @throws StudyError when the order does not go with the material
     */
    public function lines(StudyLine $line): array
    {
        if (!$line->says(ClauseKind::Keys)) {
            return [$line->text()];
        }
        $key = $line->clause(ClauseKind::Key);
        $tonic = NoteName::parse($key->word('tonic'));
        $name = $key->word('material');
        $material = str_starts_with($name, 'formula ') || str_contains($name, 'triad pair') ? null : $this->scales->material($name);
        $keys = match ($line->clause(ClauseKind::Keys)->says) {
            'by fourths' => $this->round($tonic, $name, $material, -1),
            'by fifths' => $this->round($tonic, $name, $material, 1),
            'chromatic up' => $this->round($tonic, $name, $material, 7),
            'chromatic down' => $this->round($tonic, $name, $material, -7),
            'by modes' => $this->modes($tonic, $name),
            'by degrees' => $this->degrees($tonic, $name, $material),
            'with minors' => $this->withMinors($tonic, $name),
            default => $this->listed($line->clause(ClauseKind::Keys)->word('keys'), $tonic, $name),
        };
        $lines = [];
        foreach ($keys as [$on, $what]) {
            $lines[] = $line->textOf([ClauseKind::Key->value => $key->says.' '.$on->text().' '.$what, ClauseKind::Keys->value => '']);
        }
        \assert([] !== $lines);

        return $lines;
    }

    /** @return list<array{NoteName, string}> twelve keys, so many fifths from one to the next */
    private function round(NoteName $tonic, string $name, ?Material $material, int $fifths): array
    {
        $mode = $material->modeFifths ?? 0;
        $keys = [];
        for ($k = 0; $k < 12; ++$k) {
            $on = 0 === $k ? $tonic : self::plainest($tonic->fifths() + $k * $fifths, $mode);
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
    private function modes(NoteName $tonic, string $name): array
    {
        $first = array_search(self::AS_MODE[$name] ?? $name, self::MODES, true);
        if (false === $first) {
            throw StudyError::noModes($name);
        }
        $keys = [];
        $scale = $this->scales->material($name)->ascending($tonic->at(4));
        foreach (self::MODES as $k => $unused) {
            $keys[] = [$scale->note($k)->pitch->name(), self::MODES[($first + $k) % 7]];
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
            $on = abs($on->fifths() + ($material->modeFifths ?? 0)) > 7 ? self::plainest($on->fifths(), $material->modeFifths ?? 0) : $on;
            $keys[] = [$on, $this->onTonic($name, $tonic, $on)];
        }

        return $keys;
    }

    /** @return list<array{NoteName, string}> majors round the fifths, each with its relative minors */
    private function withMinors(NoteName $tonic, string $name): array
    {
        if (!isset(self::MINORS[$name])) {
            throw StudyError::noMinors($name);
        }
        $minors = 'major' === $name ? ['natural minor', 'harmonic minor', 'melodic minor'] : [self::MINORS[$name]];
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

            return [$on, $isMinor ? self::MINORS[$name] ?? $name : $this->onTonic($name, $tonic, $on)];
        }, explode(' ', $list));
    }
}
