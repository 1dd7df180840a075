<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * The set-up of the player at the next desk: "no thumb valve?".
 */
final readonly class NextDoor
{
    /** @param \Closure(): Instrument $build the same instrument in that set-up */
    private function __construct(public string $asks, private \Closure $build)
    {
    }

    /**
     * The first rule of "next-door" that holds: for who has a set-up, or for whoever plays what has the one it takes.
     *
     * @param list<string> $setups  that are chosen
     * @param list<string> $inForce those and what is standard
     */
    public static function of(
        InstrumentLibrary $library,
        FamilyFile $file,
        string $id,
        array $setups,
        array $inForce,
    ): ?self {
        foreach ($file->parts('next-door') as $rule) {
            $takes = $rule->textOrNull('takes');
            $isThere = null === $takes || isset($library->setups($id)[$takes]);
            if (!$isThere || !\in_array($rule->text('has'), $inForce, true)) {
                continue;
            }
            $without = array_values(array_diff($setups, [$rule->text('has')]));
            $others = null === $takes ? $without : $library->with($id, $without, $takes);

            return new self($rule->text('asks'), static fn (): Instrument => $library->instrument($id, $others));
        }

        return null;
    }

    public function instrument(): Instrument
    {
        return ($this->build)();
    }
}
