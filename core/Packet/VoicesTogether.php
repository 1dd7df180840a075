<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Study\Study;
use SwiftReed\Study\StudyNote;
use SwiftReed\Words\Wording;

/**
 * How the voices of a line go together: where two of them are a half step apart on a beat, and whose range breaks his
 * voice.
 *
 * Source: the handbook, chapter 3, "Harmony and voices".
 */
final readonly class VoicesTogether
{
    /** Clashes that are named in a sentence. */
    private const NAMED = 3;
    /** Half steps, counted in one octave, that clash. */
    private const HALF_STEP = [1, 11];

    /**
     * @param list<Clash>  $clashes
     * @param list<string> $breaks sentences' parts: who leaves his voice, and where
     */
    private function __construct(public array $clashes, public array $breaks)
    {
    }

    /**
     * @param non-empty-list<array{string, Study}> $parts one of each voice, in the order of the score
     * @param list<array{string, Study}>           $all   everybody
     */
    public static function of(array $parts, array $all): self
    {
        return new self(self::clashing($parts), self::broken($all));
    }

    /**
     * @param non-empty-list<array{string, Study}> $parts
     *
     * @return list<Clash> at most {@see Together::NAMED}
     */
    private static function clashing(array $parts): array
    {
        $first = $parts[0][1];
        $lead = $first->lead();
        $end = max(array_map(static fn (array $one): int => $one[1]->end(), $parts));
        $clashes = [];
        $beat = $first->time()->beatTicks();
        // With a pick-up the first beat that is played lies inside its bar.
        for ($place = intdiv($lead, $beat) * $beat; $place < $lead + $end; $place += $first->bars->time($place)->beatTicks()) {
            $sounding = [];
            foreach ($parts as [$name, $study]) {
                $note = self::at($study, $place - $lead);
                if (null !== $note) {
                    $sounding[] = [$name, $note->sounding];
                }
            }
            foreach ($sounding as $k => [$one, $high]) {
                foreach (\array_slice($sounding, $k + 1) as [$other, $low]) {
                    $apart = (($high->midi() - $low->midi()) % 12 + 12) % 12;
                    if (\in_array($apart, self::HALF_STEP, true) && \count($clashes) < Together::NAMED) {
                        $clashes[] = new Clash(
                            $first->bars->bar($place) + ($lead > 0 ? 0 : 1),
                            intdiv($first->bars->inBar($place), $first->bars->time($place)->beatTicks()) + 1,
                            $one,
                            $high,
                            $other,
                            $low,
                        );
                    }
                }
            }
        }

        return $clashes;
    }

    /** The note that sounds at a place; null for a rest. */
    private static function at(Study $study, int $place): ?StudyNote
    {
        $low = 0;
        $high = \count($study->notes) - 1;
        while ($low < $high) {
            $middle = intdiv($low + $high + 1, 2);
            if ($study->notes[$middle]->onset <= $place) {
                $low = $middle;
            } else {
                $high = $middle - 1;
            }
        }
        $note = $study->notes[$low];

        return $note->onset <= $place && $note->onset + $note->length > $place ? $note : null;
    }

    /**
     * @param list<array{string, Study}> $parts
     *
     * @return list<string>
     */
    private static function broken(array $parts): array
    {
        $broken = [];
        foreach ($parts as [$name, $study]) {
            foreach ($study->moves as $move) {
                if ($move->at > 0) {
                    $broken[] = Wording::of('voices-together.broken', [
                        'name' => $name,
                        'bar' => $study->notes[$move->at]->bar,
                    ]);
                    break;
                }
            }
        }

        return $broken;
    }

    /** What is to be said: clashes first, then whose range breaks a voice; nothing where there is neither. */
    public function says(): string
    {
        $says = [];
        if ([] !== $this->clashes) {
            $named = array_map(
                static fn (Clash $one): string => $one->says(),
                \array_slice($this->clashes, 0, self::NAMED),
            );
            $more = \count($this->clashes) - self::NAMED;
            $says[] = Wording::of('voices-together.says', [
                'named' => implode('; ', $named),
                'hint' => $more > 0 ? \sprintf(' and %s%d more', \count($this->clashes) < Together::NAMED ? '' : 'at least ', $more) : '',
            ]);
        }
        if ([] !== $this->breaks) {
            $says[] = ucfirst(implode('; ', $this->breaks)).'.';
        }

        return implode(' ', $says);
    }
}
