<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Fingering\OwnFingerings;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Line\KeyOrder;
use SwiftReed\Line\StudyLine;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Score\Sheet;
use SwiftReed\Study\StudyError;

/**
 * From study lines to the numbered parts of a sheet.
 */
final readonly class SheetBuilder
{
    /** Studies on one sheet. */
    public const MOST = 120;
    /** What a row begins with that is a title. */
    public const TITLE = '#';

    private KeyOrder $order;

    public function __construct(private PartBuilder $parts)
    {
        $this->order = new KeyOrder($parts->scales);
    }

    /**
     * @param list<StudyLine>    $lines
     * @param array<int, string> $titles of studies, by their line
     * @param array<int, int>    $places numbers of the lines, where they do not count from 1 without a gap: what was taken out of a packet leaves its number free
     *
     * @throws SheetError                       when a line of the sheet is wrong: says which
     * @throws \SwiftReed\Fingering\PinError
     */
    public function build(array $lines, Instrument $instrument, PlayerSettings $settings = new PlayerSettings(), OwnFingerings $own = new OwnFingerings(), array $titles = [], array $places = []): Sheet
    {
        if ([] === $lines) {
            throw SheetError::isEmpty();
        }
        $walk = new KeyWalk($this->parts, $instrument, $settings);
        $parts = [];
        $numbers = [];
        $over = [];
        foreach ($lines as $i => $line) {
            $place = $places[$i] ?? $i + 1;
            try {
                $steps = $this->order->steps($line);
                if (\count($parts) + \count($steps) > self::MOST) {
                    throw SheetError::tooLong(self::MOST);
                }
                foreach ($walk->lines($steps) as $k => $one) {
                    if (isset($titles[$i])) {
                        $over[\count($parts)] = $titles[$i];
                    }
                    $parts[] = $this->parts->build($one, $instrument, $settings, $own);
                    $numbers[] = match (true) {
                        1 === \count($lines) && 1 === $place => (string) ($k + 1),
                        1 === \count($steps) => (string) $place,
                        default => $place.'.'.($k + 1),
                    };
                }
            } catch (StudyLineError|StudyError $error) {
                throw 1 === \count($lines) ? $error : SheetError::inLine($place, $line->text(), $error->getMessage());
            }
        }

        return new Sheet($parts, $numbers, array_map(static fn (StudyLine $line): string => $line->text(), $lines), null, $over);
    }

    /**
     * The same from lines as they are typed; a row that begins with # is the title of the study after it, and an empty row keeps
     * the number of a study that is not there any more.
     *
     * @param list<string> $typed
     *
     * @throws SheetError                       when a line of the sheet is wrong: says which
     * @throws \SwiftReed\Fingering\PinError
     */
    public function read(array $typed, Instrument $instrument, PlayerSettings $settings = new PlayerSettings(), OwnFingerings $own = new OwnFingerings()): Sheet
    {
        $lines = [];
        $titles = [];
        $places = [];
        $place = 0;
        foreach ($typed as $line) {
            if (str_starts_with($line, self::TITLE)) {
                $titles[\count($lines)] = trim(substr($line, 1));
                continue;
            }
            ++$place;
            if ('' === $line) {
                continue;
            }
            $places[\count($lines)] = $place;
            try {
                $lines[] = $this->parts->reader->read($line)->line;
            } catch (StudyLineError $error) {
                throw 1 === \count($typed) ? $error : SheetError::inLine($place, $line, $error->getMessage());
            }
        }

        return $this->build($lines, $instrument, $settings, $own, array_filter($titles, static fn (string $title): bool => '' !== $title), $places);
    }
}
