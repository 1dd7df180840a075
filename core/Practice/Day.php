<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

/**
 * A day of the calendar where the band is; it knows nothing of hours.
 */
final readonly class Day
{
    private function __construct(private \DateTimeImmutable $date)
    {
    }

    /**
     * "2026-03-12".
     *
     * @throws PracticeError when there is no such day
     */
    public static function parse(string $text): self
    {
        $date = \DateTimeImmutable::createFromFormat('!Y-m-d', trim($text), new \DateTimeZone('UTC'));
        if (false === $date || $date->format('Y-m-d') !== trim($text)) {
            throw PracticeError::notADay($text);
        }

        return new self($date);
    }

    /** The day that it is at a moment, where the band is. */
    public static function at(\DateTimeInterface $moment, \DateTimeZone $zone): self
    {
        return self::parse(\DateTimeImmutable::createFromInterface($moment)->setTimezone($zone)->format('Y-m-d'));
    }

    public function text(): string
    {
        return $this->date->format('Y-m-d');
    }

    /** "12 March" */
    public function spoken(): string
    {
        return $this->date->format('j F');
    }

    /** 1 is Monday. */
    public function number(): int
    {
        return (int) $this->date->format('N');
    }

    public function plus(int $days): self
    {
        return new self($this->date->modify(\sprintf('%+d days', $days)));
    }

    /** Days from another one to this one; negative when this one is earlier. */
    public function since(self $other): int
    {
        return (int) $other->date->diff($this->date)->format('%r%a');
    }

    public function isBefore(self $other): bool
    {
        return $this->date < $other->date;
    }

    public function equals(self $other): bool
    {
        return $this->date == $other->date;
    }

    public function later(self $other): self
    {
        return $this->isBefore($other) ? $other : $this;
    }
}
