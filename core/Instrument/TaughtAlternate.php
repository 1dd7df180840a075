<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * An alternate of an instrument whose fingerings are derived, as its file names it with the places in which it belongs.
 */
final readonly class TaughtAlternate
{
    /**
     * @param int|null       $sounding MIDI number of the sounding note; null for every note
     * @param string $take the fingering as it is written: "3", "T1",
     *  or "trigger" for any position with the first trigger
     * @param string|null    $for      only where the default is written so; null for any
     * @param list<Occasion> $may
     * @param list<Occasion> $always
     */
    private function __construct(
        public ?int $sounding,
        public string $take,
        public ?string $for,
        public array $may,
        public array $always,
    ) {
    }

    /**
     * @param list<string> $setups in force
     *
     * @return list<self>
     */
    public static function listIn(FamilyFile $file, int $writtenAboveSounding, array $setups): array
    {
        $inForce = array_filter(
            $file->parts('alternates'),
            static fn (FamilyFile $one): bool => !$one->has('needs') || \in_array($one->text('needs'), $setups, true),
        );

        return array_values(array_map(static function (FamilyFile $entry) use ($writtenAboveSounding): self {
            $read = static fn (
                string $key,
            ): array => array_map(static function (string $text) use ($entry, $key): Occasion {
                try {
                    return Occasion::parse($text);
                } catch (\InvalidArgumentException $error) {
                    throw $entry->wrong($key, $error->getMessage());
                }
            }, $entry->texts($key));

            return new self(
                $entry->has('note')
                    ? \SwiftReed\Pitch\Pitch::parse($entry->text('note'))->midi() - $writtenAboveSounding
                    : null,
                $entry->text('take'),
                $entry->textOrNull('for'),
                $read('may'),
                $read('always'),
            );
        }, $inForce));
    }

    /**
     * The fingering with its places, if one of these is meant.
     *
     * @param list<self> $taught
     */
    public static function placed(array $taught, int $sounding, Fingering $default, Fingering $fingering): Fingering
    {
        $may = [];
        $always = [];
        foreach ($taught as $one) {
            $isNote = null === $one->sounding || $one->sounding === $sounding;
            $text = rtrim($fingering->text, '▴▾');
            if (
                $isNote
                && (null === $one->for || $one->for === $default->text)
                && (
                    $one->take === $text
                        || (
                            'trigger' === $one->take
                                && str_starts_with((string) $fingering->side, 'T')
                                && null === $default->side
                        )
                )
            ) {
                array_push($may, ...$one->may);
                array_push($always, ...$one->always);
            }
        }

        return [] === $may && [] === $always ? $fingering : $fingering->belonging($may, $always);
    }
}
