<?php

declare(strict_types=1);

namespace App\Packets;

use App\Band\OpenBand;
use App\Desk\StudySheet;
use App\Desk\StudySheetRepository;
use Doctrine\DBAL\Connection;
use SwiftReed\Packet\Exercise;
use SwiftReed\Packet\PacketTable;
use SwiftReed\Packet\SheetTemplate;
use SwiftReed\Packet\SheetTemplates;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\PitchError;

/**
 * The sheet that the open band plays each day: a template, one that ships or a kept sheet of one's own, and the key of
 * the day.
 */
final class DailySheet
{
    private const TEMPLATE = 'short';
    private const TONIC = 'Bb';
    private const CHORALE = 'evening';

    public function __construct(
        private readonly Connection $database,
        private readonly OpenBand $open,
        private readonly SheetTemplates $templates,
        private readonly StudySheetRepository $sheets,
        private readonly BandChorales $chorales,
    ) {
    }

    /** @return array<string, string> names of the templates by what stands for them: an id, or that of a kept sheet */
    public function choices(): array
    {
        $choices = array_map(static fn (SheetTemplate $one): string => $one->name, $this->templates->all());
        foreach ($this->sheets->newestFirst() as $sheet) {
            $choices[$sheet->getId()] = $sheet->getName();
        }

        return $choices;
    }

    /**
     * @return array{template: string, tonic: NoteName, chorale: string, version: int} version is 0 where nothing is
     *  kept yet
     */
    public function today(): array
    {
        $row = $this->database->fetchAssociative(
            'SELECT template, tonic, chorale, version FROM daily_sheet WHERE band_id = :band',
            ['band' => $this->open->id()],
        );
        $text = static fn (
            string $key,
            string $else,
        ): string => \is_array($row) && \is_string($row[$key] ?? null) ? $row[$key] : $else;
        try {
            $tonic = NoteName::parse($text('tonic', self::TONIC));
        } catch (PitchError) {
            $tonic = NoteName::parse(self::TONIC);
        }
        $template = $text('template', self::TEMPLATE);

        return [
            'template' => isset($this->choices()[$template]) ? $template : self::TEMPLATE,
            'tonic' => $tonic,
            'chorale' => isset($this->chorales->all()[$text('chorale', '')]) ? $text('chorale', '') : self::CHORALE,
            'version' => \is_array($row) && \is_int($row['version'] ?? null) ? $row['version'] : 0,
        ];
    }

    public function keep(string $template, NoteName $tonic, string $chorale): void
    {
        $this->database->executeStatement(
            'INSERT INTO daily_sheet (band_id, template, tonic, chorale) VALUES (:band, :template, :tonic, :chorale) ON CONFLICT (band_id) DO UPDATE SET template = :template, tonic = :tonic, chorale = :chorale, changed_at = now(), version = daily_sheet.version + 1',
            [
                'band' => $this->open->required()->getId(),
                'template' => $template,
                'tonic' => $tonic->text(),
                'chorale' => $chorale,
            ],
        );
    }

    /** So many keys further in the band's own order; back for less than nothing. */
    public function further(NoteName $tonic, int $keys): NoteName
    {
        $class = (($tonic->pitchClass() + $keys * \App\Band\Usual::KEY_ORDERS[$this->open->usual()->keyOrder]) % 12 + 12) % 12;
        foreach (PacketTable::lines() as $one) {
            if ($one->pitchClass() === $class) {
                return $one;
            }
        }

        return $tonic;
    }

    public function template(string $id): SheetTemplate
    {
        $sheet = $this->sheets->one($id);

        return null === $sheet
            ? $this->templates->named($id)
            : SheetTemplates::own($sheet->getName(), StudySheet::rows($sheet->getLines()));
    }

    /**
     * @return list<Exercise>
     *
     * @throws \SwiftReed\Line\StudyLineError when a row of one's own is not understood
     */
    public function exercises(string $template, NoteName $tonic): array
    {
        // The chorale of the day in place of the one that the template has.
        $chorale = $this->today()['chorale'];

        return array_map(
            static fn (Exercise $one): Exercise => '' === $one->chorale ? $one : new Exercise(
                $one->title,
                $one->line,
                $chorale,
                $one->for,
            ),
            $this->templates->filled($this->template($template), $tonic),
        );
    }

    /**
     * Rows for a packet.
     *
     * @return list<string>
     *
     * @throws \SwiftReed\Line\StudyLineError
     */
    public function rows(string $template, NoteName $tonic): array
    {
        return SheetTemplates::rows($this->exercises($template, $tonic), $tonic);
    }
}
