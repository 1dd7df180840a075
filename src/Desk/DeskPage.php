<?php

declare(strict_types=1);

namespace App\Desk;

use App\Band\Notebook;
use App\Band\OpenBand;
use App\Engraving\EngravingError;
use App\Engraving\Legend;
use App\Engraving\PageMaker;
use App\Engraving\SecondRow;
use App\Engraving\WorkingDrawing;
use Doctrine\DBAL\Exception as DatabaseError;
use SwiftReed\Fingering\HardSpot;
use SwiftReed\Fingering\HardSpots;
use SwiftReed\Instrument\InstrumentError;
use SwiftReed\Instrument\MechanismKind;
use SwiftReed\Line\Clause;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Line\Understood;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\PlayerError;
use SwiftReed\Score\Format\TextWriter;
use SwiftReed\Score\Heading;
use SwiftReed\Score\Part;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Working;

/**
 * Everything that stands on the Desk for one state of it, worked out once.
 */
final class DeskPage
{
    /** Changes that are offered to be practised, be they hard or only the widest. */
    private const OFFERED = 2;

    /** Notes on one line of music: on a wide window, and on a phone held upright. */
    public const WIDE = 16;
    public const NARROW = 8;

    public function __construct(
        private readonly Desk $desk,
        private readonly PageMaker $pages,
        private readonly Notebook $notebook,
        private readonly SavedStudyRepository $studies,
        private readonly StudySheetRepository $sheets,
        private readonly OpenBand $open,
    ) {
    }

    /**
     * The state that an address asks for, with what is pressed in it.
     *
     * @param array<mixed> $query
     */
    public function asked(array $query): DeskState
    {
        return $this->changed(
            $this->chosen(
                DeskState::of(isset($query['line']) ? $query : $query + $this->usual()),
                isset($query['stage']),
            ),
            $query['set'] ?? [],
        );
    }

    /**
     * What the director of the open band begins with, where nothing is said yet. From there on the address says it.
     *
     * @return array<string, string>
     */
    private function usual(): array
    {
        $usual = $this->open->usual();
        $letters = ['affected' => 'r', 'habit' => 'h', 'none' => ''][$usual->reminders] ?? 'r';

        return [
            'line' => DeskState::LINE.(null === $usual->tempo ? '' : ', quarter = '.$usual->tempo),
            'rows' => strtr(DeskState::ROWS, ['r' => $letters]),
            'speak' => $usual->speaksOwn ? 'own' : '',
        ];
    }

    /**
     * @return array{status: int, column: int, state: DeskState,
     *  ...} what the templates of the Desk show; "column" is where the line cannot be read, from 1, else 0
     */
    public function of(DeskState $asked, bool $narrow): array
    {
        [$state, $understood, $said] = $this->understood($asked);
        $view = $this->view($state, $narrow);
        $part = $view['part'];

        return $view + [
            'state' => $state,
            'narrow' => $narrow,
            'typed' => $asked->line,
            'read_as' => $understood->readAs ?? [],
            'for_player' => $said,
            'sentence' => null === $understood ? [] : Sentence::parts($understood->line),
            'rail' => $this->desk->rail($state),
            'families' => $this->desk->families(),
            'setups' => $this->desk->setups($state->instrument),
            'pins' => $this->notebook->pins($state->instrument, $this->desk->current($state), $state->player),
            'players' => $this->notebook->players($state->instrument),
            'remarks' => $this->notebook->remarks($state->instrument, $this->desk->current($state)),
            'schools' => $this->notebook->schools($state->instrument),
            'drills' => null === $part ? [] : $this->drills($state, $view['hard']),
            'wide_drills' => null === $part ? [] : $this->drills($state, $view['wide']),
            'plain_line' => $this->desk->changed($state->line, ClauseKind::Drill, ''),
            'next_key' => $this->desk->further($state, 1),
            'previous_key' => $this->desk->further($state, -1),
            'keys' => $this->desk->keyCount($state->line),
            'twin_fingerings' => self::twinFingerings($part, $view['working']),
            'title_in_words' => null === $part ? '' : Heading::of($part),
            'cell' => $this->desk->cell($state->line),
            'legend' => null === $part
                ? []
                : Legend::forPage(Legend::signs(
                    $part->instrument,
                    $part->plan->notes,
                    $state->rows->moves,
                    $state->rows->tuning && Legend::drawsSlides($part),
                )),
            'saved' => $this->saved($state),
        ];
    }

    /** @return list<StudySheet> to which the line can be added */
    public function sheets(): array
    {
        try {
            return $this->open->isLed() ? $this->sheets->newestFirst() : [];
        } catch (DatabaseError) {
            return [];
        }
    }

    /** Whoever names a player and no stage takes over the player's instrument, set-up and stage. */
    private function chosen(DeskState $state, bool $isStageSaid): DeskState
    {
        $player = '' === $state->player || $isStageSaid ? null : $this->notebook->player($state->player);

        return null === $player ? $state : $state->forPlayer($player);
    }

    private function changed(DeskState $state, mixed $set): DeskState
    {
        $line = $state->line;
        if (!\is_array($set)) {
            return $state;
        }
        if (
            isset($set['tonic'], $set['material'], $set['naming'])
            && \is_string($set['tonic'])
            && \is_string($set['material'])
            && \is_string($set['naming'])
        ) {
            $line = $this->desk->inKey($line, $set['naming'], $set['tonic'], $set['material']);
        }
        foreach ($set as $name => $text) {
            $kind = ClauseKind::tryFrom((string) $name);
            if (null !== $kind && \is_string($text)) {
                $line = $this->desk->changed($line, $kind, trim($text));
            }
        }

        return $state->withLine($line);
    }

    /**
     * The state with the line as it is understood, and on the instrument that the line was meant for.
     *
     * @return array{DeskState, Understood|null, string} the name of the instrument that the line named, or nothing
     */
    private function understood(DeskState $state): array
    {
        try {
            $understood = $this->desk->understood($state->line, $state->inOwn);
        } catch (StudyLineError) {
            return [$state, null, ''];
        }
        $state = $state->withLine($understood->line->text());
        if (null === $understood->player) {
            return [$state, $understood, ''];
        }
        $state = $understood->player === $state->instrument ? $state : $state->withInstrument($understood->player);

        return [$state, $understood, $this->desk->instrument($state)->name];
    }

    /**
     * @return array{status: int, part: ?Part, music: string, error: string, column: int, meant: list<string>,
     *  remedies: list<string>, hard: array<int, HardSpot>, working: ?Working, working_keyboard: string,
     *  working_circle: string, second: ?SecondRow, usual_second: ?string, wide: list<HardSpot>}
     */
    private function view(DeskState $state, bool $narrow): array
    {
        $view = [
            'status' => 200, 'part' => null, 'music' => '', 'error' => '', 'column' => 0, 'meant' => [],
            'remedies' => [], 'hard' => [], 'working' => null, 'working_keyboard' => '', 'working_circle' => '',
            'second' => null, 'usual_second' => null, 'wide' => [],
        ];
        try {
            $part = $this->desk->part($state);
            $view['part'] = $part;
            $view['hard'] = HardSpots::worst($part->plan->hardSpots);
            $view['wide'] = \array_slice($part->plan->widest, 0, max(0, self::OFFERED - \count($view['hard'])));
            $view['second'] = $this->desk->second($state);
            $view['usual_second'] = $this->desk->usualSecond($state);
            $view['working'] = Working::of($part->study, $part->instrument->transposition, $part->instrument->article);
            $view['working_keyboard'] = WorkingDrawing::keyboard($view['working']);
            $view['working_circle'] = WorkingDrawing::circle(
                $part->study->concertKey->signature(),
                $part->study->writtenKey->key->signature(),
            );
            $view['music'] = $this->pages->screen(
                $part,
                $state->rows,
                '',
                $narrow ? self::NARROW : self::WIDE,
                $view['second'],
            )->svg;
        } catch (StudyLineError $error) {
            $mended = $this->desk->mended($state->line, $error);

            return [
                'status' => 422,
                'error' => $error->getMessage(),
                'column' => $error->column,
                'meant' => '' === $mended ? $error->readings : [$mended],
            ] + $view;
        } catch (StudyError|PlayerError $error) {
            return [
                'status' => 422,
                'error' => $error->getMessage(),
                'remedies' => $this->desk->remedies($state),
            ] + $view;
        } catch (InstrumentError $error) {
            return ['status' => 404, 'error' => $error->getMessage()] + $view;
        } catch (EngravingError $error) {
            return [
                'status' => 503,
                'error' => $error->getMessage(),
                'music' => '<pre class="plain-part">'.htmlspecialchars(TextWriter::write($part)).'</pre>',
            ] + $view;
        }

        return $view;
    }

    /**
     * Lines that drill the marked changes, by their number.
     *
     * @param array<int, HardSpot> $spots
     *
     * @return array<int, string>
     */
    private function drills(DeskState $state, array $spots): array
    {
        $line = $this->desk->understood($this->desk->current($state), $state->inOwn)->line;
        if ($line->says(ClauseKind::Drill)) {
            return []; // a drill of a drill is none
        }

        return array_map(
            static fn (HardSpot $spot): string => $line->with(Clause::drill($spot->from + 1))->text(),
            $spots,
        );
    }

    /**
     * The fingering of each note of the scale, alike in both of its spellings.
     *
     * @return list<string>
     */
    private static function twinFingerings(?Part $part, ?Working $working): array
    {
        if (
            null === $part
            || null === $working?->twin
            || MechanismKind::None === $part->instrument->mechanism()->kind()
        ) {
            return [];
        }
        $byClass = [];
        foreach ($part->study->notes as $i => $note) {
            $byClass[$note->pitch()->midi() % 12] ??= $part->plan->notes[$i]->fingering->text;
        }

        return array_map(static fn (Pitch $note): string => $byClass[$note->midi() % 12] ?? '', $working->notes);
    }

    private function saved(DeskState $state): ?SavedStudy
    {
        try {
            return '' === $state->study ? null : $this->studies->one($state->study);
        } catch (DatabaseError) {
            return null; // the Desk works without the database; saving will say that it is down
        }
    }
}
