<?php

declare(strict_types=1);

namespace SwiftReed\Study\Tonguing;

use SwiftReed\Study\Phrasing\BreathPlace;
use SwiftReed\Study\Rhythm\Laid;
use SwiftReed\Study\Tone;
use SwiftReed\Time\Bars;

/**
 * Which notes are tongued and which are slurred into: a way of joining with a name, or a string of slurs.
 */
final readonly class Articulation
{
    /** Strings that practitioners name, tried where a file's slurs are to be recognised. */
    private const STRINGS = [
        'slur 2 tongue 2', 'tongue 1 slur 3', 'slur 3 tongue 1', 'tongue 2 slur 2', 'slur 2', 'slur 3', 'slur 4',
        'tongue 1 slur 2 tongue 1', 'slur 2 from the second note',
    ];

    private function __construct(public string $text, private ?Joining $joining, private ?SlurString $string)
    {
    }

    /** @param string $text as a line has it: "slurred", "slur 3 tongue 1" */
    public static function of(string $text): self
    {
        $joining = Joining::tryFrom($text);

        return new self($text, $joining, null === $joining ? SlurString::of($text) : null);
    }

    /** @return list<self> those that have a name */
    public static function usual(): array
    {
        return array_map(
            self::of(...),
            [...array_map(static fn (Joining $one): string => $one->value, Joining::cases()), ...self::STRINGS],
        );
    }

    public function isLegato(): bool
    {
        return Joining::Legato === $this->joining;
    }

    /** Whether it asks for slurs. */
    public function slurs(): bool
    {
        return !\in_array($this->joining, [Joining::Tongued, Joining::Legato], true);
    }

    /**
     * @param non-empty-list<Tone> $tones
     * @param list<BreathPlace|null> $breaths why the player breathes after each; null where he does not
     * @param bool                 $byGroup whether each group of a cell is slurred by itself, as lip slurs are
     * @param int                  $lead    ticks of the first bar before the line begins
     * @param float                $perBeat notes of a beat, as its rhythm mostly has them
     *
     * @return non-empty-list<array{Attack, Slur}> one for each tone
     */
    public function marks(
        array $tones,
        Laid $laid,
        array $breaths,
        bool $byGroup,
        Bars $bars,
        int $lead,
        float $perBeat,
    ): array {
        $wanted = $this->string?->joining($tones, $laid, $bars, $lead, $perBeat);
        $into = false;
        $marks = [];
        foreach ($tones as $i => $tone) {
            $next = $tones[$i + 1] ?? null;
            $isApart = null === $next
                || null !== $breaths[$i]
                || ($byGroup && ($tone->cell !== $next->cell || $tone->group !== $next->group))
                || !self::mayJoin($tone, $next, $laid->gaps[$i + 1]);
            $onward = !$isApart && ($wanted[$i] ?? true === $this->joining?->joins($i, $tone, $next));
            $marks[] = [
                match (true) {
                    $into => Attack::None,
                    $this->isLegato() && $i > 0 => Attack::Soft,
                    default => Attack::Tongue,
                },
                match (true) {
                    $into && $onward => Slur::Continue,
                    $into => Slur::Stop,
                    $onward => Slur::Start,
                    default => Slur::Outside,
                },
            ];
            $into = $onward;
        }

        return $marks;
    }

    /** A repeated pitch must be tongued, whatever the pattern says, and so must what follows a rest or a drill's seam. */
    private static function mayJoin(Tone $tone, Tone $next, int $gap): bool
    {
        return !$tone->fillsBar
            && !$tone->isSeam
            && 0 === $gap
            && $tone->pitch->midi() !== $next->pitch->midi();
    }
}
