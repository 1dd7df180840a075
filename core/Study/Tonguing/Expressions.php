<?php

declare(strict_types=1);

namespace SwiftReed\Study\Tonguing;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Study\Phrasing\Cells;
use SwiftReed\Study\Rhythm\Laid;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Tone;
use SwiftReed\Time\Bars;

/**
 * The marks and dynamics that a line asks for, note by note.
 *
 * Source: the handbook, chapter 3, "Articulation and dynamics as patterns".
 */
final readonly class Expressions
{
    /** Notes of a cell from which accents count in it. */
    private const CELL = 3;
    /** Beats from which a note is long enough to swell. */
    private const LONG_BEATS = 2;

    private function __construct(private StudyLine $line)
    {
    }

    /** @throws StudyError where nothing is there for what is asked */
    public static function of(StudyLine $line): self
    {
        if (
            'louder each time' === $line->phrase(ClauseKind::Dynamics, '')
            && !$line->says(ClauseKind::Rounds)
        ) {
            throw StudyError::louderEachTime();
        }

        return new self($line);
    }

    /**
     * Of notes that are only held under a line: as loud as it, and no marks.
     *
     * @param int $count notes
     *
     * @return non-empty-list<Expression>
     */
    public function held(int $count): array
    {
        $says = $this->line->phrase(ClauseKind::Dynamics, '');
        $plain = \in_array($says, Loudness::levels(), true)
            ? Expression::plain()->asLoudAs(Loudness::of($says))
            : Expression::plain();
        $all = array_fill(0, max(1, $count), $plain);
        $all[0] = $plain === $all[0] && \in_array($says, Loudness::levels(), true) ? $plain->signed($says) : $all[0];

        return $all;
    }

    /**
     * @param non-empty-list<Tone> $tones
     * @param int                  $lead   ticks of the first bar before the line begins
     * @param int                  $rounds times through
     *
     * @return non-empty-list<Expression>
     *
     * @throws StudyError
     */
    public function on(array $tones, Laid $laid, Bars $bars, int $lead, int $rounds): array
    {
        $all = array_map(
            static fn (Tone $tone): Expression => Expression::plain()->marked(
                array_map(Mark::ofLetter(...), $tone->marks),
            ),
            $tones,
        );
        if ($this->line->says(ClauseKind::Marks)) {
            $found = $this->marks($tones, $laid, $bars, $lead);
            if ([] === $found) {
                throw StudyError::noSuchAccent($this->line->clause(ClauseKind::Marks)->text);
            }
            foreach ($found as $i => $marks) {
                $all[$i] = $all[$i]->marked($marks);
            }
        }
        if ($this->line->says(ClauseKind::Dynamics)) {
            $all = $this->dynamics(array_values($all), $tones, $laid, $bars, $rounds);
        }
        if ($this->line->says(ClauseKind::Fermata)) {
            $last = \count($all) - 1;
            $all[$last] = $all[$last]->marked([Mark::Fermata]);
        }

        return array_values($all);
    }

    /**
     * @param non-empty-list<Tone> $tones
     *
     * @return array<int, list<Mark>> by the index of the note
     */
    private function marks(array $tones, Laid $laid, Bars $bars, int $lead): array
    {
        $clause = $this->line->clause(ClauseKind::Marks);
        if (\in_array($clause->says, ['double tongued', 'triple tongued'], true)) {
            return array_fill(0, \count($tones), []); // it is told in syllables
        }
        if ('accents' !== $clause->says) {
            return array_fill(0, \count($tones), [Mark::from($clause->says)]);
        }
        $numbers = array_map(intval(...), explode(' ', $clause->word('numbers')));
        $marks = [];
        $place = $lead;
        $before = '';
        $inUnit = 0;
        $cells = Cells::of($tones, $laid->lengths, false);
        foreach ($tones as $i => $tone) {
            $cell = $cells->large($i, self::CELL);
            $place += $laid->gaps[$i];
            $time = $bars->time($place);
            $beat = intdiv($bars->inBar($place), $time->beatTicks());
            $unit = null === $cell ? $bars->bar($place).' '.$beat : 'cell '.$cell;
            $inUnit = $unit === $before ? $inUnit + 1 : 1;
            $before = $unit;
            // Several numbers are beats of the bar; one counts inside the beat or the cell.
            $isMeant = isset($numbers[1])
                ? \in_array($beat + 1, $numbers, true) && 0 === $bars->inBar($place) % $time->beatTicks()
                : $inUnit === $numbers[0] && ($numbers[0] > 1 || null !== $cell || self::isOnBeat($bars, $place));
            if ($isMeant) {
                $marks[$i] = [Mark::Accent];
            }
            $place += $laid->lengths[$i];
        }

        return $marks;
    }

    private static function isOnBeat(Bars $bars, int $place): bool
    {
        return 0 === $bars->inBar($place) % $bars->time($place)->beatTicks();
    }

    /**
     * @param non-empty-list<Expression> $all
     * @param non-empty-list<Tone>       $tones
     *
     * @return non-empty-list<Expression>
     */
    private function dynamics(array $all, array $tones, Laid $laid, Bars $bars, int $rounds): array
    {
        $says = $this->line->clause(ClauseKind::Dynamics)->says;

        return match ($says) {
            'hairpins' => self::hairpins($all, $tones),
            'swell' => self::swells($all, $laid, $bars),
            'louder each time' => self::louder($all, $rounds),
            default => array_map(
                static fn (Expression $one, int $i): Expression => (0 === $i ? $one->signed($says) : $one)
                    ->asLoudAs(Loudness::of($says)),
                $all,
                array_keys($all),
            ),
        };
    }

    /**
     * Up a crescendo, down a diminuendo: the top belongs to the way up.
     *
     * @param non-empty-list<Expression> $all
     * @param non-empty-list<Tone>       $tones
     *
     * @return non-empty-list<Expression>
     */
    private static function hairpins(array $all, array $tones): array
    {
        $from = 0;
        foreach ($tones as $i => $tone) {
            $next = $tones[$i + 1] ?? null;
            if (null !== $next && $next->ascending === $tone->ascending && !$tone->isSeam) {
                continue;
            }
            if ($i > $from) {
                $all[$from] = $all[$from]->opening($tone->ascending ? 'crescendo' : 'diminuendo');
                $all[$i] = $all[$i]->closing();
            }
            for ($k = $from; $k <= $i; ++$k) {
                $share = $i === $from ? 1.0 : ($k - $from) / ($i - $from);
                $all[$k] = $all[$k]->asLoudAs(Loudness::between($tone->ascending ? $share : 1.0 - $share));
            }
            $from = $i + 1;
        }

        return array_values($all);
    }

    /**
     * @param non-empty-list<Expression> $all
     *
     * @return non-empty-list<Expression>
     */
    private static function swells(array $all, Laid $laid, Bars $bars): array
    {
        $long = self::LONG_BEATS * $bars->time(0)->beatTicks();
        $isAny = false;
        foreach ($all as $i => $one) {
            if ($laid->lengths[$i] >= $long) {
                $all[$i] = $one->swelling();
                $isAny = true;
            }
        }

        return $isAny ? $all : throw StudyError::nothingSwells();
    }

    /**
     * Each time through a level louder, as far as there are levels.
     *
     * @param non-empty-list<Expression> $all
     *
     * @return non-empty-list<Expression>
     */
    private static function louder(array $all, int $rounds): array
    {
        $levels = Loudness::levels();
        $most = \count($levels) - 1;
        // The note on which one time ends and the next begins belongs to the next.
        $each = max(1, intdiv(\count($all), $rounds));
        $before = null;
        foreach ($all as $i => $one) {
            $round = min($rounds - 1, intdiv($i, $each));
            // Few times through begin soft, not softest; many stay on a level for several.
            $level = $levels[$rounds > $most + 1
                ? (int) floor($round * ($most + 1) / $rounds)
                : $round + intdiv($most + 1 - $rounds, 2)];
            $all[$i] = ($level === $before ? $one : $one->signed($level))->asLoudAs(Loudness::of($level));
            $before = $level;
        }

        return $all;
    }
}
