<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Knowledge\Nearest;
use SwiftReed\Line\Lexer;
use SwiftReed\Line\Spoken;
use SwiftReed\Player\PlayerError;
use SwiftReed\Player\Range;
use SwiftReed\Player\Stage;
use SwiftReed\Words\Wording;

/**
 * Reads a list of players: rows of a table or pasted lines, columns in any order, with or without a heading. Every row
 * says how it was understood.
 */
final class PlayerList
{
    /** Rows of one list: a large school has fewer players in one band. */
    public const MOST = 400;
    /** Bytes of one list. */
    public const MOST_BYTES = 200_000;
    /** Characters of a name. */
    public const NAME = 60;
    /** Characters of a section. */
    private const SECTION = 40;

    private readonly Spoken $spoken;
    /** @var array<string, string> stage by what it is called */
    private readonly array $stages;
    /** @var array<string, string> column by its heading */
    private readonly array $headings;

    public function __construct(private readonly InstrumentLibrary $instruments, DataFolder $data)
    {
        $this->spoken = new Spoken($data);
        $words = $data->read('player-words');
        $this->stages = self::meanings($words['stages'] ?? null);
        $this->headings = self::meanings($words['columns'] ?? null);
    }

    /** @return array<string, string> what is meant, by what it is called */
    private static function meanings(mixed $entries): array
    {
        $meanings = [];
        foreach (\is_array($entries) ? $entries : [] as $means => $called) {
            foreach (\is_array($called) ? $called : [] as $one) {
                if (\is_string($one)) {
                    $meanings[$one] = (string) $means;
                }
            }
        }

        return $meanings;
    }

    /**
     * @return list<PlayerRow> without empty rows and the heading
     *
     * @throws ImportError when it is too long, or holds nobody
     */
    public function read(string $text): array
    {
        if (\strlen($text) > self::MOST_BYTES) {
            throw ImportError::tooLarge(\strlen($text), self::MOST_BYTES);
        }
        $table = GivenTable::rows($text);
        $headings = null;
        $first = $table[0] ?? [];
        $known = array_map(fn (string $cell): ?string => $this->headings[self::plain($cell)] ?? null, $first);
        if (\count(array_filter($known)) >= 2 || ([] !== array_filter($known) && 1 === \count(array_filter($first)))) {
            $headings = $known;
            array_shift($table);
        }
        if ([] === $table) {
            throw ImportError::noPlayers();
        }
        if (\count($table) > self::MOST) {
            throw ImportError::tooManyPlayers(\count($table), self::MOST);
        }
        $rows = [];
        $names = [];
        foreach ($table as $cells) {
            $row = $this->row($cells, $headings);
            $key = mb_strtolower($row->name);
            if ('' !== $key && isset($names[$key])) {
                $row = $row->doubted(Wording::of('player-list.read', ['row' => $row->name]));
            }
            $names[$key] = true;
            $rows[] = $row;
        }

        return $rows;
    }

    /**
     * @param list<string>            $cells
     * @param list<string|null>|null $headings
     */
    private function row(array $cells, ?array $headings): PlayerRow
    {
        /** @var array<string, string> $found */
        $found = [];
        $doubts = [];
        if (1 === \count($cells) && null === $headings) {
            $cells = $this->words($cells[0]);
        }
        foreach ($cells as $i => $cell) {
            if ('' === $cell) {
                continue;
            }
            $kind = null === $headings ? $this->kind($cell, $found) : $headings[$i] ?? null;
            if (null === $kind) {
                if (null === $headings) {
                    $doubts[] = Wording::of('player-list.not-understood', ['cell' => $cell]);
                }
                continue;
            }
            if ('' !== ($found[$kind] ?? '')) {
                $doubts[] = Wording::of('player-list.second', [
                    'cell' => $cell,
                    'kind' => 'limits' === $kind ? 'range' : $kind,
                ]);
                continue;
            }
            $found[$kind] = $cell;
        }

        return $this->understood($found, $doubts);
    }

    /**
     * @param array<string, string> $found  cells by column
     * @param list<string>          $doubts
     */
    private function understood(array $found, array $doubts): PlayerRow
    {
        $text = static fn (string $column): string => $found[$column] ?? '';
        $name = $text('name');
        if ('' === $text('name')) {
            $doubts[] = Wording::of('player-list.no-name');
        } elseif (mb_strlen($text('name')) > self::NAME) {
            $doubts[] = Wording::of('player-list.name-characters-expected', [
                'length' => mb_strlen($name),
                'name' => self::NAME,
            ]);
        }
        $ids = $this->named($text('instrument'));
        $instrument = $ids[0] ?? null;
        if ('' === $text('instrument')) {
            $doubts[] = Wording::of('player-list.no-instrument');
        } elseif ([] === $ids) {
            $nearest = Nearest::to(
                $text('instrument'),
                [
                    ...$this->spoken->playerNames(),
                    ...array_map(static fn (string $id): string => strtr($id, '-', ' '), $this->instruments->ids()),
                ],
            );
            $doubts[] = Wording::of('player-list.no-instrument-known', [
                'value' => $text('instrument'),
                'hint' => '' === $nearest ? '' : Wording::of('hint.did-you-mean', ['nearest' => $nearest]),
            ]);
        } elseif (\count($ids) > 1) {
            $doubts[] = Wording::of('player-list.may', [
                'value' => $text('instrument'),
                'ids' => implode(' or ', array_map(fn (string $id): string => $this->instruments->instrument($id)->name, $ids)),
            ]);
        }
        $stage = $this->stages[self::plain($text('stage'))] ?? null;
        if ('' !== $text('stage') && null === $stage) {
            $doubts[] = Wording::of('player-list.no-stage-expected', ['value' => $text('stage')]);
        }
        $limits = null;
        if ('' !== $text('limits')) {
            try {
                $range = Range::parse($text('limits'));
                $limits = $range->lowest->text().' to '.$range->highest->text();
            } catch (PlayerError) {
                $doubts[] = Wording::of('player-list.no-range-expected', ['value' => $text('limits')]);
            }
        }
        $setups = [];
        $known = null === $instrument ? [] : array_keys($this->instruments->setups($instrument));
        foreach (array_filter(
            array_map(trim(...), explode('+', strtr($text('setup'), [',' => '+', ';' => '+']))),
            static fn (string $one): bool => '' !== $one,
        ) as $one) {
            \in_array($one, $known, true)
                ? $setups[] = $one
                : $doubts[] = Wording::of('player-list.no-set-up', ['one' => $one]);
        }
        $section = $text('section');
        if (mb_strlen($section) > self::SECTION) {
            $doubts[] = Wording::of('player-list.section-characters-left', [
                'section' => $section,
                'length' => mb_strlen($section),
                'section_2' => self::SECTION,
            ]);
            $section = '';
        }
        $track = \in_array(self::plain($text('track')), ['', 'beginner', 'classical', 'jazz'], true)
            ? self::plain($text('track'))
            : '';
        if ('' !== $text('track') && '' === $track) {
            $doubts[] = Wording::of('player-list.no-track-expected', ['value' => $text('track')]);
        }

        return new PlayerRow(
            $name,
            $instrument,
            Stage::from($stage ?? Stage::Full->value),
            $setups,
            $limits,
            $section,
            $track,
            [] === $doubts ? null : implode('; ', $doubts),
        );
    }

    /**
     * @param array<string, string> $found what the row has already
     */
    private function kind(string $cell, array $found): ?string
    {
        return match (true) {
            [] !== $this->named($cell) && '' === ($found['instrument'] ?? '') => 'instrument',
            isset($this->stages[self::plain($cell)]) && '' === ($found['stage'] ?? '') => 'stage',
            self::isRange($cell) => 'limits',
            '' === ($found['name'] ?? '') => 'name',
            '' === ($found['instrument'] ?? '') => 'instrument',
            default => null,
        };
    }

    private static function isRange(string $cell): bool
    {
        try {
            Range::parse($cell);

            return true;
        } catch (PlayerError) {
            return false;
        }
    }

    /**
     * A line without dividers: "Ada alto sax first year". What names an instrument or a stage is taken out; the rest is
     * the name.
     *
     * @return list<string>
     */
    private function words(string $line): array
    {
        $words = (array) preg_split('/\s+/', $line, -1, \PREG_SPLIT_NO_EMPTY);
        $cells = [];
        $rest = [];
        for ($at = 0, $count = \count($words); $at < $count;) {
            for ($length = min(4, $count - $at); $length > 0; --$length) {
                $part = implode(' ', \array_slice($words, $at, $length));
                if (
                    $at > 0
                    && ([] !== $this->named($part) || (isset($this->stages[self::plain($part)]) && !ctype_digit($part)))
                ) {
                    $cells[] = $part;
                    $at += $length;
                    continue 2;
                }
            }
            $rest[] = (string) $words[$at++];
        }

        return [implode(' ', $rest), ...$cells];
    }

    /** @return list<string> ids of the instruments that a cell may name */
    private function named(string $cell): array
    {
        $id = strtr(self::plain($cell), ' ', '-');
        if ($this->instruments->knows($id)) {
            return [$id];
        }
        foreach ($this->instruments->names() as $members) {
            foreach ($members as ['id' => $id, 'name' => $name]) {
                if (self::plain($name) === self::plain($cell)) {
                    return [$id];
                }
            }
        }
        // "2nd clarinet", "clarinet 3": which part it is says nothing about the instrument.
        $bare = trim((string) preg_replace(
            '/^(1st|2nd|3rd|4th|first|second|third|fourth)\s+|\s+(?:[1-4]|i{1,3}|iv)$/iu',
            '',
            $cell,
        ));
        foreach (array_unique([$cell, $bare]) as $text) {
            $tokens = Lexer::tokens(strtr($text, ['♭' => 'b', '.' => '']));
            foreach ([] === $tokens ? [] : $this->spoken->playersAt($tokens, 0) as [$ids, $length]) {
                if ($length === \count($tokens)) {
                    return $ids;
                }
            }
        }

        return [];
    }

    private static function plain(string $text): string
    {
        return mb_strtolower(trim($text, " \t.:"));
    }
}
