<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Words\Wording;

/**
 * A tube with valves. Each valve adds its share of the open tube, and shares add, so that combinations come out sharp
 * of equal temperament. Fingerings and their intonation follow from that; none is tabulated.
 *
 * Source of the model: the handbook, chapter 4, with the arithmetic of tube lengths; the choice of defaults is common
 * practice and is held against method-book fingerings in the tests.
 */
final class ValveTube implements Mechanism
{
    /** Half steps of tube in each valve. The fifth is a long whole step, 2.33 half steps. */
    private const VALVES = [1 => 2.0, 2 => 1.0, 3 => 3.0, 4 => 5.0, 5 => 2.33];
    /** Valves by the half steps they lower, as lip slurs go down: the handbook, chapter 4, "Flexibility". */
    private const DOWN_THREE = ['0', '2', '1', '1-2', '2-3', '1-3', '1-2-3'];
    private const DOWN_FOUR = ['0', '2', '1', '1-2', '2-3', '4', '2-4'];
    /** A combination further off than this is not counted as giving the note, in cents. */
    private const TOLERANCE = 60.0;
    private const TOO_SHARP = 40.0;
    private const TOO_FLAT = -30.0;

    /** @var array<int, list<Fingering>> */
    private array $made = [];
    /** @var list<array{list<int>, int, float}> valves, half steps they stand for, cents they really lower */
    private readonly array $combinations;

    /**
     * @param int       $fundamental  MIDI number of the open fundamental, sounding
     * @param int       $valves       how many there are
     * @param bool      $compensating whether the last valve adds the tube that combinations with it lack
     * @param array<int, int> $avoided partials that are alternates at best,
     *  each with the sounding MIDI number from which that holds
     * @param string|null $side       name of this side of an instrument that has more than one
     * @param bool      $thumb        whether this side is taken by the thumb
     * @param list<TaughtAlternate> $taught
     * @param array<int, string>    $usual  fingerings that a school takes for usual, by the sounding MIDI number
     * @param bool $hasPedals whether the player has the pedal notes: the fundamental itself
     */
    public function __construct(
        private readonly int $fundamental,
        private readonly int $valves,
        private readonly bool $compensating,
        private readonly array $avoided,
        private readonly ?string $side,
        private readonly bool $thumb,
        private readonly array $taught,
        private readonly Hardness $hardness,
        private readonly array $usual = [],
        private readonly bool $hasPedals = false,
    ) {
        $this->combinations = $this->combinations();
    }

    public function fingerings(Pitch $written, int $sounding): array
    {
        return $this->made[$sounding] ??= $this->find($sounding);
    }

    public function touches(): array
    {
        $touches = [];
        for ($valve = 1; $valve <= $this->valves; ++$valve) {
            $touches['v'.$valve] = new Touch(
                'v'.$valve,
                $valve <= 3 ? 'R'.$valve : ($this->compensating ? 'L2' : 'R4'),
                false,
                'valve '.$valve,
                (string) $valve,
                false,
            );
        }
        if ($this->thumb) {
            $touches['T'] = new Touch('T', 'LT', false, 'thumb valve', 'T', false);
        }

        return $touches;
    }

    /** Half steps that a valve lowers by itself; 0 for what is no valve. */
    public static function lowersBy(int $valve): float
    {
        return self::VALVES[$valve] ?? 0.0;
    }

    public function kind(): MechanismKind
    {
        return MechanismKind::Valves;
    }

    /** @return list<Fingering> */
    private function find(int $sounding): array
    {
        $found = [];
        foreach (Partials::usable($this->hasPedals) as $partial) {
            $open = $this->fundamental + Partials::halfSteps($partial);
            foreach ($this->combinations as [$valves, $halfSteps, $lowers]) {
                $cents = 100 * $this->fundamental + Partials::cents($partial) - $lowers - 100 * $sounding;
                $nominal = $open - $halfSteps === $sounding;
                if (abs($cents - Partials::error($partial)) > ($nominal ? self::TOLERANCE : 50)) {
                    continue;
                }
                // By its real length a combination may do for another note than the one it is named for; sharp can be
                // drawn down with a slide, flat cannot be helped.
                if (!$nominal && ($cents > self::TOO_SHARP || $cents < self::TOO_FLAT)) {
                    continue;
                }
                $found[] = [
                    $this->effort($valves, $partial, $cents, $sounding),
                    Fingering::valves($valves, $this->side, $this->thumb, $partial, $cents),
                ];
            }
        }
        usort(
            $found,
            static fn (
                array $a,
                array $b,
            ): int => $a[0] <=> $b[0] ?: $a[1]->partial <=> $b[1]->partial ?: $a[1]->text <=> $b[1]->text,
        );
        $school = $this->usual[$sounding] ?? null;
        if (null !== $school) {
            usort(
                $found,
                static fn (array $a, array $b): int => ($b[1]->text === $school) <=> ($a[1]->text === $school),
            );
        }
        $fingerings = [];
        $texts = [];
        foreach ($found as [$effort, $fingering]) {
            if (isset($texts[$fingering->text])) {
                continue; // the same valves on another partial: the player hears no choice
            }
            $texts[$fingering->text] = true;
            $fingerings[] = match (true) {
                [] === $fingerings => $fingering->as(FingeringUse::Default, null),
                $effort >= 200 => $fingering->as(FingeringUse::LastResort, 'on the flat 7th partial'),
                default => TaughtAlternate::placed(
                    $this->taught,
                    $sounding,
                    $fingerings[0],
                    $fingering->as(FingeringUse::Alternate, self::why($fingering)),
                ),
            };
        }

        return $fingerings;
    }

    private static function why(Fingering $fingering): ?string
    {
        return match (true) {
            $fingering->cents > 12 => Wording::of('valve-tube.sharp-by-about', ['cents' => (int) round($fingering->cents)]),
            $fingering->cents < -12 => Wording::of('valve-tube.flat-by-about', [
                'value' => (int) round(-$fingering->cents),
            ]),
            default => null,
        };
    }

    /**
     * Fewest and shortest valves first, 1-2 before 3; weighs what is out of tune; avoided partials and the 7th last.
     *
     * @param list<int> $valves
     */
    private function effort(array $valves, int $partial, float $cents, int $sounding): float
    {
        $thirdForOneTwo = \in_array(3, $valves, true) && !\in_array(1, $valves, true) && !\in_array(2, $valves, true);
        $length = array_sum(array_map(static fn (int $valve): float => self::VALVES[$valve], $valves));

        return 10 * \count($valves) + 0.5 * $length
            + ($cents > 0 ? 0.3 * max(0, $cents - 15) : 0.8 * max(0, -$cents - 15))
            + ($thirdForOneTwo ? 20 : 0)
            + (\in_array(5, $valves, true) ? 6 : 0) // the fifth valve after what the others give: 2-3 before 1-5
            + ($sounding >= ($this->avoided[$partial] ?? \PHP_INT_MAX) ? 50 : 0)
            + (7 === $partial ? 200 : 0);
    }

    /** @return list<array{list<int>, int, float}> */
    private function combinations(): array
    {
        $combinations = [];
        for ($bits = 0; $bits < 2 ** $this->valves; ++$bits) {
            $valves = array_values(array_filter(
                range(1, $this->valves),
                static fn (int $valve): bool => 0 !== ($bits >> ($valve - 1) & 1),
            ));
            $nominal = 0.0;
            $added = 0.0;
            foreach ($valves as $valve) {
                $nominal += self::VALVES[$valve];
                $added += 2 ** (self::VALVES[$valve] / 12) - 1;
            }
            $exact = $this->compensating && \in_array($this->valves, $valves, true);
            $combinations[] = [$valves, (int) round($nominal), $exact ? 100 * $nominal : 1200 * log(1 + $added, 2)];
        }

        return $combinations;
    }

    public function trills(Fingering $lower, Fingering $upper): ?array
    {
        return TubeTrill::moves($lower, $upper);
    }

    public function lengthsFrom(Fingering $from, bool $fromOpen): array
    {
        $all = $this->valves > 3 ? self::DOWN_FOUR : self::DOWN_THREE;
        $first = array_search($fromOpen ? '0' : $from->valves, $all, true);
        $longer = false === $first
            ? [(string) $from->valves, ...\array_slice($all, $this->lowers((string) $from->valves) + 1)]
            : \array_slice($all, $first);

        return array_map(
            static fn (string $valves): TubeLength => TubeLength::valves($valves, $from->side),
            $longer,
        );
    }

    /** Half steps by which valves lower the tube: "1-3" by five. */
    private function lowers(string $valves): int
    {
        return (int) round(array_sum(array_map(
            static fn (string $one): float => self::VALVES[(int) $one] ?? 0.0,
            explode('-', $valves),
        )));
    }

    public function tuning(Fingering $fingering, int $sounding, float $cents, string $slides): Tuning
    {
        return Tuning::onValves($fingering, $cents, $this->fundamental, $sounding, $slides);
    }

    public function hardness(): Hardness
    {
        return $this->hardness;
    }

    public function askable(): Askable
    {
        return new AskedTouches($this->touches());
    }
}
