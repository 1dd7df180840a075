<?php

declare(strict_types=1);

namespace SwiftReed\Score;

use SwiftReed\Fingering\OwnFingerings;
use SwiftReed\Fingering\Pin;
use SwiftReed\Fingering\Planner;
use SwiftReed\Fingering\Weights;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\ForgivingReader;
use SwiftReed\Line\Parser;
use SwiftReed\Line\StudyLine;
use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Pitch\WrittenKey;
use SwiftReed\Player\Player;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Study\Drill;
use SwiftReed\Study\Recipe;
use SwiftReed\Study\Remedies;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyBuilder;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\StudyNote;

/**
 * The one pipeline: study line, recipe, study, fingering plan, part.
 */
final class PartBuilder
{
    /** Lines that are kept read. */
    private const KEPT = 200;
    /** Lines that are tried in place of one that was refused, and of those that can be played how many are offered. */
    private const TRIED = 16;
    private const OFFERED = 6;

    private readonly StudyBuilder $studies;
    public readonly Parser $parser;
    /** Reads lines as people say them. */
    public readonly ForgivingReader $reader;
    /** @var array<string, Planner> */
    private array $planners = [];
    /** @var array<string, Recipe> */
    private array $recipes = [];

    public function __construct(
        public readonly ScaleLibrary $scales,
        public readonly PatternLibrary $patterns,
        private readonly Weights $weights,
        ?Parser $parser = null,
        ?ForgivingReader $reader = null,
    ) {
        $this->studies = new StudyBuilder($scales);
        $this->parser = $parser ?? new Parser($scales, $patterns);
        $this->reader = $reader ?? new ForgivingReader($this->parser, DataFolder::shipped());
    }

    public static function shipped(): self
    {
        $data = DataFolder::shipped();

        return new self(new ScaleLibrary($data), new PatternLibrary($data), Weights::read($data));
    }

    /**
     * @throws \SwiftReed\Fingering\PinError     when a pin names a fingering that the instrument does not have
     * @throws \SwiftReed\Player\PlayerError      when the player's limits leave too little
     * @throws StudyError        when it cannot be played on this instrument
     */
    public function build(
        StudyLine $line,
        Instrument $instrument,
        PlayerSettings $settings = new PlayerSettings(),
        OwnFingerings $own = new OwnFingerings(),
    ): Part {
        $player = $instrument->player($settings);
        $study = $this->study($line, $instrument, $settings);
        $recipe = $study->recipe;
        $plan = $this->planner($instrument)->plan(
            $study,
            $settings->stage,
            $own->pins,
            $recipe->pattern->isLipSlurs()
                ? self::onOneFingering($study, $instrument)
                : $this->drilled($recipe, $instrument, $player, $own),
            $own->tendencies,
        );

        // What the lip does is the exercise itself, and no finger moves.
        $told = $recipe->pattern->isLipSlurs() ? $plan->withoutHardSpots() : $plan;

        return Part::of($instrument, $study, $told, $own->tendencies);
    }

    /** A study that comes from elsewhere than a line, with its fingerings. */
    public function fingered(
        Study $study,
        Instrument $instrument,
        PlayerSettings $settings = new PlayerSettings(),
        OwnFingerings $own = new OwnFingerings(),
    ): Part {
        return Part::of(
            $instrument,
            $study,
            $this->planner($instrument)->plan($study, $settings->stage, $own->pins, [], $own->tendencies),
            $own->tendencies,
        );
    }

    /**
     * The same from a line as it is typed.
     *
     * @throws \SwiftReed\Line\StudyLineError when the line is not understood
     * @throws StudyError    when it cannot be played on this instrument
     */
    public function read(
        string $line,
        Instrument $instrument,
        PlayerSettings $settings = new PlayerSettings(),
        OwnFingerings $own = new OwnFingerings(),
    ): Part {
        return $this->build($this->reader->read($line)->line, $instrument, $settings, $own);
    }

    /**
     * The notes alone, without fingerings.
     *
     * @throws StudyError when it cannot be played on this instrument
     */
    public function study(
        StudyLine $line,
        Instrument $instrument,
        PlayerSettings $settings = new PlayerSettings(),
    ): Study {
        $player = $instrument->player($settings);
        try {
            return $this->studies->build($this->recipe($line), $player);
        } catch (StudyError $error) {
            throw $error->withExample(Remedies::first(
                $line,
                $error->ways,
                fn (StudyLine $other): Study => $this->studies->build($this->recipe($other), $player),
            ));
        }
    }

    /**
     * Lines like one that was refused, which this player can play; as many as are found in so many tries.
     *
     * @return list<StudyLine>
     */
    public function remedies(
        StudyLine $line,
        Instrument $instrument,
        PlayerSettings $settings = new PlayerSettings(),
    ): array {
        $player = $instrument->player($settings);
        $found = [];
        $tried = \array_slice(Remedies::candidates($line), 0, self::TRIED);
        foreach (Remedies::playable(
            $tried,
            fn (StudyLine $one): Study => $this->studies->build($this->recipe($one), $player),
        ) as $candidate) {
            $found[] = $candidate;
            if (self::OFFERED === \count($found)) {
                break;
            }
        }

        return $found;
    }

    /**
     * Whether its clauses agree, for whoever plays it.
     *
     * @throws StudyError when they do not; the example then is free of that
     */
    public function check(StudyLine $line): void
    {
        try {
            $this->recipe($line);
        } catch (StudyError $error) {
            throw $error->withExample(Remedies::first($line, $error->ways, $this->recipe(...)));
        }
    }

    /** The key this player reads for a line of one key. */
    public function writtenKey(
        StudyLine $line,
        Instrument $instrument,
        PlayerSettings $settings = new PlayerSettings(),
    ): WrittenKey {
        return StudyBuilder::keys($this->recipe($line), $instrument->player($settings))[1];
    }

    public function material(StudyLine $line): Material
    {
        return $this->recipe($line)->material;
    }

    /** The same line serves the whole band, so what it asks for is decided once. */
    /** @throws StudyError when its clauses contradict each other */
    public function recipe(StudyLine $line): Recipe
    {
        if (\count($this->recipes) >= self::KEPT) {
            $this->recipes = [];
        }

        return $this->recipes[$line->text()] ??= Recipe::of($line, $this->scales, $this->patterns);
    }

    /**
     * A drill practises the fingerings of its line: they are taken over from there.
     *
     * @return list<Fingering> one for each note of the drill; empty when the line is no drill
     */
    private function drilled(Recipe $recipe, Instrument $instrument, Player $player, OwnFingerings $own): array
    {
        if (null === $recipe->drillAfter) {
            return [];
        }
        // What is only said of how it sounds may have no place in the line alone.
        $plain = $this->recipe($recipe->line->without(
            ClauseKind::Drill,
            ClauseKind::Marks,
            ClauseKind::Dynamics,
        ));
        $notes = $this->planner($instrument)->plan(
            $this->studies->build($plain, $player),
            $player->stage(),
            $own->pins,
        )->notes;

        return array_map(
            static fn (int $origin): Fingering => $notes[$origin]->fingering,
            Drill::origins($recipe->drillAfter, \count($notes)),
        );
    }

    /**
     * Flexibility stays on one fingering: that of its first note, and on each longer tube its own.
     *
     * @return list<Fingering>
     */
    private static function onOneFingering(Study $study, Instrument $instrument): array
    {
        $notes = array_map(
            static fn (StudyNote $note): array => [$note->pitch(), (int) $note->tone->cell],
            $study->notes,
        );

        return $instrument->onTubes($notes) ?? array_map(
            static fn (StudyNote $note): Fingering => $instrument->fingerings($note->pitch())[0],
            $study->notes,
        );
    }

    private function planner(Instrument $instrument): Planner
    {
        return $this->planners[$instrument->id.'+'.implode('+', $instrument->setup)] ??= new Planner(
            $instrument,
            $this->weights,
        );
    }
}
