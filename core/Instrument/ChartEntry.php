<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * One line of a chart as it stands in the file, before it becomes a fingering.
 */
final readonly class ChartEntry
{
    /** Changes a second from which two notes back and forth are a trill: sixteenths at 90. */
    private const TRILL_SPEED = 6;

    /**
     * @param list<string>   $touches
     * @param list<Occasion> $may     places in which it may be chosen
     * @param list<Occasion> $always  places in which it stands instead of the default
     * @param string|null    $when    a word on when it is used
     * @param string|null    $voicing how the player tells it from another note of the same touches
     * @param bool           $yields  whether it gives way before its neighbours do
     * @param string|null    $name    what teachers call it
     */
    public function __construct(
        public array $touches,
        public FingeringUse $use,
        public ?string $when,
        public array $may,
        public array $always,
        public bool $differs,
        public bool $overblows,
        public ?string $voicing,
        public bool $yields,
        public ?string $name,
    ) {
    }

    /**
     * A fingering that is there for a trill with one note only.
     *
     * @param list<string> $touches
     */
    public static function forTrill(array $touches, string $partner): self
    {
        $with = Occasion::parse(\sprintf('alternation %s, speed %d', $partner, self::TRILL_SPEED));

        return new self($touches, FingeringUse::Trill, null, [$with], [], false, true, null, false, null);
    }

    /**
     * The entries of a note with this one: at the end, or as one more partner of one that is there for trills with the
     * same touches; not at all where the chart has those touches for more than trills.
     *
     * @param list<self> $entries
     *
     * @return list<self>
     */
    public function joining(array $entries): array
    {
        $own = $this->touches;
        sort($own);
        foreach ($entries as $k => $entry) {
            $touches = $entry->touches;
            sort($touches);
            if ($touches === $own && $entry->use->mayBeChosen()) {
                if (FingeringUse::Trill === $entry->use) {
                    $entries[$k] = new self(
                        $entry->touches,
                        $entry->use,
                        $entry->when,
                        [...$entry->may, ...$this->may],
                        $entry->always,
                        $entry->differs,
                        $entry->overblows,
                        $entry->voicing,
                        $entry->yields,
                        $entry->name,
                    );
                }

                return $entries;
            }
        }

        return [...$entries, $this];
    }

    /** Whether it is overblown with the notes from one to another: for a trill, its partner must be too. */
    public function isOverblownWithin(int $from, int $to): bool
    {
        foreach (FingeringUse::Trill === $this->use ? $this->may : [] as $occasion) {
            foreach ($occasion->condition(ConditionKind::Alternation)->notes ?? [] as $partner) {
                if ($partner < $from || $partner > $to) {
                    return false;
                }
            }
        }

        return true;
    }

    /**
     * The same overblown; its notes between "from" and "to" are overblown with it.
     *
     * @param list<string> $touches
     */
    public function overblown(array $touches, int $halfSteps, int $from, int $to, bool $differs = false): self
    {
        $raise = static fn (Occasion $one): Occasion => $one->raised($halfSteps, $from, $to);

        return new self(
            $touches,
            $this->use,
            null,
            array_map($raise, $this->may),
            array_map($raise, $this->always),
            $differs || $this->differs,
            $this->overblows,
            $this->voicing,
            $this->yields,
            $this->name,
        );
    }
}
