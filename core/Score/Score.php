<?php

declare(strict_types=1);

namespace SwiftReed\Score;

use SwiftReed\Study\StudyNote;
use SwiftReed\Time\Length;

/**
 * One study for everybody at once: the parts under each other, in the order in which they were given.
 */
final readonly class Score
{
    /**
     * @param non-empty-list<BandPart> $parts
     * @param string                   $title of the exercise, where it has one
     */
    public function __construct(public string $number, public array $parts, public string $title = '')
    {
    }

    /** "Long notes: concert B♭ major, whole notes": the exercise, and the key that the director says. */
    public function heading(): string
    {
        $what = Heading::inConcert($this->parts[0]->part);

        return match (true) {
            '' === $this->title => mb_strtoupper(mb_substr($what, 0, 1)).mb_substr($what, 1),
            str_starts_with($what, $this->title) => $what,
            default => $this->title.': '.$what,
        };
    }

    /** "F major" with printed signs: the key the director says. */
    public function concertTitle(): string
    {
        return $this->parts[0]->part->concertTitle();
    }

    public function inConcert(): self
    {
        return new self(
            $this->number,
            array_map(
                static fn (BandPart $one): BandPart => new BandPart($one->player, $one->part->inConcert()),
                $this->parts,
            ),
            $this->title,
        );
    }

    /**
     * Whoever plays the same notes on the same instrument, together, in the order of the score.
     *
     * @return non-empty-list<non-empty-list<BandPart>>
     */
    public function alike(): array
    {
        $groups = [];
        foreach ($this->parts as $one) {
            $notes = array_map(
                static fn (StudyNote $note): string => $note->onset.$note->pitch()->text(),
                $one->part->study->notes,
            );
            $groups[$one->part->instrument->id.' '.hash('xxh3', implode(' ', $notes))][] = $one;
        }

        return array_values($groups);
    }

    /** Ticks of a beat as the tempo counts it. */
    public function beat(): int
    {
        [$over, $under] = array_map(
            intval(...),
            explode('/', $this->parts[0]->part->study->recipe->timing->tempo->unit),
        );

        return intdiv(Length::WHOLE * $over, $under);
    }

    /**
     * Only these players, as in "hear the horns".
     *
     * @param list<string> $players names
     */
    public function only(array $players): ?self
    {
        $parts = array_values(array_filter(
            $this->parts,
            static fn (BandPart $one): bool => \in_array($one->player, $players, true),
        ));

        return [] === $parts ? null : new self($this->number, $parts, $this->title);
    }
}
