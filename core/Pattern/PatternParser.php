<?php

declare(strict_types=1);

namespace SwiftReed\Pattern;

/**
 * Reads the pattern language, one line of text:
 *
 *   1 2 3 5                 degrees of the scale, counted from the root of the cell
 *   7, 1' 8 9               below the root, an octave above, onward from the octave
 *   b3 #4                   a degree lowered or raised by a half step
 *   <3 >5                   the half step below, above a degree
 *   _1 ^2                   half steps below, above the root
 *   8..2                    every note of the scale between two degrees
 *   r  3*2                  a rest; a note held for two
 *   g2 1                    a grace note before a note
 *   approach  approach2  enclosure     what leads into the next root
 *   1 2 3 4 | 8 7 6 5       groups
 *   (1 3) x4                a repeat
 *   … / …                   after the slash, the way down
 *   by thirds · by half steps · round the fifths · on 1 4 5 · up only · alternating · building up
 *   ends 8..2 7, 1          what is played on the last root instead
 *   stays                   the line ends where it is and does not go home
 */
final class PatternParser
{
    /** Notes in one cell. */
    private const MOST = 200;
    /** Grace notes before one note. */
    private const MOST_GRACES = 3;
    /** The highest degree, three octaves above the root. */
    public const HIGHEST = 22;
    private const EXPECTED = [
        'a degree such as 1, b3, 7, or 1\'', '"approach"', '"enclosure"', '"/" for the way down', '"by half steps"',
    ];
    private const WORDS = [
        'approach' => ItemKind::Approach, 'approach2' => ItemKind::TwoNoteApproach, 'enclosure' => ItemKind::Enclosure,
        'r' => ItemKind::Rest, 'rest' => ItemKind::Rest,
    ];
    private const OPTION_WORDS = [
        'by', 'steps', 'thirds', 'fourths', 'fifths', 'half', 'on', 'up', 'only', 'alternating', 'building', 'down',
        'ends', 'round', 'the', 'stays',
    ];
    private const OPTIONS = ['by', 'on', 'up', 'alternating', 'building', 'ends', 'round', 'stays'];

    /** @var list<array{string, int}> words and their columns */
    private array $words;
    private int $at = 0;
    private int $end;

    private function __construct(private readonly string $text, int $column)
    {
        $this->words = self::words($text, $column);
        $this->end = $column + mb_strlen($text);
    }

    /**
     * @param int $column where the text begins in the line it was taken from, from 1
     *
     * @throws PatternError
     */
    public static function parse(string $text, int $column = 1): Pattern
    {
        return (new self($text, $column))->pattern();
    }

    /**
     * Whether a word could stand in a cell, so that a comma before it is an octave mark and not the end of the clause.
     */
    public static function isWord(string $word): bool
    {
        foreach (preg_split('/[|\/()]/', self::plain($word), -1, \PREG_SPLIT_NO_EMPTY) ?: [] as $part) {
            if (
                !\in_array($part, self::OPTION_WORDS, true)
                && 1 !== preg_match('/^x\d+$/', $part)
                && null === self::item($part)
            ) {
                return false;
            }
        }

        return true;
    }

    private function pattern(): Pattern
    {
        $up = $this->side();
        $down = $up;
        if ('/' === $this->word()) {
            ++$this->at;
            $down = $this->side();
        }
        $progress = Progress::Steps;
        $roots = [];
        $alternates = false;
        $last = Cell::none();
        $stays = false;
        while ('' !== $this->word()) {
            $option = $this->word();
            ++$this->at;
            switch ($option) {
                case 'by':
                    $progress = $this->progress([
                        'steps' => Progress::Steps,
                        'thirds' => Progress::Thirds,
                        'fourths' => Progress::Fourths,
                        'half' => Progress::HalfSteps,
                    ]);
                    if (Progress::HalfSteps === $progress) {
                        $this->expect('steps');
                    }
                    break;
                case 'round':
                    $this->expect('the');
                    $progress = $this->progress([
                        'fifths' => Progress::RoundFifths,
                        'fourths' => Progress::RoundFourths,
                    ]);
                    break;
                case 'building':
                    $progress = $this->progress(['up' => Progress::BuildingUp, 'down' => Progress::BuildingDown]);
                    break;
                case 'on':
                    $progress = Progress::Listed;
                    while (
                        1 === preg_match('/^\d{1,2}[,\']?$/', $this->word())
                        && [] !== ($mark = self::mark($this->word()))
                    ) {
                        $roots[] = $mark[0];
                        ++$this->at;
                    }
                    if ([] === $roots) {
                        throw $this->unexpected(['a degree such as 4']);
                    }
                    break;
                case 'up':
                    $this->expect('only');
                    $down = Cell::none();
                    break;
                case 'alternating':
                    $alternates = true;
                    break;
                case 'stays':
                    $stays = true;
                    break;
                case 'ends':
                    $last = $this->side();
                    break;
                default:
                    --$this->at;
                    throw $this->unexpected([
                        '"by thirds"', '"by half steps"', '"round the fifths"', '"on 1 4 5"', '"up only"',
                        '"alternating"', '"ends"', '"stays"',
                    ]);
            }
        }
        if (Progress::BuildingUp === $progress || Progress::BuildingDown === $progress) {
            $down = Cell::none();
        }

        return new Pattern('cell '.$this->canonical(), $up, $down, $last, $progress, $roots, $alternates, $stays);
    }

    /** @param array<string, Progress> $known */
    private function progress(array $known): Progress
    {
        $word = $this->word();
        if (!isset($known[$word])) {
            throw $this->unexpected(array_map(static fn (string $one): string => '"'.$one.'"', array_keys($known)));
        }
        ++$this->at;

        return $known[$word];
    }

    private function expect(string $word): void
    {
        if ($this->word() !== $word) {
            throw $this->unexpected(['"'.$word.'"']);
        }
        ++$this->at;
    }

    private function side(): Cell
    {
        $begin = $this->at;
        $groups = $this->groups(false);
        $count = array_sum(array_map(
            static fn (array $group): int => array_sum(array_map(
                static fn (Item $item): int => max(1, $item->notes()),
                $group,
            )),
            $groups,
        ));
        if (0 === $count) {
            throw $this->unexpected(self::EXPECTED);
        }
        if ($count > self::MOST) {
            throw PatternError::tooLong($this->words[$begin][1], $count, self::MOST);
        }
        $items = array_merge(...$groups);
        foreach ($items as $i => $item) {
            if (ItemKind::Grace !== $item->kind) {
                continue;
            }
            $next = $items[$i + 1] ?? null;
            $before = \array_slice($items, max(0, $i - self::MOST_GRACES), min($i, self::MOST_GRACES));
            $graces = array_filter($before, static fn (Item $one): bool => ItemKind::Grace === $one->kind);
            $isMany = \count($graces) >= self::MOST_GRACES;
            if (null === $next || ItemKind::Rest === $next->kind || $isMany) {
                throw $this->unexpected(['a note after a grace note, and three of these at most']);
            }
        }
        $sounds = array_filter($items, static fn (Item $item): bool => ItemKind::Rest !== $item->kind);
        if ([] === $sounds) {
            throw PatternError::unexpected(
                $this->words[$begin][1],
                $this->words[$begin][0],
                ['a note beside the rests'],
            );
        }

        return Cell::of($groups);
    }

    /** @return list<list<Item>> */
    private function groups(bool $inBrackets): array
    {
        $groups = [];
        $group = [];
        while (true) {
            $word = $this->word();
            if ('|' === $word) {
                if ([] === $group) {
                    throw $this->unexpected(['a degree before "|"']);
                }
                $groups[] = $group;
                $group = [];
                ++$this->at;
                continue;
            }
            if ('(' === $word && !$inBrackets) {
                ++$this->at;
                array_push($group, ...$this->repeated());
                continue;
            }
            $item = self::item($word);
            if (null === $item) {
                break;
            }
            $group[] = $item;
            ++$this->at;
        }
        if ([] !== $group) {
            $groups[] = $group;
        } elseif ([] !== $groups) {
            throw $this->unexpected(['a degree after "|"']);
        }
        $word = $this->word();
        if ('' !== $word && !$inBrackets && '/' !== $word && !\in_array($word, self::OPTIONS, true)) {
            throw $this->unexpected(self::EXPECTED);
        }

        return $groups;
    }

    /** @return list<Item> */
    private function repeated(): array
    {
        $items = array_merge(...$this->groups(true));
        if (\count($items) > self::MOST) {
            throw PatternError::tooLong($this->words[$this->at - 1][1] ?? 1, \count($items), self::MOST);
        }
        if ([] === $items) {
            throw $this->unexpected(['a degree after "("']);
        }
        $this->expect(')');
        if (1 !== preg_match('/^x([2-9]|1[0-6])$/', $this->word(), $found)) {
            throw $this->unexpected(['how often, such as x4']);
        }
        ++$this->at;

        return array_merge(...array_fill(0, (int) $found[1], $items));
    }

    /** A member of a cell with its marks, which come last: `7,:s`, `3*2:ta`. */
    private static function item(string $word): ?Item
    {
        if (1 !== preg_match('/^(.+):([stam]{1,4})$/', $word, $found)) {
            return self::unmarked($word);
        }
        $marks = str_split($found[2]);
        $item = self::unmarked($found[1]);

        $isTwice = $marks !== array_values(array_unique($marks));
        $hasNone = null === $item || \in_array($item->kind, [ItemKind::Rest, ItemKind::Grace], true);

        return $hasNone || $isTwice ? null : $item->marked($marks);
    }

    private static function unmarked(string $word): ?Item
    {
        $length = 1;
        if (1 === preg_match('/^(.+)\*([2-9])$/', $word, $found)) {
            [, $word, $length] = [$found[0], $found[1], (int) $found[2]];
        }
        if (isset(self::WORDS[$word])) {
            $kind = self::WORDS[$word];

            return 1 === $length || ItemKind::Rest === $kind ? Item::word($kind)->held($length) : null;
        }
        if (1 === preg_match('/^g(b|#)?(.+)$/', $word, $found)) {
            $mark = self::mark($found[2]);

            return [] === $mark || 1 !== $length
                ? null
                : Item::grace($mark[0], ['' => 0, 'b' => -1, '#' => 1][$found[1]]);
        }
        if (1 === preg_match('/^([_^])(\d|1[0-2])$/', $word, $found) && 0 !== (int) $found[2]) {
            return Item::halfSteps('_' === $found[1] ? -(int) $found[2] : (int) $found[2])->held($length);
        }
        if (1 === preg_match('/^([<>])(.+)$/', $word, $found)) {
            $mark = self::mark($found[2]);

            return [] === $mark ? null : Item::beside($mark[0], '<' === $found[1])->held($length);
        }
        if (1 === preg_match('/^(.+)\.\.(.+)$/', $word, $found)) {
            [$from, $to] = [self::mark($found[1]), self::mark($found[2])];

            return [] === $from || [] === $to || 1 !== $length ? null : Item::run($from[0], $to[0]);
        }
        if (1 === preg_match('/^(b|#)?(.+)$/', $word, $found)) {
            $mark = self::mark($found[2]);

            return [] === $mark
                ? null
                : Item::degree($mark[0], ['' => 0, 'b' => -1, '#' => 1][$found[1]])->held($length);
        }

        return null;
    }

    /** @return array{}|array{CellDegree} */
    private static function mark(string $word): array
    {
        if (1 !== preg_match('/^(\d{1,2})([,\']?)$/', $word, $found)) {
            return [];
        }
        $number = (int) $found[1];
        $most = '' === $found[2] ? self::HIGHEST : 7;
        $least = "'" === $found[2] ? 0 : 1; // 0' is the last note of an eight-note scale

        return $number < $least || $number > $most
            ? []
            : [CellDegree::of($number, ['' => 0, ',' => -1, "'" => 1][$found[2]])];
    }

    private function word(): string
    {
        return $this->words[$this->at][0] ?? '';
    }

    /** @param list<string> $expected */
    private function unexpected(array $expected): PatternError
    {
        return isset($this->words[$this->at])
            ? PatternError::unexpected($this->words[$this->at][1], $this->words[$this->at][0], $expected)
            : PatternError::unexpected($this->end, '', $expected);
    }

    private function canonical(): string
    {
        return strtr(
            implode(' ', array_map(static fn (array $word): string => $word[0], $this->words)),
            ['( ' => '(', ' )' => ')'],
        );
    }

    private static function plain(string $word): string
    {
        return strtr(mb_strtolower($word), ['♭' => 'b', '♯' => '#', '’' => "'", '′' => "'"]);
    }

    /** @return list<array{string, int}> */
    private static function words(string $text, int $column): array
    {
        $words = [];
        preg_match_all('/[|\/()]|[^\s|\/()\x{00A0}\x{2010}-\x{2014}-]+/u', $text, $found, \PREG_OFFSET_CAPTURE);
        foreach ($found[0] as [$word, $byte]) {
            $words[] = [self::plain($word), $column + mb_strlen(substr($text, 0, $byte))];
        }

        return $words;
    }
}
