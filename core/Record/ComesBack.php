<?php

declare(strict_types=1);

namespace SwiftReed\Record;

/**
 * What was mixed up in written work comes back. Source: the handbook, chapter 8, "Work it out".
 */
final class ComesBack
{
    /**
     * Other questions in between: at once, the answer would still be in the ear. Common practice, no source for the
     * number.
     */
    public const AFTER = 3;
    /** Times in a row that it has to be right then. */
    public const RIGHT = 2;

    /**
     * @param list<array{kind: string, question: string, isRight: bool}> $answers from early to late
     *
     * @return int|null index of the answer whose question is to be asked again; the one that waits longest. Null when nothing is to come back yet
     */
    public static function next(array $answers): ?int
    {
        $open = [];
        foreach ($answers as $i => $one) {
            $key = $one['kind'].' '.$one['question'];
            if (!$one['isRight']) {
                $open[$key] = ['at' => $i, 'right' => 0];
            } elseif (isset($open[$key]) && $i - $open[$key]['at'] > self::AFTER) {
                // What is right at once was just read off; only after others does it count.
                $open[$key] = ['at' => $i, 'right' => $open[$key]['right'] + 1];
                if ($open[$key]['right'] >= self::RIGHT) {
                    unset($open[$key]);
                }
            }
        }
        $waiting = array_filter(
            array_column($open, 'at'),
            static fn (int $at): bool => \count($answers) - 1 - $at >= self::AFTER,
        );

        return [] === $waiting ? null : min($waiting);
    }
}
