<?php

declare(strict_types=1);

namespace SwiftReed\Explain;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Words\Catalogue;
use SwiftReed\Words\Saying;

/**
 * A line talked through note by note as a teacher would beside the pupil. What was told once is not told again.
 */
final class TalkThrough
{
    /** @var array<string, true> sentences that are told */
    private array $told = [];

    private function __construct(private readonly Catalogue $catalogue)
    {
    }

    /**
     * @param list<Pitch> $pitches of the line
     *
     * @return list<array{note: Pitch, says: non-empty-list<string>}> for each note, sentences; the first is the
     *  fingering whole, and all that a child is told
     */
    public static function of(Voices $voices, array $pitches, Catalogue $catalogue): array
    {
        $talk = new self($catalogue);
        $notes = [];
        foreach ($pitches as $i => $pitch) {
            $notes[] = ['note' => $pitch, 'says' => $talk->sentences($voices->of($i), $pitch)];
        }

        return $notes;
    }

    /** @return non-empty-list<string> */
    private function sentences(Voice $voice, Pitch $pitch): array
    {
        $says = array_filter([
            $this->catalogue->sentence($voice->changed),
            $this->catalogue->sentence($voice->ready),
            $this->once($voice->otherName),
            $this->once($voice->like),
            $this->once($voice->why),
            $this->once($voice->tuningTold, $pitch),
            $this->once($voice->watch, $pitch),
            $this->catalogue->sentence($voice->breath),
            $this->once($voice->others, $pitch),
        ], static fn (string $one): bool => '' !== $one);

        return [$this->catalogue->sentence($voice->whole), ...array_values($says)];
    }

    /** @param Pitch|null $of the note of which it is told, where it is told of each note that it is true of */
    private function once(?Saying $saying, ?Pitch $of = null): string
    {
        $sentence = $this->catalogue->sentence($saying);
        $key = $of?->text().' '.$sentence;
        if (isset($this->told[$key])) {
            return '';
        }
        $this->told[$key] = true;

        return $sentence;
    }
}
