<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Line\Clause;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Range;

/**
 * A line that is understood but cannot be played on this instrument, or asks for what its material does not have. Its
 * example is a line that was tried and can be played; who catches the error first finds one by {@see Remedies}.
 */
final class StudyError extends \DomainException implements Mistake
{
    /**
     * @param list<Clause|ClauseKind> $ways   what to say, or to leave unsaid, instead
     * @param bool $isLong whether it was refused after as many notes as a study may have: lines like it cost as much
     */
    private function __construct(
        string $message,
        public readonly array $ways = [],
        public readonly bool $isLong = false,
    ) {
        parent::__construct($message);
    }

    /** The same with an example that was tried and can be played; without one where nothing like it can be. */
    public function withExample(?StudyLine $line): self
    {
        $example = null === $line
            ? '; of this key nothing shorter fits either: another key or wider limits may'
            : \sprintf(', for example "%s"', $line->toRead());

        return new self(\sprintf('%s%s.', $this->getMessage(), $example), $this->ways, $this->isLong);
    }

    public static function widerThanInstrument(string $asked, string $instrument, Range $range): self
    {
        return new self(
            \sprintf(
                '%s are wider than %s, which has %s; expected an extent that fits',
                ucfirst($asked),
                $instrument,
                $range->spoken(),
            ),
            [self::octaves(2), self::octaves(1)],
        );
    }

    public static function outOfRange(Pitch $low, Pitch $high, string $instrument, Range $range, string $from): self
    {
        return new self(
            \sprintf(
                'From %s the line runs from %s to %s; the range of %s is %s. Expected a start that fits, or a smaller extent',
                $from,
                $low->sign(),
                $high->sign(),
                $instrument,
                $range->spoken(),
            ),
            [self::say(ClauseKind::Place, 'from low'), ClauseKind::Place],
        );
    }

    /** @param bool $turns whether it was to turn round at the limits, so that its extent has no say */
    public static function nothingFits(bool $turns, string $asked, string $key, string $instrument, Range $range): self
    {
        return new self(
            \sprintf(
                '%s of %s do not fit the range of %s (%s); expected a smaller extent, or a line that is folded',
                ucfirst($asked),
                $key,
                $instrument,
                $range->spoken(),
            ),
            $turns
                ? [ClauseKind::Range, ClauseKind::Pattern]
                : [self::octaves(1), new Clause(ClauseKind::Extent, 'notes', ['n' => 5], '5 notes', 1)],
        );
    }

    public static function notInScale(Pitch $read, string $material, Pitch $below, Pitch $above): self
    {
        return new self(
            \sprintf(
                '%s is not a note of this %s as it is written here; expected one of its notes, such as %s or %s',
                $read->sign(),
                $material,
                $below->typed(),
                $above->typed(),
            ),
            array_map(
                static fn (Pitch $pitch): Clause => new Clause(
                    ClauseKind::Place,
                    'from pitch',
                    ['from' => $pitch->text()],
                    'from '.$pitch->text(),
                    1,
                ),
                [$below, $above],
            ),
        );
    }

    public static function noNinth(string $material): self
    {
        return new self(
            \sprintf('"to the ninth" was read, but the %s has no ninth; expected octaves', $material),
            [self::octaves(1)],
        );
    }

    public static function shortMaterial(string $material, string $asked): self
    {
        return new self(
            \sprintf(
                '"%s" was read, but a %s is only its own few notes; expected it without an extent',
                $asked,
                $material,
            ),
            [ClauseKind::Extent],
        );
    }

    public static function noArpeggio(string $material): self
    {
        return new self(
            \sprintf(
                '"then arpeggio" was read, but "%s" has no arpeggio of its own; expected the line without it',
                $material,
            ),
            [ClauseKind::Sequel],
        );
    }

    public static function noSuchChange(int $note, int $count): self
    {
        return new self(
            \sprintf(
                '"drill after note %d" was read, but the line has %d notes; expected a note that has another after it',
                $note,
                $count,
            ),
            [new Clause(ClauseKind::Drill, 'drill', ['n' => 1], 'drill after note 1', 1)],
        );
    }

    public static function onlyGoesUp(string $pattern, string $asked): self
    {
        return new self(
            \sprintf(
                '"%s" was read with the pattern "%s", which has its own way and no other; expected the line without the direction',
                $asked,
                $pattern,
            ),
            [ClauseKind::Direction],
        );
    }

    public static function doesNotTurn(string $pattern): self
    {
        return new self(
            \sprintf(
                '"turn round" was read with the pattern "%s", which has its own way and does not turn; expected "same root and drop"',
                $pattern,
            ),
            [self::say(ClauseKind::Range, 'same root and drop')],
        );
    }

    public static function endsElsewhere(Pitch $last): self
    {
        return new self(
            \sprintf(
                '"enclosed tonic" was read, but the line ends on %s, which is not its tonic; expected a line that comes home',
                $last->sign(),
            ),
            [ClauseKind::Direction, ClauseKind::Ending],
        );
    }

    public static function noSuchPickUp(string $read, string $time): self
    {
        return new self(
            \sprintf(
                '"%s" was read in %s; expected a pick-up shorter than a bar that the rhythm can fill',
                $read,
                $time,
            ),
            [new Clause(ClauseKind::PickUp, 'beats', ['n' => 1], 'pick-up 1 beat', 1), ClauseKind::PickUp],
        );
    }

    public static function noSuchBeat(int $beat, string $time): self
    {
        return new self(
            \sprintf('"long on %d" was read in %s, which has fewer beats; expected a beat of the bar', $beat, $time),
            [new Clause(ClauseKind::Rhythm, 'long on', ['n' => 2], 'long on 2', 1)],
        );
    }

    public static function tooManyNotes(int $most): self
    {
        return new self(
            \sprintf(
                'The study would have more than %d notes; expected fewer: a smaller extent, a shorter cell or fewer rounds',
                $most,
            ),
            [self::octaves(1), ClauseKind::Rounds, ClauseKind::Pattern],
            true,
        );
    }

    public static function noSuchDegree(string $degree, string $material, int $size): self
    {
        return new self(
            \sprintf(
                'The pattern asks for degree %s, and the %s has %d notes in the octave, counted 1 to %d, with 8 for the octave; expected degrees that it has',
                $degree,
                $material,
                $size,
                min(7, $size),
            ),
            [new Clause(ClauseKind::Pattern, 'cell', ['cell' => '1 2 3 8'], 'cell 1 2 3 8', 1), ClauseKind::Pattern],
        );
    }

    public static function notInLine(Pitch $note, Pitch $low, Pitch $high): self
    {
        return new self(
            \sprintf(
                '"build-up from %s" was read, and the line, %s to %s here, does not have that note; expected one of its notes',
                $note->typed(),
                $low->sign(),
                $high->sign(),
            ),
            [
                new Clause(
                    ClauseKind::Pattern,
                    'build-up from',
                    ['from' => $low->text()],
                    'build-up from '.$low->text(),
                    1,
                ),
                self::say(ClauseKind::Pattern, 'build-up'),
            ],
        );
    }

    public static function emptySegment(Pitch $from, Pitch $to): self
    {
        $other = $to->octaves(1)->text();

        return new self(
            \sprintf(
                '"from %s to %s" was read, which is one note; expected two different notes',
                $from->typed(),
                $to->typed(),
            ),
            [
                new Clause(
                    ClauseKind::Place,
                    'segment',
                    ['from' => $from->text(), 'to' => $other],
                    'from '.$from->text().' to '.$other,
                    1,
                ),
            ],
        );
    }

    public static function octaveBeyondRange(
        string $asked,
        Pitch $low,
        Pitch $high,
        string $instrument,
        Range $full,
    ): self {
        return new self(
            \sprintf(
                '"%s" was read; the line would run from %s to %s, and %s has %s. Expected a place that it has',
                $asked,
                $low->sign(),
                $high->sign(),
                $instrument,
                $full->spoken(),
            ),
            [self::say(ClauseKind::Place, 'octave higher' === $asked ? 'high octave' : 'low octave')],
        );
    }

    /**
     * @param string|null $time    the time signature that was said
     * @param bool        $isPlain whether it is a plain line, of which another extent may come out
     */
    public static function doesNotFillBars(int $count, ?string $time, bool $isPlain): self
    {
        $ways = null === $time ? [] : [ClauseKind::Time];
        // A plain line up and down comes out with 4, 6, 8 and 15 notes on the way up.
        array_push($ways, ...($isPlain ? [self::octaves(1), self::octaves(2)] : []));
        foreach ($isPlain ? [8, 6, 4] : [] as $notes) {
            $ways[] = new Clause(ClauseKind::Extent, 'notes', ['n' => $notes], $notes.' notes', 1);
        }

        return new self(
            \sprintf(
                '"one long in the bar" was read%s, and the line has %d notes: bars of 4/4, 3/4 and 2/4 hold 15, 11 and 7 notes with one of them long. Expected %s',
                null === $time ? '' : ' in '.$time,
                $count,
                $isPlain ? 'an extent that comes out' : 'another rhythm',
            ),
            [...$ways, self::say(ClauseKind::Rhythm, 'sixteenths')],
        );
    }

    public static function notForThisInstrument(string $pattern, string $instrument): self
    {
        return new self(
            \sprintf(
                '"%s" was read, which is for brass; %s has no partials of one fingering side by side. Expected another pattern',
                $pattern,
                $instrument,
            ),
            [self::say(ClauseKind::Pattern, 'thirds')],
        );
    }

    public static function lengthsWithoutSlurs(string $said): self
    {
        return new self(
            \sprintf(
                '"%s" was read, which takes lip slurs from one fingering to the next; expected them with it',
                $said,
            ),
            [ClauseKind::Lengths, self::say(ClauseKind::Pattern, 'lip slurs')],
        );
    }

    public static function noSuchPartials(string $pattern, string $instrument, Range $range): self
    {
        return new self(
            \sprintf(
                '"%s" was read; from there %s does not have so many partials of one fingering in its range (%s). '
                    .'Expected fewer, or another place',
                $pattern,
                $instrument,
                $range->spoken(),
            ),
            [ClauseKind::Place, self::say(ClauseKind::Pattern, 'lip slurs')],
        );
    }

    public static function inTheGap(Pitch $note, Range $gap, string $instrument): self
    {
        return new self(
            \sprintf(
                'The line needs %s, which %s does not have: %s lie between its pedal notes and its range. '
                    .'Expected another place or a smaller extent',
                $note->sign(),
                $instrument,
                $gap->spoken(),
            ),
            [ClauseKind::Place, self::octaves(1)],
        );
    }

    public static function ownLengthAlready(string $rhythm, string $with): self
    {
        return self::notTogether(
            $rhythm,
            $with,
            ClauseKind::Rounds,
            ClauseKind::PickUp,
            ClauseKind::Drill,
            self::say(ClauseKind::Rhythm, 'sixteenths'),
        );
    }

    /** @param ClauseKind $kind what is better left unsaid */
    public static function notOver(string $read, string $over, ClauseKind $kind): self
    {
        return new self(
            \sprintf(
                '"%s" was read with "%s", where the chords and their bars decide that; expected one of them',
                $read,
                $over,
            ),
            [$kind, ClauseKind::Harmony],
        );
    }

    public static function notAKey(string $material, string $over): self
    {
        return new self(
            \sprintf(
                '"%s" was read with "%s", and chords stand in a key; expected major, a minor, a mode or another scale',
                $material,
                $over,
            ),
            [ClauseKind::Harmony],
        );
    }

    public static function doesNotFillChord(string $chord, string $over): self
    {
        return new self(
            \sprintf(
                'The rhythm does not come out with the time of %s in "%s"; expected values that fill it',
                $chord,
                $over,
            ),
            [self::say(ClauseKind::Rhythm, 'quarters'), self::say(ClauseKind::Rhythm, 'eighths'), ClauseKind::Harmony],
        );
    }

    public static function beginsOn(Pitch $from, Pitch $first): self
    {
        return new self(
            \sprintf(
                '"From %s" was read, and the line begins on %s; expected that note in one of its octaves, or no place',
                $from->sign(),
                $first->name()->sign(),
            ),
            [ClauseKind::Place],
        );
    }

    public static function notTogether(string $one, string $other, Clause|ClauseKind ...$ways): self
    {
        return new self(
            \sprintf('"%s" and "%s" were read together, and do not go together; expected one of them', $one, $other),
            array_values($ways),
        );
    }

    public static function noParallels(string $voices, string $material): self
    {
        return new self(
            \sprintf(
                '"%s" was read with "%s", and runs beside a scale of seven notes; expected such a scale',
                $voices,
                $material,
            ),
            [ClauseKind::Voices],
        );
    }

    public static function voiceFitsNowhere(
        string $voice,
        Pitch $low,
        Pitch $high,
        string $instrument,
        Range $range,
    ): self {
        return new self(
            \sprintf(
                'The voice "%s" runs from %s to %s, and no octave of it fits %s (%s); expected a smaller extent',
                $voice,
                $low->sign(),
                $high->sign(),
                $instrument,
                $range->spoken(),
            ),
            [self::octaves(1), ClauseKind::Voices],
        );
    }

    /** @param int $bar from 1 */
    public static function crossesBarLine(int $bar, string $voices): self
    {
        return new self(
            \sprintf(
                'A note of bar %d is held over the bar line, and "%s" divides the line bar by bar; expected values that fill bars',
                $bar,
                $voices,
            ),
            [self::say(ClauseKind::Rhythm, 'quarters'), ClauseKind::Voices],
        );
    }

    public static function barsChange(string $voices): self
    {
        return new self(
            \sprintf('Bars change their time in this line, and "%s" moves it by bars; expected one time', $voices),
            [ClauseKind::Sequel, ClauseKind::Voices],
        );
    }

    public static function tripletsInEighths(string $time, bool $isCompound): self
    {
        return new self(
            \sprintf(
                '"triplets" was read in %s, where %s; expected "eighths"',
                $time,
                $isCompound ? 'three eighths fill a beat by themselves' : 'each eighth is a beat',
            ),
            [self::say(ClauseKind::Rhythm, 'eighths')],
        );
    }

    public static function noSuchFigure(string $figure, string $time): self
    {
        return new self(
            \sprintf(
                '"%s" was read in %s, and has no form where beats go by threes or by groups; expected it in 4/4, 3/4 or 2/4, or another rhythm',
                $figure,
                $time,
            ),
            [self::say(ClauseKind::Time, '4/4'), ClauseKind::Rhythm],
        );
    }

    public static function figureOverUnlikeBeats(string $figure, string $time): self
    {
        return new self(
            \sprintf(
                '"%s" was read in %s, whose beats fall into unlike groups; expected a figure of one beat, or a time of like groups',
                $figure,
                $time,
            ),
            [self::say(ClauseKind::Time, '4/4'), ClauseKind::Rhythm],
        );
    }

    public static function figureOverBarLine(string $figure, string $time): self
    {
        return new self(
            \sprintf(
                '"%s" was read in %s, where it would lie across a bar line; expected bars that its beats fill',
                $figure,
                $time,
            ),
            [
                self::say(ClauseKind::Time, '4/4'),
                self::say(ClauseKind::Time, '2/4'),
                ClauseKind::PickUp,
                ClauseKind::Rhythm,
            ],
        );
    }

    public static function noSuchAccent(string $said): self
    {
        return new self(
            \sprintf(
                '"%s" was read, and no note of this rhythm stands there; expected a note of its beats or cells, or beats of its bar',
                $said,
            ),
            [new Clause(ClauseKind::Marks, 'accents', ['numbers' => '1'], 'accents on 1', 1), ClauseKind::Marks],
        );
    }

    public static function louderEachTime(): self
    {
        return new self(
            '"louder each time" was read, and the line is played once; expected it with the number of times',
            [new Clause(ClauseKind::Rounds, 'times', ['n' => 3], '3 times', 1), ClauseKind::Dynamics],
        );
    }

    public static function nothingSwells(): self
    {
        return new self(
            '"swell" was read, and no note of the line lasts two beats; expected long notes',
            [
                self::say(ClauseKind::Rhythm, 'whole notes'),
                self::say(ClauseKind::Rhythm, 'half notes'),
                ClauseKind::Dynamics,
            ],
        );
    }

    public static function nothingSwings(string $swing, string $rhythm): self
    {
        return new self(
            \sprintf('"%s" and "%s" were read together; expected swing beside eighths or sixteenths', $swing, $rhythm),
            [self::say(ClauseKind::Rhythm, 'eighths'), ClauseKind::Swing],
        );
    }

    public static function clickNeedsFour(string $time): self
    {
        return new self(
            \sprintf('"click 2 and 4" was read in %s; expected it in 4/4, or "click every beat"', $time),
            [ClauseKind::Click],
        );
    }

    public static function minorsWithoutKeys(string $said): self
    {
        return new self(
            \sprintf(
                '"%s" was read, and the line has no minor keys beside its majors; expected it with an order that has them',
                $said,
            ),
            [self::say(ClauseKind::Keys, 'with minors', 'keys with minors'), ClauseKind::MinorExtent],
        );
    }

    private static function octaves(int $octaves): Clause
    {
        return new Clause(
            ClauseKind::Extent,
            'octaves',
            ['n' => $octaves],
            1 === $octaves ? '1 octave' : $octaves.' octaves',
            1,
        );
    }

    private static function say(ClauseKind $kind, string $says, ?string $text = null): Clause
    {
        return new Clause($kind, $says, [], $text ?? $says, 1);
    }
}
