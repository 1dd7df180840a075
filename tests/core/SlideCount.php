<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Instrument\Touch;

/**
 * How many fingertips go from one key to another between two fingerings of holes and keys: told from the fingers that
 * the chart names, apart from the planner. A little finger and a thumb count over a roller too; whatever the thumb or a
 * fingertip can hold together with the other key does not, nor a whisper key, nor a key that is only flicked.
 *
 * Source of the rule: the handbook, chapter 4, "Slides".
 */
final class SlideCount
{
    public static function between(Instrument $instrument, Fingering $before, Fingering $after): int
    {
        $keys = $instrument->mechanism();
        if (!$keys instanceof Keywork) {
            return 0;
        }
        $all = $keys->touches();
        $tip = static fn (string $id): bool => !\in_array($all[$id]->part, ['palm', 'side'], true)
            && !\in_array($id, $keys->set, true);
        $covering = static function (array $touches) use ($keys): array {
            foreach ($touches as $id) {
                $touches = [...$touches, ...($keys->covers[$id] ?? [])];
            }

            return array_values($touches);
        };
        $held = $covering(array_diff($before->touches, $before->momentary));
        $new = array_diff($covering($after->touches), $held);
        $slides = 0;
        foreach (array_filter($new, $tip) as $to) {
            foreach (array_filter($held, $tip) as $from) {
                $slides += $all[$from]->finger === $all[$to]->finger
                    && self::isSlide($keys, $all[$from], $all[$to], $after->touches) ? 1 : 0;
            }
        }

        return $slides;
    }

    /** @param list<string> $after */
    private static function isSlide(Keywork $keys, Touch $from, Touch $to, array $after): bool
    {
        $isIn = static function (array $groups) use ($from, $to): bool {
            foreach ($groups as $group) {
                if ([] === array_diff([$from->id, $to->id], $group)) {
                    return true;
                }
            }

            return false;
        };
        $isTogether = $isIn($keys->together);
        if ($isTogether && ($to->isThumb() || \in_array($from->id, $after, true))) {
            return false;
        }
        $rolls = $isTogether || $isIn($keys->rollers);

        return !$rolls || $to->isLittleFinger() || ($to->isThumb() && !$to->isHalfHole);
    }
}
