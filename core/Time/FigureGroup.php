<?php

declare(strict_types=1);

namespace SwiftReed\Time;

/**
 * The parts between two divisions of a figure, and over how many beats they are spread.
 */
final readonly class FigureGroup
{
    /** @param non-empty-list<FigurePart> $parts */
    private function __construct(public array $parts, public int $beats)
    {
    }

    /** @param non-empty-list<FigurePart> $parts */
    public static function of(array $parts, int $beats = 1): self
    {
        return new self($parts, $beats);
    }

    /** Shares into which the group is divided. */
    public function shares(): int
    {
        return array_sum(array_map(static fn (FigurePart $part): int => $part->share, $this->parts));
    }

    /** "1+2+1 over 2 beats". */
    public function text(): string
    {
        return implode('+', array_map(static fn (FigurePart $part): string => $part->text(), $this->parts))
            .(1 === $this->beats ? '' : ' over '.$this->beats.' beats');
    }

    /**
     * How many shares take the time of how many: 3 of 2, 5 of 4; alike where the values stand in the metre by
     * themselves.
     *
     * @param bool $isCompound whether beats go by threes, so that two in a beat are a duplet and no dotted notes
     *
     * @return array{int, int} actual and normal shares
     */
    public function ratio(bool $isCompound): array
    {
        $shares = $this->shares();
        // A beat, or several: what is left of them when they have been halved as often as can be.
        $odd = $this->beats * ($isCompound ? 3 : 1);
        while (0 === $odd % 2) {
            $odd = intdiv($odd, 2);
        }
        $plain = $shares;
        while (0 === $plain % 2) {
            $plain = intdiv($plain, 2);
        }
        // As many shares as the time has halves, quarters, eighths of; or, in simple time, dotted ones: four in three.
        if ($plain === $odd || (!$isCompound && 3 === $odd && 1 === $plain)) {
            return [$shares, $shares];
        }
        $normal = $odd;
        while ($normal * 2 <= $shares) {
            $normal *= 2;
        }

        return [$shares, $normal];
    }
}
