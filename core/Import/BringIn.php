<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Packet\SheetBuilder;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Stage;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Words\Wording;

/**
 * From a file to its study line: the line that travelled in it where that still plays its notes, else the line that is
 * found.
 */
final readonly class BringIn
{
    public function __construct(
        private LineFinder $finder,
        private PartBuilder $parts,
        private InstrumentLibrary $instruments,
    ) {
    }

    /** @throws ImportError */
    public function find(GivenFile $file, Instrument $instrument): FoundLine
    {
        if ([] === $file->lines) {
            return $this->finder->find($file->given, $instrument);
        }
        $own = $this->instruments->knows($file->instrument)
            ? $this->instruments->instrument($file->instrument)
            : $instrument;
        $lines = $this->stillPlayed($file, $own);
        if (null === $lines) {
            $found = $this->finder->find($file->given, $instrument);

            return new FoundLine(
                $found->line,
                $found->bandLine,
                $found->recognised,
                [Wording::of('bring-in.find'), ...$found->remarks],
            );
        }

        return new FoundLine($lines[0], $this->finder->forTheBand($lines[0], $own), true, [], $lines);
    }

    /**
     * The lines of the file as they are printed, when some player of its instrument reads the notes that stand in it.
     *
     * @return non-empty-list<string>|null
     */
    private function stillPlayed(GivenFile $file, Instrument $instrument): ?array
    {
        $wanted = array_map(static fn (GivenNote $note): int => $note->pitch->midi() % 12, $file->given->notes);
        foreach (Stage::cases() as $stage) {
            try {
                $sheet = (new SheetBuilder($this->parts))->read($file->lines, $instrument, new PlayerSettings($stage));
            } catch (Mistake) {
                continue;
            }
            $played = [];
            foreach ($sheet->parts as $part) {
                foreach ($part->study->notes as $note) {
                    $played[] = $note->pitch()->midi() % 12;
                }
            }
            if ($played === $wanted) {
                return [] === $sheet->lines ? null : $sheet->lines;
            }
        }

        return null;
    }
}
