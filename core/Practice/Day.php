<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * A day of the calendar where the band is; it knows nothing of hours.
 */
final readonly class Day
{
    private const SECONDS = 86400;

    /** @param int $count days since 1 January 1970 */
    private function __construct(public int $count)
    {
    }

    /**
     * "2026-03-12".
     *
     * @throws PracticeError when there is no such day
     */
    public static function parse(string $text): self
    {
        if (
            1 !== preg_match('/^(\d{4})-(\d{2})-(\d{2})$/', trim($text), $read)
            || !checkdate((int) $read[2], (int) $read[3], (int) $read[1])
        ) {
            throw PracticeError::notADay($text);
        }

        return new self(intdiv((int) gmmktime(0, 0, 0, (int) $read[2], (int) $read[3], (int) $read[1]), self::SECONDS));
    }

    /** The day that it is at a moment, where the band is. */
    public static function at(\DateTimeInterface $moment, \DateTimeZone $zone): self
    {
        return self::parse(\DateTimeImmutable::createFromInterface($moment)->setTimezone($zone)->format('Y-m-d'));
    }

    public function text(): string
    {
        return gmdate('Y-m-d', $this->count * self::SECONDS);
    }

    /** "12 March" */
    public function spoken(): string
    {
        return gmdate('j F', $this->count * self::SECONDS);
    }

    /** 1 is Monday. */
    public function number(): int
    {
        return (int) gmdate('N', $this->count * self::SECONDS);
    }

    public function plus(int $days): self
    {
        return new self($this->count + $days);
    }

    /** Days from another one to this one; negative when this one is earlier. */
    public function since(self $other): int
    {
        return $this->count - $other->count;
    }

    public function isBefore(self $other): bool
    {
        return $this->count < $other->count;
    }

    public function equals(self $other): bool
    {
        return $this->count === $other->count;
    }

    public function later(self $other): self
    {
        return $this->count < $other->count ? $other : $this;
    }
}
