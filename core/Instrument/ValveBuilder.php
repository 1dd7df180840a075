<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Pitch\Pitch;

/**
 * The valves of an instrument as its family file and the player's set-ups describe them: one tube, or a choice of
 * sides.
 */
final class ValveBuilder
{
    /**
     * @param list<FamilyFile> $setups the player's
     * @param list<string>     $names  theirs
     * @param int              $down   half steps from a written note to what sounds
     */
    public function __construct(
        private readonly FamilyFile $file,
        private readonly FamilyFile $entry,
        private readonly array $setups,
        private readonly array $names,
        private readonly int $down,
    ) {
    }

    public function build(): Mechanism
    {
        $names = \array_slice($this->file->part('sides')->keys(), 0, 1);
        $thumbFrom = null;
        $inTune = false;
        foreach ($this->setups as $setup) {
            $names = $setup->has('sides') ? $setup->texts('sides') : $names;
            $thumbFrom = $setup->textOrNull('thumb-from') ?? $thumbFrom;
            $inTune = $inTune || $setup->flag('thumb-in-tune');
        }
        if ([] === $names) {
            return $this->tube($this->entry->text('open'), $this->file->part('avoid'), null, false);
        }
        $sides = array_map(fn (string $name): FamilyFile => $this->file->part('sides')->part($name), $names);
        $tubes = array_map(
            fn (string $name, FamilyFile $side): ValveTube => $this->tube(
                $side->text('open'),
                $side->part('avoid'),
                $name,
                $name !== $names[0],
            ),
            $names,
            $sides,
        );
        if (!isset($tubes[1])) {
            return $tubes[0];
        }

        return new TwoSides(
            $tubes[0],
            $tubes[1],
            Pitch::parse(
                $thumbFrom ?? throw $this->file->wrong('setups', 'expected "thumb-from" where there are two sides'),
            ),
            $sides[0]->text('instead'),
            $sides[1]->text('instead'),
            $inTune,
        );
    }

    private function tube(string $open, FamilyFile $avoid, ?string $side, bool $isThumbs): ValveTube
    {
        $valves = $this->file->number('valves', 3);
        $compensating = false;
        $hasPedals = false;
        $usual = [];
        foreach ($this->setups as $setup) {
            $valves = $setup->number('valves', $valves);
            $compensating = $compensating || $setup->flag('compensating');
            $hasPedals = $hasPedals || $setup->flag('pedals');
            foreach ($setup->textOrNull('on') === $side ? $setup->part('usual')->keys() : [] as $note) {
                $usual[Pitch::parse($note)->midi() - $this->down] = $setup->part('usual')->text($note);
            }
        }
        $avoided = [];
        foreach ($avoid->keys() as $partial) {
            $avoided[(int) $partial] = Pitch::parse($avoid->text($partial))->midi() - $this->down;
        }

        return new ValveTube(
            Pitch::parse($open)->midi(),
            $valves,
            $compensating,
            $avoided,
            $side,
            $isThumbs,
            TaughtAlternate::listIn($this->file, $this->down, $this->names),
            Hardness::read($this->file->part('hard')),
            $usual,
            $hasPedals,
        );
    }
}
