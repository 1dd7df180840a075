<?php

declare(strict_types=1);

namespace App\Stand;

use App\Band\Chair;
use App\Band\OpenBand;
use App\Shared\Words;
use Doctrine\DBAL\Connection;
use SwiftReed\Practice\Day;
use SwiftReed\Practice\PlanLine;
use SwiftReed\Practice\Played;
use SwiftReed\Practice\PracticeFigures;
use SwiftReed\Practice\StepKind;
use Symfony\Component\Uid\Uuid;

/**
 * Takes what was practised, each result once, and tells it again in the order in which it was played.
 */
final class Results
{
    /** Results of one sending. */
    public const MOST = 300;
    /** Seconds of one step or pass: nobody plays longer without a break. */
    private const LONGEST = 3600;
    private const SLOWEST = 10;
    private const FASTEST = 400;

    public function __construct(
        private readonly Connection $database,
        private readonly OpenBand $open,
        private readonly PracticeFigures $figures,
        private readonly Words $words,
    ) {
    }

    /**
     * Results as a device sends them, of the chairs of one player. The clock of the device is corrected by what it
     * shows at sending.
     *
     * @param list<mixed> $results each with id, chair, line, step, bpm, unit, clean,
     *  at (milliseconds of the device's clock), seconds, remark
     * @param array<string, Chair> $chairs  of the player who sends, by their id
     * @param float                $sent    milliseconds, the device's clock at sending
     *
     * @return array{taken: list<string>, refused: array<string,
     *  string>} ids that need not be sent again; ids that never will be taken, with the reason
     */
    public function take(array $results, array $chairs, float $sent, \DateTimeImmutable $now): array
    {
        $taken = [];
        $refused = [];
        foreach (\array_slice($results, 0, self::MOST) as $one) {
            $id = \is_array($one) && \is_string($one['id'] ?? null) ? strtolower($one['id']) : '';
            if (!\is_array($one) || !Uuid::isValid($id)) {
                continue; // nothing by which it could be told again
            }
            $read = $this->read($one, $chairs, $sent, $now);
            if (\is_string($read)) {
                $refused[$id] = $read;
                continue;
            }
            $this->database->executeStatement(
                'INSERT INTO practice_result (id, band_id, chair_id, line, step, bpm, unit, clean, seconds, remark, played_at, received_at, counts) VALUES (:id, :band, :chair, :line, :step, :bpm, :unit, :clean, :seconds, :remark, :played, :received, :counts) ON CONFLICT (id) DO NOTHING',
                ['id' => $id, 'band' => $this->open->id()] + $read,
                ['clean' => 'boolean', 'counts' => 'boolean'],
            );
            $taken[] = $id;
        }

        return ['taken' => $taken, 'refused' => $refused];
    }

    /**
     * @param array<mixed>         $one
     * @param array<string, Chair> $chairs
     *
     * @return array<string, mixed>|string the columns, or why it is not taken
     */
    private function read(array $one, array $chairs, float $sent, \DateTimeImmutable $now): array|string
    {
        $text = static fn (string $key, int $most): string => \is_string($one[$key] ?? null) ? mb_substr(
            mb_scrub($one[$key]),
            0,
            $most,
        ) : '';
        $chair = $chairs[$text('chair', 36)] ?? null;
        if (null === $chair) {
            return $this->words->say('refusal.result.chair');
        }
        $step = $text('step', 20);
        $isKnown = null !== StepKind::tryFrom($step) || PracticeResult::SILENT === $step;
        $bpm = $one['bpm'] ?? null;
        $at = $one['at'] ?? null;
        $seconds = $one['seconds'] ?? 0;
        $unit = $text('unit', 8);
        if (
            !$isKnown
            || '' === $text('line', 1200)
            || (null !== $bpm && (!\is_int($bpm) || $bpm < self::SLOWEST || $bpm > self::FASTEST))
            || (!\is_int($at) && !\is_float($at))
            || (!\is_int($seconds) && !\is_float($seconds))
            || 1 !== preg_match('#^(1|2|3)/(1|2|4|8|16)$|^1$#', $unit)
            || !\in_array($one['clean'] ?? null, [true, false, null], true)
        ) {
            return $this->words->say('refusal.result.unread');
        }
        // The device's clock may be wrong; how long ago it was played is not.
        $ago = max(0.0, min(400 * 86400.0, ($sent - $at) / 1000));
        $played = \DateTimeImmutable::createFromFormat(
            'U.u',
            \sprintf('%.6F', (float) $now->format('U.u') - $ago),
        ) ?: $now;

        return [
            'chair' => $chair->getId(),
            'line' => $text('line', 1200),
            'step' => $step,
            'bpm' => $bpm,
            'unit' => $unit,
            'clean' => $one['clean'] ?? null,
            'seconds' => max(0.0, min((float) self::LONGEST, (float) $seconds)),
            'remark' => $text('remark', 200),
            'played' => $played->format('Y-m-d H:i:s.uP'),
            'received' => $now->format('Y-m-d H:i:s.uP'),
            'counts' => $ago <= $this->figures->number('keep-days') * 86400,
        ];
    }

    /**
     * Passes that are judged, of a chair, from early to late, on the days of the calendar where the band is.
     *
     * @return list<Played>
     */
    public function played(string $chair): array
    {
        return $this->judged('chair_id = :chair', ['chair' => $chair])[$chair] ?? [];
    }

    /** @return array<string, list<Played>> by the chair, of the whole band */
    public function ofBand(): array
    {
        return $this->judged('TRUE', []);
    }

    /**
     * The fastest clean pass of each line, in quarter notes a minute.
     *
     * @param string|null $chair of one chair; of the whole band when none is said
     *
     * @return array<string, array<string, float>> by the chair, by the line
     */
    public function fastest(?string $chair = null): array
    {
        $fastest = [];
        $rows = $this->database->fetchAllAssociative(
            'SELECT chair_id, line, unit, bpm FROM practice_best WHERE '.(
                null === $chair ? 'band_id = :band' : 'chair_id = :chair AND band_id = :band'
            ),
            ['band' => $this->open->id()] + (null === $chair ? [] : ['chair' => $chair]),
        );
        foreach ($rows as $row) {
            $of = static fn (string $key): string => \is_scalar($row[$key]) ? (string) $row[$key] : '';
            $fastest[$of('chair_id')][$of('line')] = max(
                $fastest[$of('chair_id')][$of('line')] ?? 0.0,
                PlanLine::quartersOf((int) $of('bpm'), $of('unit')),
            );
        }

        return $fastest;
    }

    /**
     * @param array<string, string> $with
     *
     * @return array<string, list<Played>>
     */
    private function judged(string $where, array $with): array
    {
        $played = [];
        $days = [];
        $rows = $this->database->fetchAllAssociative(
            'SELECT chair_id, line, bpm, unit, clean, step, seconds, to_char(played_at AT TIME ZONE :zone, \'YYYY-MM-DD\') AS day FROM practice_result WHERE band_id = :band AND '.$where.' AND clean IS NOT NULL AND bpm IS NOT NULL AND counts ORDER BY chair_id, practice_result.played_at, id',
            ['band' => $this->open->id(), 'zone' => $this->open->zone()->getName()] + $with,
        );
        foreach ($rows as $row) {
            $of = static fn (string $key): string => \is_scalar($row[$key]) ? (string) $row[$key] : '';
            $clean = true === $row['clean'] || 't' === $row['clean'];
            $played[$of('chair_id')][] = new Played(
                $days[$of('day')] ??= Day::parse($of('day')),
                $of('line'),
                PlanLine::quartersOf((int) $of('bpm'), $of('unit')),
                $clean,
                counts: $clean && PracticeResult::CARD === $row['step'],
                seconds: (float) $of('seconds'),
            );
        }

        return $played;
    }
}
