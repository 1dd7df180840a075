<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Fingering\OwnFingerings;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Line\KeyOrder;
use SwiftReed\Line\StudyLine;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Score\Part;
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
    /** Notes of a sheet: seventy pages of one player; a whole method of scales has no more. */
    public const MOST_NOTES = 6000;
    /** What a row begins with that is a title. */
    public const TITLE = '#';
    /** A row that says its own number. */
    public const NUMBERED = '/^(\d{1,3})\s*[:.)]\s*(.*)$/';

    private KeyOrder $order;

    public function __construct(private PartBuilder $parts)
    {
        $this->order = new KeyOrder($parts->scales);
    }

    /**
     * @param list<StudyLine|Part> $lines  a part is one that comes from elsewhere
     * @param array<int, string> $titles of studies, by their line
     * @param array<int, int> $places numbers of the lines,
     *  where they do not count from 1 without a gap: what was taken out of a packet leaves its number free
     *
     * @throws SheetError                       when a line of the sheet is wrong: says which
     * @throws \SwiftReed\Fingering\PinError
     */
    public function build(
        array $lines,
        Instrument $instrument,
        PlayerSettings $settings = new PlayerSettings(),
        OwnFingerings $own = new OwnFingerings(),
        array $titles = [],
        array $places = [],
    ): Sheet {
        if ([] === $lines) {
            throw SheetError::isEmpty();
        }
        $walk = new KeyWalk($this->parts, $instrument, $settings);
        $parts = [];
        $numbers = [];
        $over = [];
        $notes = 0;
        foreach ($lines as $i => $line) {
            $place = $places[$i] ?? $i + 1;
            if ($line instanceof Part) {
                if (isset($titles[$i])) {
                    $over[\count($parts)] = $titles[$i];
                }
                $parts[] = $line;
                $numbers[] = (string) $place;
                continue;
            }
            try {
                $steps = $this->order->steps($line);
                if (\count($parts) + \count($steps) > self::MOST) {
                    throw SheetError::tooLong(self::MOST);
                }
                foreach ($walk->lines($steps) as $k => $one) {
                    if (isset($titles[$i])) {
                        $over[\count($parts)] = $titles[$i];
                    }
                    $parts[] = $part = $this->parts->build($one, $instrument, $settings, $own);
                    $notes += \count($part->study->notes);
                    if ($notes > self::MOST_NOTES) {
                        throw SheetError::tooManyNotes(self::MOST_NOTES);
                    }
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

        return new Sheet(
            $parts,
            $numbers,
            array_map(
                static fn (StudyLine|Part $line): string => $line instanceof Part ? $line->line() : $line->text(),
                $lines,
            ),
            null,
            $over,
        );
    }

    /**
     * The same from lines as they are typed; a row that begins with # is the title of the study after it, an empty row
     * keeps the number of a study that is not there any more, and "6: concert F major" has its own number, wherever it
     * stands. "for brass: …" is left out, with its number, for who plays something else.
     *
     * @param list<string>                       $typed
     * @param \Closure(string): ?Part|null $chorale makes the part of a row that asks for a chorale; gives null for others
     *
     * @throws SheetError                       when a line of the sheet is wrong: says which
     * @throws \SwiftReed\Fingering\PinError
     */
    public function read(
        array $typed,
        Instrument $instrument,
        PlayerSettings $settings = new PlayerSettings(),
        OwnFingerings $own = new OwnFingerings(),
        ?\Closure $chorale = null,
    ): Sheet {
        $lines = [];
        $titles = [];
        $places = [];
        $place = 0;
        $groups = $this->parts->parser->groups;
        foreach ($typed as $line) {
            if (str_starts_with($line, self::TITLE)) {
                $titles[\count($lines)] = trim(substr($line, 1));
                continue;
            }
            ++$place;
            if (1 === preg_match(self::NUMBERED, $line, $found)) {
                [, $place, $line] = [$found[0], (int) $found[1], $found[2]];
            }
            [$group, $line] = $groups->addressed($line);
            if (null !== $group && !\in_array($instrument->id, $groups->ids($group), true)) {
                $line = '';
            }
            if ('' === $line) {
                continue;
            }
            $places[\count($lines)] = $place;
            try {
                $lines[] = (null === $chorale ? null : $chorale($line)) ?? $this->parts->reader->read($line)->line;
            } catch (ChoraleError $error) {
                throw SheetError::inLine($place, $line, $error->getMessage());
            } catch (StudyLineError $error) {
                throw 1 === \count($typed) ? $error : SheetError::inLine($place, $line, $error->getMessage());
            }
        }

        return $this->build(
            $lines,
            $instrument,
            $settings,
            $own,
            array_filter($titles, static fn (string $title): bool => '' !== $title),
            $places,
        );
    }
}
