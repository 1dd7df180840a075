<?php

declare(strict_types=1);

namespace App\Service;

use App\Engraving\Diagram;
use SwiftReed\Fingering\FingeringWords;
use SwiftReed\Instrument\Fingering;
use SwiftReed\Instrument\SlideAdjust;
use SwiftReed\Instrument\UseOf;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Score\KeyNames;
use SwiftReed\Score\Part;

/**
 * What the card of one note says.
 */
final readonly class NoteCard
{
    /** Beyond this many cents something is said. */
    private const IN_TUNE = 10.0;

    /**
     * @param array{stay: list<string>, lift: list<string>, add: list<string>}                                      $coming
     * @param list<string>                                                                                          $watch
     * @param list<string>                                                                                          $keys    each key with its place and finger
     * @param list<array{text: string, use: string, when: string, cost: float, why: string, diagram: string, words: string}> $alternates
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
        public array $coming,
        public array $watch,
        public string $tuning,
        public array $alternates,
        public string $beforeNote,
        public string $beforeText,
        public string $caution,
        public array $keys,
    ) {
    }

    public static function of(Part $part, int $index): self
    {
        $note = $part->study->notes[$index];
        $planned = $part->plan->notes[$index];
        $fingering = $planned->fingering;
        $instrument = $part->instrument;
        $before = $index > 0 ? $part->plan->notes[$index - 1]->fingering : null;
        $watch = [];
        foreach ($part->plan->hardSpots as $spot) {
            if ($spot->to === $index || $spot->from === $index) {
                $other = $part->study->notes[$spot->to === $index ? $spot->from : $spot->to]->pitch()->name()->sign();
                $watch[] = ($spot->to === $index ? 'Coming from ' : 'Going to ').$other.': '.$spot->why.'.';
            }
        }
        if ([] !== $planned->resting) {
            $watch[] = 'May stay down: '.implode(', ', array_map(static fn (string $id): string => $instrument->mechanism()->touches()[$id]->says, $planned->resting)).'.';
        }
        $alternates = [];
        foreach ($planned->alternates as $alternate) {
            $alternates[] = [
                'text' => $alternate->fingering->text,
                'use' => UseOf::Default === $alternate->fingering->use ? 'the usual one' : $alternate->fingering->use->value,
                'when' => $alternate->fingering->when,
                'cost' => $alternate->costHere,
                'why' => $alternate->whyNot,
                'diagram' => self::drawn($part, $alternate->fingering, [], false),
                'words' => FingeringWords::whole($instrument, $alternate->fingering),
            ];
        }

        return new self(
            $index,
            \count($part->study->notes),
            $note->pitch(),
            $note->sounding,
            KeyNames::pageDegree($note->tone->degree, $note->tone->number),
            $note->bar,
            self::drawn($part, $fingering, null === $before ? [] : $before->touches, null !== $before),
            $fingering->text,
            FingeringWords::whole($instrument, $fingering),
            FingeringWords::likeness($instrument, $note->pitch(), $fingering),
            $planned->why,
            null === $before ? '' : $part->study->notes[$index - 1]->pitch()->sign(),
            null === $before ? ['stay' => [], 'lift' => [], 'add' => []] : FingeringWords::change($instrument, $before, $fingering),
            $watch,
            self::tuning($fingering, $part->cents($index), $part->cents($index) !== $fingering->cents),
            $alternates,
            null === $before ? '' : $part->study->notes[$index - 1]->pitch()->text(),
            null === $before ? '' : $before->text,
            UseOf::Default === $fingering->use ? $fingering->when : '',
            FingeringWords::pointedOut($instrument, $fingering),
        );
    }

    /** @param list<string> $before */
    private static function drawn(Part $part, Fingering $fingering, array $before, bool $moves): string
    {
        $height = Diagram::height($part->instrument);

        return 0 === $height ? '' : \sprintf('<svg viewBox="-560 0 1120 %d" class="fingering" role="img" aria-label="%s" font-family="Figtree, Noto Sans Math, sans-serif">%s</svg>', $height, htmlspecialchars(FingeringWords::whole($part->instrument, $fingering)), Diagram::svg($part->instrument, $fingering, $before, $moves));
    }

    private static function tuning(Fingering $fingering, float $off, bool $isOwn): string
    {
        if (!$fingering->isDerived() || abs($off) <= self::IN_TUNE) {
            return '';
        }
        $cents = (int) round(abs($off));
        $isSlide = $fingering->slide > 0;

        return match (true) {
            !$isOwn && $isSlide && SlideAdjust::Raised === $fingering->slideAdjust => \sprintf('This partial is %d cents flat: raise the position a little.', $cents),
            $isSlide && $off < 0 && $fingering->slide > 1 => \sprintf('%d cents flat: raise the position a little.', $cents),
            $off < 0 && ($isSlide || '0' === $fingering->valves) => \sprintf('%d cents flat, and nothing can be raised here: lip it up, or take an alternate.', $cents),
            $off < 0 => \sprintf('%d cents flat: lip it up, or take an alternate.', $cents),
            $isSlide => \sprintf('%d cents sharp: lower the position a little.', $cents),
            default => \sprintf('%d cents sharp: extend the %s valve slide.', $cents, str_contains($fingering->valves, '3') ? 'third' : 'first'),
        };
    }
}
