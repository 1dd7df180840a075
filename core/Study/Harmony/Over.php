<?php

declare(strict_types=1);

namespace SwiftReed\Study\Harmony;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Pattern\Cell;
use SwiftReed\Pattern\Item;
use SwiftReed\Pattern\Pattern;
use SwiftReed\Pattern\PatternParser;
use SwiftReed\Pattern\Progress;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\MaterialKind;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Study\Direction;
use SwiftReed\Study\Rhythm\Rhythm;
use SwiftReed\Study\Rhythm\Timing;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Walk\Sounding;
use SwiftReed\Time\FigureNames;
use SwiftReed\Words\Wording;

/**
 * What a line asks to be played over: the chords, and the cell in its ways.
 */
final readonly class Over
{
    /** Where no cell is said: the scale of each chord, up to its octave and down again. */
    public const PLAIN = '1..8 / 8..1';
    /** Clauses that say what chords and bars decide themselves. */
    private const DECIDED = [
        ClauseKind::Extent, ClauseKind::MinorExtent, ClauseKind::Lengths, ClauseKind::Sequel, ClauseKind::Drill,
        ClauseKind::PickUp,
    ];
    private const VALUES = [
        Rhythm::Wholes, Rhythm::Halves, Rhythm::Quarters, Rhythm::Eighths, Rhythm::Triplets, Rhythm::Sixteenths,
        Rhythm::Figure,
    ];

    /**
     * @param string $text the clause: "over ii V I"
     * @param non-empty-list<array{Cell, bool}> $cells in turn, and whether each goes up
     * @param bool $rests  whether the line comes to rest on a note that fills the last bar
     */
    private function __construct(
        public string $text,
        public Changes $changes,
        private array $cells,
        private bool $rests,
        private Timing $timing,
    ) {
    }

    /**
     * @param Pattern $pattern as it is said, or {@see PLAIN}
     *
     * @throws StudyError when another clause says what the chords decide
     */
    public static function of(
        StudyLine $line,
        NoteName $tonic,
        Material $material,
        Pattern $pattern,
        Timing $timing,
        ScaleLibrary $scales,
    ): self {
        $clause = $line->clause(ClauseKind::Harmony);
        self::goesWith($line, $clause->text, $material, $pattern);
        $progression = $scales->progressions()->progression($clause->word('chords'));
        $changes = new Changes($progression, $material, $tonic, $timing->time, $scales);
        $cells = self::cells($line, $pattern);
        $over = new self(
            $clause->text,
            $changes,
            $cells,
            'long last' === $line->phrase(ClauseKind::Ending, '') || $cells[\count($cells) - 1][0]->leadsOn(),
            $timing,
        );
        $over->comesOut();

        return $over;
    }

    /** @param Sounding $sounding between the written tonic and the concert tonic */
    public function walk(Pattern $pattern, Sounding $sounding): ChangesWalk
    {
        return new ChangesWalk(
            $this->changes,
            $this->cells,
            fn (Change $change): int => $this->room($change->ticks),
            $this->room($this->timing->time->barTicks()),
            $this->rests,
            $pattern->isTyped(),
            $sounding,
        );
    }

    /**
     * The chords of one time through; where the line comes to rest in a bar of its own, the last holds over it.
     *
     * @return non-empty-list<Change>
     */
    public function chordsOn(NoteName $tonic): array
    {
        $changes = $this->changes->on($tonic);
        if (!$this->rests || $this->changes->restsAtEnd()) {
            return $changes;
        }
        $last = $changes[\count($changes) - 1];

        return [
            ...\array_slice($changes, 0, -1),
            new Change($last->chord, $last->scale, $last->ticks + $this->timing->time->barTicks()),
        ];
    }

    /**
     * What is said where a cell has no room.
     *
     * @return list<string>
     */
    public function remarks(NoteName $written, Material $material): array
    {
        $said = [];
        $longest = max(array_map(static fn (array $one): int => self::length($one[0]), $this->cells));
        foreach ($this->changes->on($written) as $change) {
            $room = $this->room($change->ticks);
            if ($room < $longest && [] === $said) {
                $said[] = Wording::of('over.cell-notes-room', [
                    'longest' => $longest,
                    'chord' => $change->chord->sign(),
                    'room' => $room,
                ]);
            }
        }
        if (!$material->isKey()) {
            $said[] = Wording::of('over.each-chord-scale', ['material' => $material->name]);
        }

        return $said;
    }

    /** Notes of ordinary length that fill so many ticks. */
    private function room(int $ticks): int
    {
        $figure = $this->timing->figure;

        return null === $figure
            ? intdiv($ticks, $this->timing->rhythm->ticks())
            : intdiv($ticks, $figure->beats() * $this->timing->time->beatTicks()) * $figure->notes();
    }

    /** @throws StudyError where note values do not fill the time of a chord */
    private function comesOut(): void
    {
        $figure = $this->timing->figure;
        $unit = null === $figure
            ? $this->timing->rhythm->ticks()
            : $figure->beats() * $this->timing->time->beatTicks();
        $groups = $figure->groups ?? [];
        $parts = [] === $groups ? [] : $groups[\count($groups) - 1]->parts;
        $isTiedOver = [] !== $parts && $parts[\count($parts) - 1]->isTied;
        foreach ($this->changes->asNamed() as $change) {
            if ($isTiedOver || 0 !== $change->ticks % $unit || $change->ticks < $unit) {
                throw StudyError::doesNotFillChord($change->chord->text(), $this->text);
            }
        }
    }

    /** @throws StudyError */
    private static function goesWith(StudyLine $line, string $over, Material $material, Pattern $pattern): void
    {
        foreach (self::DECIDED as $kind) {
            if ($line->says($kind)) {
                throw StudyError::notOver($line->clause($kind)->text, $over, $kind);
            }
        }
        foreach ([
            [ClauseKind::Ending, ['enclosed tonic']],
            [ClauseKind::Range, ['fold', 'fold after', 'turn round', 'leave out']],
            [ClauseKind::Rounds, ['until']],
            [ClauseKind::Place, ['segment']],
        ] as [$kind, $clashes]) {
            if (\in_array($line->phrase($kind, ''), $clashes, true)) {
                throw StudyError::notOver($line->clause($kind)->text, $over, $kind);
            }
        }
        $rhythm = $line->says(ClauseKind::Rhythm) ? $line->clause(ClauseKind::Rhythm)->text : $pattern->rhythm;
        $known = Rhythm::tryFrom($line->phrase(ClauseKind::Rhythm, $pattern->rhythm));
        $isOther = null !== $known && !\in_array($known, self::VALUES, true);
        if ($isOther || str_ends_with($rhythm, FigureNames::ON_EACH_NOTE)) {
            throw StudyError::notOver($rhythm, $over, ClauseKind::Rhythm);
        }
        if (MaterialKind::Scale !== $material->kind || $material->isTriadPair()) {
            throw StudyError::notAKey($material->name, $over);
        }
        $hasWay = $pattern->isTyped() && (Progress::Steps !== $pattern->progress || $pattern->stays);
        if ($hasWay || $pattern->isLipSlurs() || $pattern->isBuilt() || null !== $pattern->newNote) {
            throw StudyError::notOver($pattern->text, $over, ClauseKind::Pattern);
        }
    }

    /** @return non-empty-list<array{Cell, bool}> */
    private static function cells(StudyLine $line, Pattern $pattern): array
    {
        $up = [$pattern->up, true];
        $down = [$pattern->down->isNone() ? $pattern->up : $pattern->down, false];
        $isPlain = !$line->says(ClauseKind::Pattern);
        $usual = $isPlain || $pattern->alternates ? Direction::UpAndDown : Direction::Up;

        return match (Direction::from($line->phrase(ClauseKind::Direction, $usual->value))) {
            Direction::Up => [$up],
            Direction::Down => [$down],
            Direction::UpAndDown => [$up, $down],
            Direction::DownAndUp => [$down, $up],
        };
    }

    /** The pattern that a line says, or each chord's own scale. */
    public static function pattern(StudyLine $line, Pattern $said): Pattern
    {
        return $line->says(ClauseKind::Pattern) ? $said : PatternParser::parse(self::PLAIN);
    }

    /** Ordinary lengths that a cell lasts in a scale of seven notes. */
    private static function length(Cell $cell): int
    {
        return array_sum(array_map(
            static fn (Item $item): int => $item->duration(),
            array_merge(...$cell->groups),
        ));
    }
}
