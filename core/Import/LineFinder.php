<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Instrument\Instrument;
use SwiftReed\Line\Clause;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\Parser;
use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Pitch\Key;
use SwiftReed\Player\Stage;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Study\Rhythm\Rounds;
use SwiftReed\Time\Length;
use SwiftReed\Words\Wording;

/**
 * Finds the study line that plays given notes: key, scale or arpeggio, pattern, extent, direction, arpeggio after it
 * and rhythm where they can be recognised; else the notes as a cell in the key they suggest, so that any line can be
 * transposed and fingered.
 */
final class LineFinder
{
    /** Notes of one time through of what is played in rounds, at the least. */
    private const ROUND = 4;

    private readonly ScaleFinder $studies;
    private readonly MannerFinder $manner;

    public function __construct(
        private readonly ScaleLibrary $scales,
        PatternLibrary $patterns,
        private readonly Parser $parser,
    ) {
        $this->studies = new ScaleFinder($scales, $patterns);
        $this->manner = new MannerFinder($scales, $patterns, $parser);
    }

    /**
     * @param bool $keepsOctave whether notes outside the instrument's range are a mistake; else the line is moved by octaves into it
     *
     * @throws ImportError when the notes are not this instrument's
     */
    public function find(GivenLine $line, Instrument $instrument, bool $keepsOctave = true): FoundLine
    {
        $written = $line->writtenFor($instrument->transposition->writtenAboveSounding);
        $inRange = self::inRange($written, $instrument, $keepsOctave && null === $line->writtenAboveSounding);
        $given = $inRange ?? $written;
        $remarks = [
            ...$given->remarks,
            ...(
                null === $inRange
                    ? [Wording::of('line-finder.find', ['article' => $instrument->article])]
                    : []
            ),
            ...ChromaticRuns::said($given->notes),
        ];
        $given = MannerFinder::held($given);
        $rounds = self::rounds($given);
        $once = null === $rounds || [] === $rounds[0] ? $given : $given->with($rounds[0]);
        $clauses = $this->studies->known($once);
        $isKnown = null !== $clauses;
        if (null === $clauses) {
            if (\count($once->notes) > GivenLine::SPELLED_OUT) {
                throw ImportError::notKnownAndLong(\count($once->notes), GivenLine::SPELLED_OUT);
            }
            $clauses = (new NoteByNote($this->scales))->clauses($once);
        }
        $clauses[] = null === $rounds ? '' : $rounds[1].' times';
        array_push($clauses, ...self::timing($given));
        [$tongued, $says] = $this->manner->tonguing($clauses, $given, $instrument);
        $clauses[] = $tongued;
        [$marked, $unmarked] = $this->manner->marks($clauses, $given, $instrument);
        array_push($clauses, ...$marked);
        array_push($says, ...$unmarked);

        $band = $this->forTheBand($this->canonical($clauses), $instrument);

        return new FoundLine(
            null === $inRange ? $band : $this->canonical($clauses),
            $band,
            $isKnown,
            [...$remarks, ...$says, ...$this->manner->lengths($clauses, $given, $instrument)],
        );
    }

    /**
     * Written notes lie on the instrument: a line that was transposed for it is moved by octaves where it must be.
     *
     * @return GivenLine|null none where a line that was transposed fits in no octave
     *
     * @throws ImportError when notes that were written for the instrument are not its own
     */
    private static function inRange(GivenLine $given, Instrument $instrument, bool $keepsOctave): ?GivenLine
    {
        $full = $instrument->range[Stage::Full->value];
        [$low, $high] = [$given->notes[0], $given->notes[0]];
        foreach ($given->notes as $note) {
            $low = $low->pitch->isHigherThan($note->pitch) ? $note : $low;
            $high = $note->pitch->isHigherThan($high->pitch) ? $note : $high;
        }
        foreach ($keepsOctave ? [0] : [0, 1, -1, 2, -2, 3, -3] as $octaves) {
            if ($full->holds($low->pitch->octaves($octaves), $high->pitch->octaves($octaves))) {
                return $given->octaves($octaves);
            }
        }
        if (!$keepsOctave) {
            return null;
        }
        $outside = $full->holds($low->pitch, $low->pitch) ? $high : $low;
        throw ImportError::outOfRange($outside->pitch->sign(), $instrument->article, $full->spoken());
    }

    /**
     * A line that is played several times on end, with or without its first note at the seams.
     *
     * @return array{list<GivenNote>, int}|null one time through, and how often
     */
    private static function rounds(GivenLine $given): ?array
    {
        $notes = $given->notes;
        $count = \count($notes);
        for ($times = min(Rounds::MOST, intdiv($count, self::ROUND)); $times > 1; --$times) {
            foreach ([1, 0] as $shared) {
                $length = intdiv($count - $shared, $times);
                if ($length < self::ROUND || $length * $times + $shared !== $count) {
                    continue;
                }
                if (self::repeats($notes, $length)) {
                    return [\array_slice($notes, 0, $length + $shared), $times];
                }
            }
        }

        return null;
    }

    /**
     * Whether the line comes back after so many notes, and goes on coming back; the last note may last longer.
     *
     * @param non-empty-list<GivenNote> $notes
     */
    private static function repeats(array $notes, int $length): bool
    {
        $last = \count($notes) - 1;
        foreach ($notes as $i => $note) {
            $before = $notes[$i - $length] ?? null;
            if (
                null !== $before
                && ($note->pitch->midi() !== $before->pitch->midi()
                    || ($i < $last && $i > $length && $note->ticks !== $before->ticks))
            ) {
                return false;
            }
        }

        return true;
    }

    /** The same study in concert pitch and without its place, for every instrument. */
    public function forTheBand(string $line, Instrument $instrument): string
    {
        $parsed = $this->parser->parse($line)->without(ClauseKind::Place);
        $key = $parsed->clause(ClauseKind::Key);
        if ('concert' === $key->says) {
            return $parsed->text();
        }
        $name = $key->word('material');
        $mode = $this->scales->knows($name) ? $this->scales->material($name)->modeFifths : 0;
        $concert = $instrument->transposition->concertKey(Key::mode($parsed->tonic(), $mode))->tonic;

        // A pair of triads moves with its tonic.
        return $parsed->onTonic($concert)
            ->with(Clause::key(
                'concert',
                $concert,
                $parsed->onTonic($concert)->clause(ClauseKind::Key)->word('material'),
            ))
            ->text();
    }

    /** @param list<string> $clauses */
    private function canonical(array $clauses): string
    {
        return $this->parser->parse(self::joined($clauses))->text();
    }

    /** @param list<string> $clauses empty where nothing is said */
    public static function joined(array $clauses): string
    {
        return implode(', ', array_filter($clauses, static fn (string $clause): bool => '' !== $clause));
    }

    /** @return list<string> time signature, pick-up and tempo */
    private static function timing(GivenLine $given): array
    {
        $pickUp = match (true) {
            0 === $given->pickUp => '',
            0 === $given->pickUp % Length::QUARTER
                && !str_ends_with($given->time, '/8') => 'pick-up '.intdiv($given->pickUp, Length::QUARTER).' beats',
            0 === $given->pickUp % Length::EIGHTH => 'pick-up '.intdiv($given->pickUp, Length::EIGHTH).' eighths',
            default => '',
        };

        return [
            '' === $given->time || '4/4' === $given->time ? '' : $given->time,
            $pickUp,
            null === $given->tempo ? '' : $given->tempo['unit'].' = '.$given->tempo['bpm'],
        ];
    }
}
