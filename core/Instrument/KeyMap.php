<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * Where the touches of an instrument lie among their neighbours, for drawing. Lengths are in hundredths of a
 * millimetre, x from the middle of the drawing, y from its top.
 */
final readonly class KeyMap
{
    /** @param list<KeyGroup> $groups */
    private function __construct(public int $height, public array $groups)
    {
    }

    public static function read(FamilyFile $file): self
    {
        return new self($file->number('height', 1000), self::groups($file));
    }

    /** @return list<KeyGroup> what stands under "groups" */
    public static function groups(FamilyFile $file): array
    {
        $groups = [];
        foreach ($file->parts('groups') as $group) {
            $spots = [];
            $keys = $group->part('keys');
            foreach ($keys->keys() as $id) {
                $given = $keys->texts($id);
                if (5 !== \count($given) || !\in_array($given[4], ['disc', 'oval', 'key', 'half'], true)) {
                    throw $keys->wrong($id, 'expected x, y, width, height and disc, oval, key or half');
                }
                $spots[$id] = new KeySpot(
                    (int) $given[0],
                    (int) $given[1],
                    (int) $given[2],
                    (int) $given[3],
                    $given[4],
                );
            }
            $marks = [];
            foreach ($group->part('marks')->keys() as $id) {
                $marks[$id] = array_map(intval(...), $group->part('marks')->texts($id));
            }
            $groups[] = new KeyGroup(
                $group->text('name'),
                $spots,
                $group->text('show', 'used'),
                array_map(intval(...), $group->texts('mark')),
                $marks,
                $group->texts('letter'),
            );
        }

        return $groups;
    }

    /** @return array<string, KeySpot> */
    public function spots(): array
    {
        return array_merge(...array_map(static fn (KeyGroup $group): array => $group->spots, $this->groups));
    }
}
