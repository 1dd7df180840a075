<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\Transposition;
use SwiftReed\Player\Lungs;
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
    /** @var array<string, list<array{Pitch, int}>> by the length's text */
    private array $onLength = [];
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
     * @param bool|null              $isBrass   whether it is blown into brass; null where nothing is blown
     * @param string                 $usedSlides what this player moves while playing: valves' slides as digits ("13"),
     *  "hand" in the bell, "main" slide on a trigger
     * @param list<Because>  $because why usual fingerings are usual
     * @param NextDoor|null  $nextDoor the set-up of the player at the next desk
     * @param BodyMap|null   $body     where its touches lie on its body; null where nothing is fingered
     * @param int            $clefOctaves octaves by which the clef moves what is read, as its 8 says: -1 for one below
     * @param string         $setupSays what its set-ups are, in words: "thumb B flat first, open G sharp"
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
        private readonly ?bool $isBrass = false,
        private readonly array $because = [],
        public readonly ?NextDoor $nextDoor = null,
        public readonly ?BodyMap $body = null,
        public readonly int $clefOctaves = 0,
        public readonly string $setupSays = '',
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
            $this->isBrass,
            $this->because,
            $this->nextDoor,
            $this->body,
            setupSays: $this->setupSays,
        );
    }

    /**
     * The same instrument in a score that writes what sounds, in its own clef.
     *
     * @param int $clefOctaves by which the clef moves what is read: -1 where an 8 stands under it
     */
    public function readFrom(Transposition $transposition, int $clefOctaves): self
    {
        return new self(
            $this->id,
            $this->name,
            $this->article,
            $this->family,
            $this->setup,
            $transposition,
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
            $this->isBrass,
            $this->because,
            $this->nextDoor,
            $this->body,
            $clefOctaves,
            $this->setupSays,
        );
    }

    public function player(PlayerSettings $settings = new PlayerSettings()): Player
    {
        return new Player(
            $this->article,
            $this->transposition,
            $this->range,
            $settings,
            $this->tubes(...),
            null === $this->isBrass
                ? Lungs::none()
                : Lungs::lasting(
                    $settings->breath ?? (Stage::First === $settings->stage ? $this->firstBreath : self::BREATH),
                    $this->isBrass,
                ),
            $this->id,
            $this->family,
        );
    }

    /**
     * Lengths of tube, each a half step longer than the one before: the notes on it, rising, each with the number of its
     * partial. The flat 7th is left out.
     *
     * @param bool $fromOpen whether they begin with the open tube; else with that of the note's usual fingering
     *
     * @return list<list<array{Pitch, int}>> empty where nothing is a tube
     */
    private function tubes(Pitch $written, bool $fromOpen): array
    {
        return array_map($this->notesOn(...), $this->lengths($written, $fromOpen));
    }

    /** @return list<TubeLength> each a half step longer */
    private function lengths(Pitch $written, bool $fromOpen): array
    {
        $usual = $this->fingerings($written)[0] ?? null;

        return null === $usual ? [] : $this->mechanism()->lengthsFrom($usual, $fromOpen);
    }

    /** @return list<array{Pitch, int}> */
    private function notesOn(TubeLength $length): array
    {
        return $this->onLength[$length->key()] ??= $this->findOn($length);
    }

    /** @return list<array{Pitch, int}> */
    private function findOn(TubeLength $length): array
    {
        $reach = $this->range[Player::REACH] ?? $this->range[Stage::Full->value];
        $notes = [];
        foreach ($reach->pitches() as $pitch) {
            $fingering = $this->onTube($pitch, $length);
            if (null !== $fingering) {
                $notes[] = [$pitch, (int) $fingering->partial];
            }
        }

        return $notes;
    }

    private function onTube(Pitch $written, TubeLength $length): ?Fingering
    {
        foreach ($this->fingerings($written) as $fingering) {
            if ($length->isOf($fingering) && Partials::FLAT !== $fingering->partial) {
                return $fingering;
            }
        }

        return null;
    }

    /**
     * The fingerings of notes that stay on one length of tube, and go on to the next, a half step longer, where the
     * number of the length says so: on the lengths from the first note's usual fingering on, or from the open tube.
     *
     * @param non-empty-list<array{Pitch, int}> $notes written notes, each with the number of its length, from 0
     *
     * @return list<Fingering>|null null where they do not lie so
     */
    public function onTubes(array $notes): ?array
    {
        foreach ([false, true] as $fromOpen) {
            $lengths = $this->lengths($notes[0][0], $fromOpen);
            $found = [];
            foreach ($notes as [$pitch, $number]) {
                $length = $lengths[$number] ?? null;
                $found[] = null === $length ? null : $this->onTube($pitch, $length);
            }
            $all = array_filter($found);
            if (\count($all) === \count($notes)) {
                return array_values($all);
            }
        }

        return null;
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

    /**
     * What this player does for a note; null where it is in tune, or where the instrument does not say how it lies.
     *
     * @param float $cents of the whole note as it is fingered, positive is sharp
     */
    public function tuning(Pitch $written, Fingering $fingering, float $cents): ?Tuning
    {
        if (!$fingering->isDerived() || abs($cents) <= Tuning::HEARD) {
            return null;
        }
        $sounding = $written->midi() - $this->transposition->halfSteps();

        return $this->mechanism()
            ->tuning($fingering, $sounding, $cents, $this->usedSlides)
            ?->orWith($this->betterInTune($written, $fingering, $cents));
    }

    /** Another fingering, not a last resort, that lies better by as much as is told of; the best in tune. */
    public function betterInTune(Pitch $written, Fingering $fingering, float $cents): ?Fingering
    {
        $isMended = null !== $fingering->slide && (!$fingering->slide->isIn() || $cents > 0);
        if ($isMended) {
            return null;
        }
        $best = null;
        foreach ($this->fingerings($written) as $other) {
            $isBetter = $other !== $fingering
                && $other->text !== $fingering->text
                && !\in_array($other->use, [FingeringUse::Trill, FingeringUse::LastResort], true)
                && $other->isDerived()
                && abs($cents) - abs($other->centsAsPlayed()) > Tuning::BETTER;
            if ($isBetter && (null === $best || abs($other->centsAsPlayed()) < abs($best->centsAsPlayed()))) {
                $best = $other;
            }
        }

        return $best;
    }

    /** Why the usual fingering of a note is usual; null where it is not that, or where there is no choice. */
    public function because(Pitch $written, Fingering $usual): ?string
    {
        $others = array_values(array_filter(
            \array_slice($this->fingerings($written), 1),
            static fn (Fingering $one): bool => FingeringUse::Trill !== $one->use,
        ));
        if ([] === $others || FingeringUse::Default !== $usual->use) {
            return null;
        }
        foreach ($this->because as $one) {
            if ($one->holds($written, $usual, $others)) {
                return $one->says;
            }
        }

        return null;
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
