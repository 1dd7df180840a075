<?php

declare(strict_types=1);

namespace App\Stand;

use App\Engraving\Ink;
use App\Engraving\Svg;
use SwiftReed\Practice\Day;
use SwiftReed\Practice\PlanLine;
use SwiftReed\Practice\Played;

/**
 * What was played, drawn: the tempo over the days for each key, and a year at a glance. Lengths are in units, a hundred
 * to the millimetre.
 */
final class HistoryDrawing
{
    private const WIDTH = 6000;
    private const HEIGHT = 2600;
    private const LEFT = 620;
    private const BOTTOM = 420;
    private const WEEKS = 53;
    private const WEEK = 250;
    private const ROW = 380;
    private const NAMES = 1900;

    /** @return list<array{title: string, svg: string}> a drawing for each line that was played */
    public static function keys(ChairPlan $of, Day $today): array
    {
        $drawings = [];
        foreach ($of->lines as $line) {
            $played = array_values(array_filter(
                $of->played,
                static fn (Played $one): bool => $one->line === $line->line,
            ));
            if ([] !== $played) {
                $drawings[] = ['title' => $line->title, 'svg' => self::tempo($line, $played, $today)];
            }
        }

        return $drawings;
    }

    /** @param non-empty-list<Played> $played */
    private static function tempo(PlanLine $line, array $played, Day $today): string
    {
        $days = [];
        foreach ($played as $one) {
            $key = $one->day->text();
            $days[$key] ??= [$one->day, 0, false];
            $days[$key][1] = $one->isClean ? max($days[$key][1], $line->beatsAt($one->quarters)) : $days[$key][1];
            $days[$key][2] = $days[$key][2] || !$one->isClean;
        }
        $span = max(7, $today->since($played[0]->day));
        $top = max($line->goal, ...array_map(static fn (array $day): int => $day[1], array_values($days))) * 1.08;
        $low = min($line->first, $line->goal) * 0.8;
        $x = static fn (Day $day): float => self::LEFT + (self::WIDTH - self::LEFT - 150) * $day->since(
            $played[0]->day,
        ) / $span;
        $y = static fn (
            float $bpm,
        ): float => (self::HEIGHT - self::BOTTOM) * (1 - ($bpm - $low) / max(1.0, $top - $low)) + 60;
        $svg = Svg::stroke(
            \sprintf('M%d %.0f H%d', self::LEFT, $y($line->goal), self::WIDTH - 100),
            Ink::QUIET,
            12,
            '60 50',
        )
            .Svg::text(self::LEFT - 60, $y($line->goal) + 90, 250, $line->goal, fill: Ink::QUIET, anchor: 'end')
            .Svg::stroke(
                \sprintf('M%d %d V%d H%d', self::LEFT, 60, self::HEIGHT - self::BOTTOM + 60, self::WIDTH - 100),
                Ink::RULE,
                12,
            );
        $path = '';
        $marks = '';
        $says = [];
        foreach ($days as [$day, $bpm, $missed]) {
            $at = $x($day);
            $says[] = \sprintf('%s %s', $day->spoken(), 0 === $bpm ? 'not yet' : $bpm);
            if (0 === $bpm) { // played, nothing clean: a cross at the foot
                $foot = self::HEIGHT - self::BOTTOM + 60;
                $marks .= Svg::stroke(
                    \sprintf('M%1$.0f %2$d l120 -120 m0 120 l-120 -120', $at - 60, $foot - 40),
                    Ink::QUIET,
                    18,
                );
                continue;
            }
            $path .= \sprintf('%s%.0f %.0f ', '' === $path ? 'M' : 'L', $at, $y($bpm));
            // A ring where something was missed that day as well.
            $marks .= Svg::tag(
                'circle',
                [
                    'cx' => Svg::number($at), 'cy' => Svg::number($y($bpm)), 'r' => 70,
                    'fill' => $missed ? '#fffdf7' : Ink::INK, 'stroke' => Ink::INK, 'stroke-width' => 24,
                ],
            );
        }
        $svg .= ('' === $path ? '' : Svg::stroke(trim($path), Ink::INK, 20)).$marks
            .Svg::text(self::LEFT, self::HEIGHT - 60, 230, $played[0]->day->spoken(), fill: Ink::QUIET)
            .Svg::text(self::WIDTH - 100, self::HEIGHT - 60, 230, $today->spoken(), fill: Ink::QUIET, anchor: 'end');

        return Svg::drawing(
            0,
            0,
            self::WIDTH,
            self::HEIGHT,
            'progress-key',
            $svg,
            'img',
            \sprintf('%s, goal %d: %s', $line->title, $line->goal, implode(', ', \array_slice($says, -20))),
        );
    }

    /** A row a key, a column a week of the last year. */
    public static function year(ChairPlan $of, Day $today): string
    {
        $begin = $today->plus(-7 * (self::WEEKS - 1) - $today->number() + 1);
        $rows = [];
        foreach ($of->lines as $line) {
            foreach ($of->played as $one) {
                if ($one->line === $line->line && !$one->day->isBefore($begin)) {
                    $week = intdiv($one->day->since($begin), 7);
                    $rows[$line->title][$week] = ($rows[$line->title][$week] ?? false)
                        || ($one->isClean && $one->quarters >= $line->quarters($line->goal) - 1e-6);
                }
            }
        }
        if ([] === $rows) {
            return '';
        }
        $height = self::ROW * \count($rows) + 500;
        $svg = '';
        for ($week = 0; $week < self::WEEKS; ++$week) {
            $monday = $begin->plus(7 * $week);
            // The month in which the first week lies is named where its name has room before the next.
            if ((int) substr($monday->text(), 8) <= 7 || (0 === $week && (int) substr($monday->text(), 8) <= 14)) {
                $x = self::NAMES + $week * self::WEEK;
                $svg .= Svg::stroke(\sprintf('M%d 330 V%d', $x, $height - 60), Ink::RULE, 10).Svg::text(
                    $x + 30,
                    260,
                    190,
                    substr($monday->spoken(), (int) strpos($monday->spoken(), ' ') + 1, 3),
                    fill: Ink::QUIET,
                );
            }
        }
        $k = 0;
        $says = [];
        foreach ($rows as $title => $weeks) {
            $foot = 400 + self::ROW * $k + 300;
            $svg .= Svg::text(0, $foot - 30, 220, $title).Svg::stroke(
                \sprintf('M%d %d H%d', self::NAMES, $foot, self::NAMES + self::WEEKS * self::WEEK),
                Ink::RULE,
                8,
            );
            foreach ($weeks as $week => $reached) {
                $x = self::NAMES + $week * self::WEEK + self::WEEK / 2;
                $svg .= Svg::stroke(\sprintf('M%.0f %d v-%d', $x, $foot, $reached ? 270 : 120), Ink::INK, 60).(
                    $reached ? Svg::stroke(\sprintf('M%.0f %d h160', $x - 80, $foot), Ink::INK, 40) : ''
                );
            }
            $says[] = \sprintf('%s in %d weeks, its goal in %d', $title, \count($weeks), \count(array_filter($weeks)));
            ++$k;
        }

        return Svg::drawing(
            0,
            0,
            self::NAMES + self::WEEKS * self::WEEK,
            $height,
            'progress-weeks',
            $svg,
            'img',
            implode('; ', $says),
        );
    }
}
