<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Practice\Day;
use SwiftReed\Practice\PracticeError;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Words\Wording;

/**
 * Reads what was passed elsewhere: a table with a heading, columns in any order. Every row says how it was understood.
 */
final readonly class RecordList
{
    /** Rows of one list: a large band in a year. */
    public const MOST = 2000;
    /** Bytes of one list. */
    public const MOST_BYTES = 500_000;
    public const EXAMPLE = "name,line,result,memory,date\nAda,\"concert F major, 2 octaves, eighths, quarter = 80\",passed,yes,2026-11-02";
    /** Headings that are known, with what else they are called. Common practice, no source. */
    private const HEADINGS = [
        'name' => ['name', 'player', 'pupil', 'student'],
        'instrument' => ['instrument'],
        'line' => ['line', 'study line', 'study', 'requirement'],
        'result' => ['result', 'passed'],
        'memory' => ['memory', 'from memory'],
        'date' => ['date', 'day', 'when'],
        'remark' => ['remark', 'words', 'comment'],
    ];
    private const PASSED = [
        'passed' => true, 'pass' => true, 'yes' => true, 'x' => true, '1' => true, 'true' => true, 'not yet' => false,
        'not passed' => false, 'no' => false, '0' => false, 'false' => false,
    ];
    private const MEMORY = ['yes', 'x', '1', 'true', 'memory', 'from memory'];
    private const REMARK = 300;

    public function __construct(private PartBuilder $parts)
    {
    }

    /**
     * @return non-empty-list<RecordRow>
     *
     * @throws ImportError when it is too long, has no heading that is known, or no rows
     */
    public function read(string $text): array
    {
        if (\strlen($text) > self::MOST_BYTES) {
            throw ImportError::tooLarge(\strlen($text), self::MOST_BYTES);
        }
        $table = GivenTable::rows($text);
        $headings = array_map(self::heading(...), array_shift($table) ?? []);
        if ([] !== array_diff(['name', 'line', 'result'], $headings)) {
            throw ImportError::noRecordHeading(self::EXAMPLE);
        }
        if ([] === $table || \count($table) > self::MOST) {
            throw ImportError::recordRows(\count($table), self::MOST, self::EXAMPLE);
        }

        return array_map(fn (array $cells): RecordRow => $this->row($cells, $headings), $table);
    }

    /**
     * @param list<string>      $cells
     * @param list<string|null> $headings
     */
    private function row(array $cells, array $headings): RecordRow
    {
        $given = [
            'name' => '', 'instrument' => '', 'line' => '', 'result' => '', 'memory' => '', 'date' => '',
            'remark' => '',
        ];
        foreach ($headings as $k => $heading) {
            if (null !== $heading) {
                $given[$heading] = $cells[$k] ?? '';
            }
        }
        $doubts = '' === $given['name'] ? ['nobody is named'] : [];
        $line = null;
        try {
            $read = $this->parts->reader->read($given['line']);
            $this->parts->check($read->line);
            $line = $read->line->text();
        } catch (Mistake $error) {
            $doubts[] = $error->getMessage();
        }
        $isPassed = self::PASSED[mb_strtolower($given['result'])] ?? null;
        if (null === $isPassed) {
            $doubts[] = Wording::of('record-list.row', ['result' => $given['result']]);
        }
        $day = null;
        try {
            $day = '' === $given['date'] ? null : Day::parse($given['date']);
        } catch (PracticeError $error) {
            $doubts[] = $error->getMessage();
        }

        return new RecordRow(
            $given['name'],
            $given['instrument'],
            $line,
            $isPassed,
            \in_array(mb_strtolower($given['memory']), self::MEMORY, true),
            $day,
            mb_substr($given['remark'], 0, self::REMARK),
            [] === $doubts ? null : implode('; ', $doubts),
        );
    }

    private static function heading(string $cell): ?string
    {
        foreach (self::HEADINGS as $heading => $called) {
            if (\in_array(mb_strtolower(trim($cell, " \t.:")), $called, true)) {
                return $heading;
            }
        }

        return null;
    }
}
