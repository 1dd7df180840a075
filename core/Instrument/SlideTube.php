<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Pitch\Pitch;

/**
 * A tube with a slide of seven positions, and perhaps an attachment with which the steps are longer in proportion (a
 * third on an F attachment).
 *
 * Source of the model: the handbook, chapter 4; the choice of defaults is common practice and is held against
 * method-book positions in the tests.
 */
final class SlideTube implements Mechanism
{
    /** The outermost position without a trigger. */
    private const LAST = 7;
    /** Beyond this many cents a position is raised or lowered. */
    private const IN_TUNE = 10.0;
    /** @var array<int, list<Fingering>> */
    private array $made = [];

    /**
     * @param int                                       $fundamental MIDI number of the open fundamental, sounding
     * @param array<string, array{list<string>, int, int}> $attachments by the letter that is written: touches,
     *  half steps by which they lower the tube, positions they leave
     * @param array<int, string> $defaults usual positions that the length does not decide,
     *  by the sounding MIDI number: "T1"
     * @param list<TaughtAlternate>                     $taught
     * @param bool $hasPedals whether the player has the pedal notes: the fundamental itself
     */
    public function __construct(
        private readonly int $fundamental,
        private readonly array $attachments,
        private readonly array $defaults,
        private readonly array $taught,
        private readonly Hardness $hardness,
        private readonly bool $hasPedals = false,
    ) {
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

    public function kind(): MechanismKind
    {
        return MechanismKind::Slide;
    }

    /**
     * How far out the slide is with an attachment down, in positions of the slide without it. The longer tube needs
     * longer steps.
     *
     * Source: tube lengths, as in the handbook, chapter 4: 1 + 12 log2(1 + 2^(b/12) (2^((k-1)/12) - 1)).
     *
     * @param int $lowers half steps by which the attachment lowers the tube; 0 without
     */
    public static function place(int $position, int $lowers): float
    {
        return 0 === $lowers
            ? (float) $position
            : 1 + 12 * log(1 + 2 ** ($lowers / 12) * (2 ** (($position - 1) / 12) - 1), 2);
    }

    /** @return list<Fingering> every position that gives the note: without a trigger first, the shortest first */
    private function ranked(int $sounding): array
    {
        $found = [];
        foreach (Partials::usable($this->hasPedals) as $partial) {
            $open = $this->fundamental + Partials::halfSteps($partial);
            $error = Partials::error($partial);
            $position = $open - $sounding + 1;
            // The slide cannot be raised in 1st position, so the flat 7th partial is no note there.
            if ($position >= 1 && $position <= 7 && (7 !== $partial || $position > 1)) {
                $found[] = [
                    $position + (9 === $partial ? 0.5 : 0),
                    Fingering::slide(
                        new SlideSetting($position, self::adjust($error, $position), $position),
                        null,
                        [],
                        $partial,
                        $error,
                    ),
                ];
            }
            foreach ($this->attachments as $letter => [$touches, $lowers, $positions]) {
                $held = $open - $lowers - $sounding + 1;
                if ($held >= 1 && $held <= $positions && $partial <= 6) {
                    $slide = new SlideSetting($held, self::adjust($error, $held), self::place($held, $lowers));
                    $found[] = [
                        20 + \count($touches) - 1 + $slide->out,
                        Fingering::slide($slide, $letter, $touches, $partial, $error),
                    ];
                }
            }
        }
        usort($found, static fn (array $a, array $b): int => $a[0] <=> $b[0] ?: $a[1]->partial <=> $b[1]->partial);
        $usual = $this->defaults[$sounding] ?? '';
        usort($found, static fn (array $a, array $b): int => ($b[1]->text === $usual) <=> ($a[1]->text === $usual));

        return array_column($found, 1);
    }

    private static function adjust(float $error, int $position): SlideAdjust
    {
        return match (true) {
            $error < -self::IN_TUNE && $position > 1 => SlideAdjust::Raised,
            $error > self::IN_TUNE => SlideAdjust::Lowered,
            default => SlideAdjust::None,
        };
    }

    /** @return list<Fingering> */
    private function find(int $sounding): array
    {
        $fingerings = [];
        foreach ($this->ranked($sounding) as $fingering) {
            $fingerings[] = [] === $fingerings
                ? $fingering->as(FingeringUse::Default, null)
                : TaughtAlternate::placed(
                    $this->taught,
                    $sounding,
                    $fingerings[0],
                    $fingering->as(
                        FingeringUse::Alternate,
                        7 === $fingering->partial ? 'on the flat 7th partial, the slide raised for it' : null,
                    ),
                );
        }

        return $fingerings;
    }

    public function trills(Fingering $lower, Fingering $upper): ?array
    {
        return TubeTrill::moves($lower, $upper);
    }

    public function lengthsFrom(Fingering $from, bool $fromOpen): array
    {
        $first = $fromOpen ? 1 : $from->onSlide()->position;
        $last = self::LAST;
        foreach ($this->attachments as $letter => [, , $positions]) {
            $last = $letter === $from->side ? $positions : $last;
        }

        return array_map(
            static fn (int $position): TubeLength => TubeLength::position($position, $from->side),
            range($first, max($last, $first)),
        );
    }

    public function tuning(Fingering $fingering, int $sounding, float $cents, string $slides): Tuning
    {
        return Tuning::onSlide($fingering, $cents, $this->attachments[$fingering->side ?? ''][1] ?? 0);
    }

    public function hardness(): Hardness
    {
        return $this->hardness;
    }

    public function askable(): Askable
    {
        return new AskedPosition();
    }
}
