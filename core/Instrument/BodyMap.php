<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * Where the touches of an instrument lie on its body, as the player sees it: mouthpiece or bocal above, what lies to the
 * player's left on the left. For the large drawing of a note. Lengths are in the units of the key map, x from the middle
 * of the body, y from the top of the drawing.
 *
 * Where a family has a key map, its two hands are moved onto the body, one below the other; single groups may be moved
 * further. Source: common practice, no source.
 */
final readonly class BodyMap
{
    /**
     * @param int            $height  of the whole drawing
     * @param int            $left    edge of everything that is drawn, names stand beyond it
     * @param int            $right   the same on the other side
     * @param list<string>   $outline paths of the body
     * @param list<KeyGroup> $groups
     * @param list<list<string>> $behind names of groups that lie together at the back, under a thumb
     * @param array<string, list<int>> $slides where a valve slide is drawn out, x and y, by the act of tuning
     * @param list<int>      $slide   where the first position lies, x and y, and the step to the next; empty without
     */
    private function __construct(
        public int $height,
        public int $left,
        public int $right,
        public array $outline,
        public array $groups,
        public array $behind,
        public array $slides,
        public array $slide,
    ) {
    }

    /** @param string $id of the instrument: one family has straight and bent bodies */
    public static function read(FamilyFile $file, ?KeyMap $map, string $id): self
    {
        $outline = [];
        foreach ($file->parts('outlines') as $one) {
            if (\in_array($id, $one->texts('for'), true) || [] === $one->texts('for')) {
                array_push($outline, ...$one->texts('paths'));
            }
        }
        $edges = array_map(intval(...), $file->texts('edges'));
        if (2 !== \count($edges)) {
            throw $file->wrong('edges', 'expected where the drawing ends on the left and on the right');
        }

        $slides = [];
        foreach ($file->part('slides')->keys() as $act) {
            $slides[$act] = array_map(intval(...), $file->part('slides')->texts($act));
        }

        return new self(
            $file->number('height', 2000),
            $edges[0],
            $edges[1],
            $outline,
            null === $map ? KeyMap::groups($file) : self::onTheBody($file, $map),
            $file->groups('behind'),
            $slides,
            array_map(intval(...), $file->texts('slide')),
        );
    }

    /** @return array<string, KeySpot> */
    public function spots(): array
    {
        return array_merge(...array_map(static fn (KeyGroup $group): array => $group->spots, $this->groups));
    }

    /** @return list<KeyGroup> */
    private static function onTheBody(FamilyFile $file, KeyMap $map): array
    {
        $hands = ['left' => self::shift($file, 'left'), 'right' => self::shift($file, 'right')];
        $moves = $file->part('move');
        $groups = [];
        foreach ($map->groups as $group) {
            $further = $moves->has($group->name) ? self::shift($moves, $group->name) : [0, 0];
            $spots = [];
            foreach ($group->spots as $id => $spot) {
                $hand = $hands[$spot->x < 0 ? 'left' : 'right'];
                $spots[$id] = new KeySpot(
                    $spot->x + $hand[0] + $further[0],
                    $spot->y + $hand[1] + $further[1],
                    $spot->width,
                    $spot->height,
                    $spot->shape,
                );
            }
            $groups[] = new KeyGroup($group->name, $spots, 'always', [], [], []);
        }

        return $groups;
    }

    /** @return array{int, int} */
    private static function shift(FamilyFile $file, string $key): array
    {
        $shift = array_map(intval(...), $file->texts($key));

        return 2 === \count($shift)
            ? [$shift[0], $shift[1]]
            : throw $file->wrong($key, 'expected how far to the right and how far down');
    }
}
