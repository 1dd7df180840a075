<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Pitch\Pitch;

/**
 * Why a usual fingering is the usual one, where a player could choose otherwise: what the instrument's file says under
 * "because". The first that holds is said.
 */
final readonly class Because
{
    /**
     * @param list<int>|null $notes  written MIDI numbers; null for every note
     * @param list<string>   $down   touches that it holds
     * @param string|null    $take   as it is written; null for any
     * @param string|null    $than   only where the note has this other fingering too
     * @param bool           $inTune only where it lies better in tune than each other one that may be chosen
     */
    private function __construct(
        private ?array $notes,
        private array $down,
        private ?string $take,
        private ?string $than,
        private bool $inTune,
        public string $says,
    ) {
    }

    /**
     * @param list<string> $setups in force
     *
     * @return list<self>
     */
    public static function listIn(FamilyFile $file, array $setups): array
    {
        $all = [];
        foreach ($file->parts('because') as $rule) {
            if ($rule->holdsWith($setups)) {
                $all[] = new self(
                    $rule->has('notes')
                        ? array_map(static fn (string $note): int => Pitch::parse($note)->midi(), $rule->texts('notes'))
                        : null,
                    $rule->texts('down'),
                    $rule->textOrNull('take'),
                    $rule->textOrNull('than'),
                    $rule->flag('in-tune'),
                    $rule->text('says'),
                );
            }
        }

        return $all;
    }

    /** @param list<Fingering> $others that a player could choose */
    public function holds(Pitch $written, Fingering $usual, array $others): bool
    {
        $texts = array_map(static fn (Fingering $one): string => self::bare($one->text), $others);

        return (null === $this->notes || \in_array($written->midi(), $this->notes, true))
            && [] === array_diff($this->down, $usual->touches)
            && (null === $this->take || self::bare($usual->text) === $this->take)
            && (null === $this->than || \in_array($this->than, $texts, true))
            && (!$this->inTune || self::isBestInTune($usual, $others));
    }

    /** @param list<Fingering> $others */
    private static function isBestInTune(Fingering $usual, array $others): bool
    {
        foreach ($others as $other) {
            if (abs($other->centsAsPlayed()) - abs($usual->centsAsPlayed()) < Tuning::BETTER) {
                return false;
            }
        }

        return true;
    }

    /** Without the sign for raised and lowered. */
    private static function bare(string $text): string
    {
        return rtrim($text, '▴▾');
    }
}
