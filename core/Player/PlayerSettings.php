<?php

declare(strict_types=1);

namespace SwiftReed\Player;

use SwiftReed\Pitch\SpellingPreference;

/**
 * How a player reads: stage, spelling, reminders, limits of comfort and a breath of his own.
 */
final readonly class PlayerSettings
{
    /** Seconds that anybody's breath lasts at the least, and at the most. */
    private const SHORTEST = 2.0;
    private const LONGEST = 30.0;

    /**
     * @param float|null     $breath   seconds that a breath of his lasts; null for what is usual at his stage
     * @param list<int>|null $together where those with whom he plays breathe: ticks from the beginning of the line,
     *  each the end of a note; null where he breathes as he can
     * @param Seating|null $seating with whom he plays, where that says what he plays
     *
     * @throws PlayerError when nobody's breath lasts so
     */
    public function __construct(
        public Stage $stage = Stage::Full,
        public SpellingPreference $spelling = SpellingPreference::Plainest,
        public Reminders $reminders = Reminders::Affected,
        public ?Range $limits = null,
        public ?WatchedNotes $watched = null,
        public ?float $breath = null,
        public ?array $together = null,
        public ?Seating $seating = null,
    ) {
        if (null !== $breath && ($breath < self::SHORTEST || $breath > self::LONGEST)) {
            throw PlayerError::noBreath((string) $breath, self::SHORTEST, self::LONGEST);
        }
    }

    /**
     * Seconds as they are typed: "9", "7.5 s"; null where nothing is.
     *
     * @throws PlayerError
     */
    public static function breath(string $typed): ?float
    {
        $plain = trim((string) preg_replace('/\s*(s|sec|seconds)\.?$/i', '', trim($typed)));
        if ('' === $plain) {
            return null;
        }
        if (1 !== preg_match('/^\d{1,2}([.,]\d)?$/', $plain)) {
            throw PlayerError::noBreath($typed, self::SHORTEST, self::LONGEST);
        }

        return (float) strtr($plain, ',', '.');
    }

    /**
     * The same in company that breathes at these places.
     *
     * @param list<int> $together ticks
     */
    public function breathingAt(array $together): self
    {
        return $this->with($together, $this->seating);
    }

    /** The same among others. */
    public function seated(Seating $seating): self
    {
        return $this->with($this->together, $seating);
    }

    /** @param list<int>|null $together */
    private function with(?array $together, ?Seating $seating): self
    {
        return new self(
            $this->stage,
            $this->spelling,
            $this->reminders,
            $this->limits,
            $this->watched,
            $this->breath,
            $together,
            $seating,
        );
    }

    /** Which signs are drawn: those of a player's own where the band wants none. */
    public function signs(): Reminders
    {
        return Reminders::None === $this->reminders && null !== $this->watched ? Reminders::Affected : $this->reminders;
    }
}
