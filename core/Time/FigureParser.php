<?php

declare(strict_types=1);

namespace SwiftReed\Time;

use SwiftReed\Words\Wording;

/**
 * Reads a figure: "3+1", "2+1+1 | 1+1+2", "1+2+1 over 2 beats", "r1+1~ | 1+1 on each note".
 */
final class FigureParser
{
    /** @var list<array{string, int}> words, numbers and signs, with the column of each */
    private readonly array $tokens;
    private int $at = 0;

    private function __construct(string $text, private readonly int $end, int $column)
    {
        $tokens = [];
        preg_match_all('/\d+|[a-z]+|\S/iu', $text, $found, \PREG_OFFSET_CAPTURE);
        foreach ($found[0] as [$word, $bytes]) {
            $tokens[] = [mb_strtolower($word), $column + mb_strlen(substr($text, 0, $bytes))];
        }
        $this->tokens = $tokens;
    }

    /**
     * @param string $text   what stands after the word "rhythm"
     * @param int    $column of its first character, counted from 1
     *
     * @throws FigureError
     */
    public static function parse(string $text, int $column = 1): Figure
    {
        return (new self($text, $column + mb_strlen(rtrim($text)), $column))->figure();
    }

    private function figure(): Figure
    {
        $groups = [];
        $column = $this->column();
        do {
            $groups[] = $this->group();
            if (\count($groups) > Figure::MOST_GROUPS) {
                throw FigureError::tooManyGroups($column, \count($groups));
            }
        } while ($this->takes('|'));
        $isEach = $this->takes('on');
        if ($isEach) {
            foreach (['each', 'note'] as $word) {
                if (!$this->takes($word)) {
                    throw $this->unexpected('"'.$word.'", as in "on each note"');
                }
            }
        }
        if (isset($this->tokens[$this->at])) {
            throw $this->unexpected('"+", "|", "~", "over 2 beats" or "on each note"');
        }
        self::check($groups, $column);
        $figure = Figure::of(...$groups);

        return $isEach ? $figure->onEachNote() : $figure;
    }

    private function group(): FigureGroup
    {
        $column = $this->column();
        $parts = [];
        do {
            $parts[] = $this->part();
        } while ($this->takes('+'));
        $shares = FigureGroup::of($parts)->shares();
        if ($shares > Figure::MOST_SHARES) {
            throw FigureError::tooManyShares($column, $shares);
        }
        $beats = 1;
        if ($this->takes('over')) {
            $beats = $this->number(2, Figure::MOST_BEATS, 'the number of beats');
            if (!$this->takes('beats') && !$this->takes('beat')) {
                throw $this->unexpected('"beats"');
            }
        }

        return FigureGroup::of($parts, $beats);
    }

    private function part(): FigurePart
    {
        $isRest = $this->takes('r');
        $share = $this->number(
            1,
            Figure::MOST_SHARES,
            $isRest ? 'how long the rest is' : 'a number, or "r" and a number for a rest',
        );
        if ($isRest) {
            return FigurePart::rest($share);
        }

        return FigurePart::note($share, $this->takes('~'));
    }

    private function number(int $least, int $most, string $what): int
    {
        $read = $this->tokens[$this->at][0] ?? '';
        if (1 !== preg_match('/^\d{1,3}$/', $read) || (int) $read < $least || (int) $read > $most) {
            throw $this->unexpected(Wording::of('figure-parser.number', [
                'what' => $what,
                'least' => $least,
                'most' => $most,
            ]));
        }
        ++$this->at;

        return (int) $read;
    }

    /** @param non-empty-list<FigureGroup> $groups */
    private static function check(array $groups, int $column): void
    {
        $parts = array_merge(...array_map(static fn (FigureGroup $group): array => $group->parts, $groups));
        $last = $parts[\count($parts) - 1];
        foreach ($parts as $i => $part) {
            $before = $parts[$i - 1] ?? $last;
            if ($part->isRest && $before->isTied) {
                throw FigureError::tiedToRest($column);
            }
        }
        if (0 === Figure::of(...$groups)->notes()) {
            throw FigureError::nothingBegins($column);
        }
    }

    private function takes(string $token): bool
    {
        if (($this->tokens[$this->at][0] ?? null) !== $token) {
            return false;
        }
        ++$this->at;

        return true;
    }

    private function column(): int
    {
        return $this->tokens[$this->at][1] ?? $this->end;
    }

    private function unexpected(string $expected): FigureError
    {
        return FigureError::unexpected($this->column(), $this->tokens[$this->at][0] ?? '', $expected);
    }
}
