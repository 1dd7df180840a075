<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\PitchError;
use SwiftReed\Words\Wording;

/**
 * Marks notes that were written one after the other, and names what was mixed up: the letter that was used twice or
 * skipped, the step that is too wide or too narrow, the sharp side in place of the flat side.
 *
 * Source: the handbook, chapter 8, "Work it out" (every letter once, none repeated, none skipped; common practice).
 */
final class NoteSpelling
{
    /** Notes of one answer. */
    private const MOST = 60;

    /**
     * Notes as they were typed: "F G A Bb", "f, g, a, b flat", with bars between tetrachords.
     *
     * @return list<NoteName>
     *
     * @throws RecordError when something is no note
     */
    public static function read(string $answer): array
    {
        $answer = (string) preg_replace('/([A-Ga-g])[\s-]+(double[\s-]+)?(flat|sharp)s?\b/iu', '$1$2$3', trim($answer));
        $words = preg_split('/[\s,;|\/–—-]+/u', $answer, -1, \PREG_SPLIT_NO_EMPTY) ?: [];
        if (\count($words) > self::MOST) {
            throw RecordError::notAnAnswer(Wording::of('note-spelling.read', ['words' => \count($words)]), 'F G A Bb C D E F');
        }

        return array_map(static function (string $word): NoteName {
            try {
                return NoteName::parse($word);
            } catch (PitchError) {
                throw RecordError::notAnAnswer($word, 'F G A Bb C D E F');
            }
        }, $words);
    }

    /**
     * @param list<NoteName> $given
     * @param list<NoteName> $wanted
     * @param bool           $byPitch whether any spelling is right that sounds so, as in scales without a signature
     *
     * @return list<WrittenMistake>
     */
    public static function mistakes(array $given, array $wanted, bool $byPitch): array
    {
        $isRight = static fn (NoteName $a, NoteName $b): bool => $a->equals($b) || (
            $byPitch && $a->pitchClass() === $b->pitchClass()
        );
        if (self::isOnTheOtherSide($given, $wanted, $byPitch)) {
            $side = array_sum(array_map(static fn (NoteName $one): int => $one->alter, $wanted)) < 0
                ? ['sharps', 'flats']
                : ['flats', 'sharps'];

            return [
                new WrittenMistake(
                    1,
                    $given[0]->text(),
                    $wanted[0]->text(),
                    MistakeKind::SharpForFlat,
                    Wording::of('note-spelling.these-right-notes', [
                        'side' => $side[0],
                        'wanted' => $wanted[0]->sign(),
                        'side_2' => $side[1],
                    ]),
                ),
            ];
        }
        $mistakes = [];
        foreach (self::aligned($given, $wanted, $isRight) as [$g, $w]) {
            if (null === $g) {
                \assert(null !== $w);
                $mistakes[] = new WrittenMistake(
                    $w + 1,
                    '',
                    $wanted[$w]->text(),
                    MistakeKind::LetterSkipped,
                    Wording::of('note-spelling.you-skipped-letter', [
                        'wanted' => $wanted[$w]->sign(),
                        'wanted_2' => $w > 0 ? ' after '.$wanted[$w - 1]->sign() : '',
                    ]),
                );
            } elseif (null === $w) {
                $isTwice = $g > 0 && $given[$g]->letter === $given[$g - 1]->letter
                    || (isset($given[$g + 1]) && $given[$g]->letter === $given[$g + 1]->letter);
                $mistakes[] = new WrittenMistake(
                    $g + 1,
                    $given[$g]->text(),
                    '',
                    $isTwice ? MistakeKind::LetterTwice : MistakeKind::WrongName,
                    Wording::of($isTwice ? 'note-spelling.too-many-letter' : 'note-spelling.too-many', [
                        'note' => $given[$g]->sign(),
                    ]),
                );
            } elseif (!$isRight($given[$g], $wanted[$w])) {
                $mistakes[] = self::other($given, $wanted, $g, $w);
            }
        }

        return $mistakes;
    }

    /**
     * @param list<NoteName> $given
     * @param list<NoteName> $wanted
     */
    private static function other(array $given, array $wanted, int $g, int $w): WrittenMistake
    {
        $is = $given[$g];
        $should = $wanted[$w];
        if ($is->letter === $should->letter) {
            return new WrittenMistake(
                $g + 1,
                $is->text(),
                $should->text(),
                MistakeKind::WrongStep,
                self::step($given, $wanted, $g, $w),
            );
        }
        $neighbours = array_filter(
            [$given[$g - 1] ?? null, $given[$g + 1] ?? null],
            static fn (?NoteName $one): bool => $one?->letter === $is->letter,
        );
        if ([] !== $neighbours) {
            return new WrittenMistake(
                $g + 1,
                $is->text(),
                $should->text(),
                MistakeKind::LetterTwice,
                Wording::of('note-spelling.letter-twice', [
                    'letter' => $is->letter->text(),
                    'missing' => $should->letter->text(),
                    'note' => $w + 1,
                    'should' => $should->sign(),
                ]),
            );
        }
        if ($is->pitchClass() === $should->pitchClass()) {
            return new WrittenMistake(
                $g + 1,
                $is->text(),
                $should->text(),
                MistakeKind::SharpForFlat,
                Wording::of('note-spelling.sounds-right-spelled', ['is' => $is->sign(), 'should' => $should->sign()]),
            );
        }

        return new WrittenMistake(
            $g + 1,
            $is->text(),
            $should->text(),
            MistakeKind::WrongName,
            Wording::of('note-spelling.note-not', [
                'w' => $w + 1,
                'should' => $should->sign(),
                'is' => $is->sign(),
            ]),
        );
    }

    /**
     * Which step came out too wide or too narrow.
     *
     * @param list<NoteName> $given
     * @param list<NoteName> $wanted
     */
    private static function step(array $given, array $wanted, int $g, int $w): string
    {
        $before = $wanted[$w - 1] ?? null;
        if (null === $before) {
            return Wording::of('note-spelling.begins', ['wanted' => $wanted[$w]->sign()]);
        }
        $up = self::between($before, $wanted[$w]);
        $got = self::between($before, $given[$g]);

        return Wording::of('note-spelling.between-wanted-so', [
            'w' => $w,
            'w_2' => $w + 1,
            'named' => self::named($up),
            'wanted' => $wanted[$w]->sign(),
            'before' => $before->sign(),
            'given' => $given[$g]->sign(),
            'named_2' => self::named($got),
        ]);
    }

    /** Half steps from a note to the next, by the nearer way. */
    private static function between(NoteName $from, NoteName $to): int
    {
        $up = ($to->pitchClass() - $from->pitchClass() + 12) % 12;

        return $up > 6 ? $up - 12 : $up;
    }

    private static function named(int $halfSteps): string
    {
        return Wording::of('note-spelling.step', ['halfSteps' => abs($halfSteps)]);
    }

    /**
     * Whether every note sounds right and all stand on other letters, each a letter further.
     *
     * @param list<NoteName> $given
     * @param list<NoteName> $wanted
     */
    private static function isOnTheOtherSide(array $given, array $wanted, bool $byPitch): bool
    {
        if ($byPitch || \count($given) !== \count($wanted) || \count($given) < 2) {
            return false;
        }
        foreach ($given as $i => $one) {
            if ($one->pitchClass() !== $wanted[$i]->pitchClass() || $one->letter === $wanted[$i]->letter) {
                return false;
            }
        }

        return true;
    }

    /**
     * Which given note stands for which wanted one: the fewest notes left out, added or changed.
     *
     * @param list<NoteName>                      $given
     * @param list<NoteName>                      $wanted
     * @param \Closure(NoteName, NoteName): bool $isRight
     *
     * @return list<array{int|null, int|null}> places in the answer and in what was wanted
     */
    private static function aligned(array $given, array $wanted, \Closure $isRight): array
    {
        $rows = \count($given);
        $columns = \count($wanted);
        $cost = [];
        for ($i = $rows; $i >= 0; --$i) {
            for ($j = $columns; $j >= 0; --$j) {
                if ($i === $rows || $j === $columns) {
                    $cost[$i][$j] = 10 * (($rows - $i) + ($columns - $j));
                    continue;
                }
                // A wrong note in its place is nearer than one left out and another added; one on its own letter nearer
                // still.
                $change = $isRight($given[$i], $wanted[$j])
                    ? 0
                    : ($given[$i]->letter === $wanted[$j]->letter
                        ? 8
                        : ($given[$i]->pitchClass() === $wanted[$j]->pitchClass() ? 9 : 11));
                $cost[$i][$j] = min($change + $cost[$i + 1][$j + 1], 10 + $cost[$i + 1][$j], 10 + $cost[$i][$j + 1]);
            }
        }
        $pairs = [];
        for ($i = 0, $j = 0; $i < $rows || $j < $columns;) {
            $change = $i < $rows && $j < $columns
                ? ($isRight($given[$i], $wanted[$j])
                    ? 0
                    : ($given[$i]->letter === $wanted[$j]->letter
                        ? 8
                        : ($given[$i]->pitchClass() === $wanted[$j]->pitchClass() ? 9 : 11)))
                : null;
            if (null !== $change && $cost[$i][$j] === $change + $cost[$i + 1][$j + 1]) {
                $pairs[] = [$i++, $j++];
            } elseif ($i < $rows && $cost[$i][$j] === 10 + $cost[$i + 1][$j]) {
                $pairs[] = [$i++, null];
            } else {
                $pairs[] = [null, $j++];
            }
        }

        return $pairs;
    }
}
