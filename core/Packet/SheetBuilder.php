<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Fingering\Pin;
use SwiftReed\Fingering\Tendency;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Line\KeyOrder;
use SwiftReed\Pitch\SpellingPreference;
use SwiftReed\Player\Range;
use SwiftReed\Player\Stage;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Score\Sheet;
use SwiftReed\Study\Reminders;

/**
 * From study lines to the numbered parts of a sheet.
 */
final readonly class SheetBuilder
{
    /** Studies on one sheet. */
    public const MOST = 120;

    private KeyOrder $order;

    public function __construct(private PartBuilder $parts)
    {
        $this->order = new KeyOrder($parts->scales);
    }

    /**
     * @param list<string>   $lines
     * @param list<Pin>      $pins
     * @param list<Tendency> $tendencies
     * @param list<Range>  $limits     the player's own range, if he has one
     *
     * @throws SheetError                           when a line of the sheet is wrong: says which
     * @throws \SwiftReed\Fingering\PinError
     */
    public function build(array $lines, Instrument $instrument, Stage $stage = Stage::Full, SpellingPreference $spelling = SpellingPreference::Plainest, Reminders $reminders = Reminders::Affected, array $pins = [], array $tendencies = [], array $limits = []): Sheet
    {
        if ([] === $lines) {
            throw SheetError::isEmpty();
        }
        $parts = [];
        $numbers = [];
        foreach ($lines as $i => $line) {
            try {
                $keys = $this->order->lines($this->parts->parser->parse($line));
                foreach ($keys as $k => $one) {
                    if (\count($parts) >= self::MOST) {
                        throw SheetError::tooLong(self::MOST);
                    }
                    $parts[] = $this->parts->build($one, $instrument, $stage, $spelling, $reminders, $pins, $tendencies, $limits);
                    $numbers[] = match (true) {
                        1 === \count($lines) => (string) ($k + 1),
                        1 === \count($keys) => (string) ($i + 1),
                        default => ($i + 1).'.'.($k + 1),
                    };
                }
            } catch (\SwiftReed\Line\StudyLineError|\SwiftReed\Study\StudyError $error) {
                throw 1 === \count($lines) ? $error : SheetError::inLine($i + 1, $line, $error->getMessage());
            }
        }

        return new Sheet($parts, $numbers);
    }
}
