<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\PitchError;
use SwiftReed\Time\Length;

/**
 * Reads notes that somebody typed: "C4 D4 Eb4 | F:8 G:8 r A". Without an octave a note is the one nearest to the note
 * before it (the first stands in the octave of middle C); ":8" is an eighth, ":4." a dotted quarter, and a length holds
 * until another is given. Bar lines and commas only divide.
 */
final class TypedNotes
{
    private const LENGTHS = [
        '1' => Length::WHOLE, '2' => Length::HALF, '4' => Length::QUARTER, '8' => Length::EIGHTH,
        '16' => Length::SIXTEENTH, '12' => Length::TRIPLET_EIGHTH,
    ];

    /** @throws ImportError */
    public static function read(string $text): GivenLine
    {
        $notes = [];
        $ticks = Length::QUARTER;
        $rests = 0;
        preg_match_all('/[^\s,|]+/u', mb_scrub(mb_substr($text, 0, 20_000)), $found, \PREG_OFFSET_CAPTURE);
        foreach ($found[0] as [$word, $byte]) {
            $column = mb_strlen(substr($text, 0, $byte)) + 1;
            if (1 !== preg_match(
                '/^(r|[A-Ga-g](?:##|#|bb|b|♯♯|♯|♭♭|♭|x)?)(\d)?(?::(1|2|4|8|16|12)(\.)?)?$/u',
                $word,
                $parts,
            )) {
                throw ImportError::notANote($column, $word);
            }
            if ('' !== ($parts[3] ?? '')) {
                $ticks = self::LENGTHS[$parts[3]];
                $ticks = '' !== ($parts[4] ?? '') ? intdiv($ticks * 3, 2) : $ticks;
            }
            if ('r' === $parts[1]) {
                $rests += $ticks;
                continue;
            }
            try {
                $name = NoteName::parse($parts[1]);
            } catch (PitchError) {
                throw ImportError::notANote($column, $word);
            }
            $before = [] === $notes ? null : $notes[\count($notes) - 1]->pitch;
            $pitch = '' !== ($parts[2] ?? '')
                ? $name->at((int) $parts[2])
                : (null === $before ? $name->at(4) : self::nearest($name, $before));
            $notes[] = new GivenNote($pitch, $ticks, $rests);
            $rests = 0;
            if (\count($notes) > GivenLine::MOST) {
                throw ImportError::tooMany(\count($found[0]), GivenLine::MOST);
            }
        }

        return [] === $notes ? throw ImportError::isEmpty() : new GivenLine($notes, '', []);
    }

    private static function nearest(NoteName $name, Pitch $before): Pitch
    {
        $best = $name->at($before->octave);
        foreach ([-1, 1] as $octaves) {
            $other = $name->at(max(0, $before->octave + $octaves));
            if (abs($other->staffPlace() - $before->staffPlace()) < abs($best->staffPlace() - $before->staffPlace())) {
                $best = $other;
            }
        }

        return $best;
    }
}
