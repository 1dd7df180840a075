<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Study\StudyError;

/**
 * A pick-up is shorter than its bar, whatever rhythm, time and material go with it.
 */
final class PickUpTest extends TestCase
{
    public function testNoBarHoldsMoreThanItsTime(): void
    {
        $parts = PartBuilder::shipped();
        $flute = (new InstrumentLibrary(DataFolder::shipped()))->instrument('flute');
        $built = 0;
        foreach ([
            'own C minor arpeggio', 'own D major', 'own G major, 5 notes', 'own A natural minor, thirds',
            'own Bb major, then arpeggio',
        ] as $line) {
            foreach (['', ', 2/4', ', 3/4', ', 4/4', ', 6/8'] as $time) {
                foreach ([
                    '', ', eighths', ', sixteenths', ', triplets', ', half notes', ', long on 1', ', long on 2',
                    ', long last',
                ] as $rhythm) {
                    foreach (['1 beat', '2 beats', '3 beats', '1 eighth', '3 eighths'] as $pickUp) {
                        $text = $line.$time.$rhythm.', pick-up '.$pickUp;
                        try {
                            $study = $parts->read($text, $flute)->study;
                        } catch (StudyError) {
                            continue;
                        }
                        $asked = $study->recipe->timing->pickUp;
                        $bar = $study->time()->barTicks();
                        self::assertLessThan($bar, $asked, $text);
                        $lead = $bar - $asked;
                        foreach ($study->notes as $note) {
                            self::assertSame(
                                intdiv($note->onset + $lead, $bar),
                                $note->bar,
                                $text.': each note stands in the bar that its onset says',
                            );
                        }
                        self::assertSame($asked, $study->notes[0]->onset + $bar - $lead, $text);
                        ++$built;
                    }
                }
            }
        }
        self::assertGreaterThan(400, $built);
    }
}
