<?php

declare(strict_types=1);

namespace SwiftReed\Time;

/**
 * Notes that share a time unlike the metre's own division: three in the time of two, five in the time of four.
 */
final readonly class Tuplet
{
    /**
     * @param int $from   where it begins, in ticks from the onset of the note that tells of it; not more than 0 where
     *  the note stands in it
     * @param int $ticks  how long it is
     * @param int $actual shares of it
     * @param int $normal shares that fill the same time by themselves
     */
    private function __construct(public int $from, public int $ticks, public int $actual, public int $normal)
    {
    }

    public static function of(int $from, int $ticks, int $actual, int $normal): self
    {
        return new self($from, $ticks, $actual, $normal);
    }

    /** Three in the time of two eighths, in a quarter. */
    public static function triplet(int $from): self
    {
        return new self($from, Length::QUARTER, 3, 2);
    }

    public function movedBy(int $ticks): self
    {
        return new self($this->from + $ticks, $this->ticks, $this->actual, $this->normal);
    }

    public function end(): int
    {
        return $this->from + $this->ticks;
    }

    /** "3:2" */
    public function text(): string
    {
        return $this->actual.':'.$this->normal;
    }

    /** How a length in it is written, in ticks: a triplet eighth as an eighth. */
    public function written(int $ticks): int
    {
        return intdiv($ticks * $this->actual, $this->normal);
    }

    /** How long what is written so lasts in it. */
    public function lasting(int $written): int
    {
        return intdiv($written * $this->normal, $this->actual);
    }

    /**
     * The triplets among notes that say nothing of them: each quarter in which something begins or ends that is no
     * sixty-fourth.
     *
     * @param list<array{int, int}> $spans where each note begins and ends, in ticks from a bar line
     *
     * @return list<self> counted from the same place
     */
    public static function triplets(array $spans): array
    {
        $found = [];
        foreach ($spans as $span) {
            foreach ($span as $place) {
                if (0 !== $place % Length::SIXTY_FOURTH) {
                    $begin = $place - $place % Length::QUARTER;
                    $found[$begin] = self::triplet($begin);
                }
            }
        }
        ksort($found);

        return array_values($found);
    }

    /**
     * Those in which a note begins, ends or sounds, told from its onset.
     *
     * @param list<self> $tuplets
     *
     * @return list<self>
     */
    public static function touching(array $tuplets, int $onset, int $length): array
    {
        $touching = [];
        foreach ($tuplets as $one) {
            if ($one->from < $onset + $length && $one->end() > $onset) {
                $touching[] = $one->movedBy(-$onset);
            }
        }

        return $touching;
    }
}
