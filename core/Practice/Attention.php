<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Explain\Speech;
use SwiftReed\Fingering\HardSpot;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Score\Part;
use SwiftReed\Score\Told;
use SwiftReed\Study\StudyNote;
use SwiftReed\Words\Wording;

/**
 * The one thing to attend to while a stretch of a line is practised.
 */
final readonly class Attention
{
    public function __construct(private Part $part)
    {
    }

    /** Which notes the signature changes in this line, and where they stand. */
    public function signature(): string
    {
        $study = $this->part->study;
        $isStraight = $study->recipe->pattern->isStraight();
        if ($study->recipe->material->isChromatic) {
            return Wording::of('attention.every-half-step');
        }
        // The first way says it all; a pattern goes up and down all the time.
        [$from, $to] = $isStraight ? Ways::of($study)->first() : [0, \count($study->notes) - 1];
        $bySignature = [];
        $bySign = [];
        for ($i = $from; $i <= $to; ++$i) {
            $pitch = $study->notes[$i]->pitch();
            $name = $pitch->name()->spoken().(0 === $pitch->alter ? ' natural' : '');
            if ($study->signature->alterOf($pitch->letter) !== $pitch->alter) {
                $bySign[$name][] = (string) ($i + 1);
            } elseif (0 !== $pitch->alter) {
                $bySignature[$name][] = (string) ($i + 1);
            }
        }

        return match (true) {
            [] !== $bySignature
                && [] !== $bySign => Wording::of('attention.here-and-by-sign', [
                    'names' => self::named($bySignature, $isStraight),
                    'signed' => self::named($bySign, $isStraight),
                ]),
            [] !== $bySignature => Wording::of('attention.here', [
                'names' => self::named($bySignature, $isStraight),
            ]),
            [] !== $bySign => Wording::of('attention.by-sign', [
                'signature' => $study->recipe->material->printsSignature ? 'printed' : 'none',
                'names' => self::named($bySign, $isStraight),
            ]),
            $study->recipe->material->printsSignature => Wording::of('attention.no-sharps-no'),
            default => Wording::of('attention.no-signature-read'),
        };
    }

    /** @param array<string, list<string>> $names where each stands, by its name */
    private static function named(array $names, bool $withPlaces): string
    {
        return Speech::listed(array_map(
            static fn (string $name, array $at): string => $withPlaces
                ? Wording::of('attention.at-notes', [
                    'name' => $name,
                    'count' => \count($at),
                    'notes' => Speech::listed($at),
                ])
                : $name,
            array_keys($names),
            $names,
        ));
    }

    public function firstNote(int $i): string
    {
        return Wording::of('attention.first-note', ['name' => $this->name($i)]);
    }

    /**
     * Of names and fingers without sound.
     *
     * @param int|null $held a note that is held for more than a beat, whose counts are said on
     */
    public function silent(bool $isTimed, ?int $held): string
    {
        $how = match ($this->part->instrument->mechanism()->kind()) {
            MechanismKind::Slide => 'slide',
            MechanismKind::None => 'touch',
            default => 'fingers',
        };

        return match (true) {
            !$isTimed => Wording::of('attention.silent-free', ['how' => $how]),
            null !== $held => Wording::of('attention.silent-held', ['how' => $how, 'name' => $this->name($held)]),
            default => Wording::of('attention.silent-in-time', ['how' => $how]),
        };
    }

    public function hard(HardSpot $spot): string
    {
        return Wording::of('attention.hard', [
            'name' => $this->name($spot->from),
            'name_2' => $this->name($spot->to),
            'hard' => rtrim(Told::english($this->part)->hard($spot), '.'),
        ]);
    }

    /**
     * Of a stretch that is played: a leap, its hardest change, the note that is altered, the fingers.
     */
    public function stretch(int $from, int $to): string
    {
        foreach ($this->part->study->moves as $move) {
            if ($move->at > $from && $move->at <= $to) {
                $before = $this->part->study->notes[$move->at - 1]->pitch();
                $after = $this->part->study->notes[$move->at]->pitch();

                return Wording::of('attention.after-line-leaps', [
                    'before' => $before->name()->sign(),
                    'way' => $after->isHigherThan($before) ? 'up' : 'down',
                    'after' => $after->name()->sign(),
                ]);
            }
        }
        $spots = array_filter(
            $this->part->plan->hardSpots,
            static fn (HardSpot $spot): bool => $spot->from >= $from && $spot->to <= $to,
        );
        usort(
            $spots,
            static fn (HardSpot $a, HardSpot $b): int => $b->difficulty <=> $a->difficulty ?: $a->from <=> $b->from,
        );
        if ([] !== $spots) {
            return $this->hard($spots[0]);
        }
        $altered = array_filter(
            \array_slice($this->part->study->notes, $from, $to - $from + 1),
            static fn (StudyNote $note): bool => 0 !== $note->pitch()->alter,
        );
        $names = [];
        $plain = [];
        foreach ($altered as $note) {
            $names[$note->pitch()->name()->text()] = $note->pitch()->name()->spoken();
            $plain[] = NoteName::of($note->pitch()->letter)->spoken();
        }
        $names = array_values($names);

        return match (true) {
            1 === \count($names) => Wording::of('attention.every', [
                'plain' => $plain[0],
                'names' => $names[0],
            ]),
            [] !== $names => Speech::sentence('keep in mind '.Speech::listed($names)),
            MechanismKind::Slide === $this->part->instrument->mechanism()->kind() => Wording::of('attention.move-late-quickly'),
            MechanismKind::None === $this->part->instrument->mechanism()->kind() => Wording::of('attention.even-strokes-eyes'),
            MechanismKind::Valves === $this->part->instrument->mechanism()->kind() => Wording::of('attention.valves-all-way'),
            default => Wording::of('attention.fingers-close-keys'),
        };
    }

    private function name(int $i): string
    {
        return $this->part->study->notes[$i]->pitch()->name()->sign();
    }
}
