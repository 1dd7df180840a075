<?php

declare(strict_types=1);

namespace SwiftReed\Time;

/**
 * The usual figures by name: in beats of two, and in beats of three where they have a form of their own there.
 *
 * Source: the handbook, chapter 3, "A language of rhythm".
 */
final class FigureNames
{
    /** Said after a figure: each note of the line has it whole. */
    public const ON_EACH_NOTE = ' on each note';
    /** @var array<string, array{string, string|null}> in simple time, and in compound time */
    private const ROWS = [
        'dotted' => ['3+1', '3+1+2'],
        'reverse dotted' => ['1+3', null],
        'gallop' => ['2+1+1', '2+1+1+1+1'],
        'reverse gallop' => ['1+1+2', null],
        'syncopated' => ['1+2+1 over 2 beats', null],
        'off-beats' => ['r1+1', null],
        'quarter triplets' => ['1+1+1 over 2 beats', null],
        'quintuplets' => ['1+1+1+1+1', null],
        'sextuplets' => ['1+1+1+1+1+1', null],
        'thirty-seconds' => ['', ''],
    ];

    /** Whether a figure is called so, with or without "on each note". */
    public static function knows(string $name): bool
    {
        return isset(self::ROWS[self::plain($name)]);
    }

    /** The name without "on each note". */
    public static function plain(string $name): string
    {
        return str_ends_with($name, self::ON_EACH_NOTE) ? substr($name, 0, -\strlen(self::ON_EACH_NOTE)) : $name;
    }

    /** @return list<string> */
    public static function all(): array
    {
        return array_keys(self::ROWS);
    }

    /**
     * @param string $name as {@see all()} has it, with {@see ON_EACH_NOTE} where each note has it whole
     *
     * @return Figure|null null where the figure has no form in this time
     */
    public static function figure(string $name, TimeSignature $time): ?Figure
    {
        $plain = self::plain($name);
        $isEach = $plain !== $name;
        [$simple, $compound] = self::ROWS[$plain];
        if ('thirty-seconds' === $plain) {
            $shares = intdiv($time->beatTicks(), Length::THIRTY_SECOND);
            $figure = Figure::ofShares(...array_fill(0, max(1, $shares), 1));

            return $isEach ? $figure->onEachNote() : $figure;
        }
        $said = $time->isCompound() ? $compound : $simple;
        if (null === $said || $time->goesByGroups()) {
            return null;
        }
        if ('quarter triplets' === $plain && Length::HALF === $time->beatTicks()) {
            $said = '1+1+1'; // there two quarters are one beat
        }
        $figure = FigureParser::parse($said);

        return $isEach ? $figure->onEachNote() : $figure;
    }
}
