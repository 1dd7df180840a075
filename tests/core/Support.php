<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use SwiftReed\Fingering\OwnFingerings;
use SwiftReed\Fingering\Pin;
use SwiftReed\Fingering\Tendency;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\SpellingPreference;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Range;
use SwiftReed\Player\Reminders;
use SwiftReed\Player\Stage;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Score\Part;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyNote;

/**
 * The shipped knowledge, read once for all tests.
 */
final class Support
{
    private static ?PartBuilder $parts = null;
    private static ?InstrumentLibrary $instruments = null;

    public static function parts(): PartBuilder
    {
        return self::$parts ??= PartBuilder::shipped();
    }

    public static function instruments(): InstrumentLibrary
    {
        return self::$instruments ??= new InstrumentLibrary(DataFolder::shipped());
    }

    public static function scales(): ScaleLibrary
    {
        return self::parts()->scales;
    }

    public static function part(string $line, string $instrument, Stage $stage = Stage::Full, string ...$setups): Part
    {
        return self::built($line, self::instruments()->instrument($instrument, array_values($setups)), $stage);
    }

    /** The notes alone, which are quicker had than their fingerings. */
    public static function study(string $line, string $instrument, Stage $stage = Stage::Full, string ...$setups): Study
    {
        return self::parts()->study(
            self::parts()->parser->parse($line),
            self::instruments()->instrument($instrument, array_values($setups)),
            new PlayerSettings($stage),
        );
    }

    /**
     * @param list<Pin>      $pins
     * @param list<Tendency> $tendencies
     */
    public static function built(
        string $line,
        Instrument $instrument,
        Stage $stage = Stage::Full,
        Reminders $reminders = Reminders::Affected,
        array $pins = [],
        array $tendencies = [],
        ?Range $limits = null,
        SpellingPreference $spelling = SpellingPreference::Plainest,
    ): Part {
        return self::parts()->build(
            self::parts()->parser->parse($line),
            $instrument,
            new PlayerSettings($stage, $spelling, $reminders, $limits),
            new OwnFingerings($pins, $tendencies),
        );
    }

    /** Written names with octaves, divided by spaces. */
    public static function notes(string $line, string $instrument, Stage $stage = Stage::Full): string
    {
        return implode(
            ' ',
            array_map(
                static fn (StudyNote $note): string => $note->pitch()->text(),
                self::study($line, $instrument, $stage)->notes,
            ),
        );
    }

    /** Written names without octaves. */
    public static function letters(string $line, string $instrument = 'flute'): string
    {
        return implode(
            ' ',
            array_map(
                static fn (StudyNote $note): string => $note->pitch()->name()->text(),
                self::study($line, $instrument)->notes,
            ),
        );
    }

    /** @return array<string, array{string, list<string>}> every instrument, bare and in each of its set-ups */
    public static function setups(): array
    {
        $all = [];
        foreach (self::instruments()->ids() as $id) {
            $all[$id] = [$id, []];
            foreach (array_keys(self::instruments()->setups($id)) as $setup) {
                $all[$id.' '.$setup] = [$id, [$setup]];
            }
        }

        return $all;
    }

    /** @return list<string> one instrument of each transposition and range */
    public static function readers(): array
    {
        $readers = [];
        foreach (self::instruments()->ids() as $id) {
            $instrument = self::instruments()->instrument($id);
            $readers[serialize([$instrument->transposition, $instrument->range])] ??= $id;
        }

        return array_values($readers);
    }

    /** @return list<Pitch> every half step of the full range */
    public static function range(Instrument $instrument): array
    {
        return $instrument->range[Stage::Full->value]->pitches();
    }

    /** @return list<string> touches of the default fingering, sorted */
    public static function touches(string $instrument, string $note): array
    {
        $touches = self::instruments()->instrument($instrument)->fingerings(Pitch::parse($note))[0]->touches;
        sort($touches);

        return $touches;
    }
}
