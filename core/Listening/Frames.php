<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

use SwiftReed\Words\Wording;

/**
 * A take as the browser heard it: frames in the order of their time. They come from strangers; what is no sound is
 * refused.
 */
final readonly class Frames
{
    /** A minute has some 5,700 of them. */
    public const MOST = 60_000;
    public const MOST_BYTES = 4_000_000;
    private const WINDOW = 1024;
    private const MOST_HZ = 20_000;
    private const RATE = [1, 1000];

    /**
     * @param list<Frame> $frames
     * @param int         $window samples that a pitch took
     */
    public function __construct(public array $frames, public int $window = self::WINDOW)
    {
    }

    /**
     * @param mixed $given {"rate": 100, "window": 1024, "frames": [[ms, hz, clarity, dB], …]}, or its JSON
     *
     * @throws ListeningError
     */
    public static function read(mixed $given, ?ListeningFigures $figures = null): self
    {
        if (\is_string($given)) {
            if (\strlen($given) > self::MOST_BYTES) {
                throw ListeningError::notFrames(Wording::of('frames.take-kilobytes-most', [
                    'length' => intdiv(\strlen($given), 1024),
                    'most_bytes' => intdiv(self::MOST_BYTES, 1024),
                ]));
            }
            $given = json_decode($given, true, 6);
        }
        if (!\is_array($given) || !\is_array($given['frames'] ?? null) || !array_is_list($given['frames'])) {
            throw ListeningError::notFrames('There is no list "frames"');
        }
        $rate = $given['rate'] ?? 100;
        if (!is_numeric($rate) || $rate < self::RATE[0] || $rate > self::RATE[1]) {
            throw ListeningError::notFrames('"rate" is not a number of frames a second from 1 to 1000');
        }
        if (\count($given['frames']) > self::MOST) {
            throw ListeningError::notFrames(Wording::of('frames.take-frames-most', [
                'frames' => \count($given['frames']),
                'most' => self::MOST,
            ]));
        }
        $window = $given['window'] ?? self::WINDOW;
        if (!\is_int($window) || $window < 256 || $window > 16384) {
            throw ListeningError::notFrames('"window" is not a number of samples from 256 to 16384');
        }
        $longest = 60_000 * ($figures ?? ListeningFigures::shipped())->number('most-minutes');
        $frames = [];
        $before = 0.0;
        foreach ($given['frames'] as $k => $row) {
            if (
                !\is_array($row)
                || !array_is_list($row)
                || 4 !== \count($row)
                || [] !== array_filter(
                    $row,
                    static fn (mixed $one): bool => !\is_int($one) && !\is_float($one) || !is_finite((float) $one),
                )
            ) {
                throw ListeningError::notFrames(Wording::of('frames.frame-does-not', ['k' => $k + 1]));
            }
            [$ms, $hz, $clarity, $level] = $read = array_map(
                static fn (mixed $one): float => is_numeric($one) ? (float) $one : 0.0,
                $row,
            );
            if (
                $ms < $before
                || $ms > $longest
                || $hz < 0
                || $hz > self::MOST_HZ
                || $clarity < 0
                || $clarity > 1.001
                || $level < -200
                || $level > 30
            ) {
                throw ListeningError::notFrames(Wording::of('frames.frame-cannot', [
                    'k' => $k + 1,
                    'read' => implode(', ', $read),
                ]));
            }
            $frames[] = new Frame($ms, $hz, $clarity, $level);
            $before = $ms;
        }

        return new self($frames, $window);
    }

    /** @return array<string, mixed> as {@see read()} takes it */
    public function data(): array
    {
        return [
            'rate' => 100,
            'window' => $this->window,
            'frames' => array_map(
                static fn (Frame $one): array => [
                    round($one->ms, 1),
                    round($one->hz, 2),
                    round($one->clarity, 3),
                    round($one->level, 1),
                ],
                $this->frames,
            ),
        ];
    }
}
