<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Explain\Speech;
use SwiftReed\Fingering\HardSpot;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Score\Part;
use SwiftReed\Study\StudyNote;

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
        $changed = [];
        $top = null;
        foreach ($this->part->study->notes as $i => $note) {
            if ($note->tone->inSequel || (null !== $top && $note->tone->number <= $top)) {
                break; // the way up says it all
            }
            $top = $note->tone->number;
            if (0 !== $note->pitch()->alter) {
                $changed[$note->pitch()->name()->spoken()][] = $i + 1;
            }
        }
        $hasSignature = $this->part->study->recipe->material->printsSignature;
        if ([] === $changed) {
            return $hasSignature ? 'No sharps and no flats here.' : 'No signature: read the signs beside the notes.';
        }
        $says = [];
        foreach ($changed as $name => $at) {
            $says[] = \sprintf('%s (note%s %s)', $name, 1 === \count($at) ? '' : 's', Speech::listed(array_map(strval(...), $at)));
        }

        return Speech::sentence(($hasSignature ? 'here it is ' : 'no signature; signs beside the notes make it ').Speech::listed($says));
    }

    public function firstNote(int $i): string
    {
        return \sprintf('%s: hear it, sing it, then match it.', $this->name($i));
    }

    /**
     * Of names and fingers without sound.
     *
     * @param int|null $held a note that is held for more than a beat, whose counts are said on
     */
    public function silent(bool $isTimed, ?int $held): string
    {
        $how = match ($this->part->instrument->mechanism()->kind()) {
            MechanismKind::Slide => 'sing the names and move the slide',
            MechanismKind::None => 'say the names and touch where each lies',
            default => 'say the names and move the fingers',
        };

        return Speech::sentence($how.match (true) {
            !$isTimed => '; nothing sounds, and there is no hurry',
            null !== $held => \sprintf('; count on through what is held ("%s 2")', $this->name($held)),
            default => ' in time; nothing sounds',
        });
    }

    public function hard(HardSpot $spot): string
    {
        return \sprintf('%s to %s: %s.', $this->name($spot->from), $this->name($spot->to), rtrim($this->part->hard($spot), '.'));
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

                return \sprintf('After %s the line leaps %s to %s: hear that note first.', $before->name()->sign(), $after->isHigherThan($before) ? 'up' : 'down', $after->name()->sign());
            }
        }
        $spots = array_filter($this->part->plan->hardSpots, static fn (HardSpot $spot): bool => $spot->from >= $from && $spot->to <= $to);
        usort($spots, static fn (HardSpot $a, HardSpot $b): int => $b->difficulty <=> $a->difficulty ?: $a->from <=> $b->from);
        if ([] !== $spots) {
            return $this->hard($spots[0]);
        }
        $altered = array_filter(\array_slice($this->part->study->notes, $from, $to - $from + 1), static fn (StudyNote $note): bool => 0 !== $note->pitch()->alter);
        $names = array_values(array_unique(array_map(static fn (StudyNote $note): string => $note->pitch()->name()->spoken(), $altered)));

        return match (true) {
            1 === \count($names) => \sprintf('Every %s: %s.', NoteName::parse($names[0][0])->spoken(), $names[0]),
            [] !== $names => Speech::sentence('keep in mind '.Speech::listed($names)),
            MechanismKind::Slide === $this->part->instrument->mechanism()->kind() => 'Move late and quickly, arrive in tune.',
            MechanismKind::None === $this->part->instrument->mechanism()->kind() => 'Even strokes, eyes on the next bar.',
            MechanismKind::Valves === $this->part->instrument->mechanism()->kind() => 'Valves all the way down at once, air that does not stop between the notes.',
            default => 'Fingers close to the keys, air that does not stop between the notes.',
        };
    }

    private function name(int $i): string
    {
        return $this->part->study->notes[$i]->pitch()->name()->sign();
    }
}
