<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Instrument\Touch;

/**
 * A passage in which two fingers take turns on their keys, so that neither slides: right – left – right. Its choices
 * have one reason together.
 *
 * Source: the handbook, chapter 4, "No other way" (common practice).
 */
final readonly class FingerPattern
{
    /** Notes from which turns are a pattern. */
    private const FEWEST = 3;
    /** Fingers that have several keys, none of which is a hole. */
    private const MANY_KEYS = ['L4', 'R4', 'RT'];

    /**
     * @param int                    $from    index of the first note
     * @param int                    $to      index of the last
     * @param non-empty-list<string> $fingers which finger has the key of each note: "R4", "L4", "RT"
     * @param int|null               $again   half steps by which an earlier passage of the same fingers lies away,
     *  where all its notes do; null where none has the same
     * @param bool                   $isBack  whether it is an earlier passage backwards
     */
    private function __construct(
        public int $from,
        public int $to,
        public array $fingers,
        public ?int $again,
        public bool $isBack,
    ) {
    }

    /**
     * @param non-empty-list<Place> $places
     * @param array<string, Touch>  $touches
     *
     * @return array<int, self> by the index of each of its notes
     */
    public static function ofLine(array $places, Route $route, array $touches): array
    {
        $fingers = array_map(
            static fn (int $i): ?string => self::finger($route->fingerings[$i]->touches, $touches),
            array_keys($places),
        );
        $patterns = [];
        $earlier = [];
        for ($from = 0, $count = \count($places); $from < $count; $from = max($from + 1, $to)) {
            $to = $from;
            while (
                null !== $fingers[$from]
                && isset($fingers[$to + 1])
                && $fingers[$to + 1] !== $fingers[$to]
                && ($to < $from + 1 || $fingers[$to + 1] === $fingers[$to - 1])
            ) {
                ++$to;
            }
            if ($to - $from + 1 < self::FEWEST) {
                continue;
            }
            /** @var non-empty-list<string> $own */
            $own = \array_slice($fingers, $from, $to - $from + 1);
            $midi = array_map(
                static fn (int $i): int => $places[$i]->note->pitch()->midi(),
                range($from, $to),
            );
            $known = $earlier[implode('', $own)] ?? [];
            $pattern = new self(
                $from,
                $to,
                $own,
                self::away($known, $midi),
                \in_array(array_reverse($midi), $known, true),
            );
            $earlier[implode('', $own)][] = $midi;
            foreach (range($from, $to) as $i) {
                $patterns[$i] ??= $pattern;
            }
        }

        return $patterns;
    }

    /**
     * @param list<list<int>> $earlier passages of the same fingers
     * @param list<int>       $midi
     */
    private static function away(array $earlier, array $midi): ?int
    {
        foreach ($earlier as $notes) {
            $away = array_unique(array_map(static fn (int $is, int $was): int => $is - $was, $midi, $notes));
            if (1 === \count($away)) {
                return reset($away);
            }
        }

        return null;
    }

    /**
     * @param list<string>         $down
     * @param array<string, Touch> $touches
     *
     * @return string|null the one finger of many keys that has one down; null where none or several have
     */
    private static function finger(array $down, array $touches): ?string
    {
        $fingers = [];
        foreach ($down as $id) {
            if (\in_array($touches[$id]->finger, self::MANY_KEYS, true)) {
                $fingers[] = $touches[$id]->finger;
            }
        }

        return 1 === \count($fingers) ? $fingers[0] : null;
    }
}
