<?php

declare(strict_types=1);

namespace SwiftReed\Study;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Line\Clause;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Range;
use SwiftReed\Words\Wording;

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
            ? Wording::of('study-error.nothing-shorter')
            : Wording::of('study-error.with-example', ['line' => $line->toRead()]);

        return new self(\sprintf('%s%s.', $this->getMessage(), $example), $this->ways, $this->isLong);
    }

    public static function widerThanInstrument(string $asked, string $instrument, Range $range): self
    {
        return new self(
            Wording::of('study-error.wider-than-instrument', [
                'asked' => ucfirst($asked),
                'instrument' => $instrument,
                'range' => $range->spoken(),
            ]),
            [self::octaves(2), self::octaves(1)],
        );
    }

    public static function outOfRange(Pitch $low, Pitch $high, string $instrument, Range $range, string $from): self
    {
        return new self(
            Wording::of('study-error.out-of-range', [
                'from' => $from,
                'low' => $low->sign(),
                'high' => $high->sign(),
                'instrument' => $instrument,
                'range' => $range->spoken(),
            ]),
            [self::say(ClauseKind::Place, 'from low'), ClauseKind::Place],
        );
    }

    /** @param bool $turns whether it was to turn round at the limits, so that its extent has no say */
    public static function nothingFits(bool $turns, string $asked, string $key, string $instrument, Range $range): self
    {
        return new self(
            Wording::of('study-error.nothing-fits', [
                'asked' => ucfirst($asked),
                'key' => $key,
                'instrument' => $instrument,
                'range' => $range->spoken(),
            ]),
            $turns
                ? [ClauseKind::Range, ClauseKind::Pattern]
                : [self::octaves(1), new Clause(ClauseKind::Extent, 'notes', ['n' => 5], '5 notes', 1)],
        );
    }

    public static function notInScale(Pitch $read, string $material, Pitch $below, Pitch $above): self
    {
        return new self(
            Wording::of('study-error.not-in-scale', [
                'read' => $read->sign(),
                'material' => $material,
                'below' => $below->typed(),
                'above' => $above->typed(),
            ]),
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
            Wording::of('study-error.no-ninth', ['material' => $material]),
            [self::octaves(1)],
        );
    }

    public static function shortMaterial(string $material, string $asked): self
    {
        return new self(
            Wording::of('study-error.short-material', ['asked' => $asked, 'material' => $material]),
            [ClauseKind::Extent],
        );
    }

    public static function noArpeggio(string $material): self
    {
        return new self(
            Wording::of('study-error.no-arpeggio', ['material' => $material]),
            [ClauseKind::Sequel],
        );
    }

    public static function noSuchChange(int $note, int $count): self
    {
        return new self(
            Wording::of('study-error.no-such-change', ['note' => $note, 'count' => $count]),
            [new Clause(ClauseKind::Drill, 'drill', ['n' => 1], 'drill after note 1', 1)],
        );
    }

    public static function onlyGoesUp(string $pattern, string $asked): self
    {
        return new self(
            Wording::of('study-error.only-goes-up', ['asked' => $asked, 'pattern' => $pattern]),
            [ClauseKind::Direction],
        );
    }

    public static function doesNotTurn(string $pattern): self
    {
        return new self(
            Wording::of('study-error.does-not-turn', ['pattern' => $pattern]),
            [self::say(ClauseKind::Range, 'same root and drop')],
        );
    }

    public static function endsElsewhere(Pitch $last): self
    {
        return new self(
            Wording::of('study-error.ends-elsewhere', ['last' => $last->sign()]),
            [ClauseKind::Direction, ClauseKind::Ending],
        );
    }

    public static function noSuchPickUp(string $read, string $time): self
    {
        return new self(
            Wording::of('study-error.no-such-pick-up', ['read' => $read, 'time' => $time]),
            [new Clause(ClauseKind::PickUp, 'beats', ['n' => 1], 'pick-up 1 beat', 1), ClauseKind::PickUp],
        );
    }

    public static function noSuchBeat(int $beat, string $time): self
    {
        return new self(
            Wording::of('study-error.no-such-beat', ['beat' => $beat, 'time' => $time]),
            [new Clause(ClauseKind::Rhythm, 'long on', ['n' => 2], 'long on 2', 1)],
        );
    }

    public static function tooManyNotes(int $most): self
    {
        return new self(
            Wording::of('study-error.too-many-notes', ['most' => $most]),
            [self::octaves(1), ClauseKind::Rounds, ClauseKind::Pattern],
            true,
        );
    }

    public static function noSuchDegree(string $degree, string $material, int $size): self
    {
        return new self(
            Wording::of('study-error.no-such-degree', [
                'degree' => $degree,
                'material' => $material,
                'size' => $size,
                'size_2' => (int) min(7, $size),
            ]),
            [new Clause(ClauseKind::Pattern, 'cell', ['cell' => '1 2 3 8'], 'cell 1 2 3 8', 1), ClauseKind::Pattern],
        );
    }

    public static function notInLine(Pitch $note, Pitch $low, Pitch $high): self
    {
        return new self(
            Wording::of('study-error.not-in-line', [
                'note' => $note->typed(),
                'low' => $low->sign(),
                'high' => $high->sign(),
            ]),
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
            Wording::of('study-error.empty-segment', ['from' => $from->typed(), 'to' => $to->typed()]),
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
            Wording::of('study-error.octave-beyond-range', [
                'asked' => $asked,
                'low' => $low->sign(),
                'high' => $high->sign(),
                'instrument' => $instrument,
                'full' => $full->spoken(),
            ]),
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
            Wording::of('study-error.does-not-fill-bars', [
                'time' => null === $time ? '' : ' in '.$time,
                'count' => $count,
                'way' => $isPlain ? 'an extent that comes out' : 'another rhythm',
            ]),
            [...$ways, self::say(ClauseKind::Rhythm, 'sixteenths')],
        );
    }

    public static function notForThisInstrument(string $pattern, string $instrument): self
    {
        return new self(
            Wording::of('study-error.not-for-this-instrument', [
                'pattern' => $pattern,
                'instrument' => $instrument,
            ]),
            [self::say(ClauseKind::Pattern, 'thirds')],
        );
    }

    public static function lengthsWithoutSlurs(string $said): self
    {
        return new self(
            Wording::of('study-error.lengths-without-slurs', ['said' => $said]),
            [ClauseKind::Lengths, self::say(ClauseKind::Pattern, 'lip slurs')],
        );
    }

    public static function noSuchPartials(string $pattern, string $instrument, Range $range): self
    {
        return new self(
            Wording::of('study-error.no-such-partials', [
                'pattern' => $pattern,
                'instrument' => $instrument,
                'range' => $range->spoken(),
            ]),
            [ClauseKind::Place, self::say(ClauseKind::Pattern, 'lip slurs')],
        );
    }

    public static function inTheGap(Pitch $note, Range $gap, string $instrument): self
    {
        return new self(
            Wording::of('study-error.in-the-gap', [
                'note' => $note->sign(),
                'instrument' => $instrument,
                'gap' => $gap->spoken(),
            ]),
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
            Wording::of('study-error.not-over', ['read' => $read, 'over' => $over]),
            [$kind, ClauseKind::Harmony],
        );
    }

    public static function notAKey(string $material, string $over): self
    {
        return new self(
            Wording::of('study-error.not-a-key', ['material' => $material, 'over' => $over]),
            [ClauseKind::Harmony],
        );
    }

    public static function doesNotFillChord(string $chord, string $over): self
    {
        return new self(
            Wording::of('study-error.does-not-fill-chord', ['chord' => $chord, 'over' => $over]),
            [self::say(ClauseKind::Rhythm, 'quarters'), self::say(ClauseKind::Rhythm, 'eighths'), ClauseKind::Harmony],
        );
    }

    public static function beginsOn(Pitch $from, Pitch $first): self
    {
        return new self(
            Wording::of('study-error.begins-on', ['from' => $from->sign(), 'first' => $first->name()->sign()]),
            [ClauseKind::Place],
        );
    }

    public static function notTogether(string $one, string $other, Clause|ClauseKind ...$ways): self
    {
        return new self(
            Wording::of('study-error.not-together', ['one' => $one, 'other' => $other]),
            array_values($ways),
        );
    }

    public static function noParallels(string $voices, string $material): self
    {
        return new self(
            Wording::of('study-error.no-parallels', ['voices' => $voices, 'material' => $material]),
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
            Wording::of('study-error.voice-fits-nowhere', [
                'voice' => $voice,
                'low' => $low->sign(),
                'high' => $high->sign(),
                'instrument' => $instrument,
                'range' => $range->spoken(),
            ]),
            [self::octaves(1), ClauseKind::Voices],
        );
    }

    /** @param int $bar from 1 */
    public static function crossesBarLine(int $bar, string $voices): self
    {
        return new self(
            Wording::of('study-error.crosses-bar-line', ['bar' => $bar, 'voices' => $voices]),
            [self::say(ClauseKind::Rhythm, 'quarters'), ClauseKind::Voices],
        );
    }

    public static function barsChange(string $voices): self
    {
        return new self(
            Wording::of('study-error.bars-change', ['voices' => $voices]),
            [ClauseKind::Sequel, ClauseKind::Voices],
        );
    }

    public static function tripletsInEighths(string $time, bool $isCompound): self
    {
        return new self(
            Wording::of('study-error.triplets-in-eighths', [
                'time' => $time,
                'way' => $isCompound ? 'compound' : 'simple',
            ]),
            [self::say(ClauseKind::Rhythm, 'eighths')],
        );
    }

    public static function noSuchFigure(string $figure, string $time): self
    {
        return new self(
            Wording::of('study-error.no-such-figure', ['figure' => $figure, 'time' => $time]),
            [self::say(ClauseKind::Time, '4/4'), ClauseKind::Rhythm],
        );
    }

    public static function figureOverUnlikeBeats(string $figure, string $time): self
    {
        return new self(
            Wording::of('study-error.figure-over-unlike-beats', ['figure' => $figure, 'time' => $time]),
            [self::say(ClauseKind::Time, '4/4'), ClauseKind::Rhythm],
        );
    }

    public static function figureOverBarLine(string $figure, string $time): self
    {
        return new self(
            Wording::of('study-error.figure-over-bar-line', ['figure' => $figure, 'time' => $time]),
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
            Wording::of('study-error.no-such-accent', ['said' => $said]),
            [new Clause(ClauseKind::Marks, 'accents', ['numbers' => '1'], 'accents on 1', 1), ClauseKind::Marks],
        );
    }

    public static function louderEachTime(): self
    {
        return new self(
            Wording::of('study-error.louder-each-time'),
            [new Clause(ClauseKind::Rounds, 'times', ['n' => 3], '3 times', 1), ClauseKind::Dynamics],
        );
    }

    public static function nothingSwells(): self
    {
        return new self(
            Wording::of('study-error.nothing-swells'),
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
            Wording::of('study-error.nothing-swings', ['swing' => $swing, 'rhythm' => $rhythm]),
            [self::say(ClauseKind::Rhythm, 'eighths'), ClauseKind::Swing],
        );
    }

    public static function clickNeedsFour(string $time): self
    {
        return new self(
            Wording::of('study-error.click-needs-four', ['time' => $time]),
            [ClauseKind::Click],
        );
    }

    public static function minorsWithoutKeys(string $said): self
    {
        return new self(
            Wording::of('study-error.minors-without-keys', ['said' => $said]),
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
