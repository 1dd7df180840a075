<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Pitch\Pitch;

/**
 * A tube with a slide of seven positions, and perhaps an attachment with which the steps are longer in proportion (a third on an F attachment).
 *
 * Source of the model: the handbook, chapter 4; the choice of defaults is common practice and is held against
 * method-book positions in the tests.
 */
final class SlideTube implements Mechanism
{
    /** Beyond this many cents a position is raised or lowered. */
    private const IN_TUNE = 10.0;
    /** What it costs to leave the usual position: too much beside a step, worth it to spare a long way or at speed. */
    private const OTHER_POSITION = 1.6;
    /** Half steps within which a note counts as a neighbour. */
    private const NEIGHBOURS = 7;
    private const OUTER_POSITION = 3.0;
    /** @var array<int, list<Fingering>> */
    private array $made = [];
    /** @var array<int, list<Fingering>> */
    private array $ranked = [];

    /**
     * @param int                                       $fundamental MIDI number of the open fundamental, sounding
     * @param array<string, array{list<string>, int, int}> $attachments by the letter that is written: touches, half steps by which they lower the tube, positions they leave
     */
    public function __construct(private readonly int $fundamental, private readonly array $attachments)
    {
    }

    public function fingerings(Pitch $written, int $sounding): array
    {
        return $this->made[$sounding] ??= $this->find($sounding);
    }

    public function touches(): array
    {
        $touches = [];
        foreach (['T' => ['LT', 'thumb trigger'], 'V' => ['L2', 'second trigger']] as $id => [$finger, $says]) {
            if (isset($this->attachments[$id])) {
                $touches[$id] = new Touch($id, $finger, false, $says, $id, false);
            }
        }

        return $touches;
    }

    public function kind(): string
    {
        return 'slide';
    }

    /** @return list<Fingering> every position that gives the note, the shortest first */
    private function ranked(int $sounding): array
    {
        if (isset($this->ranked[$sounding])) {
            return $this->ranked[$sounding];
        }
        $found = [];
        foreach (Partials::usable() as $partial) {
            $open = $this->fundamental + Partials::halfSteps($partial);
            $error = Partials::error($partial);
            $position = $open - $sounding + 1;
            if ($position >= 1 && $position <= 7) {
                $adjust = match (true) {
                    $error < -self::IN_TUNE && $position > 1 => SlideAdjust::Raised,
                    $error > self::IN_TUNE => SlideAdjust::Lowered,
                    default => SlideAdjust::None,
                };
                // The slide cannot be raised in 1st position, so the flat 7th partial is no note there.
                if (7 !== $partial || $position > 1) {
                    $found[] = [$position + (9 === $partial ? 0.5 : 0), Fingering::slide($position, $adjust, UseOf::Alternate, '', '', [], $position, $partial, $error)];
                }
            }
            foreach ($this->attachments as $letter => [$touches, $lowers, $positions]) {
                $held = $open - $lowers - $sounding + 1;
                if ($held >= 1 && $held <= $positions && $partial <= 6) {
                    // Without the trigger up to fifth position; with it wherever that saves a long throw.
                    $adjust = $held > 1 ? SlideAdjust::Lowered : SlideAdjust::None;
                    $step = 2 ** ($lowers / 12);
                    $fingering = Fingering::slide($held, $adjust, UseOf::Alternate, 'saves a long throw', $letter, $touches, 1 + ($held - 1) * $step, $partial, $error);
                    $found[] = [3.6 + \count($touches) - 1 + $fingering->slidePlace, $fingering];
                }
            }
        }
        usort($found, static fn (array $a, array $b): int => $a[0] <=> $b[0] ?: $a[1]->partial <=> $b[1]->partial);

        return $this->ranked[$sounding] = array_column($found, 1);
    }

    /** @return list<Fingering> */
    private function find(int $sounding): array
    {
        $fingerings = [];
        foreach ($this->ranked($sounding) as $fingering) {
            if ([] === $fingerings) {
                $fingerings[] = $fingering->as(UseOf::Default, '');
                continue;
            }
            $other = $fingering->as(UseOf::Alternate, '' === $fingering->when ? self::why($fingering) : $fingering->when);
            // Whoever has a trigger spares himself the outer positions.
            $cost = [] !== $this->attachments && $other->slidePlace > 5.5 ? self::OUTER_POSITION : self::OTHER_POSITION;
            $fingerings[] = $other->costing($cost)->belonging(new Context('', $this->neighboursIn($sounding, $fingering), [], [], '', false));
        }

        return $fingerings;
    }

    /**
     * Notes near this one whose usual position is the same: beside them the slide need not move. Slides are read at pitch,
     * so sounding numbers are written numbers.
     *
     * @return list<int> MIDI numbers
     */
    private function neighboursIn(int $sounding, Fingering $fingering): array
    {
        $neighbours = [];
        for ($midi = $sounding - self::NEIGHBOURS; $midi <= $sounding + self::NEIGHBOURS; ++$midi) {
            $usual = $midi === $sounding ? [] : $this->ranked($midi);
            if ([] !== $usual && $usual[0]->slide === $fingering->slide && $usual[0]->side === $fingering->side) {
                $neighbours[] = $midi;
            }
        }

        return $neighbours;
    }

    private static function why(Fingering $fingering): string
    {
        return 7 === $fingering->partial ? 'on the flat 7th partial, the slide raised for it' : 'beside notes in the same position';
    }
}
