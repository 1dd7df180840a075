<?php

declare(strict_types=1);

namespace App\Desk;

use App\Engraving\Diagram;
use App\Engraving\Drawing;
use SwiftReed\Explain\BreathWords;
use SwiftReed\Explain\FingeringWords;
use SwiftReed\Explain\Likeness;
use SwiftReed\Explain\Moves;
use SwiftReed\Explain\Speech;
use SwiftReed\Explain\TalkThrough;
use SwiftReed\Explain\TrillWords;
use SwiftReed\Fingering\TrillBook;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Score\KeyNames;
use SwiftReed\Score\Part;

/**
 * What the card of one note says.
 */
final readonly class NoteCard
{
    /**
     * @param Moves        $coming     what happens since the note before
     * @param list<string> $watch
     * @param list<string> $keys       each key with its place and finger
     * @param list<array{text: string, use: string, when: string, cost: float, why: string, diagram: string,
     *  words: string}> $alternates
     * @param list<string> $advice     what a teacher adds
     * @param list<array{high: string, says: string, svg: string}> $trills from this note to the half and the whole
     *  step above
     */
    private function __construct(
        public int $index,
        public int $count,
        public Pitch $written,
        public Pitch $sounding,
        public string $degree,
        public int $bar,
        public string $diagram,
        public string $text,
        public string $words,
        public string $likeness,
        public string $why,
        public string $from,
        public Moves $coming,
        public array $watch,
        public string $tuning,
        public array $alternates,
        public string $beforeNote,
        public string $beforeText,
        public string $caution,
        public array $keys,
        public array $advice,
        public string $resting,
        public array $trills,
        public string $breath,
    ) {
    }

    public static function of(Part $part, int $index): self
    {
        $note = $part->study->notes[$index];
        $planned = $part->plan->notes[$index];
        $fingering = $planned->fingering;
        $instrument = $part->instrument;
        $before = $index > 0 ? $part->plan->notes[$index - 1] : null;
        $from = $index > 0 ? $part->study->notes[$index - 1]->pitch() : null;
        $watch = [];
        foreach ($part->plan->hardSpots as $spot) {
            if ($spot->to === $index || $spot->from === $index) {
                $other = $part->study->notes[$spot->to === $index ? $spot->from : $spot->to]->pitch()->name()->sign();
                $watch[] = Speech::sentence((
                    $spot->to === $index ? 'coming from ' : 'going to '
                ).$other.': '.$part->hard($spot));
            }
        }
        $alternates = [];
        foreach ($planned->alternates as $alternate) {
            if (FingeringUse::Trill === $alternate->fingering->use) {
                continue; // it stands with the trills
            }
            $alternates[] = [
                'text' => $alternate->fingering->text,
                'use' => FingeringUse::Default === $alternate->fingering->use
                    ? 'the usual one'
                    : $alternate->fingering->use->value,
                'when' => Speech::sentence($part->when($alternate->fingering)),
                'cost' => $alternate->costHere,
                'why' => $part->whyNot($index, $alternate),
                'diagram' => self::drawn(
                    Diagram::of($instrument, $alternate->fingering),
                    FingeringWords::whole($instrument, $alternate->fingering),
                ),
                'words' => FingeringWords::whole($instrument, $alternate->fingering),
            ];
        }
        $resting = [] === $planned->resting
            ? ''
            : Speech::sentence(
                'down without effect: '.Speech::listed(array_map(
                    static fn (string $id): string => FingeringWords::touch($instrument, $id, $note->pitch()),
                    $planned->resting,
                )),
            );

        return new self(
            $index,
            \count($part->study->notes),
            $note->pitch(),
            $note->sounding,
            KeyNames::pageDegree($note->tone->degree, $note->tone->number),
            $note->bar,
            self::drawn(Diagram::planned($instrument, $planned, $before), Diagram::words($instrument, $planned)),
            $fingering->text,
            FingeringWords::whole($instrument, $fingering),
            Likeness::sentence($instrument, $note->pitch(), $fingering),
            Speech::sentence($part->why($index)),
            $from?->sign() ?? '',
            null === $before || null === $from
                ? Moves::none()
                : Moves::between($instrument, $before, $from, $planned, $note->pitch()),
            $watch,
            $part->tuning($index),
            $alternates,
            $from?->text() ?? '',
            $before->fingering->text ?? '',
            FingeringUse::Default === $fingering->use
                ? Speech::sentence(implode('; ', array_filter([$fingering->when, $fingering->voicing])))
                : '',
            array_map(Speech::sentence(...), FingeringWords::pointedOut($instrument, $fingering, $note->pitch())),
            TalkThrough::advice($instrument, $index, $part->study, $part->plan),
            $resting,
            self::trills($part, $index),
            BreathWords::after($part->study, $index),
        );
    }

    /** @return list<array{high: string, says: string, svg: string}> */
    private static function trills(Part $part, int $index): array
    {
        $low = $part->study->notes[$index]->pitch();
        $trills = [];
        foreach ((new TrillBook($part->instrument))->from($low) as ['high' => $high, 'trills' => $ways]) {
            $trills[] = [
                'high' => $high->sign(),
                'says' => TrillWords::says($part->instrument, $ways[0] ?? null),
                'svg' => isset($ways[0]) ? self::drawn(Diagram::trill($part->instrument, $ways[0]), '') : '',
            ];
        }

        return $trills;
    }

    private static function drawn(Drawing $drawing, string $words): string
    {
        return 0 === $drawing->height ? '' : $drawing->alone('fingering', $words);
    }
}
