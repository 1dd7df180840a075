<?php

declare(strict_types=1);

namespace SwiftReed\Fingering\Asked;

use SwiftReed\Fingering\Surroundings;
use SwiftReed\Instrument\Condition;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Pitch\Pitch;

/**
 * What is asked of a whole line: its notes, and what their usual fingerings hold.
 */
final class LineFacts
{
    /** @var array<int, bool> whether the line has the note, by written MIDI number */
    private readonly array $line;
    /** @var array<int, Fingering|null> usual fingerings by written MIDI number */
    private array $usual = [];
    /** @var array<int, bool> whether the usual fingering holds a key of a little finger */
    private array $little = [];
    /** @var array<string, bool> by the text of the condition's notes */
    private array $inLine = [];

    /** @param non-empty-list<Surroundings> $surroundings of the whole line */
    public function __construct(
        private readonly Instrument $instrument,
        public readonly bool $isFirstYear,
        array $surroundings,
    ) {
        $line = [];
        foreach ($surroundings as $one) {
            $line[$one->midi] = true;
        }
        $this->line = $line;
    }

    /** Whether one of the notes named stands in the line. */
    public function has(Condition $asked): bool
    {
        return $this->inLine[implode(' ', $asked->notes)] ??= [] !== array_filter(
            array_keys($this->line),
            $asked->names(...),
        );
    }

    /** @param int $midi written MIDI number */
    public function usual(int $midi): ?Fingering
    {
        return $this->usual[$midi] ??= $this->instrument->fingerings(Pitch::plain($midi, true))[0] ?? null;
    }

    /** @param list<string> $touches */
    public function usuallyHolds(int $midi, array $touches, bool $all): bool
    {
        $held = array_intersect($touches, $this->usual($midi)->touches ?? []);

        return $all ? \count($held) === \count($touches) : [] !== $held;
    }

    public function usesLittleFinger(int $midi): bool
    {
        $touches = $this->instrument->mechanism()->touches();

        return $this->little[$midi] ??= [] !== array_filter(
            $this->usual($midi)->touches ?? [],
            static fn (string $id): bool => $touches[$id]->isLittleFinger(),
        );
    }
}
