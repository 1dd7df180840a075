<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Range;

/**
 * A line that is understood but cannot be played on this instrument, or asks for what its material does not have.
 */
final class StudyError extends \DomainException
{
    public static function widerThanInstrument(string $asked, string $instrument, Range $range): self
    {
        return new self(\sprintf('%s are wider than %s, which has %s; expected an extent that fits, for example "2 octaves".', ucfirst($asked), $instrument, $range->spoken()));
    }

    public static function outOfRange(Pitch $low, Pitch $high, string $instrument, Range $range, string $from): self
    {
        return new self(\sprintf('From %s the line runs from %s to %s; the range of %s is %s. Expected a start that fits, for example "from low", or a smaller extent such as "1 octave".', $from, $low->sign(), $high->sign(), $instrument, $range->spoken()));
    }

    public static function nothingFits(string $asked, string $key, string $instrument, Range $range): self
    {
        return new self(\sprintf('%s of %s do not fit the range of %s (%s); expected a smaller extent, for example "5 notes", or "fold".', ucfirst($asked), $key, $instrument, $range->spoken()));
    }

    public static function notInScale(Pitch $read, string $material, Pitch $below, Pitch $above): self
    {
        return new self(\sprintf('%s is not a note of this %s as it is written here; expected one of its notes, for example "from %s" or "from %s".', $read->sign(), $material, $below->text(), $above->text()));
    }

    public static function noNinth(string $material): self
    {
        return new self(\sprintf('"to the ninth" was read, but the %s has no ninth; expected a scale, for example "concert F major, to the ninth".', $material));
    }

    public static function shortMaterial(string $material, string $asked): self
    {
        return new self(\sprintf('"%s" was read, but a %s is only its own few notes; expected it without an extent, for example "own C# %s".', $asked, $material, $material));
    }

    public static function noArpeggio(string $material): self
    {
        return new self(\sprintf('"then arpeggio" was read, but "%s" has no arpeggio of its own; expected a scale that has one, for example "concert F major, then arpeggio".', $material));
    }

    public static function noSuchChange(int $note, int $count): self
    {
        return new self(\sprintf('"drill after note %d" was read, but the line has %d notes; expected a note that has another after it, for example "drill after note 1".', $note, $count));
    }

    public static function onlyGoesUp(string $pattern, string $asked): self
    {
        return new self(\sprintf('"%s" was read with the pattern "%s", which has its own way and no other; expected the line without the direction, for example "concert C major, %s".', $asked, $pattern, $pattern));
    }

    public static function doesNotTurn(string $pattern): self
    {
        return new self(\sprintf('"turn round" was read with the pattern "%s", which has its own way and does not turn; expected "same root and drop", for example "concert C major, %s, same root and drop".', $pattern, $pattern));
    }

    public static function endsElsewhere(Pitch $last): self
    {
        return new self(\sprintf('"enclosed tonic" was read, but the line ends on %s, which is not its tonic; expected a line that comes home, for example "concert C major, thirds, enclosed tonic".', $last->sign()));
    }

    public static function noModes(string $material): self
    {
        return new self(\sprintf('"keys by modes" was read with "%s", which is not one of the seven modes; expected for example "concert C major, keys by modes".', $material));
    }

    public static function noMinors(string $material): self
    {
        return new self(\sprintf('"keys with minors" was read with "%s", which has no minor beside it; expected for example "concert C major, keys with minors".', $material));
    }

    public static function notARange(string $read): self
    {
        return new self(\sprintf('"%s" is not a range; expected the lowest and the highest written note, for example "G3 to E5".', $read));
    }

    public static function limitsTooNarrow(Range $limits, string $instrument, Range $full): self
    {
        return new self(\sprintf('The limits %s leave less than an octave of %s (%s); expected an octave or more, for example "%s".', $limits->spoken(), $instrument, $full->spoken(), $full->lowest->text().' to '.$full->highest->text()));
    }

    public static function noSuchPickUp(string $read, string $time): self
    {
        return new self(\sprintf('"%s" was read in %s; expected a pick-up shorter than a bar that the rhythm can fill, for example "quarters, pick-up 1 beat".', $read, $time));
    }

    public static function noSuchBeat(int $beat, string $time): self
    {
        return new self(\sprintf('"long on %d" was read in %s, which has fewer beats; expected a beat of the bar, for example "long on 2".', $beat, $time));
    }

    public static function tooManyNotes(int $count, int $most): self
    {
        return new self(\sprintf('The study would have %d notes; expected at most %d: a smaller extent, a shorter cell or fewer rounds, for example "1 octave".', $count, $most));
    }

    public static function notForThisInstrument(string $pattern, string $instrument): self
    {
        return new self(\sprintf('"%s" was read, which is for brass; %s has no partials of one fingering side by side. Expected another pattern, for example "thirds".', $pattern, $instrument));
    }

    public static function ownLengthAlready(string $rhythm, string $with): self
    {
        return new self(\sprintf('"%s" and "%s" were read together, and do not go together; expected one of them, for example "long on 1, until it comes out".', $rhythm, $with));
    }

    public static function tripletsInCompoundTime(): self
    {
        return new self('"triplets" was read in 6/8, where three eighths fill a beat by themselves; expected "eighths", for example "concert F major, eighths, 6/8".');
    }

    public static function clickNeedsFour(string $time): self
    {
        return new self(\sprintf('"click 2 and 4" was read in %s; expected it in 4/4, or "click every beat".', $time));
    }
}
