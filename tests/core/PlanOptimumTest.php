<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Fingering\Changes;
use SwiftReed\Fingering\LikePlaces;
use SwiftReed\Fingering\Offers;
use SwiftReed\Fingering\Paths;
use SwiftReed\Fingering\Place;
use SwiftReed\Fingering\Planner;
use SwiftReed\Fingering\Weights;
use SwiftReed\Instrument\ConditionKind;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Player\Stage;
use SwiftReed\Study\StudyError;

/**
 * The planner is held against trying everything: on short lines no other choice among the candidates is cheaper, and
 * what an alternate costs is the best of all lines with it.
 */
final class PlanOptimumTest extends TestCase
{
    /** Routes of a line that are tried. */
    private const MOST_ROUTES = 800;

    private const INSTRUMENTS = [
        ['clarinet-bb', ''], ['clarinet-bb', 'lEb'], ['alto-sax', ''], ['oboe', 'left-f'], ['bassoon', ''],
        ['trombone', ''], ['trombone', 'f-attachment'], ['bass-trombone', 'two-valves'], ['trumpet-bb', ''],
        ['flute', ''],
    ];

    /** @return iterable<array{non-empty-list<Place>, Instrument, string}> */
    private static function placesOfRandomLines(int $lines, int $longest): iterable
    {
        $dice = new Randomizer(new Mt19937(20261126));
        $pick = static fn (array $list): mixed => $list[$dice->getInt(0, \count($list) - 1)];
        for ($n = 0; $n < $lines; ++$n) {
            [$id, $setup] = $pick(self::INSTRUMENTS);
            $instrument = Support::instruments()->instrument($id, '' === $setup ? [] : [$setup]);
            $line = 'own '.$pick(['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B']).' '.$pick([
                'major', 'chromatic', 'arpeggio', 'harmonic minor', 'diminished seventh arpeggio', 'major, thirds',
            ]).$pick(['', ', up', ', 5 notes']).', '.$pick([
                'sixteenths, 100',
                'eighths, 60',
                'eighths, 130',
                'whole notes',
            ]);
            try {
                $study = Support::built($line, $instrument)->study;
            } catch (StudyError|\SwiftReed\Line\StudyLineError) {
                continue;
            }
            $from = $dice->getInt(0, max(0, \count($study->notes) - $longest));
            $notes = \array_slice($study->notes, $from, $longest);
            \assert([] !== $notes);
            $offers = new Offers($instrument, Weights::shipped());
            $places = $offers->places($study->withNotes($notes), Stage::Full, [], []);
            if (0 === $n % 2 && $instrument->mechanism() instanceof Keywork) {
                $places = array_map($offers->widened(...), $places);
            }
            yield [$places, $instrument, "$line for $id"];
        }
    }

    /**
     * A repeated note keeps its fingering, unless neither of the two could be kept without a finger that slides from
     * key to key. Common practice, no source.
     */
    public function testARepeatedNoteKeepsItsFingering(): void
    {
        $repeats = 0;
        foreach (['bassoon', 'clarinet-bb', 'flute', 'alto-sax', 'oboe', 'trombone', 'trumpet-bb'] as $id) {
            $instrument = Support::instruments()->instrument($id, []);
            $changes = new Changes($instrument, Weights::shipped());
            foreach (['C', 'Db', 'D', 'Eb', 'F', 'Gb', 'Ab', 'B'] as $tonic) {
                foreach ([
                    'chromatic, thirds', 'chromatic, thirds, long on 2', 'chromatic, five-and-back, sixteenths, 60',
                    'major, one long in the bar', 'harmonic minor, fold, sixteenths, 100',
                ] as $rest) {
                    $part = Support::built("own $tonic $rest", $instrument);
                    $notes = $part->study->notes;
                    foreach ($part->plan->notes as $i => $planned) {
                        if (0 === $i || $notes[$i]->pitch()->midi() !== $notes[$i - 1]->pitch()->midi()) {
                            continue;
                        }
                        ++$repeats;
                        [$was, $is] = [$part->plan->notes[$i - 1]->fingering, $planned->fingering];
                        if ($was === $is) {
                            continue;
                        }
                        $into = isset($notes[$i - 2])
                            ? $changes->between(
                                $notes[$i - 2]->pitch(),
                                $part->plan->notes[$i - 2]->fingering,
                                $notes[$i]->pitch(),
                                $is,
                            )->unclean
                            : 0.0;
                        $on = isset($notes[$i + 1])
                            ? $changes->between(
                                $notes[$i]->pitch(),
                                $was,
                                $notes[$i + 1]->pitch(),
                                $part->plan->notes[$i + 1]->fingering,
                            )->unclean
                            : 0.0;
                        self::assertGreaterThanOrEqual(
                            Weights::shipped()->unclean,
                            min($into, $on),
                            "own $tonic $rest for $id, note $i: {$was->text}, then {$is->text}",
                        );
                    }
                }
            }
        }
        self::assertGreaterThan(150, $repeats);
    }

    public function testNoRouteAmongTheCandidatesHasFewerSlidesOrCostsLess(): void
    {
        $tried = 0;
        foreach (self::placesOfRandomLines(500, 8) as [$places, $instrument, $what]) {
            $changes = new Changes($instrument, Weights::shipped());
            $best = null;
            foreach (self::everyRoute($places) as $fingerings) {
                $worth = self::worth($places, $fingerings, $changes, $instrument);
                $best = null === $best ? $worth : min($best, $worth);
                ++$tried;
            }
            if (null === $best) {
                continue;
            }
            $route = self::paths($places, $instrument)->best();
            self::assertWorth($best, [$route->slides, $route->cost], $what);
            $told = self::worth($places, $route->fingerings, $changes, $instrument);
            self::assertWorth($best, $told, $what.', the route that is told');
        }
        self::assertGreaterThan(800, $tried);
    }

    public function testWhatAnAlternateCostsIsTheBestLineWithItLessTheBestLine(): void
    {
        $compared = 0;
        foreach (self::placesOfRandomLines(120, 6) as [$places, $instrument, $what]) {
            $changes = new Changes($instrument, Weights::shipped());
            $paths = self::paths($places, $instrument);
            $paths->prepare();
            $route = $paths->best();
            foreach ($places as $i => $place) {
                foreach ($place->candidates as $j => $fingering) {
                    if (null !== ($place->occasions[$j] ?? null)?->condition(ConditionKind::Between)) {
                        continue;
                    }
                    $best = null;
                    foreach (self::everyRoute($places) as $fingerings) {
                        if ($fingerings[$i] === $fingering) {
                            $worth = self::worth($places, $fingerings, $changes, $instrument);
                            $best = null === $best ? $worth : min($best, $worth);
                        }
                    }
                    if (null === $best) {
                        continue;
                    }
                    $cost = $paths->costWith($i, $fingering, $place->own[$j]);
                    self::assertEqualsWithDelta($best[1], $cost, 1e-6, $what.' at '.$i);
                    ++$compared;
                }
            }
        }
        self::assertGreaterThan(600, $compared);
    }

    /** The whole value, on lines of up to eight notes: the slides, the groups that are not alike, the cost. */
    public function testAShortLineIsWorthAsMuchAsAnyOther(): void
    {
        $lines = 0;
        foreach (self::placesOfRandomLines(400, 8) as [$places, $instrument, $what]) {
            $changes = new Changes($instrument, Weights::shipped());
            $value = static function (array $fingerings) use ($places, $changes, $instrument): array {
                [$slides, $cost] = self::worth($places, array_values($fingerings), $changes, $instrument);

                return [$slides, \count(self::unlike($places, array_values($fingerings))), round($cost, 6)];
            };
            $best = null;
            foreach (self::everyRoute($places) as $fingerings) {
                $best = null === $best ? $value($fingerings) : min($best, $value($fingerings));
            }
            if (null === $best) {
                continue;
            }
            $route = LikePlaces::settled($places, self::paths($places, $instrument));
            self::assertSame($best, $value($route->fingerings), $what);
            ++$lines;
        }
        self::assertGreaterThan(150, $lines);
    }

    public function testLikePlacesAreFingeredAlikeWhereThatBuysNoSlide(): void
    {
        $groups = 0;
        $unlike = 0;
        foreach (self::placesOfRandomLines(250, 40) as [$places, $instrument, $what]) {
            $changes = new Changes($instrument, Weights::shipped());
            $paths = self::paths($places, $instrument);
            $fewest = $paths->best()->slides;
            $route = LikePlaces::settled($places, $paths);
            $worth = self::worth($places, $route->fingerings, $changes, $instrument);
            self::assertSame($fewest, $worth[0], $what.': likeness never buys a slide');
            $not = self::unlike($places, $route->fingerings);
            $unlike += \count($not);
            foreach (self::alike($places) as $name => $group) {
                ++$groups;
                foreach (array_keys($places[$group[0]]->candidates) as $j) {
                    $exchanged = $route->fingerings;
                    foreach ($group as $i) {
                        $exchanged[$i] = $places[$i]->candidates[$j];
                    }
                    $exchanged = array_values($exchanged);
                    $other = self::worth($places, $exchanged, $changes, $instrument);
                    $now = [$worth[0], \count($not), $worth[1]];
                    $then = [$other[0], \count(self::unlike($places, $exchanged)), $other[1] + 1e-6];
                    self::assertLessThanOrEqual($then, $now, $what.': '.$name);
                }
            }
        }
        self::assertGreaterThan(50, $groups);
        self::assertLessThan(0.02 * $groups, $unlike, 'hardly a group has to be unlike');
    }

    /** @param non-empty-list<Place> $places */
    private static function paths(array $places, Instrument $instrument): Paths
    {
        return new Paths(
            $places,
            new Changes($instrument, Weights::shipped()),
            Weights::shipped(),
            'slide' === $instrument->mechanism()->kind()->value,
        );
    }

    /**
     * @param array{int, float}|null $expected slides, cost
     * @param array{int, float}      $is
     */
    private static function assertWorth(?array $expected, array $is, string $what): void
    {
        self::assertNotNull($expected);
        self::assertSame($expected[0], $is[0], $what.': slides');
        self::assertEqualsWithDelta($expected[1], $is[1], 1e-6, $what);
    }

    /**
     * @param non-empty-list<Place> $places
     *
     * @return array<string, non-empty-list<int>> places that are to be fingered alike
     */
    private static function alike(array $places): array
    {
        $by = [];
        foreach ($places as $i => $place) {
            if (\count($place->candidates) > 1) {
                $by[$place->likeness][] = $i;
            }
        }

        return array_filter($by, static fn (array $group): bool => \count($group) > 1);
    }

    /**
     * @param non-empty-list<Place> $places
     * @param list<Fingering>       $fingerings
     *
     * @return list<string>
     */
    private static function unlike(array $places, array $fingerings): array
    {
        $unlike = [];
        foreach (self::alike($places) as $name => $group) {
            $texts = array_map(static fn (int $i): int => spl_object_id($fingerings[$i]), $group);
            if (\count(array_unique($texts)) > 1) {
                $unlike[] = $name;
            }
        }

        return $unlike;
    }

    /**
     * @param non-empty-list<Place> $places
     *
     * @return list<list<Fingering>> none where there are too many to try
     */
    private static function everyRoute(array $places): array
    {
        $count = array_product(array_map(static fn (Place $place): int => \count($place->candidates), $places));
        if ($count > self::MOST_ROUTES) {
            return [];
        }
        $routes = [[]];
        foreach ($places as $place) {
            $longer = [];
            foreach ($routes as $route) {
                foreach ($place->candidates as $fingering) {
                    $longer[] = [...$route, $fingering];
                }
            }
            $routes = $longer;
        }

        return $routes;
    }

    /**
     * What a route is worth, worked out apart from the planner: its slides, told from the keys that each finger holds;
     * own costs, moves by their time, what is unclean, turns of the slide.
     *
     * @param non-empty-list<Place> $places
     * @param list<Fingering>       $fingerings
     *
     * @return array{int, float} slides, cost
     */
    private static function worth(array $places, array $fingerings, Changes $changes, Instrument $instrument): array
    {
        $sum = 0.0;
        $slides = 0;
        $way = 0;
        foreach ($places as $i => $place) {
            $j = (int) array_search($fingerings[$i], $place->candidates, true);
            $sum += $place->own[$j];
            $between = ($place->occasions[$j] ?? null)?->condition(ConditionKind::Between);
            foreach (null === $between ? [] : [$i - 1, $i + 1] as $k) {
                if (isset($fingerings[$k]) && [] !== array_diff($between->touches, $fingerings[$k]->touches)) {
                    return [\PHP_INT_MAX, \INF];
                }
            }
            if ($i > 0) {
                [$more, $cost, $way] = self::step($places, $fingerings, $i, $way, $changes, $instrument);
                $slides += $more;
                $sum += $cost;
            }
        }

        return [$slides, $sum];
    }

    /**
     * @param non-empty-list<Place> $places
     * @param list<Fingering>       $fingerings
     *
     * @return array{int, float, int} slides and cost of the change into place i; the way of the slide after it
     */
    private static function step(
        array $places,
        array $fingerings,
        int $i,
        int $way,
        Changes $changes,
        Instrument $instrument,
    ): array {
        $weights = Weights::shipped();
        [$before, $after] = [$fingerings[$i - 1], $fingerings[$i]];
        $place = $places[$i];
        $moves = ($after->slide->out ?? 0.0) <=> ($before->slide->out ?? 0.0);
        $turn = 0 !== $way && $moves === -$way ? $place->weight * $weights->turn : 0.0;
        $way = 0 === $moves ? $way : $moves;
        if ($after !== $before && $place->note->pitch()->midi() === $places[$i - 1]->note->pitch()->midi()) {
            return [1, $weights->unclean + $turn, $way];
        }
        $change = $changes->between($places[$i - 1]->note->pitch(), $before, $place->note->pitch(), $after);
        $isFast = $place->speed >= $weights->throwSpeed - 1e-6;
        $unclean = null === $after->slide || $isFast ? $change->unclean : 0.0;
        $cost = $place->weight * $change->moves + ($place->isFresh ? $weights->afterBreath : 1.0) * $unclean;
        $slides = null === $after->slide
            ? SlideCount::between($instrument, $before, $after)
            : ($isFast && abs($after->slide->out - ($before->slide->out ?? 0.0)) >= 4 - 1e-6 ? 1 : 0);

        return [$slides, $cost + $turn, $way];
    }
}
