<?php

declare(strict_types=1);

namespace SwiftReed\Score;

use SwiftReed\Fingering\Planner;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Pitch\SpellingPreference;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Study\Recipe;
use SwiftReed\Study\Reminders;
use SwiftReed\Study\Stage;
use SwiftReed\Study\StudyBuilder;
use SwiftReed\StudyLine\Parser;

/**
 * The one pipeline: study line, recipe, study, fingering plan, part.
 */
final class PartBuilder
{
    private readonly StudyBuilder $studies;
    public readonly Parser $parser;
    /** @var array<string, Planner> */
    private array $planners = [];

    public function __construct(public readonly ScaleLibrary $scales)
    {
        $this->studies = new StudyBuilder($scales);
        $this->parser = new Parser($scales);
    }

    public static function shipped(): self
    {
        return new self(new ScaleLibrary(DataFolder::shipped()));
    }

    /**
     * @throws \SwiftReed\StudyLine\StudyLineError when the line is not understood
     * @throws \SwiftReed\Study\StudyError         when it cannot be played on this instrument
     */
    public function build(string $line, Instrument $instrument, Stage $stage = Stage::Full, SpellingPreference $spelling = SpellingPreference::Plainest, Reminders $reminders = Reminders::Affected): Part
    {
        $recipe = Recipe::of($this->parser->parse($line), $this->scales);
        $study = $this->studies->build($recipe, $instrument->reader($stage, $spelling), $reminders);
        $plan = $this->planner($instrument)->plan($study, $stage);

        return new Part($instrument, SlideSlurs::marked($study, $plan, $instrument), $plan);
    }

    private function planner(Instrument $instrument): Planner
    {
        return $this->planners[$instrument->id.'+'.implode('+', $instrument->setup)] ??= new Planner($instrument);
    }
}
