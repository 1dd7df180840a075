<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Fingering\OwnFingerings;
use SwiftReed\Fingering\PinError;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Seating;
use SwiftReed\Score\BandPart;
use SwiftReed\Score\Part;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Score\Score;
use SwiftReed\Score\Sheet;

/**
 * From study lines to the parts of everybody in a band.
 */
final class ScoreBuilder
{
    /** A row that asks for a chorale, with its number or without. */
    private const CHORALE = '/^(\d+\s*[:.)]\s*)?chorale\s/i';
    /** Players in one score: a district's honour band. */
    public const MOST = 400;

    private readonly SheetBuilder $sheets;
    /** @var array<string, array<string, string>> by the row: who has which voice */
    private array $voices = [];
    /**
     * @var array<string, Sheet|string> by what it depends on: players of one instrument who read alike have the same
     *  notes
     */
    private array $built = [];
    /** @var array<string, array<string, Sheet>> by the lines: everybody's sheets, breathing together */
    private array $company = [];

    /**
     * @param Chorales|null    $chorales that rows may ask for
     * @param list<BandPlayer> $band     among whom their voices are shared out
     * @param bool             $breathesTogether whether a player's own sheet breathes where the band's score does
     */
    public function __construct(
        public readonly PartBuilder $parts,
        private readonly ?Chorales $chorales = null,
        private readonly array $band = [],
        private readonly bool $breathesTogether = false,
    ) {
        $this->sheets = new SheetBuilder($parts);
    }

    /**
     * @param list<StudyLine|string>    $lines   read, or as they are typed (with rows that are titles)
     * @param non-empty-list<BandPlayer> $players in the order of the score
     */
    public function scores(array $lines, array $players): BandScores
    {
        $sheets = [];
        $left = [];
        $players = self::seated(\array_slice($players, 0, self::MOST), $lines);
        foreach ($players as $player) {
            $sheet = $this->ownSheet($lines, $player);
            if ($sheet instanceof Sheet) {
                $sheets[$player->name] = $sheet;
            } else {
                $left[$player->name] = $sheet;
            }
        }
        $named = array_combine(array_map(static fn (BandPlayer $one): string => $one->name, $players), $players);
        $sheets = (new BreathsTogether($this->parts))->of($sheets, $named);
        $parts = [];
        $titles = [];
        foreach ($sheets as $name => $sheet) {
            foreach ($sheet->numbers as $k => $number) {
                $titles[$number] ??= $sheet->titles[$k] ?? '';
                $parts[$number][] = new BandPart((string) $name, $sheet->parts[$k]);
            }
        }
        // In the order in which whoever has most of them has them.
        $orders = array_map(static fn (Sheet $sheet): array => $sheet->numbers, array_values($sheets));
        usort($orders, static fn (array $a, array $b): int => \count($b) <=> \count($a));
        $numbers = array_values(array_unique(array_merge([], ...$orders)));

        return new BandScores(
            array_map(static fn (string $number): Score => new Score($number, $parts[$number], $titles[$number]), $numbers),
            $sheets,
            $left,
        );
    }

    /**
     * Players who know with whom they play, where a line divides the band into voices.
     *
     * @param list<BandPlayer>       $players in the order of the score
     * @param list<StudyLine|string> $lines
     *
     * @return list<BandPlayer>
     */
    private static function seated(array $players, array $lines): array
    {
        if ([] === $players || !self::haveVoices($lines)) {
            return $players;
        }
        $chairs = array_map(
            static fn (BandPlayer $one): array => [$one->instrument->id, $one->instrument->family],
            $players,
        );

        return array_map(
            static fn (BandPlayer $one, int $seat): BandPlayer => $one->seated(new Seating($chairs, $seat)),
            $players,
            array_keys($players),
        );
    }

    /**
     * Whether a line may divide the band into voices, so that everybody's part depends on who else is there.
     *
     * @param list<StudyLine|string> $lines
     */
    public static function haveVoices(array $lines): bool
    {
        foreach ($lines as $line) {
            // A typed row is read later: whatever may say voices is taken to.
            if (\is_string($line)
                ? 1 === preg_match('/\b(round after|below|above|drone|answer)\b/i', $line)
                : $line->says(ClauseKind::Voices)
            ) {
                return true;
            }
        }

        return false;
    }

    /**
     * One player's sheet, or the sentence that says why there is none.
     *
     * @param list<StudyLine|string> $lines
     */
    public function sheet(array $lines, BandPlayer $player): Sheet|string
    {
        return $this->breathesTogether
            ? $this->inCompany($lines)[$player->name] ?? $this->ownSheet($lines, $player)
            : $this->ownSheet($lines, $player);
    }

    /**
     * Everybody's sheets, breathing at the same places.
     *
     * @param list<StudyLine|string> $lines
     *
     * @return array<string, Sheet> by the name of the player
     */
    private function inCompany(array $lines): array
    {
        $key = hash('xxh128', serialize(array_map(
            static fn (StudyLine|string $one): string => \is_string($one) ? $one : $one->text(),
            $lines,
        )));
        if (!isset($this->company[$key])) {
            $sheets = [];
            $named = [];
            foreach (\array_slice($this->band, 0, self::MOST) as $one) {
                $sheet = $this->ownSheet($lines, $one);
                $named[$one->name] = $one;
                if ($sheet instanceof Sheet) {
                    $sheets[$one->name] = $sheet;
                }
            }
            $this->company[$key] = (new BreathsTogether($this->parts))->of($sheets, $named);
        }

        return $this->company[$key];
    }

    /**
     * The rows of a packet on which pupils write: those of chorales are empty, so that the others keep their numbers.
     *
     * @param list<string> $rows
     *
     * @return list<string>
     */
    public static function withoutChorales(array $rows): array
    {
        $kept = [];
        $titles = [];
        foreach ($rows as $row) {
            if (str_starts_with($row, SheetBuilder::TITLE)) {
                $titles[] = $row;
                continue;
            }
            // The title that stood over a chorale goes with it.
            $isChorale = 1 === preg_match(self::CHORALE, $row);
            array_push($kept, ...($isChorale ? [''] : [...$titles, $row]));
            $titles = [];
        }

        return [...$kept, ...$titles];
    }

    /** @param list<StudyLine|string> $lines */
    private function ownSheet(array $lines, BandPlayer $player): Sheet|string
    {
        if (null === $player->settings->seating && [] !== $this->band) {
            foreach (self::seated($this->band, $lines) as $one) {
                $player = $one->name === $player->name && null !== $one->settings->seating
                    ? $player->seated($one->settings->seating)
                    : $player;
            }
        }
        $hasChorale = [] !== array_filter(
            $lines,
            static fn (StudyLine|string $one): bool => \is_string($one) && 1 === preg_match(self::CHORALE, $one),
        );
        $key = hash(
            'xxh128',
            serialize([
                $hasChorale ? $player->name : '',
                array_map(static fn (StudyLine|string $one): string => \is_string($one) ? $one : $one->text(), $lines),
                $player->instrument->id,
                $player->instrument->setup,
                $player->settings,
                $player->own,
            ]),
        );

        return $this->built[$key] ??= $this->build($lines, $player);
    }

    /** @param list<StudyLine|string> $lines */
    private function build(array $lines, BandPlayer $player): Sheet|string
    {
        try {
            return $this->made($lines, $player->settings, $player, $player->own);
        } catch (PinError) {
            // A habit of another set-up does not stop the page.
            try {
                return $this->made($lines, $player->settings, $player, new OwnFingerings([], $player->own->tendencies));
            } catch (Mistake $error) {
                return $error->getMessage();
            }
        } catch (Mistake $error) {
            return $error->getMessage();
        }
    }

    /** @param list<StudyLine|string> $lines */
    private function made(array $lines, PlayerSettings $settings, BandPlayer $player, OwnFingerings $own): Sheet
    {
        $read = array_values(array_filter(
            $lines,
            static fn (StudyLine|string $one): bool => $one instanceof StudyLine,
        ));

        return \count($read) === \count($lines)
            ? $this->sheets->build($read, $player->instrument, $settings, $own)
            : $this->sheets->read(
                array_map(static fn (StudyLine|string $one): string => \is_string($one) ? $one : $one->text(), $lines),
                $player->instrument,
                $settings,
                $own,
                null === $this->chorales ? null : fn (string $row): ?Part => $this->chorale($row, $player),
            );
    }

    /** @throws ChoraleError */
    private function chorale(string $row, BandPlayer $player): ?Part
    {
        $chorales = $this->chorales;
        if (null === $chorales || null === $asked = Chorale::asked($row, $chorales->known)) {
            return null;
        }
        [$chorale, $tonic] = $asked;
        $among = [] === $this->band ? [$player] : $this->band;
        $this->voices[$row] ??= $chorales->voices($chorale, $tonic, $among);

        return $chorales->part($chorale, $tonic, $this->voices[$row][$player->name] ?? null, $player);
    }
}
