<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Range;
use SwiftReed\Player\Stage;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Study\StudyError;

/**
 * The example of a refusal can be played by the very player who was refused, however narrow his limits are.
 */
final class ExamplesTest extends TestCase
{
    public function testAnExampleIsNotRefusedItself(): void
    {
        $parts = PartBuilder::shipped();
        $instruments = new InstrumentLibrary(DataFolder::shipped());
        $limits = [
            'flute' => ['D4 to D5', 'F#4 to G5', 'Bb5 to Bb6'],
            'clarinet-bb' => ['E3 to E4', 'G#3 to A4', 'C5 to C6'],
            'trumpet-bb' => ['G3 to G4', 'Eb4 to E5', 'B3 to B4'],
            'horn-f' => ['G3 to G4', 'C#4 to D5'],
        ];
        $refused = 0;
        $offered = 0;
        foreach ($limits as $instrument => $ranges) {
            foreach ($ranges as $range) {
                $settings = new PlayerSettings(Stage::Full, limits: Range::parse($range));
                foreach (['C', 'F#', 'Ab', 'B'] as $key) {
                    foreach ([
                        'major, 2 octaves', 'diminished whole-half, 24 notes, cell 1 2 3 5, turn round',
                        'arpeggio, from low', 'major, thirds, drop above C5', 'chromatic, to the ninth',
                        'blues, 48 times',
                    ] as $rest) {
                        try {
                            $parts->read('own '.$key.' '.$rest, $instruments->instrument($instrument), $settings);
                        } catch (StudyError $error) {
                            ++$refused;
                            if (1 === preg_match('/for example "([^"]+)"/', $error->getMessage(), $found)) {
                                ++$offered;
                                $parts->read($found[1], $instruments->instrument($instrument), $settings);
                            }
                        }
                    }
                }
            }
        }
        self::assertGreaterThan(150, $refused);
        self::assertSame($refused, $offered, 'each has an example');
    }
}
