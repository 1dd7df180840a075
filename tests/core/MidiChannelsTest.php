<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Score\Format\MidiChannels;

/**
 * Channels of a band's MIDI file. Source: General MIDI 1, whose tenth channel is percussion.
 */
final class MidiChannelsTest extends TestCase
{
    public function testASoundHasOneChannelAndNoneIsPercussionOrTheChords(): void
    {
        $dice = new Randomizer(new Mt19937(11));
        for ($round = 0; $round < 200; ++$round) {
            $programs = [];
            for ($i = $dice->getInt(1, 60); $i > 0; --$i) {
                $programs[] = $dice->getInt(0, 127);
            }
            $channels = MidiChannels::of($programs);
            self::assertCount(\count($programs), $channels);
            $of = [];
            foreach ($programs as $k => $program) {
                self::assertContains($channels[$k], [0, 1, 2, 3, 4, 5, 6, 7, 8, 10, 11, 12, 13, 14]);
                self::assertSame($of[$program] ??= $channels[$k], $channels[$k], 'one sound, one channel');
            }
            if (\count($of) <= 14) {
                self::assertCount(
                    \count($of),
                    array_unique($of),
                    'and no other sound on it, as long as there are channels',
                );
            }
        }
    }

    public function testWhatFindsNoneTakesThatOfItsNearestKin(): void
    {
        // Fourteen sounds, and then a second saxophone beside the first.
        $channels = MidiChannels::of([72, 73, 68, 69, 70, 71, 64, 65, 66, 56, 57, 58, 60, 13, 67]);
        self::assertSame($channels[8], $channels[14]);
    }
}
