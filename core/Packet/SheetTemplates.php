<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Knowledge\DataError;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Line\Parser;
use SwiftReed\Pitch\NoteName;

/**
 * Sheets of exercises without a key: choose the day's key and every exercise is there.
 */
final readonly class SheetTemplates
{
    private const FILE = 'sheet-templates';

    public function __construct(private DataFolder $data, private Parser $parser)
    {
    }

    /** @return array<string, SheetTemplate> those that ship, by id */
    public function all(): array
    {
        $all = [];
        foreach ($this->data->read(self::FILE) as $id => $entry) {
            $all[$id] = $this->template($id, \is_array($entry) ? $entry : []);
        }

        return $all;
    }

    /** @throws TemplateError when there is none of this name */
    public function named(string $id): SheetTemplate
    {
        $all = $this->all();

        return $all[mb_strtolower(trim($id))] ?? throw TemplateError::unknown($id, array_keys($all));
    }

    /**
     * A sheet of one's own as a template: rows with titles, in whatever key they stand.
     *
     * @param list<string> $rows study lines; a row that begins with # is the title of the next
     */
    public static function own(string $name, array $rows): SheetTemplate
    {
        $exercises = [];
        $title = '';
        foreach ($rows as $row) {
            if (str_starts_with($row, SheetBuilder::TITLE)) {
                $title = trim(substr($row, 1));
                continue;
            }
            $exercises[] = new Exercise($title, $row, '', '');
            $title = '';
        }

        return new SheetTemplate($name, '', $exercises);
    }

    /** @param array<mixed> $entry */
    private function template(string $id, array $entry): SheetTemplate
    {
        $exercises = [];
        foreach (\is_array($entry['exercises'] ?? null) ? $entry['exercises'] : [] as $one) {
            $text = static fn (string $key): string => \is_array($one) && \is_string(
                $one[$key] ?? null,
            ) ? $one[$key] : '';
            $exercises[] = new Exercise($text('title'), $text('line'), $text('chorale'), $text('for'));
        }
        $text = static fn (string $key): string => \is_string(
            $entry[$key] ?? null,
        ) ? $entry[$key] : throw DataError::entry(
            self::FILE,
            $id,
            'expected "'.$key.'"',
        );

        return new SheetTemplate($text('name'), $text('says'), $exercises);
    }

    /**
     * The exercises of a template in a key: everything by the interval from C, or for a sheet of one's own from its
     * first line.
     *
     * @return list<Exercise>
     *
     * @throws \SwiftReed\Line\StudyLineError when a row of one's own is not understood
     */
    public function filled(SheetTemplate $template, NoteName $tonic): array
    {
        $lines = [];
        foreach ($template->exercises as $i => $one) {
            if ('' !== $one->line) {
                $lines[$i] = $this->parser->parse($one->line);
            }
        }
        $moved = array_combine(array_keys($lines), SheetMove::together(array_values($lines), $tonic));

        return array_map(
            static fn (Exercise $one, int $i): Exercise => new Exercise(
                $one->title,
                isset($moved[$i]) ? $moved[$i]->text() : '',
                $one->chorale,
                $one->for,
            ),
            $template->exercises,
            array_keys($template->exercises),
        );
    }

    /**
     * Rows for a sheet or a packet: titles and lines, a chorale as the row that asks for it.
     *
     * @param list<Exercise> $exercises
     *
     * @return list<string>
     */
    public static function rows(array $exercises, NoteName $tonic): array
    {
        $rows = [];
        foreach ($exercises as $one) {
            if ('' !== $one->title) {
                $rows[] = SheetBuilder::TITLE.' '.$one->title;
            }
            $rows[] = '' !== $one->chorale
                ? 'chorale '.$one->chorale.' in concert '.$tonic->text()
                : ('' === $one->for ? '' : 'for '.$one->for.': ').$one->line;
        }

        return $rows;
    }
}
