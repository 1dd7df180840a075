<?php

declare(strict_types=1);

namespace SwiftReed\Line;

/**
 * The places a clause can take in a study line, in the order in which they are printed.
 */
enum ClauseKind: string
{
    case Key = 'key and material';
    case Extent = 'extent';
    case MinorExtent = 'extent of the minors';
    case Place = 'place';
    case Direction = 'direction';
    case Pattern = 'pattern';
    /** On which lengths of a brass instrument's tube a flexibility study is played. */
    case Lengths = 'lengths of tube';
    case Sequel = 'sequel';
    case Ending = 'ending';
    case Rhythm = 'rhythm';
    case Swing = 'swing';
    case Rounds = 'rounds';
    case Articulation = 'articulation';
    case Marks = 'marks';
    case Dynamics = 'dynamics';
    case Fermata = 'fermata';
    case Ritardando = 'ritardando';
    case Repeat = 'repeat';
    case Harmony = 'harmony';
    case Voices = 'voices';
    case Range = 'range';
    case Keys = 'keys';
    case Drill = 'drill';
    case Time = 'time';
    case PickUp = 'pick-up';
    case Tempo = 'tempo';
    case Goal = 'goal';
    case Click = 'click';

    /** What holds when nothing is said. */
    public function default(): string
    {
        return match ($this) {
            self::Key => 'concert, major',
            self::Extent => '1 octave',
            self::MinorExtent => 'that of the majors',
            self::Place => 'the lowest octave that lies well',
            self::Direction => 'up and down, or the pattern\'s',
            self::Pattern => 'straight; for a pair of triads, triad pair',
            self::Lengths => 'the one fingering',
            self::Sequel => 'none',
            self::Ending => 'plain',
            self::Rhythm => 'quarters, or the pattern\'s; in 6/8 eighths',
            self::Swing => 'even',
            self::Rounds => 'once',
            self::Articulation => 'tongued',
            self::Marks, self::Dynamics, self::Fermata, self::Ritardando, self::Repeat, self::Harmony => 'none',
            self::Voices => 'all in unison and octaves',
            self::Range => 'whole octaves that fit; where not one fits, a scale is folded and a pattern drops',
            self::Keys => 'the one key',
            self::Drill => 'the line alone',
            self::Time => '4/4',
            self::PickUp => 'none: the line begins on the first beat',
            self::Tempo => 'none printed; played at 60 of the beat unit',
            self::Goal => 'none',
            self::Click => 'every beat',
        };
    }

    public function order(): int
    {
        return (int) array_search($this, self::cases(), true);
    }
}
