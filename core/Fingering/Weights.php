<?php

declare(strict_types=1);

namespace SwiftReed\Fingering;

use SwiftReed\Knowledge\DataError;
use SwiftReed\Knowledge\DataFolder;

/**
 * Every number that decides among fingerings, read from data/weights.yaml, where each has a sentence that says what it
 * means in playing. One is the effort of moving one finger, where nothing else is said.
 */
final readonly class Weights
{
    public const FILE = 'weights';

    private function __construct(
        public float $finger,
        public float $thumb,
        public float $bothWays,
        public float $keyToKey,
        public float $littleFingerRoll,
        public float $roll,
        public float $halfHole,
        public float $skip,
        public float $valve,
        public float $valvesBothWays,
        public float $crossing,
        public float $partial,
        public float $partialAndValves,
        public float $thumbValve,
        public float $position,
        public float $longThrow,
        public float $trigger,
        public float $slidePartial,
        public float $turn,
        public float $leap,
        public float $usualSpeed,
        public float $most,
        public float $afterBreath,
        public float $unclean,
        public float $uncleanRoll,
        public float $leaving,
        public float $onlyNeeded,
        public float $cent,
        public float $ownCent,
        public float $outOfTune,
        public float $helped,
        public float $longBeats,
        public float $throwSpeed,
    ) {
    }

    /** @return list<string> names of all weights, as the file writes them */
    public static function names(): array
    {
        return array_map(
            static fn (\ReflectionParameter $one): string => strtolower((string) preg_replace(
                '/[A-Z]/',
                '-$0',
                $one->getName(),
            )),
            (new \ReflectionMethod(self::class, '__construct'))->getParameters(),
        );
    }

    /**
     * @param array<string, float> $instead weights to be taken in place of the file's
     *
     * @throws DataError when a weight is missing or is no number
     */
    public static function read(DataFolder $data, array $instead = []): self
    {
        $entries = $data->read(self::FILE);
        $values = [];
        foreach (self::names() as $name) {
            $entry = $entries[$name] ?? null;
            $is = \is_array($entry) ? $entry['is'] ?? null : null;
            $values[] = $instead[$name]
                ?? (\is_float($is) || \is_int($is)
                    ? (float) $is
                    : throw DataError::entry(self::FILE, $name, 'expected "is" with a number'));
        }

        return new self(...$values);
    }

    public static function shipped(): self
    {
        /** @var self|null $shipped */
        static $shipped = null;

        return $shipped ??= self::read(DataFolder::shipped());
    }
}
