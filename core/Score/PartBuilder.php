<?php

declare(strict_types=1);

namespace SwiftReed\Score;

use SwiftReed\Fingering\Pin;
use SwiftReed\Fingering\Planner;
use SwiftReed\Fingering\Tendency;
use SwiftReed\Fingering\Weights;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\Parser;
use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Pitch\SpellingPreference;
use SwiftReed\Player\Player;
use SwiftReed\Player\Range;
use SwiftReed\Player\Stage;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Study\Drill;
use SwiftReed\Study\Recipe;
use SwiftReed\Study\Reminders;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyBuilder;
use SwiftReed\Study\StudyNote;

/**
 * The one pipeline: study line, recipe, study, fingering plan, part.
 */
final class PartBuilder
{
    /** Lines that are kept read. */
    private const KEPT = 200;

    private readonly StudyBuilder $studies;
    public readonly Parser $parser;
    /** @var array<string, Planner> */
    private array $planners = [];
    /** @var array<string, Recipe> */
    private array $recipes = [];

    public function __construct(public readonly ScaleLibrary $scales, public readonly PatternLibrary $patterns, private readonly Weights $weights)
    {
        $this->studies = new StudyBuilder($scales);
        $this->parser = new Parser($scales, $patterns);
    }

    public static function shipped(): self
    {
        $data = DataFolder::shipped();

        return new self(new ScaleLibrary($data), new PatternLibrary($data), Weights::read($data));
    }

    /**
     * @param list<Pin>      $pins
     * @param list<Tendency> $tendencies the player's own, which override the model
     * @param list<Range>  $limits     the player's own range, if he has one
     *
     * @throws \SwiftReed\Fingering\PinError          when a pin names a fingering that the instrument does not have
     * @throws \SwiftReed\Line\StudyLineError when the line is not understood
     * @throws \SwiftReed\Study\StudyError         when it cannot be played on this instrument
     */
    public function build(string $line, Instrument $instrument, Stage $stage = Stage::Full, SpellingPreference $spelling = SpellingPreference::Plainest, Reminders $reminders = Reminders::Affected, array $pins = [], array $tendencies = [], array $limits = []): Part
    {
        $recipe = $this->recipe($line);
        $study = $this->studies->build($recipe, $instrument->player($stage, $spelling)->within($limits), $reminders);
        $plan = $this->planner($instrument)->plan($study, $stage, $pins, $recipe->pattern->isLipSlurs ? self::onOneFingering($study, $instrument) : $this->drilled($recipe, $instrument, $instrument->player($stage, $spelling)->within($limits), $pins), $tendencies);

        return new Part($instrument, SlideSlurs::marked($study, $plan, $instrument), $plan, $tendencies);
    }

    /** The same line serves the whole band, so it is read once. */
    private function recipe(string $line): Recipe
    {
        if (\count($this->recipes) >= self::KEPT) {
            $this->recipes = [];
        }

        return $this->recipes[$line] ??= Recipe::of($this->parser->parse($line), $this->scales, $this->patterns);
    }

    /**
     * A drill practises the fingerings of its line: they are taken over from there.
     *
     * @param list<Pin> $pins
     *
     * @return list<Fingering> one for each note of the drill; empty when the line is no drill
     */
    private function drilled(Recipe $recipe, Instrument $instrument, Player $player, array $pins): array
    {
        if (0 === $recipe->drillAfter) {
            return [];
        }
        $plain = Recipe::of($this->parser->parse($recipe->line->textWith(ClauseKind::Drill, '')), $this->scales, $this->patterns);
        $notes = $this->planner($instrument)->plan($this->studies->build($plain, $player), $player->stage, $pins)->notes;

        return array_map(static fn (int $origin): Fingering => $notes[$origin]->fingering, Drill::origins($recipe->drillAfter, \count($notes)));
    }

    /**
     * Lip slurs stay on the fingering of their first note.
     *
     * @return list<Fingering>
     */
    private static function onOneFingering(Study $study, Instrument $instrument): array
    {
        $first = $instrument->fingerings($study->notes[0]->pitch())[0];

        return array_map(static fn (StudyNote $note): Fingering => $instrument->sameFingering($note->pitch(), $first)[0] ?? $first, $study->notes);
    }

    private function planner(Instrument $instrument): Planner
    {
        return $this->planners[$instrument->id.'+'.implode('+', $instrument->setup)] ??= new Planner($instrument, $this->weights);
    }
}
