<?php

declare(strict_types=1);

namespace SwiftReed\Time;

/**
 * How a bar is counted, and into which groups its beats fall. Lengths are in ticks: {@see Length}. There is one value of
 * each, so that two may be compared with ===.
 *
 * Source: the handbook, chapter 3, "A language of rhythm" (common practice).
 */
final class TimeSignature
{
    /**
     * What can be said, with the note values of one beat and those of each group, both in the signature's lower number.
     * Where none is said, five fall into three and two, and seven into two, two and three.
     */
    private const ROWS = [
        '4/4' => [1, [2, 2]],
        '3/4' => [1, [3]],
        '2/4' => [1, [2]],
        '6/8' => [3, [3, 3]],
        '2/2' => [1, [1, 1]],
        '5/4' => [1, [3, 2]],
        '5/4 as 3+2' => [1, [3, 2]],
        '5/4 as 2+3' => [1, [2, 3]],
        '6/4' => [1, [3, 3]],
        '3/8' => [1, [3]],
        '7/8' => [1, [2, 2, 3]],
        '7/8 as 2+2+3' => [1, [2, 2, 3]],
        '7/8 as 2+3+2' => [1, [2, 3, 2]],
        '7/8 as 3+2+2' => [1, [3, 2, 2]],
        '7/8 as 4+3' => [1, [4, 3]],
        '7/8 as 3+4' => [1, [3, 4]],
        '9/8' => [3, [3, 3, 3]],
        '12/8' => [3, [3, 3, 3, 3]],
    ];

    /** @var array<string, self> */
    private static array $known = [];

    /** @param non-empty-list<int> $groups note values of the lower number */
    private function __construct(
        public readonly string $text,
        private readonly int $over,
        private readonly int $under,
        private readonly int $beat,
        private readonly array $groups,
    ) {
    }

    /** @throws \OutOfBoundsException when there is none so called */
    public static function of(string $text): self
    {
        return self::tryOf($text)
            ?? throw new \OutOfBoundsException(\sprintf('"%s" is no time signature that is known here.', $text));
    }

    public static function tryOf(string $text): ?self
    {
        if (!isset(self::ROWS[$text])) {
            return null;
        }
        [$over, $under] = array_map(intval(...), explode('/', explode(' ', $text)[0]));

        return self::$known[$text] ??= new self($text, $over, $under, ...self::ROWS[$text]);
    }

    public static function fourFour(): self
    {
        return self::of('4/4');
    }

    /** @return non-empty-list<string> all that can be said: "4/4", "7/8 as 2+2+3" */
    public static function all(): array
    {
        return array_keys(self::ROWS);
    }

    /** "7/8", without its groups. */
    public function name(): string
    {
        return $this->over.'/'.$this->under;
    }

    public function beats(): int
    {
        return $this->over;
    }

    public function beatType(): int
    {
        return $this->under;
    }

    public function barTicks(): int
    {
        return $this->over * $this->lower();
    }

    /**
     * The felt beat: a half in 2/2, a dotted quarter where eighths go by threes, an eighth where they go by groups of
     * their own; else a quarter.
     */
    public function beatTicks(): int
    {
        return $this->beat * $this->lower();
    }

    /** Beats of a bar. */
    public function felt(): int
    {
        return intdiv($this->over, $this->beat);
    }

    /** The note value of the felt beat as a fraction of a whole note. */
    public function beatUnit(): string
    {
        return $this->beat.'/'.$this->under;
    }

    /** Whether each beat falls into three. */
    public function isCompound(): bool
    {
        return 3 === $this->beat;
    }

    /** Whether eighths are counted in groups, as in 3/8 and 7/8, rather than in beats of several. */
    public function goesByGroups(): bool
    {
        return 8 === $this->under && 1 === $this->beat;
    }

    /** Whether the groups of a bar are unlike. */
    public function isUneven(): bool
    {
        return \count(array_unique($this->groups)) > 1;
    }

    /** Ticks of what is counted aloud: the beat, or each eighth of eighths that go by threes. */
    public function counted(): int
    {
        return $this->isCompound() ? Length::EIGHTH : $this->beatTicks();
    }

    /**
     * Where the click falls: on each beat, or on the first of each group.
     *
     * @return non-empty-list<int> ticks from the bar line
     */
    public function clicks(): array
    {
        return $this->goesByGroups()
            ? $this->divisions()
            : range(0, $this->barTicks() - 1, $this->beatTicks());
    }

    /**
     * Where a bar divides: a note that begins off the beat, or in an uneven bar between divisions, is cut there.
     *
     * @return non-empty-list<int> ticks from the bar line, the bar line first
     */
    public function divisions(): array
    {
        $places = [0];
        $at = 0;
        foreach (\array_slice($this->groups, 0, -1) as $group) {
            $at += $group * $this->lower();
            $places[] = $at;
        }

        return $places;
    }

    /** Which beam a place belongs to, counted in its bar: that of its beat, or of its group of eighths. */
    public function beam(int $inBar): int
    {
        $beam = 0;
        foreach ($this->clicks() as $k => $place) {
            $beam = $place <= $inBar ? $k : $beam;
        }

        return $beam;
    }

    private function lower(): int
    {
        return intdiv(Length::WHOLE, $this->under);
    }
}
