<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use SwiftReed\Fingering\Changes;
use SwiftReed\Fingering\LikePlaces;
use SwiftReed\Fingering\Paths;
use SwiftReed\Fingering\Place;
use SwiftReed\Fingering\Planner;
use SwiftReed\Fingering\Weights;
use SwiftReed\Instrument\ConditionKind;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Player\Stage;
use SwiftReed\Study\StudyError;

/**
 * The planner is held against trying everything: on short lines no other choice among the candidates is cheaper, and
 * what an alternate costs is the best of all lines with it.
 */
final class PlanOptimumTest extends TestCase
{
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
        $read = new \ReflectionMethod(Planner::class, 'places');
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
            /** @var non-empty-list<Place> $places */
            $places = $read->invoke(
                new Planner($instrument, Weights::shipped()),
                $study->withNotes($notes),
                Stage::Full,
                [],
                [],
            );
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

    public function testNoRouteAmongTheCandidatesIsCheaper(): void
    {
        $tried = 0;
        foreach (self::placesOfRandomLines(500, 8) as [$places, $instrument, $what]) {
            $changes = new Changes($instrument, Weights::shipped());
            $paths = new Paths(
                $places,
                $changes,
                Weights::shipped(),
                'slide' === $instrument->mechanism()->kind()->value,
            );
            $best = \INF;
            foreach (self::everyRoute($places) as $fingerings) {
                $best = min($best, self::cost($places, $fingerings, $changes));
                ++$tried;
            }
            $route = $paths->best();
            self::assertEqualsWithDelta($best, $route->cost, 1e-6, $what);
            self::assertEqualsWithDelta(
                $best,
                self::cost($places, $route->fingerings, $changes),
                1e-6,
                $what.', the route that is told',
            );
        }
        self::assertGreaterThan(800, $tried);
    }

    public function testWhatAnAlternateCostsIsTheBestLineWithItLessTheBestLine(): void
    {
        $compared = 0;
        foreach (self::placesOfRandomLines(120, 6) as [$places, $instrument, $what]) {
            $changes = new Changes($instrument, Weights::shipped());
            $paths = new Paths(
                $places,
                $changes,
                Weights::shipped(),
                'slide' === $instrument->mechanism()->kind()->value,
            );
            $paths->prepare();
            foreach ($places as $i => $place) {
                foreach ($place->candidates as $j => $fingering) {
                    if (null !== ($place->occasions[$j] ?? null)?->condition(ConditionKind::Between)) {
                        continue;
                    }
                    $best = \INF;
                    foreach (self::everyRoute($places) as $fingerings) {
                        $best = $fingerings[$i] === $fingering
                            ? min($best, self::cost($places, $fingerings, $changes))
                            : $best;
                    }
                    self::assertEqualsWithDelta(
                        $best,
                        $paths->costWith($i, $fingering, $place->own[$j]),
                        1e-6,
                        $what.' at '.$i,
                    );
                    ++$compared;
                }
            }
        }
        self::assertGreaterThan(600, $compared);
    }

    public function testLikePlacesAreFingeredAlikeAndNoExchangeInOneGroupIsCheaper(): void
    {
        $groups = 0;
        foreach (self::placesOfRandomLines(250, 40) as [$places, $instrument, $what]) {
            $changes = new Changes($instrument, Weights::shipped());
            $paths = new Paths(
                $places,
                $changes,
                Weights::shipped(),
                'slide' === $instrument->mechanism()->kind()->value,
            );
            $route = LikePlaces::settled($places, $paths);
            $by = [];
            foreach ($places as $i => $place) {
                if (\count($place->candidates) > 1) {
                    $by[$place->likeness][] = $i;
                }
            }
            $cost = self::cost($places, $route->fingerings, $changes);
            foreach (array_filter($by, static fn (array $group): bool => \count($group) > 1) as $group) {
                ++$groups;
                foreach ($group as $i) {
                    self::assertSame(
                        $route->fingerings[$group[0]]->text,
                        $route->fingerings[$i]->text,
                        $what.': notes '.($group[0] + 1).' and '.($i + 1),
                    );
                }
                foreach ($places[$group[0]]->candidates as $other) {
                    $exchanged = $route->fingerings;
                    foreach ($group as $i) {
                        $exchanged[$i] = $other;
                    }
                    self::assertGreaterThanOrEqual(
                        $cost - 1e-6,
                        self::cost($places, array_values($exchanged), $changes),
                        $what,
                    );
                }
            }
        }
        self::assertGreaterThan(50, $groups);
    }

    /**
     * @param non-empty-list<Place> $places
     *
     * @return iterable<list<Fingering>>
     */
    private static function everyRoute(array $places): iterable
    {
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
     * What a route costs, worked out apart from the planner: own costs, moves by their time, what is unclean, turns of
     * the slide.
     *
     * @param non-empty-list<Place> $places
     * @param list<Fingering>       $fingerings
     */
    private static function cost(array $places, array $fingerings, Changes $changes): float
    {
        $sum = 0.0;
        $way = 0;
        foreach ($places as $i => $place) {
            $j = (int) array_search($fingerings[$i], $place->candidates, true);
            $sum += $place->own[$j];
            $between = ($place->occasions[$j] ?? null)?->condition(ConditionKind::Between);
            foreach (null === $between ? [] : [$i - 1, $i + 1] as $k) {
                if (isset($fingerings[$k]) && [] !== array_diff($between->touches, $fingerings[$k]->touches)) {
                    return \INF;
                }
            }
            if ($i > 0) {
                $change = $changes->between(
                    $places[$i - 1]->note->pitch(),
                    $fingerings[$i - 1],
                    $place->note->pitch(),
                    $fingerings[$i],
                );
                $moves = ($fingerings[$i]->slide->out ?? 0.0) <=> ($fingerings[$i - 1]->slide->out ?? 0.0);
                $isExchanged = $fingerings[$i] !== $fingerings[$i - 1]
                    && $place->note->pitch()->midi() === $places[$i - 1]->note->pitch()->midi();
                $sum += $isExchanged
                    ? Weights::shipped()->unclean
                    : $place->weight * $change->moves + (
                        $place->isFresh ? Weights::shipped()->afterBreath : 1.0
                    ) * $change->unclean;
                $sum += 0 !== $way && $moves === -$way ? $place->weight * Weights::shipped()->turn : 0.0;
                $way = 0 === $moves ? $way : $moves;
            }
        }

        return $sum;
    }
}
