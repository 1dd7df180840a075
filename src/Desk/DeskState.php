<?php

declare(strict_types=1);

namespace App\Desk;

use App\Band\Chair;
use App\Engraving\FingeringStyle;
use App\Engraving\Rows;
use SwiftReed\Line\StudyLine;
use SwiftReed\Pitch\SpellingPreference;
use SwiftReed\Player\Reminders;
use SwiftReed\Player\Stage;

/**
 * What stands on the Desk: the line as typed, for whom, with which rows. It is what the address carries.
 */
final readonly class DeskState
{
    public const LINE = 'concert F major, eighths';
    /** What the rows are when nothing is said. */
    public const ROWS = 'dlrf';
    public const INSTRUMENT = 'clarinet-bb';

    /**
     * @param list<string> $setups
     * @param string $other another school whose fingerings stand in a second row: "setup:left-first" or "school:" and its id
     * @param string       $offer  a pin that is offered as a habit, because it has been made several times
     * @param bool         $inOwn  whether a key without "concert" or "own" is the player's own
     * @param int          $at     which key of a line in several keys, counted from 0
     */
    private function __construct(
        public string $line,
        public string $instrument,
        public array $setups,
        public Stage $stage,
        public SpellingPreference $spelling,
        public Rows $rows,
        public string $study,
        public string $origin = '',
        public string $player = '',
        public int $at = 0,
        public string $other = '',
        public string $offer = '',
        public bool $inOwn = false,
    ) {
    }

    /** @param array<mixed> $query as it came; what is not understood takes its default, the line is kept as typed */
    public static function of(array $query): self
    {
        $rows = self::text($query, 'rows', self::ROWS);

        return new self(
            mb_substr(mb_scrub(trim(self::text($query, 'line', self::LINE))), 0, 2 * StudyLine::LIMIT),
            mb_substr(mb_scrub(self::text($query, 'for', self::INSTRUMENT)), 0, 60),
            self::setups($query['setup'] ?? ''),
            Stage::tryFrom(self::text($query, 'stage', '')) ?? Stage::Full,
            SpellingPreference::tryFrom(self::text($query, 'spelling', '')) ?? SpellingPreference::Plainest,
            new Rows(
                str_contains($rows, 'd') || str_contains($rows, 'g'),
                str_contains($rows, 'l'),
                str_contains($rows, 'h')
                    ? Reminders::Habit
                    : (str_contains($rows, 'r') ? Reminders::Affected : Reminders::None),
                str_contains($rows, 'f')
                    ? FingeringStyle::Diagram
                    : (str_contains($rows, 't')
                        ? FingeringStyle::Text
                        : (str_contains($rows, 'n') ? FingeringStyle::Numbers : FingeringStyle::None)),
                str_contains($rows, 'c'),
                !str_contains($rows, 'x'),
                chords: str_contains($rows, 's'),
                fromRoot: str_contains($rows, 'g'),
                tuning: !str_contains($rows, 'z'),
            ),
            self::text($query, 'study', ''),
            self::text($query, 'origin', ''),
            mb_substr(mb_scrub(self::text($query, 'player', '')), 0, 36),
            min(200, max(0, (int) self::text($query, 'at', '0'))),
            mb_substr(mb_scrub(self::text($query, 'other', '')), 0, 80),
            mb_substr(mb_scrub(self::text($query, 'offer', '')), 0, 200),
            'own' === self::text($query, 'speak', ''),
        );
    }

    /**
     * For the address, without what is default.
     *
     * @param array<string, string> $changes
     *
     * @return array<string, string>
     */
    public function query(array $changes = []): array
    {
        $all = $changes + [
            'line' => $this->line,
            'for' => $this->instrument,
            'setup' => implode(',', $this->setups),
            'stage' => Stage::Full === $this->stage && '' === $this->player ? '' : $this->stage->value,
            'spelling' => SpellingPreference::Plainest === $this->spelling ? '' : $this->spelling->value,
            'rows' => self::ROWS === $this->rowLetters() ? '' : $this->rowLetters(),
            'study' => $this->study,
            'origin' => $this->origin,
            'player' => $this->player,
            'at' => 0 === $this->at ? '' : (string) $this->at,
            'other' => $this->other,
            'speak' => $this->inOwn ? 'own' : '',
        ];

        return array_filter($all, static fn (string $value): bool => '' !== $value);
    }

    public function rowLetters(): string
    {
        $letters = ($this->rows->counts ? 'c' : '').(
            $this->rows->degrees ? ($this->rows->fromRoot ? 'g' : 'd') : ''
        ).($this->rows->letters ? 'l' : '').match ($this->rows->reminders) {
            Reminders::Affected => 'r', Reminders::Habit => 'h', Reminders::None => '',
        }
        .match ($this->rows->fingerings) {
            FingeringStyle::Diagram => 'f',
            FingeringStyle::Text => 't',
            FingeringStyle::Numbers => 'n',
            FingeringStyle::None => '',
        }.($this->rows->moves ? '' : 'x').($this->rows->tuning ? '' : 'z').($this->rows->chords ? 's' : '');

        return '' === $letters ? '-' : $letters;
    }

    public function withLine(string $line): self
    {
        return new self(
            $line,
            $this->instrument,
            $this->setups,
            $this->stage,
            $this->spelling,
            $this->rows,
            $this->study,
            $this->origin,
            $this->player,
            $this->at,
            $this->other,
            $this->offer,
            $this->inOwn,
        );
    }

    /** The part of one player, with his set-up and stage. */
    public function forPlayer(Chair $player): self
    {
        return new self(
            $this->line,
            $player->getInstrument(),
            self::setups($player->getSetup()),
            Stage::tryFrom($player->getStage()) ?? Stage::Full,
            $this->spelling,
            $this->rows,
            $this->study,
            $this->origin,
            $player->getId(),
            $this->at,
            $this->other,
            '',
            $this->inOwn,
        );
    }

    public function withInstrument(string $instrument): self
    {
        return new self(
            $this->line,
            $instrument,
            [],
            $this->stage,
            $this->spelling,
            $this->rows,
            $this->study,
            $this->origin,
            '',
            $this->at,
            '',
            '',
            $this->inOwn,
        );
    }

    public function withOther(string $other): self
    {
        return new self(
            $this->line,
            $this->instrument,
            $this->setups,
            $this->stage,
            $this->spelling,
            $this->rows,
            $this->study,
            $this->origin,
            $this->player,
            $this->at,
            $other,
            '',
            $this->inOwn,
        );
    }

    /** @param list<string> $setups in place of those chosen */
    public function inSetups(array $setups): self
    {
        return new self(
            $this->line,
            $this->instrument,
            $setups,
            $this->stage,
            $this->spelling,
            $this->rows,
            $this->study,
            $this->origin,
            $this->player,
            $this->at,
            '',
            '',
            $this->inOwn,
        );
    }

    /** @return list<string> */
    private static function setups(mixed $read): array
    {
        $names = \is_array($read) ? $read : explode(',', \is_string($read) ? $read : '');

        return array_values(array_filter(
            array_map(
                static fn (mixed $name): string => \is_string($name) ? mb_substr(mb_scrub(trim($name)), 0, 40) : '',
                $names,
            ),
            static fn (string $name): bool => '' !== $name,
        ));
    }

    /** @param array<mixed> $query */
    private static function text(array $query, string $key, string $default): string
    {
        $value = $query[$key] ?? $default;

        return \is_string($value) && '' !== $value ? $value : $default;
    }
}
