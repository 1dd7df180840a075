<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\Transposition;
use SwiftReed\Player\Player;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Range;
use SwiftReed\Player\Stage;

/**
 * An instrument in one set-up: how it transposes, its clef, its ranges, its mechanism.
 */
final class Instrument
{
    /** Seconds that a breath lasts beyond the first year. Source: the handbook, chapter 4. */
    private const BREATH = 12.0;

    /** @var array<int, list<Fingering>> */
    private array $fingerings = [];
    private ?Mechanism $mechanism = null;

    /**
     * @param string                 $name      with printed signs: "Clarinet in B♭"
     * @param list<string>           $setup     names of the set-ups in force
     * @param string                 $clef      treble or bass
     * @param array<string, Range> $range   by the stage's value, and "well": where a line lies well
     * @param \Closure(): Mechanism $build makes the mechanism when it is first asked for; a list of names needs none
     * @param list<Register>         $registers from low to high; empty where they do not matter
     * @param string                 $family    section of the band: "Clarinets"
     * @param string                 $article   how it is named inside a sentence: "the clarinet in B♭"
     * @param bool                   $onlyDefaults whether every note keeps its usual fingering
     * @param KeyMap|null            $map       where its keys lie; null where nothing is drawn from a map
     * @param array<string, array<int, string>> $called what a touch is called on some notes, by the written MIDI number
     * @param float                  $firstBreath seconds that a first-year player's breath lasts
     * @param string                 $usedSlides valves whose slides this player moves while playing, as digits: "13"
     */
    public function __construct(
        public readonly string $id,
        public readonly string $name,
        public readonly string $article,
        public readonly string $family,
        public readonly array $setup,
        public readonly Transposition $transposition,
        public readonly string $clef,
        public readonly array $range,
        private readonly \Closure $build,
        public readonly array $registers,
        public readonly int $midiProgram,
        public readonly bool $onlyDefaults = false,
        public readonly ?KeyMap $map = null,
        public readonly string $usedSlides = '',
        private readonly array $called = [],
        private readonly float $firstBreath = 8.0,
    ) {
    }

    public function mechanism(): Mechanism
    {
        return $this->mechanism ??= ($this->build)();
    }

    /** The same under another name, as an edition for several instruments has it. */
    public function named(string $name): self
    {
        return new self(
            $this->id,
            $name,
            'this edition',
            $this->family,
            $this->setup,
            $this->transposition,
            $this->clef,
            $this->range,
            $this->build,
            $this->registers,
            $this->midiProgram,
            $this->onlyDefaults,
            $this->map,
            $this->usedSlides,
            $this->called,
            $this->firstBreath,
        );
    }

    /** The same instrument in a score that writes what sounds. */
    public function readFrom(Transposition $transposition, string $clef): self
    {
        return new self(
            $this->id,
            $this->name,
            $this->article,
            $this->family,
            $this->setup,
            $transposition,
            $clef,
            $this->range,
            $this->build,
            $this->registers,
            $this->midiProgram,
            $this->onlyDefaults,
            $this->map,
            $this->usedSlides,
            $this->called,
            $this->firstBreath,
        );
    }

    public function player(PlayerSettings $settings = new PlayerSettings()): Player
    {
        return new Player(
            $this->article,
            $this->transposition,
            $this->range,
            $settings,
            $this->nextPartial(...),
            Stage::First === $settings->stage ? $this->firstBreath : self::BREATH,
        );
    }

    /**
     * The next note above on the same fingering as a note's usual one.
     *
     * @return list<array{Pitch, int}> written, and how many partials higher; empty where there is none
     */
    private function nextPartial(Pitch $written): array
    {
        $usual = $this->fingerings($written)[0] ?? null;
        if (null === $usual || !$usual->isDerived()) {
            return [];
        }
        for ($midi = $written->midi() + 1; $midi <= $written->midi() + 12; ++$midi) {
            $above = Pitch::plain($midi, $written->alter >= 0);
            $same = $this->sameFingering($above, $usual)[0] ?? null;
            if (null !== $same) {
                return [[$above, (int) $same->partial - (int) $usual->partial]];
            }
        }

        return [];
    }

    /**
     * The fingerings of a note that hold the same valves, or the slide in the same position, as another fingering.
     *
     * @return list<Fingering>
     */
    public function sameFingering(Pitch $written, Fingering $other): array
    {
        return array_values(array_filter(
            $this->fingerings($written),
            static fn (
                Fingering $one,
            ): bool => $one->touches === $other->touches && $one->side === $other->side && $one->slide?->position === $other->slide?->position && FingeringUse::LastResort !== $one->use,
        ));
    }

    /**
     * Every fingering of a written note, the default first.
     *
     * @return list<Fingering>
     */
    public function fingerings(Pitch $written): array
    {
        $midi = $written->midi();

        return $this->fingerings[$midi] ??= $this->mechanism()->fingerings(
            $written,
            $midi - $this->transposition->halfSteps(),
        );
    }

    /** What a touch is called for what it does on a note, where that is not its usual name. */
    public function called(string $touch, ?Pitch $on): ?string
    {
        return null === $on ? null : $this->called[$touch][$on->midi()] ?? null;
    }

    /** The name of the register a written note belongs to, or nothing. */
    public function register(Pitch $written): string
    {
        foreach ($this->registers as $register) {
            if ($written->midi() >= $register->lowest->midi() && $written->midi() <= $register->highest->midi()) {
                return $register->name;
            }
        }

        return '';
    }

    /** How hard the break between two written notes is, in either direction; 0 when there is none between them. */
    public function breakBetween(Pitch $one, Pitch $other): int
    {
        $low = min($one->midi(), $other->midi());
        $high = max($one->midi(), $other->midi());
        $hardest = 0;
        foreach ($this->registers as $register) {
            if (
                $register->breakBelow > $hardest
                && $low < $register->lowest->midi()
                && $high >= $register->lowest->midi()
            ) {
                $hardest = $register->breakBelow;
            }
        }

        return $hardest;
    }
}
