<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * Tempos that are worked through one after the other, in beats a minute, from slow to fast.
 */
final readonly class Rungs
{
    /** More than anybody climbs. */
    public const MOST = 60;
    public const SLOWEST = 10;
    public const FASTEST = 400;

    /** @param non-empty-list<int> $tempos rising */
    private function __construct(public array $tempos)
    {
    }

    /**
     * @param non-empty-list<int> $tempos beats a minute, in any order
     *
     * @throws PracticeError
     */
    public static function of(array $tempos): self
    {
        $tempos = array_values(array_unique($tempos));
        sort($tempos);
        if (\count($tempos) > self::MOST) {
            throw PracticeError::tooManyRungs(\count($tempos), self::MOST);
        }
        foreach ($tempos as $tempo) {
            self::check('tempo of the ladder', $tempo);
        }

        return new self($tempos);
    }

    /**
     * "60 80 100 120", "60,80,100", "from 52 by 4 to 96".
     *
     * @throws PracticeError
     */
    public static function parse(string $text): self
    {
        $text = mb_strtolower(trim($text));
        if (1 === preg_match('/^from\s+(\d{1,4})\s+by\s+(\d{1,4})\s+to\s+(\d{1,4})$/', $text, $said)) {
            [$from, $by, $to] = [(int) $said[1], (int) $said[2], (int) $said[3]];
            if ($by < 1 || $to < $from) {
                throw PracticeError::notRungs($text);
            }
            if (intdiv($to - $from, $by) >= self::MOST) {
                throw PracticeError::tooManyRungs(intdiv($to - $from, $by) + 1, self::MOST);
            }

            // The last is where it goes, whether the steps come out there or not.
            return self::of([...range($from, $to, min($by, max(1, $to - $from))), $to]);
        }
        if (1 !== preg_match('/^\d{1,4}(\s*[,;\s]\s*\d{1,4})*$/', $text)) {
            throw PracticeError::notRungs($text);
        }
        $tempos = array_map(intval(...), preg_split('/[,;\s]+/', $text) ?: []);
        \assert([] !== $tempos);

        return self::of($tempos);
    }

    public static function usual(PracticeFigures $figures): self
    {
        return self::of($figures->counts('rungs'));
    }

    public function last(): int
    {
        return $this->tempos[\count($this->tempos) - 1];
    }

    /** "60 80 100 120" */
    public function text(): string
    {
        return implode(' ', $this->tempos);
    }

    /** @throws PracticeError */
    public static function check(string $what, int $tempo): void
    {
        if ($tempo < self::SLOWEST || $tempo > self::FASTEST) {
            throw PracticeError::notATempo($what, $tempo, self::SLOWEST, self::FASTEST);
        }
    }
}
