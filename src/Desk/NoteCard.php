<?php

declare(strict_types=1);

namespace App\Desk;

use App\Engraving\Diagram;
use App\Engraving\Drawing;
use App\Engraving\LargeDrawing;
use SwiftReed\Explain\FingeringWords;
use SwiftReed\Explain\Speech;
use SwiftReed\Explain\TrillWords;
use SwiftReed\Fingering\TrillBook;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Score\KeyNames;
use SwiftReed\Score\Part;
use SwiftReed\Score\Told;
use SwiftReed\Words\Catalogue;
use SwiftReed\Words\Saying;

/**
 * What the card of one note says.
 */
final readonly class NoteCard
{
    /**
     * @param string                 $diagram as under the notes, with what moves; for a small screen
     * @param string                 $large   on the instrument's outline
     * @param array<string, ?string> $voice  what is said of it, as every other place says it
     * @param list<string>           $coming what happens since the note before, each by itself
     * @param list<string>           $watch
     * @param list<string>           $keys   each key with its place and finger
     * @param list<array{text: string, use: string, when: string, cost: float, why: string, diagram: string,
     *  words: string}> $alternates
     * @param list<string>           $advice what a teacher adds
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
        public string $large,
        public string $text,
        public array $voice,
        public ?Pitch $from,
        public array $coming,
        public array $watch,
        public array $alternates,
        public string $beforeText,
        public string $caution,
        public array $keys,
        public array $advice,
        public array $trills,
    ) {
    }

    public static function of(Part $part, int $index, Catalogue $catalogue): self
    {
        $note = $part->study->notes[$index];
        $planned = $part->plan->notes[$index];
        $fingering = $planned->fingering;
        $before = $index > 0 ? $part->plan->notes[$index - 1] : null;
        $told = new Told($part, $catalogue);
        $words = new FingeringWords($part->instrument);

        return new self(
            $index,
            \count($part->study->notes),
            $note->pitch(),
            $note->sounding,
            KeyNames::pageDegree($note->tone->degree, $note->tone->number),
            $note->bar,
            self::drawn(
                Diagram::planned($part->instrument, $planned, $before),
                Diagram::words($part->instrument, $planned),
            ),
            null === $part->instrument->body
                ? ''
                : LargeDrawing::of(
                    $part->instrument,
                    $fingering,
                    $planned->down(),
                    $planned->resting,
                    act: $part->tuning($index)?->act,
                )->tight('large-drawing', Diagram::words($part->instrument, $planned)),
            $fingering->text,
            $told->voice($index),
            $index > 0 ? $part->study->notes[$index - 1]->pitch() : null,
            $told->coming($index),
            self::watch($part, $index, $told, $catalogue),
            self::alternates($part, $index, $told),
            $before->fingering->text ?? '',
            FingeringUse::Default === $fingering->use
                ? Speech::sentence(implode('; ', array_filter([$fingering->when, $fingering->voicing])))
                : '',
            array_map($catalogue->sentence(...), $words->pointedOut($fingering, $note->pitch())),
            $told->advice($index),
            self::trills($part, $index, $catalogue),
        );
    }

    /** @return list<string> what is hard about coming to the note, and about leaving it */
    private static function watch(Part $part, int $index, Told $told, Catalogue $catalogue): array
    {
        $watch = [];
        foreach ($part->plan->hardSpots as $spot) {
            if ($spot->to === $index || $spot->from === $index) {
                $isComing = $spot->to === $index;
                $watch[] = $catalogue->sentence(Saying::of($isComing ? 'spot.coming' : 'spot.going', [
                    'note' => $part->study->notes[$isComing ? $spot->from : $spot->to]->pitch()->name(),
                    'event' => $told->hard($spot),
                ]));
            }
        }

        return $watch;
    }

    /**
     * @return list<array{text: string, use: string, when: string, cost: float, why: string, diagram: string,
     *  words: string}>
     */
    private static function alternates(Part $part, int $index, Told $told): array
    {
        $alternates = [];
        foreach ($part->plan->notes[$index]->alternates as $alternate) {
            $fingering = $alternate->fingering;
            if (FingeringUse::Trill === $fingering->use) {
                continue; // it stands with the trills
            }
            $whole = $told->whole($fingering);
            $alternates[] = [
                'text' => $fingering->text,
                'use' => FingeringUse::Default === $fingering->use ? 'the usual one' : $fingering->use->value,
                'when' => Speech::sentence($told->when($fingering)),
                'cost' => $alternate->costHere,
                'why' => $told->whyNot($alternate),
                'diagram' => self::drawn(Diagram::of($part->instrument, $fingering), $whole),
                'words' => $whole,
            ];
        }

        return $alternates;
    }

    /** @return list<array{high: string, says: string, svg: string}> */
    private static function trills(Part $part, int $index, Catalogue $catalogue): array
    {
        $low = $part->study->notes[$index]->pitch();
        $words = new TrillWords($part->instrument);
        $trills = [];
        foreach ((new TrillBook($part->instrument))->from($low) as ['high' => $high, 'trills' => $ways]) {
            $trills[] = [
                'high' => $high->sign(),
                'says' => $catalogue->sentences($words->says($ways[0] ?? null)),
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
