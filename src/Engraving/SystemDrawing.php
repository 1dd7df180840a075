<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Explain\TouchLines;
use SwiftReed\Fingering\HardSpots;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Player\Reminders;
use SwiftReed\Score\Part;
use SwiftReed\Study\ChordAt;
use SwiftReed\Study\Chords;
use SwiftReed\Study\Rhythm\Counts;
use SwiftReed\Study\Tonguing\Slur;
use SwiftReed\Study\Tonguing\Syllables;
use SwiftReed\Time\NoteValues;

/**
 * One engraved system with the rows under its notes, its marks, and on the screen a region for every note. Lengths are
 * in units, a hundred to the millimetre.
 */
final class SystemDrawing
{
    private const DEGREE_ROW = 520;
    private const LETTER_ROW = 560;
    private const TEXT_ROW = 520;
    private const CHORD_ROW = 440;
    private const GAP = 140;
    /**
     * Under a system that stands as close as can be, and what its music takes up around a staff, a head, a stem, a
     * slur.
     */
    private const TIGHT = 140;
    private const STAFF_ROOM = 120;
    /** A treble clef, and the first sharp of a signature, stand out above the staff. */
    private const CLEF_ROOM = 270;
    /** Size of what a row is called at its left. */
    private const LABEL = 260;
    /** The widest of them: all labels of a line stand there, or none. */
    private const WIDEST = 'degree';
    /** Between two words of a row, and how small they may be to keep it: letters of five points at the least. */
    private const BETWEEN_WORDS = 50;
    private const SMALLEST_WORDS = 0.55;
    private const BAR_NUMBER = 600;
    private const HEAD = 180;
    private const STEM = 780;
    private const CURVE = 360;
    /**
     * Room between the drawings of two notes: as wide as one touch, a hole or a cap, so that two hands are seen
     * as one note's.
     */
    private const CLEAR = 160;
    private const CLEAR_OF_CAPS = 210;
    /** How far a drawing may stand aside from its note. */
    private const ASIDE = 300;

    /** @return array{string, int} drawing and height */
    public static function of(
        Part $part,
        EngravedSystem $system,
        Rows $rows,
        bool $forScreen,
        ?SecondRow $second = null,
    ): array {
        $svg = $system->body;
        $bar = self::firstBar($part, $system);
        if ($bar > 1) {
            $svg .= Svg::text(0, $system->top - 330, 260, $bar, fill: Ink::QUIET);
        }
        [$ceiling, $floor] = $rows->isTight ? self::extent($part, $system) : [0, $system->height + self::GAP];
        $y = $floor;
        if ([] !== $part->plan->hardSpots && FingeringStyle::None !== $rows->fingerings && $rows->marksHard) {
            $svg .= self::hardSpots($part, $system, $rows, $y);
            $y += 330;
        }
        if (Reminders::None !== $rows->reminders) {
            foreach ($system->heads as $i => $head) {
                $sign = $part->study->notes[$i]->reminder;
                $svg .= null === $sign ? '' : Signs::reminder(
                    $sign,
                    $head->left,
                    $head->y,
                    $system->roomBefore($i),
                );
            }
        }
        $svg .= self::moves($part, $system);
        if ($rows->counts && !$part->study->isUntimed()) {
            $counts = Counts::of($part->study);
            $svg .= self::row($system, $y + 350, 340, 'count', static fn (int $i): string => $counts[$i], 500);
            $y += self::DEGREE_ROW;
        }
        $syllables = Syllables::of($part->study);
        if (null !== $syllables) {
            $svg .= self::row($system, $y + 350, 340, 'tongue', static fn (int $i): string => $syllables[$i], 500);
            $y += self::DEGREE_ROW;
        }
        if ($rows->degrees) {
            $svg .= self::row(
                $system,
                $y + 360,
                370,
                'degree',
                static fn (int $i): string => $part->degree($i, $rows->fromRoot),
                400,
            );
            $y += self::DEGREE_ROW;
        }
        if ($rows->letters) {
            $svg .= self::row(
                $system,
                $y + 390,
                430,
                'note',
                static fn (
                    int $i,
                ): string => $rows->isUnsigned
                    ? $part->study->notes[$i]->pitch()->letter->text()
                    : $part->study->notes[$i]->pitch()->name()->sign(),
                700,
                Svg::SERIF,
            );
            $y += self::LETTER_ROW;
        }
        if (MechanismKind::None !== $part->instrument->mechanism()->kind()) {
            [$drawn, $height] = self::fingerings($part, $system, $rows, $y);
            $svg .= $drawn;
            $y += $height;
            [$drawn, $height] = self::second($part, $system, $rows, $y, $second);
            $svg .= $drawn;
            $y += $height;
        }
        if ($forScreen) {
            // What is drawn is said by the regions over it, a note each.
            $svg = Svg::tag('g', ['aria-hidden' => 'true'], $svg).self::regions($part, $system, $rows, $y);
        }

        $height = max($y, $floor) + ($rows->isTight ? self::TIGHT : ($y > $floor ? 320 : 300));
        if ($ceiling > 0) {
            $svg = Svg::at(0, -$ceiling, $svg);
            $height -= $ceiling;
        }
        // A line over chords cannot be read without them.
        $isOver = null !== $part->study->recipe->over;
        $chords = $rows->chords || $isOver ? self::chords($part, $system) : '';

        return '' === $chords
            ? [$svg, $height]
            : [
                Svg::tag('g', ['aria-hidden' => $forScreen ? 'true' : null], $chords).Svg::at(0, self::CHORD_ROW, $svg),
                $height + self::CHORD_ROW,
            ];
    }

    /** The bar with which a system begins; 0 where bars have no numbers. */
    private static function firstBar(Part $part, EngravedSystem $system): int
    {
        $first = $part->study->notes[(int) array_key_first($system->heads)] ?? null;
        $isFirst = 0 === array_key_first($system->heads);

        return match (true) {
            $part->study->isUntimed() => 0,
            $isFirst => 1,
            default => $system->bar ?? $first->bar ?? 0,
        };
    }

    /**
     * Where the music of a system begins and ends, with its stems, and its slurs where it has some.
     *
     * @return array{int, int} from the top of the engraved drawing
     */
    private static function extent(Part $part, EngravedSystem $system): array
    {
        $middle = ($system->top + $system->bottom) / 2;
        $top = $system->top - (self::firstBar($part, $system) > 1 ? self::BAR_NUMBER : self::CLEF_ROOM);
        $top = min($top, $system->marksTop ?? $top);
        $bottom = max($system->bottom + self::STAFF_ROOM, $system->marksBottom ?? 0);
        foreach ($system->heads as $i => $head) {
            $isSlurred = Slur::Outside !== $part->study->notes[$i]->slur
                || $part->study->notes[$i]->breathAfter
                || [] !== $part->study->moves;
            $curve = $isSlurred ? self::CURVE : 0;
            $top = min($top, $head->y - ($head->y > $middle ? self::STEM : self::HEAD) - $curve);
            $bottom = max($bottom, $head->y + ($head->y < $middle ? self::STEM : self::HEAD) + $curve);
        }

        return [max(0, (int) $top), min($system->height + self::GAP, (int) $bottom)];
    }

    /** Chord symbols over the notes where they begin, as the player reads them. */
    private static function chords(Part $part, EngravedSystem $system): string
    {
        $byNote = array_map(
            static fn (ChordAt $chord): string => $chord->written->sign(),
            Chords::byNote($part->study),
        );
        $svg = '';
        foreach ($system->heads as $i => $head) {
            $sign = $byNote[$i] ?? '';
            $svg .= '' === $sign
                ? ''
                : Svg::text($head->left, 340, 400, $sign, weight: 700, face: Svg::SERIF, class: 'chord');
        }

        return $svg;
    }

    /** Where the line leaves its plain octave, and where it comes back: an arrow and how many octaves. */
    private static function moves(Part $part, EngravedSystem $system): string
    {
        $svg = '';
        $before = 0;
        foreach ($part->study->moves as $move) {
            $by = $move->octaves - $before;
            $before = $move->octaves;
            $head = $system->heads[$move->at] ?? null;
            if (null === $head) {
                continue;
            }
            $x = $head->middle() - 330;
            $y = min($head->y, $system->top) - 260;
            $svg .= Svg::tag(
                'g',
                ['fill' => Ink::ACCENT],
                Svg::tag('title', [], $by < 0 ? 'an octave lower from here' : 'an octave higher from here').Svg::tag(
                    'path',
                    ['d' => \sprintf('M%.0f %.0f l75 %d h-150 z', $x, $by < 0 ? $y : $y - 150, $by < 0 ? -150 : 150)],
                ).Svg::text($x + 95, $y, 300, 8 * abs($by) - abs($by) + 1, fill: null, weight: 700),
            );
        }

        return $svg;
    }

    /** @return array{string, int} drawing and height */
    private static function fingerings(Part $part, EngravedSystem $system, Rows $rows, int $y): array
    {
        if (FingeringStyle::None === $rows->fingerings) {
            return ['', 0];
        }
        if (FingeringStyle::Diagram !== $rows->fingerings) {
            return self::textFingerings($part, $system, $y, FingeringStyle::Numbers === $rows->fingerings);
        }
        $svg = '';
        $spots = self::spots($part, $system, $rows);
        // No more room than what is drawn on this line of music needs.
        $height = (int) ($rows->scale * max([
            0.0,
            ...array_map(static fn (array $spot): float => $spot['drawing']->bottom, $spots),
        ]));
        foreach ($system->heads as $i => $head) {
            ['x' => $x, 'tier' => $tier, 'drawing' => $drawing] = $spots[$i];
            $down = $y + 60 + $tier * ($height + 80);
            if ($tier > 0) {
                // A thread leads from the first row to a drawing that found no room there.
                $svg .= Svg::stroke(
                    \sprintf('M%.0f %d V%d', $head->middle(), $y + 10, $down - 40),
                    Ink::QUIET,
                    8,
                    '20 30',
                );
            }
            $svg .= Svg::at($x, $down, $drawing->svg, $rows->scale, isSilent: true);
        }

        return [$svg, (1 + max([0, ...array_column($spots, 'tier')])) * ($height + 80) + 40];
    }

    /**
     * Where each drawing stands: under its note, moved a little aside where its neighbours need the room, in a second
     * row where that is not enough.
     *
     * @return array<int, array{x: float, tier: int, drawing: Drawing}> by the index of the note
     */
    public static function spots(Part $part, EngravedSystem $system, Rows $rows): array
    {
        $clear = $rows->scale * (null === $part->instrument->map ? self::CLEAR_OF_CAPS : self::CLEAR);
        $spots = [];
        $edges = [];
        foreach ($system->heads as $i => $head) {
            $drawing = self::diagram($part, $i, $rows);
            for ($tier = 0;; ++$tier) {
                $x = max(
                    $head->middle() - self::ASIDE,
                    ($edges[$tier] ?? -\INF) + $clear - $rows->scale * $drawing->left,
                );
                if ($x <= $head->middle() + self::ASIDE) {
                    break;
                }
            }
            $spots[$i] = ['x' => $x, 'tier' => $tier, 'drawing' => $drawing];
            $edges[$tier] = $x + $rows->scale * $drawing->right;
        }
        // Then each comes back to its note as far as the one after it leaves room.
        $next = [];
        foreach (array_reverse($spots, true) as $i => ['x' => $x, 'tier' => $tier, 'drawing' => $drawing]) {
            $limit = ($next[$tier] ?? \INF) - $clear - $rows->scale * $drawing->right;
            $x = max($x, min($system->heads[$i]->middle(), $limit));
            $spots[$i] = ['x' => $x, 'tier' => $tier, 'drawing' => $drawing];
            $next[$tier] = $x + $rows->scale * $drawing->left;
        }

        return $spots;
    }

    private static function diagram(Part $part, int $i, Rows $rows): Drawing
    {
        return Diagram::planned(
            $part->instrument,
            $part->plan->notes[$i],
            $rows->moves ? $part->plan->notes[$i - 1] ?? null : null,
            $rows->tuning ? $part->tuning($i)?->act : null,
        );
    }

    /**
     * What another school or habit takes, under the notes where it differs.
     *
     * @return array{string, int} drawing and height
     */
    private static function second(Part $part, EngravedSystem $system, Rows $rows, int $y, ?SecondRow $second): array
    {
        if (null === $second || FingeringStyle::None === $rows->fingerings) {
            return ['', 0];
        }
        $svg = '';
        foreach ($system->heads as $i => $head) {
            if (!$second->differs($part, $i)) {
                continue;
            }
            $svg .= FingeringStyle::Diagram === $rows->fingerings
                ? Svg::at(
                    $head->middle(),
                    $y + 420,
                    self::diagram($second->part, $i, $rows)->svg,
                    $rows->scale,
                    isSilent: true,
                )
                : Svg::text(
                    $head->middle(),
                    $y + 760,
                    300,
                    implode(
                        ' ',
                        TouchLines::of(
                            $part->instrument,
                            $second->part->plan->notes[$i]->fingering,
                            FingeringStyle::Numbers === $rows->fingerings,
                        ),
                    ),
                    anchor: 'middle',
                );
        }
        if ('' === $svg) {
            return ['', 0];
        }
        $name = Svg::stroke(\sprintf('M0 %d H18000', $y + 60), Ink::QUIET, 8, '40 60').Svg::text(
            0,
            $y + 330,
            280,
            'or, '.$second->name.':',
            fill: Ink::QUIET,
            isItalic: true,
        );

        return [
            $name.$svg,
            (
                FingeringStyle::Diagram === $rows->fingerings
                    ? (int) ($rows->scale * Diagram::height($part->instrument))
                    : 420
            ) + 480,
        ];
    }

    /**
     * How many drawings find no room beside their neighbours in the first row.
     */
    public static function withoutRoom(Part $part, EngravedSystem $system, Rows $rows): int
    {
        if (FingeringStyle::Diagram !== $rows->fingerings) {
            return 0;
        }

        return \count(array_filter(array_column(self::spots($part, $system, $rows), 'tier')));
    }

    /** @return array{string, int} */
    private static function textFingerings(Part $part, EngravedSystem $system, int $y, bool $oneToSix): array
    {
        if (MechanismKind::Keywork !== $part->instrument->mechanism()->kind()) {
            return [
                self::row(
                    $system,
                    $y + 390,
                    420,
                    '',
                    static fn (int $i): string => $part->plan->notes[$i]->fingering->text,
                    700,
                ),
                self::TEXT_ROW,
            ];
        }
        // Touches stand one above the other: left hand, right hand, the rest.
        $svg = '';
        $most = 0;
        foreach ($system->heads as $i => $head) {
            $lines = TouchLines::of($part->instrument, $part->plan->notes[$i]->fingering, $oneToSix);
            $most = max($most, \count($lines));
            foreach ($lines as $k => $line) {
                $svg .= Svg::text($head->middle(), $y + 320 + 300 * $k, 290, $line, anchor: 'middle');
            }
        }

        return [$svg, 300 * $most + 160];
    }

    /** @param \Closure(int): string $cell */
    private static function row(
        EngravedSystem $system,
        int $y,
        int $size,
        string $label,
        \Closure $cell,
        int $weight,
        ?string $family = null,
    ): string {
        [$texts, $size] = self::besideEachOther(
            $system,
            array_map($cell, array_combine(array_keys($system->heads), array_keys($system->heads))),
            $size,
        );
        $begins = \PHP_INT_MAX;
        $svg = '';
        foreach ($system->heads as $i => $head) {
            $svg .= Svg::text($head->middle(), $y, $size, $texts[$i], weight: $weight, anchor: 'middle', face: $family);
            $begins = min($begins, $head->middle() - Ink::width($texts[$i], $size) / 2);
        }
        // Where the line begins with the clef alone its first word has the room: the label stood on the line before.
        $isLabelled = '' !== $label && Ink::width(self::WIDEST, self::LABEL) + self::BETWEEN_WORDS <= $begins;

        return $isLabelled
            ? Svg::text(0, $y, self::LABEL, $label, fill: Ink::QUIET, isItalic: true).$svg
            : $svg;
    }

    /**
     * Words of a row so that none touches the next: the octave is told as 8 alone where "8 (1)" finds no room, then all
     * are a little smaller.
     *
     * @param array<int, string> $texts by note
     *
     * @return array{array<int, string>, int} words and their size
     */
    private static function besideEachOther(EngravedSystem $system, array $texts, int $size): array
    {
        $room = 1.0;
        $before = null;
        $isClose = static fn (
            int $a,
            int $b,
            array $texts,
        ): float => ($system->heads[$b]->middle() - $system->heads[$a]->middle()) / max(
            1.0,
            (Ink::width($texts[$a], $size) + Ink::width($texts[$b], $size)) / 2 + self::BETWEEN_WORDS,
        );
        foreach (array_keys($system->heads) as $i) {
            if (null !== $before && $isClose($before, $i, $texts) < 1.0) {
                // One of them short and the next long would look like two different degrees.
                $texts = array_map(static fn (string $text): string => '8 (1)' === $text ? '8' : $text, $texts);
            }
            $before = $i;
        }
        $before = null;
        foreach (array_keys($system->heads) as $i) {
            $room = null === $before ? $room : min($room, $isClose($before, $i, $texts));
            $before = $i;
        }

        return [$texts, (int) ($size * max(self::SMALLEST_WORDS, $room))];
    }

    private static function hardSpots(Part $part, EngravedSystem $system, Rows $rows, int $y): string
    {
        if (FingeringStyle::None === $rows->fingerings) {
            return '';
        }
        $svg = '';
        foreach (HardSpots::worst($part->plan->hardSpots) as $number => $spot) {
            $from = $system->heads[$spot->from] ?? null;
            $to = $system->heads[$spot->to] ?? null;
            if (null === $from && null === $to) {
                continue;
            }
            // A change over the line end is marked at both ends, open towards the other.
            $left = $from?->middle() ?? ($to?->middle() ?? 0) - 500;
            $right = $to?->middle() ?? $left + 500;
            $middle = ($left + $right) / 2;
            $svg .= \sprintf(
                '<g class="hard-mark" fill="none" stroke="%s" stroke-width="34"><path d="%sM%.0f %d H%.0f M%.0f %d H%.0f%s"/><circle cx="%.0f" cy="%d" r="150" stroke-width="24"/></g><text x="%.0f" y="%d" font-size="260" font-weight="700" text-anchor="middle" fill="%s">%d</text>',
                Ink::ACCENT,
                null === $from ? '' : \sprintf('M%.0f %d V%d ', $left, $y - 40, $y + 110),
                $left, $y + 110, $middle - 150,
                $middle + 150, $y + 110, $right,
                null === $to ? '' : \sprintf(' V%d', $y - 40),
                $middle, $y + 110,
                $middle, $y + 196, Ink::ACCENT, $number,
            );
        }

        return $svg;
    }

    private static function regions(Part $part, EngravedSystem $system, Rows $rows, int $bottom): string
    {
        $svg = '';
        $hard = [];
        foreach (HardSpots::worst($part->plan->hardSpots) as $number => $spot) {
            $hard[$spot->to] = $number;
        }
        $indexes = array_keys($system->heads);
        foreach ($indexes as $k => $i) {
            $head = $system->heads[$i];
            $left = $k > 0 ? ($system->heads[$indexes[$k - 1]]->middle() + $head->middle()) / 2 : $head->middle() - 480;
            $right = isset($indexes[$k + 1])
                ? ($system->heads[$indexes[$k + 1]]->middle() + $head->middle()) / 2
                : $head->middle() + 480;
            $left = max($left, $head->middle() - 700);
            $right = min($right, $head->middle() + 700);
            $note = $part->study->notes[$i];
            $planned = $part->plan->notes[$i];
            $words = implode(', ', array_filter([
                \sprintf('note %d of %d', $i + 1, \count($part->study->notes)),
                $part->study->isUntimed() ? '' : ($note->bar < 1 ? 'pick-up' : 'bar '.$note->bar),
                $note->pitch()->spoken(),
                $part->study->isUntimed() ? '' : NoteValues::spoken($note->length, $note->tuplet()),
                'degree '.$part->degree($i),
                isset($hard[$i]) ? 'hard change '.$hard[$i] : '',
            ])).'. '.Diagram::words($part->instrument, $planned, FingeringStyle::Numbers === $rows->fingerings);
            $svg .= Svg::tag(
                'g',
                [
                    'class' => 'note-region', 'data-note' => $i, 'data-bar' => $note->bar,
                    'tabindex' => 0 === $i ? 0 : -1, 'role' => 'button', 'aria-label' => $words,
                ],
                Svg::tag(
                    'rect',
                    [
                        'x' => $left, 'y' => 40, 'width' => $right - $left, 'height' => $bottom + 60, 'rx' => 120,
                        'fill' => 'transparent',
                    ],
                ),
            );
        }

        return $svg;
    }
}
