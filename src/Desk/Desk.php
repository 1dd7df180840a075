<?php

declare(strict_types=1);

namespace App\Desk;

use App\Band\Notebook;
use App\Band\OpenBand;
use App\Band\Usual;
use App\Engraving\SecondRow;
use SwiftReed\Fingering\OwnFingerings;
use SwiftReed\Fingering\Pin;
use SwiftReed\Fingering\PinError;
use SwiftReed\Fingering\SchoolError;
use SwiftReed\Fingering\Tendency;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\InstrumentError;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\KeyOrder;
use SwiftReed\Line\StudyLine;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Line\Understood;
use SwiftReed\Packet\KeyWalk;
use SwiftReed\Packet\PacketTable;
use SwiftReed\Packet\SheetBuilder;
use SwiftReed\Packet\SheetMove;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\PitchError;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Score\Part;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Score\Sheet;
use SwiftReed\Study\StudyBuilder;
use SwiftReed\Study\StudyError;

/**
 * Answers what the Desk asks of the core.
 */
final class Desk
{
    private readonly KeyOrder $order;
    /** Half steps from a key to the next one. */
    private readonly int $keyStep;

    public function __construct(
        private readonly PartBuilder $parts,
        private readonly InstrumentLibrary $instruments,
        private readonly DataFolder $data,
        private readonly Notebook $notebook,
        OpenBand $open,
    ) {
        $this->keyStep = Usual::KEY_ORDERS[$open->usual()->keyOrder] ?? Usual::KEY_ORDERS[Usual::BY_FOURTHS];
        $this->order = new KeyOrder($parts->scales);
    }

    /**
     * How many keys a line asks for; one where it is not understood.
     */
    public function keyCount(string $line): int
    {
        try {
            return \count($this->order->steps($this->read($line)));
        } catch (StudyLineError) {
            return 1;
        }
    }

    /**
     * A line as somebody typed it.
     *
     * @throws StudyLineError
     */
    private function read(string $line): StudyLine
    {
        return $this->parts->reader->read($line)->line;
    }

    /**
     * A line as somebody typed it, with what was understood in another sense, and for whom.
     *
     * @throws StudyLineError
     */
    public function understood(string $line, bool $inOwn): Understood
    {
        return $this->parts->reader->read($line, $inOwn);
    }

    /**
     * The line with a word that is not known replaced by the one that is meant; nothing where that does not help.
     */
    public function mended(string $line, StudyLineError $error): string
    {
        if ('' === $error->nearest || '' === $error->read) {
            return '';
        }
        $before = mb_substr($line, 0, $error->column - 1);
        $after = mb_substr($line, $error->column - 1);
        foreach ([
            mb_substr($after, mb_strlen($error->read)),
            (string) preg_replace('/^[^,;]*/', '', $after),
        ] as $rest) {
            try {
                return $this->read($before.$error->nearest.$rest)->text();
            } catch (StudyLineError) {
                continue;
            }
        }

        return '';
    }

    /**
     * The instruments of the rail, in score order, each with its written key; the chosen one among them, wherever it
     * stands.
     *
     * @return list<RailRow>
     */
    public function rail(DeskState $state): array
    {
        $rows = [];
        $band = $this->bandIds();
        try {
            $recipe = $this->parts->recipe($this->currentLine($state));
        } catch (StudyLineError|StudyError|InstrumentError) {
            $recipe = null;
        }
        foreach (array_merge(...array_values($this->instruments->names())) as ['id' => $id, 'name' => $name]) {
            if ($id === $state->instrument || \in_array($id, $band, true)) {
                $key = null === $recipe
                    ? ''
                    : StudyBuilder::keysFor(
                        $recipe,
                        $this->instruments->transposition($id),
                        $state->spelling,
                    )[1]->key->tonic->sign();
                $rows[] = new RailRow($id, $name, $key, $id === $state->instrument);
            }
        }

        return $rows;
    }

    /** @param list<string> $lines */
    private function plainSheet(array $lines, DeskState $state, OwnFingerings $own = new OwnFingerings()): Sheet
    {
        return (new SheetBuilder($this->parts))->read($lines, $this->instrument($state), $this->settings($state), $own);
    }

    /** How the player reads whose part it is: his own limits too, where he has some. */
    public function settings(DeskState $state): PlayerSettings
    {
        $chair = '' === $state->player ? null : $this->notebook->player($state->player);

        return $chair?->settings($state->spelling, $state->rows->reminders, $state->stage)
            ?? new PlayerSettings($state->stage, $state->spelling, $state->rows->reminders);
    }

    /**
     * Lines like this one that this player can play.
     *
     * @return list<string>
     */
    public function remedies(DeskState $state): array
    {
        try {
            $line = $this->read($state->line);

            return array_map(
                static fn (StudyLine $one): string => $one->text(),
                $this->parts->remedies($line, $this->instrument($state), $this->settings($state)),
            );
        } catch (StudyLineError|InstrumentError) {
            return [];
        }
    }

    /** The cell of the line's pattern, in the pattern language; that of a plain line is "1". */
    public function cell(string $line): string
    {
        try {
            $parsed = $this->read($line);
        } catch (StudyLineError) {
            return '1';
        }
        $says = $parsed->phrase(ClauseKind::Pattern, 'straight');
        $cell = 'cell' === $says
            ? $parsed->clause(ClauseKind::Pattern)->word('cell')
            : $this->parts->patterns->cell($says);

        return '' === $cell ? '1' : $cell;
    }

    /**
     * The line of the key that stands on the Desk, as this player reads it.
     *
     * @throws StudyLineError
     * @throws StudyError
     * @throws InstrumentError
     */
    private function currentLine(DeskState $state): StudyLine
    {
        $steps = $this->order->steps($this->read($state->line));
        $lines = 1 === \count($steps)
            ? [$steps[0]->line]
            : (new KeyWalk($this->parts, $this->instrument($state), $this->settings($state)))->lines([
                $steps[0],
                ...\array_slice($steps, 1, $state->at % \count($steps)),
            ]);

        return $lines[\count($lines) - 1];
    }

    /** The text of that line; as it was typed, where it is not understood. */
    public function current(DeskState $state): string
    {
        try {
            return $this->currentLine($state)->text();
        } catch (StudyLineError|StudyError|InstrumentError) {
            return $state->line;
        }
    }

    /**
     * All studies that the line asks for, or those of several lines.
     *
     * @param list<string> $lines
     *
     * @throws InstrumentError
     * @throws StudyLineError
     * @throws StudyError
     */
    public function sheet(DeskState $state, array $lines = []): Sheet
    {
        $lines = [] === $lines ? [$state->line] : $lines;
        $stored = $this->notebook->pins($state->instrument, '', $state->player);
        try {
            return $this->plainSheet(
                $lines,
                $state,
                new OwnFingerings(Notebook::read($stored), Notebook::tendencies($stored)),
            );
        } catch (PinError) {
            return $this->plainSheet($lines, $state); // a habit of another set-up does not stop the page
        }
    }

    /**
     * @throws InstrumentError
     * @throws StudyLineError
     * @throws StudyError
     */
    public function part(DeskState $state): Part
    {
        $stored = $this->notebook->pins($state->instrument, $this->current($state), $state->player);
        try {
            return $this->plainPart($state, Notebook::read($stored), Notebook::tendencies($stored));
        } catch (PinError) {
            return $this->plainPart($state); // a habit of another set-up does not stop the page
        }
    }

    /** What stands in the second row where nothing is asked for: "without the thumb"; null for nothing. */
    public function usualSecond(DeskState $state): ?string
    {
        return $this->instruments->beside($state->instrument, $state->setups)['says'] ?? null;
    }

    /**
     * The same line in another school: the second row under the music. Null where none is asked for, or it cannot be
     * had.
     */
    public function second(DeskState $state): ?SecondRow
    {
        $beside = '' === $state->other ? $this->instruments->beside($state->instrument, $state->setups) : null;
        [$kind, $name] = null === $beside ? [...explode(':', $state->other, 2), ''] : ['setup', $beside['setup']];
        try {
            if ('setup' === $kind) {
                $says = $this->instruments->setups($state->instrument)[$name] ?? null;

                return null === $says
                    ? null
                    : new SecondRow(
                        $this->part($state->inSetups($this->instruments->with(
                            $state->instrument,
                            $state->setups,
                            $name,
                        ))),
                        $beside['says'] ?? $says,
                    );
            }
            foreach ('school' === $kind ? $this->notebook->schools($state->instrument) : [] as $kept) {
                if ($kept->getId() === $name) {
                    $school = $kept->school();

                    return new SecondRow(
                        $this->plainPart($state, $school->pins(), $school->tendencies()),
                        $school->name,
                    );
                }
            }
        } catch (InstrumentError|StudyError|StudyLineError|PinError|SchoolError) {
            return null;
        }

        return null;
    }

    /**
     * The part with these pins and no stored ones.
     *
     * @param list<Pin>      $pins
     * @param list<Tendency> $tendencies
     *
     * @throws InstrumentError
     * @throws StudyLineError
     * @throws PinError
     * @throws StudyError
     */
    public function plainPart(DeskState $state, array $pins = [], array $tendencies = []): Part
    {
        $instrument = $this->instrument($state);
        try {
            return $this->parts->build(
                $this->currentLine($state),
                $instrument,
                $this->settings($state),
                new OwnFingerings($pins, $tendencies),
            );
        } catch (PinError $error) {
            // Of several habits the one that this set-up does not have is left out.
            if (\count($pins) < 2) {
                throw $error;
            }

            return $this->plainPart($state, $this->possible($state, $pins), $tendencies);
        }
    }

    /** The canonical text of a line, or the line as it is when it is not understood. */
    public function canonical(string $line): string
    {
        try {
            return $this->read($line)->text();
        } catch (StudyLineError) {
            return $line;
        }
    }

    /**
     * @param list<Pin> $pins
     *
     * @return list<Pin>
     */
    private function possible(DeskState $state, array $pins): array
    {
        return array_values(array_filter($pins, function (Pin $pin) use ($state): bool {
            try {
                $this->plainPart($state, [$pin]);

                return true;
            } catch (PinError) {
                return false;
            }
        }));
    }

    /** @throws InstrumentError */
    public function instrument(DeskState $state): Instrument
    {
        return $this->instruments->instrument($state->instrument, $state->setups);
    }

    /** @return list<Instrument> the band's instruments in score order */
    public function band(): array
    {
        return array_map($this->instruments->instrument(...), $this->bandIds());
    }

    /**
     * @return list<string> what the players of the open band play,
     *  in score order; the shipped list where there is no band, or nobody in it
     */
    private function bandIds(): array
    {
        $played = $this->notebook->instruments();
        if ([] !== $played) {
            return array_values(array_intersect($this->instruments->ids(), $played));
        }
        $band = $this->data->read('band')['band'] ?? [];

        return array_map(
            static fn (mixed $id): string => \is_string($id) ? $id : '',
            array_values(\is_array($band) ? $band : []),
        );
    }

    /** @return array<string, list<array{id: string, name: string}>> every instrument by family */
    public function families(): array
    {
        return $this->instruments->names();
    }

    /** @return array<string, string> what each set-up of an instrument is, by its id */
    public function setupNames(string $instrument): array
    {
        return $this->instruments->knows($instrument) ? $this->instruments->setups($instrument) : [];
    }

    /** @return list<array{usual: string, choices: array<string, string>}> */
    public function setups(string $instrument): array
    {
        return $this->instruments->knows($instrument) ? $this->instruments->setupGroups($instrument) : [];
    }

    /**
     * The line with one clause said differently. A line that is not understood is left as it is.
     *
     * @param string $text the clause; nothing takes it away
     */
    public function changed(string $line, ClauseKind $kind, string $text): string
    {
        try {
            $parsed = $this->read($line);

            return (
                '' === $text ? $parsed->without($kind) : $parsed->with($this->parts->parser->clauseOf($text))
            )->text();
        } catch (StudyLineError) {
            return $line;
        }
    }

    /**
     * Where the next key stands: further in the order that the line asks for, or else in the circle of fourths.
     *
     * @return array<string, string> changes to the state
     */
    public function further(DeskState $state, int $steps): array
    {
        $count = $this->keyCount($state->line);
        $at = 1 === $count ? 0 : ($state->at + $steps + $count) % $count;

        return 1 === $count
            ? ['line' => $this->nextKey($state->line, $steps)]
            : ['at' => 0 === $at ? '' : (string) $at];
    }

    /**
     * Lines of a sheet in another key; as they are, where one of them is not understood.
     *
     * @param list<string> $lines
     * @param bool         $ontoOne whether all go onto the same tonic, and not everything by the same interval
     *
     * @return list<string>
     */
    public function moved(array $lines, string $tonic, bool $ontoOne): array
    {
        try {
            $on = NoteName::parse($tonic);
            $isTitle = static fn (string $line): bool => str_starts_with($line, SheetBuilder::TITLE);
            $parsed = array_map(
                $this->read(...),
                array_values(array_filter($lines, static fn (string $line): bool => !$isTitle($line))),
            );
        } catch (StudyLineError|PitchError) {
            return $lines;
        }

        $moved = $ontoOne ? SheetMove::ontoOne($parsed, $on) : SheetMove::together($parsed, $on);

        return array_map(static function (string $line) use (&$moved, $isTitle): string {
            return $isTitle($line) ? $line : array_shift($moved)?->text() ?? $line;
        }, $lines);
    }

    /** The same line on another tonic; a line that is not understood is left as it is. */
    public function onTonic(string $line, string $tonic): string
    {
        try {
            return $this->read($line)->onTonic(NoteName::parse($tonic))->text();
        } catch (StudyLineError|PitchError) {
            return $line;
        }
    }

    /** The same line, so many keys further in the order that the director usually takes. */
    private function nextKey(string $line, int $steps): string
    {
        try {
            $parsed = $this->read($line);
        } catch (StudyLineError) {
            return $line;
        }
        $class = ($parsed->tonic()->pitchClass() + $steps * $this->keyStep + 24) % 12;
        foreach (PacketTable::lines() as $tonic) {
            if ($tonic->pitchClass() === $class) {
                return $parsed->onTonic($tonic)->text();
            }
        }

        return $line;
    }

    /**
     * The line with its key clause said differently. A line that is not understood is left as it is.
     */
    public function inKey(string $line, string $naming, string $tonic, string $material): string
    {
        try {
            $key = $this->parts->parser->parse($naming.' '.$tonic.' '.$material)->clause(ClauseKind::Key);

            return $this->read($line)->with($key)->text();
        } catch (StudyLineError) {
            return $line;
        }
    }
}
