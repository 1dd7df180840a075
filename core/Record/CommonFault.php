<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Practice\Day;
use SwiftReed\Words\Wording;

/**
 * A written note that many of a section get wrong.
 *
 * Source: the handbook, chapter 6, "Common fault" ("11 of 14 flutes play E natural for E flat"), and chapter 8.
 */
final readonly class CommonFault
{
    /**
     * Share of those who were heard from which it is the section's fault and no longer one player's. Common practice,
     * no source.
     */
    private const SHARE = 1 / 3;
    /** One player alone is no section. */
    private const LEAST = 2;

    /**
     * @param string       $section "flute"
     * @param string       $written "E♭"
     * @param string       $degree  as it was when it was wrong last, "4"
     * @param list<string> $players who got it wrong, in the order given
     * @param int          $heard   players of the section who were heard with their notes
     */
    private function __construct(
        public string $section,
        public string $written,
        public string $degree,
        public string $material,
        public array $players,
        public int $heard,
    ) {
    }

    /**
     * @param list<array{section: string, player: string, day: Day, passOff: PassOff}> $heard from early to late
     *
     * @return list<self> the commonest first
     */
    public static function of(array $heard, Day $today): array
    {
        $sections = [];
        foreach ($heard as $one) {
            if ($today->since($one['day']) >= Recurrence::DAYS || $today->since($one['day']) < 0) {
                continue;
            }
            $sections[$one['section']]['heard'][$one['player']] = true;
            foreach ($one['passOff']->pressed as $press) {
                if (PressKind::Wrong === $press->kind) {
                    $sections[$one['section']]['wrong'][$press->written]['players'][$one['player']] = true;
                    $sections[$one['section']]['wrong'][$press->written]['press'] = $press;
                }
            }
        }
        $found = [];
        foreach ($sections as $section => $of) {
            foreach ($of['wrong'] ?? [] as $written => $wrong) {
                if (\count($wrong['players']) >= max(self::LEAST, self::SHARE * \count($of['heard']))) {
                    $found[] = new self(
                        (string) $section,
                        (string) $written,
                        $wrong['press']->degree,
                        $wrong['press']->material,
                        array_map(strval(...), array_keys($wrong['players'])),
                        \count($of['heard']),
                    );
                }
            }
        }
        usort(
            $found,
            static fn (self $a, self $b): int => [
                -\count($a->players) / $a->heard,
                $a->section,
                $a->written,
            ] <=> [-\count($b->players) / $b->heard, $b->section, $b->written],
        );

        return $found;
    }

    /** "Flute: 11 of 14 who were heard get E♭ wrong (degree 4 of major)." */
    public function says(): string
    {
        return Wording::of('common-fault.says', [
            'section' => mb_strtoupper(mb_substr($this->section, 0, 1)).mb_substr($this->section, 1),
            'players' => \count($this->players),
            'heard' => $this->heard,
            'written' => $this->written,
            'degree' => $this->degree,
            'material' => $this->material,
        ]);
    }
}
