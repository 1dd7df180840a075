<?php

declare(strict_types=1);

namespace SwiftReed\Import;

/**
 * A bar of a file while it is read: its notes and rests, and how it is repeated.
 */
final class FileMeasure
{
    /**
     * @var list<array{GivenNote|null, int, bool}> a note or none for a rest, ticks,
     *  whether the note is tied from the one before
     */
    private array $items = [];
    private bool $beginsRepeat = false;
    private int $times = 1;
    /** @var list<int> the times through in which it is played; empty for all */
    private array $endings = [];

    public function __construct(public readonly bool $isPickUp)
    {
    }

    public function note(GivenNote $note, bool $isTied): void
    {
        $this->items[] = [$note, $note->ticks, $isTied];
    }

    public function rest(int $ticks): void
    {
        $this->items[] = [null, $ticks, false];
    }

    public function repeat(bool $begins, int $times): void
    {
        $this->beginsRepeat = $this->beginsRepeat || $begins;
        $this->times = $begins ? $this->times : $times;
    }

    public function ending(string $numbers): void
    {
        $this->endings = array_map(
            intval(...),
            preg_split('/[\s,]+/', mb_substr($numbers, 0, 20), -1, \PREG_SPLIT_NO_EMPTY) ?: [],
        );
    }

    public function ticks(): int
    {
        return array_sum(array_column($this->items, 1));
    }

    /** @param list<self> $measures */
    public static function repeats(array $measures): bool
    {
        return [] !== array_filter($measures, static fn (self $measure): bool => $measure->times > 1);
    }

    /**
     * All bars as they are played, as one line.
     *
     * @param list<self> $measures
     *
     * @return list<GivenNote>
     *
     * @throws ImportError when there are too many
     */
    public static function written(array $measures): array
    {
        $notes = [];
        $rests = 0;
        foreach (self::order($measures) as $k) {
            foreach ($measures[$k]->items as [$note, $ticks, $isTied]) {
                $last = \count($notes) - 1;
                if (null === $note) {
                    $rests += $ticks;
                } elseif (
                    $isTied
                    && $last >= 0
                    && 0 === $rests
                    && $notes[$last]->pitch->midi() === $note->pitch->midi()
                ) {
                    $notes[$last] = $notes[$last]->longer($ticks);
                } else {
                    $notes[] = $note->after($rests);
                    $rests = 0;
                }
                if (\count($notes) > GivenLine::MOST) {
                    throw ImportError::tooMany(\count($notes), GivenLine::MOST);
                }
            }
        }

        return array_values($notes);
    }

    /**
     * @param list<self> $measures
     *
     * @return list<int> bars in the order in which they are played
     */
    private static function order(array $measures): array
    {
        $order = [];
        $begin = 0;
        $pass = 1;
        $count = \count($measures);
        for ($k = 0; $k < $count && \count($order) <= GivenLine::MOST; ++$k) {
            $measure = $measures[$k];
            if ($measure->beginsRepeat && 1 === $pass) {
                $begin = $k;
            }
            if ([] === $measure->endings || \in_array($pass, $measure->endings, true)) {
                $order[] = $k;
            }
            if ($measure->times > 1 && ([] === $measure->endings || \in_array($pass, $measure->endings, true))) {
                if ($pass < $measure->times) {
                    ++$pass;
                    $k = $begin - 1;
                } else {
                    $pass = 1;
                    $begin = $k + 1;
                }
            }
        }

        return $order;
    }
}
