<?php

declare(strict_types=1);

namespace SwiftReed\Study\Harmony;

use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Scale\Chord;
use SwiftReed\Scale\DegreeName;
use SwiftReed\Scale\Formula;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\Progression;
use SwiftReed\Scale\ProgressionChord;
use SwiftReed\Scale\Scale;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Time\TimeSignature;

/**
 * A progression in a key: numerals and symbols become chords, and each has its scale: the one that was chosen; the
 * line's own where that is no key (the blues scale on each root); the notes of the key where they make the chord; else
 * the one usually played over a chord of its kind.
 *
 * Source: the handbook, chapter 3, "Formulas" (fits over) and "Harmony and voices".
 */
final class Changes
{
    /** @var array<string, non-empty-list<Change>> by the tonic they stand on */
    private array $on = [];

    /** @param NoteName $named the tonic in whose key symbols were said */
    public function __construct(
        private readonly Progression $progression,
        private readonly Material $material,
        private readonly NoteName $named,
        private readonly TimeSignature $time,
        private readonly ScaleLibrary $scales,
    ) {
    }

    /** @return non-empty-list<Change> on this tonic, written or concert */
    public function on(NoteName $tonic): array
    {
        if (isset($this->on[$tonic->text()])) {
            return $this->on[$tonic->text()];
        }
        $changes = [];
        foreach ($this->progression->bars as $bar) {
            foreach ($bar as $chord) {
                $changes[] = $this->change($chord, $tonic, \count($bar));
            }
        }

        return $this->on[$tonic->text()] = $changes;
    }

    /** @return non-empty-list<Change> in the key in which they were said */
    public function asNamed(): array
    {
        return $this->on($this->named);
    }

    /** Whether the last chord is held for more bars than one, so that the line can come to rest in its last. */
    public function restsAtEnd(): bool
    {
        $bars = $this->progression->bars;

        return $bars[\count($bars) - 1][0]->bars > 1;
    }

    private function change(ProgressionChord $said, NoteName $tonic, int $inBar): Change
    {
        $chord = $this->chord($said, $tonic);
        $bar = $this->time->barTicks();

        return new Change(
            $chord,
            null === $said->scale ? $this->scaleOn($chord, $tonic) : $this->scales->material($said->scale),
            $inBar > 1 ? intdiv($bar, $inBar) : $bar * $said->bars,
        );
    }

    private function chord(ProgressionChord $said, NoteName $tonic): Chord
    {
        if (null !== $said->root && null !== $said->quality) {
            $root = $said->root->transpose(Interval::between($this->named->at(4), $tonic->at(4)));

            return Chord::of($root->withOneSign(), $said->quality);
        }
        if (null !== $said->of) {
            $root = $this->step($said->of, $tonic)[0]->note($said->of - 1)->pitch->transpose(Interval::parse('P5'));

            return Chord::of($root->name()->withOneSign(), '7');
        }
        $degree = $said->degree ?? throw new \LogicException('A chord is a symbol or a numeral.');
        if (0 !== $degree->alter) {
            $root = $tonic->transpose(Interval::of($degree->number - 1, $degree->halfSteps()));

            return Chord::of($root->withOneSign(), (string) $said->quality);
        }
        [$scale] = $this->step($degree->number, $tonic);
        $onStep = Chord::onStep($scale, $degree->number - 1, true) ?? Chord::onStep($scale, $degree->number - 1, false);
        $root = $scale->note($degree->number - 1)->pitch->name();

        return null === $said->quality && null !== $onStep ? $onStep : Chord::of($root->withOneSign(), $said->quality ?? '');
    }

    /** @return array{Scale, Material} the key that a degree is counted in */
    private function step(int $degree, NoteName $tonic): array
    {
        $key = $this->scales->progressions()->keyOf($this->material, $degree);

        return [$key->ascending($tonic->at(4)), $key];
    }

    private function scaleOn(Chord $chord, NoteName $tonic): Material
    {
        if (!$this->material->isKey()) {
            return $this->material;
        }
        for ($degree = 1; $degree <= 7; ++$degree) {
            [$scale] = $this->step($degree, $tonic);
            if ($scale->note($degree - 1)->pitch->name()->equals($chord->root) && self::makes($scale, $chord)) {
                return $this->mode($scale, $degree - 1);
            }
        }
        $usual = $chord->quality()->scale;

        return str_starts_with($usual, 'formula ')
            ? Material::free(Formula::parse(substr($usual, 8)))
            : $this->scales->material($usual);
    }

    /** Whether every note of a chord is one of the scale's. */
    private static function makes(Scale $scale, Chord $chord): bool
    {
        $classes = [];
        for ($step = 0; $step < $scale->size(); ++$step) {
            $classes[$scale->note($step)->pitch->midi() % 12] = true;
        }
        foreach ($chord->held() as $midi) {
            if (!isset($classes[$midi % 12])) {
                return false;
            }
        }

        return true;
    }

    /** The notes of a scale from one of its steps, under their usual name where they have one. */
    private function mode(Scale $scale, int $step): Material
    {
        $root = $scale->note($step)->pitch;
        $degrees = [];
        for ($more = 0; $more < $scale->size(); ++$more) {
            $degrees[] = DegreeName::of($root, $scale->note($step + $more)->pitch)->text;
        }
        $formula = implode(' ', $degrees);
        foreach ($this->scales->modes() as $mode) {
            if ($this->scales->material($mode)->up->text() === $formula) {
                return $this->scales->material($mode);
            }
        }

        return Material::free(Formula::parse($formula));
    }
}
