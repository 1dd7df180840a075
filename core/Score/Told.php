<?php

declare(strict_types=1);

namespace SwiftReed\Score;

use SwiftReed\Explain\EventWords;
use SwiftReed\Explain\FingeringWords;
use SwiftReed\Explain\OccasionWords;
use SwiftReed\Explain\ReasonWords;
use SwiftReed\Explain\TalkThrough;
use SwiftReed\Explain\Voices;
use SwiftReed\Fingering\Alternate;
use SwiftReed\Fingering\HardSpot;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Study\StudyNote;
use SwiftReed\Words\Catalogue;

/**
 * What is told of a part, in the words of one language. Empty strings where nothing is told.
 */
final readonly class Told
{
    public Voices $voices;
    private ReasonWords $reasons;

    /** @param bool $oneToSix whether fingers are called by their numbers from 1 to 6 */
    public function __construct(private Part $part, private Catalogue $catalogue, bool $oneToSix = false)
    {
        $this->voices = $part->voices($oneToSix);
        $this->reasons = new ReasonWords($part->instrument, $part->study, $part->plan);
    }

    public static function english(Part $part): self
    {
        return new self($part, Catalogue::english());
    }

    /** Why note i has not its usual fingering; nothing when it has. */
    public function why(int $i): string
    {
        return $this->catalogue->say($this->reasons->why($i));
    }

    /** Why an alternate is not taken where it is one. */
    public function whyNot(Alternate $alternate): string
    {
        return $this->catalogue->say($this->reasons->whyNot($alternate->whyNot()));
    }

    /** How note i lies and what helps; nothing within a few cents. */
    public function tuning(int $i): string
    {
        return $this->catalogue->sentence($this->voices->of($i)->tuning);
    }

    /** When a fingering is used, in general; notes are named as the key of this part names them. */
    public function when(Fingering $fingering): string
    {
        $words = new OccasionWords($this->part->instrument, $this->part->study->signature->fifths >= 0);

        return $this->catalogue->say($words->general($fingering));
    }

    /** What makes a change hard. */
    public function hard(HardSpot $spot): string
    {
        return $this->catalogue->say((new EventWords($this->part->instrument))->spot(
            $spot,
            $this->part->study->notes[$spot->from]->pitch(),
            $this->part->study->notes[$spot->to]->pitch(),
        ));
    }

    /**
     * The voice of note i, sentences or null, as other programs read it.
     *
     * @return array{whole: string, changed: ?string, other_name: ?string, like: ?string, why: ?string,
     *  tuning: ?string, breath: ?string, watch: ?string, others: ?string, ready: ?string, better: ?string}
     */
    public function voice(int $i): array
    {
        $voice = $this->voices->of($i);

        return [
            'whole' => $this->catalogue->sentence($voice->whole),
            'changed' => $this->catalogue->sentenceOrNull($voice->changed),
            'other_name' => $this->catalogue->sentenceOrNull($voice->otherName),
            'like' => $this->catalogue->sentenceOrNull($voice->like),
            'why' => $this->catalogue->sentenceOrNull($voice->why),
            'tuning' => $this->catalogue->sentenceOrNull($voice->tuning),
            'breath' => $this->catalogue->sentenceOrNull($voice->breath),
            'watch' => $this->catalogue->sentenceOrNull($voice->watch),
            'others' => $this->catalogue->sentenceOrNull($voice->others),
            'ready' => $this->catalogue->sentenceOrNull($voice->ready),
            'better' => $this->catalogue->sentenceOrNull($voice->better),
        ];
    }

    /** A fingering whole, "one and two". */
    public function whole(Fingering $fingering): string
    {
        return $this->catalogue->sentence((new FingeringWords($this->part->instrument))->whole($fingering));
    }

    /** @return list<string> what changes since the note before, each by itself; nothing on the first */
    public function coming(int $i): array
    {
        if (0 === $i) {
            return [];
        }
        $moves = $this->voices->moves($i);

        return array_map(
            $this->catalogue->sentence(...),
            array_values(array_filter([...$moves->clauses, $moves->stays])),
        );
    }

    /** @return list<string> everything that a teacher adds on note i */
    public function advice(int $i): array
    {
        return array_map($this->catalogue->sentence(...), $this->voices->advice($i));
    }

    /** @return list<array{note: Pitch, says: non-empty-list<string>}> the line talked through */
    public function talk(): array
    {
        return TalkThrough::of(
            $this->voices,
            array_map(static fn (StudyNote $note): Pitch => $note->pitch(), $this->part->study->notes),
            $this->catalogue,
        );
    }
}
