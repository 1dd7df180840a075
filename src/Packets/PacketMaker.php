<?php

declare(strict_types=1);

namespace App\Packets;

use App\Engraving\EngravingError;
use App\Engraving\FingeringStyle;
use App\Engraving\LettersPage;
use App\Engraving\Page;
use App\Engraving\PageStyle;
use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Engraving\PrintedPages;
use App\Engraving\PrintLook;
use App\Engraving\Rows;
use App\Engraving\ScorePages;
use App\Engraving\TablePages;
use App\Engraving\Worked;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Packet\BandPlayer;
use SwiftReed\Packet\BandScores;
use SwiftReed\Packet\Chorales;
use SwiftReed\Packet\FirstTempos;
use SwiftReed\Packet\LetterChart;
use SwiftReed\Packet\ScoreBuilder;
use SwiftReed\Packet\Together;
use SwiftReed\Pitch\NoteNames;
use SwiftReed\Pitch\SpellingPreference;
use SwiftReed\Player\Reminders;
use SwiftReed\Score\Format\MidiWriter;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Score\Score;
use SwiftReed\Score\Sheet;

/**
 * Makes the pieces of a packet, each by itself. The command line and the workers come through here alike.
 */
final class PacketMaker
{
    /** @var array<string, ScoreBuilder> */
    private array $builders = [];
    private string $packet = '';

    public function __construct(
        private readonly PartBuilder $parts,
        private readonly PrintedPages $pages,
        private readonly ScorePages $scores,
        private readonly PdfMaker $pdfs,
        private readonly FirstTempos $tempos,
        private readonly Joiner $joiner,
        private readonly DataFolder $data,
    ) {
    }

    /**
     * @param \Closure(Piece): ?MadePiece $made gives back the pieces that are put together; null for what could not be made
     * @param list<Piece>                 $all  of the packet
     *
     * @throws Mistake        when it cannot be made
     * @throws EngravingError when it cannot be drawn just now
     */
    public function make(PacketPlan $plan, Piece $piece, array $all, \Closure $made): MadePiece
    {
        $isFile = \in_array($piece->kind, [PieceKind::MusicXml, PieceKind::Midi], true);

        // A page of one player has that player's names, what is for several the packet's.
        $isOnes = \in_array($piece->kind, [PieceKind::Part, PieceKind::Worksheet], true);
        $names = ($isOnes ? $piece->for[0]->noteNames : null) ?? $plan->noteNames;

        return ($isFile ? NoteNames::English : $names)->while(
            fn (): MadePiece => $this->made($plan, $piece, $all, $made),
        );
    }

    /**
     * @param list<Piece>              $all
     * @param \Closure(Piece): ?MadePiece $made
     */
    private function made(PacketPlan $plan, Piece $piece, array $all, \Closure $made): MadePiece
    {
        return match ($piece->kind) {
            PieceKind::Part => $this->part($plan, $piece, $all),
            PieceKind::Worksheet, PieceKind::Answers => $this->written($plan, $piece, $all),
            PieceKind::Letters => $this->document($this->letters($plan), $plan->title),
            PieceKind::Score, PieceKind::ConcertScore => $this->document(
                $this->scores->of(
                    $this->bandScores($plan)->scores,
                    PieceKind::ConcertScore === $piece->kind,
                    $plan->title,
                    self::paper($plan),
                    $plan->edition,
                ),
                $plan->title,
            ),
            PieceKind::Table => $this->document($this->table($plan), $plan->title),
            PieceKind::Index => $this->document($this->index($plan), $plan->title),
            PieceKind::MusicXml => new MadePiece(MusicXmlWriter::score($this->sheets($plan)), 0),
            PieceKind::Midi => new MadePiece(MidiWriter::score($this->sheets($plan)), 0),
            PieceKind::Pile => $this->joiner->pile(
                array_values(array_filter($all, static fn (Piece $one): bool => PieceKind::Part === $one->kind)),
                $plan->isForCopier,
                $made,
                $plan->title,
            ),
        };
    }

    /** @param list<Piece> $all */
    private function part(PacketPlan $plan, Piece $piece, array $all): MadePiece
    {
        $player = $piece->for[0];
        $sheet = $this->sheet($plan, $player, $all);
        $isShared = $player->instrument->name === $piece->edition && 'keys' === $plan->editions;
        $rows = match (true) {
            'letters' === $player->style, !$plan->fingered, $isShared => new Rows(
                true,
                true,
                $player->settings->signs(),
                FingeringStyle::None,
            ),
            default => new Rows(true, true, $player->settings->signs(), FingeringStyle::Diagram),
        };
        $look = new PrintLook(
            self::paper($plan),
            'numbers' === $player->style ? PageStyle::Numbers : PageStyle::AsShown,
            'large' === $player->style,
            $this->heads($player, $piece),
            $plan->date,
            onBothSides: 'two' === $plan->sides,
            words: trim($plan->words.' '.$this->needed($plan, $player, $sheet)),
            edition: $plan->edition,
            band: $plan->band,
            hasCorner: $plan->hasCorners,
        );

        return $this->document(
            $this->pages->of($sheet->titled($plan->title), $rows, $look),
            self::title($plan, $piece),
        );
    }

    /** @param list<Piece> $all */
    private function written(PacketPlan $plan, Piece $piece, array $all): MadePiece
    {
        $player = $piece->for[0];
        $isKey = PieceKind::Answers === $piece->kind;
        $studies = ScoreBuilder::withoutChorales($plan->studies);
        if ([] === array_filter($studies, static fn (string $row): bool => '' !== $row)) {
            throw PacketError::nothingToWriteOn();
        }
        $sheet = $this->sheet($plan, $player, $all, $studies);
        $worked = (new Worked(
            'part-worked' === $plan->worksheets ? $plan->flats : -1,
            'part-worked' === $plan->worksheets ? $plan->sharps : -1,
            $plan->names,
        ))->leavingSome($sheet->parts);
        $look = new PrintLook(
            self::paper($plan),
            $isKey ? PageStyle::Answers : PageStyle::Worksheet,
            'large' === $player->style,
            $isKey ? '' : $this->heads($player, $piece),
            $plan->date,
            onBothSides: 'two' === $plan->sides,
            words: $plan->words,
            edition: $plan->edition,
            band: $plan->band,
            worked: $worked,
        );

        return $this->document(
            $this->pages->of(
                $sheet->titled($plan->title),
                new Rows(false, false, Reminders::None, FingeringStyle::None),
                $look,
            ),
            self::title($plan, $piece),
        );
    }

    /** Of a sheet of the day, the notes that it needs, and which the day before did not. */
    private function needed(PacketPlan $plan, BandPlayer $player, Sheet $sheet): string
    {
        return [] === $plan->before
            ? ''
            : NotesNeeded::spoken(
                $sheet,
                (new ScoreBuilder(
                    $this->parts,
                    new Chorales($this->parts, Chorales::shipped($this->data) + $plan->chorales),
                    [$player],
                ))->sheet(
                    $plan->before,
                    $player,
                ),
            );
    }

    /** What stands before the instrument at the head of a page. */
    private function heads(BandPlayer $player, Piece $piece): string
    {
        return '' === $piece->edition
            ? ($player->name === $player->instrument->name ? '' : $player->name)
            : ($piece->edition === $player->instrument->name ? '' : $piece->edition);
    }

    /**
     * @param list<Piece>       $all
     * @param list<string>|null $studies those of the packet where none are named
     *
     * @throws Mistake
     */
    private function sheet(PacketPlan $plan, BandPlayer $player, array $all, ?array $studies = null): Sheet
    {
        $readers = array_map(
            static fn (Piece $one): BandPlayer => $one->for[0],
            array_values(array_filter($all, static fn (Piece $one): bool => PieceKind::Part === $one->kind)),
        );
        $sheet = $this->builder($plan, $readers)->sheet($studies ?? $plan->studies, $player);

        return $sheet instanceof Sheet ? $sheet : throw PacketError::because($sheet);
    }

    private function bandScores(PacketPlan $plan): BandScores
    {
        \assert([] !== $plan->players);
        $scores = $this->builder($plan, $plan->players)->scores($plan->studies, $plan->players);

        return [] === $scores->scores
            ? throw PacketError::because(array_values($scores->left)[0] ?? PacketError::noStudies()->getMessage())
            : $scores;
    }

    /** @return non-empty-array<string, Sheet> by who plays them */
    private function sheets(PacketPlan $plan): array
    {
        $sheets = $this->bandScores($plan)->sheets;
        // Bars stand under each other: what not everybody plays is no part of it.
        $common = array_values(array_intersect(
            ...array_map(static fn (Sheet $one): array => $one->numbers, array_values($sheets)),
        ));
        $whole = array_filter(array_map(
            static fn (Sheet $one): ?Sheet => $one->only($common)?->titled($plan->title),
            $sheets,
        ));

        return [] === $whole
            ? throw PacketError::because(
                'No study of the packet is played by everybody, so there is no file with all parts.',
            )
            : $whole;
    }

    /**
     * The same for all pieces of a packet; another packet's are forgotten, so that a worker does not grow.
     *
     * @param list<BandPlayer> $band among whom the voices of a chorale are shared out
     */
    private function builder(PacketPlan $plan, array $band): ScoreBuilder
    {
        $packet = hash('xxh128', serialize([
            $plan->title, $plan->studies, $plan->chorales, $plan->breathesTogether, NoteNames::inForce(),
        ]));
        if ($packet !== $this->packet) {
            $this->builders = [];
            $this->packet = $packet;
        }

        return $this->builders[hash(
            'xxh128',
            serialize(array_map(
                static fn (BandPlayer $one): array => [
                    $one->name, $one->instrument->id, $one->settings,
                    // Whoever breathes with the others is built once for all of them, with what is his own.
                    ...($plan->breathesTogether ? [$one->instrument->setup, $one->own] : []),
                ],
                $band,
            )),
        )] ??= new ScoreBuilder(
            $this->parts,
            new Chorales($this->parts, Chorales::shipped($this->data) + $plan->chorales),
            $band,
            $plan->breathesTogether,
        );
    }

    /** @param non-empty-list<Page> $pages */
    private function document(array $pages, string $title): MadePiece
    {
        return new MadePiece($this->pdfs->pdf($pages, $title), \count($pages));
    }

    private static function title(PacketPlan $plan, Piece $piece): string
    {
        return implode(': ', array_filter([$plan->title, $piece->name], static fn (string $one): bool => '' !== $one));
    }

    private static function paper(PacketPlan $plan): Paper
    {
        return Paper::parse($plan->paper);
    }

    /** @return non-empty-list<Page> who plays what, key by key: those who have the same notes in one row */
    private function table(PacketPlan $plan): array
    {
        $stages = BandPlayer::stages($plan->players);
        $scores = $this->bandScores($plan);
        $sections = array_map(function (Score $score) use ($stages): array {
            $tempo = $this->tempos->of($score, $stages);

            return [
                \sprintf(
                    '%s. Concert %s%s',
                    $score->number,
                    $score->concertTitle(),
                    null === $tempo ? '' : ', begun at '.$tempo->bpm,
                ),
                WhoPlaysWhat::rows($score),
            ];
        }, $scores->scores);
        $apart = array_filter(
            array_map(
                static fn (
                    Score $score,
                ): string => Together::of($score)->holds()
                    ? ''
                    : 'In line '.$score->number.': '.Together::of($score)->says(),
                $scores->scores,
            ),
            static fn (string $one): bool => '' !== $one,
        );
        $left = array_map(
            static fn (string|int $who, string $why): string => $who.' cannot play it: '.$why,
            array_keys($scores->left),
            $scores->left,
        );

        return TablePages::of(
            '' === $plan->title ? 'Who plays what' : $plan->title.': who plays what',
            implode(' ', [[] === $apart ? 'All parts sound together.' : implode(' ', $apart), ...$left]),
            WhoPlaysWhat::COLUMNS,
            $sections,
            self::paper($plan),
            $plan->edition,
        );
    }

    /**
     * @return non-empty-list<Page> by key and clef,
     *  where a player finds the key that he is asked for: "four flats: your line 4"
     */
    private function index(PacketPlan $plan): array
    {
        $sections = [];
        foreach ($this->bandScores($plan)->scores as $score) {
            foreach ($score->parts as $one) {
                $signature = $one->part->study->signature;
                $sections[Editions::keyAndClef(
                    $one->part->instrument,
                )][$signature->fifths.' '.$one->part->writtenTitle().' '.$score->number] ??= [
                    $signature->fifths,
                    [
                        ucfirst($signature->spoken()),
                        $one->part->writtenTitle(),
                        'your line '.$score->number,
                        $one->part->concertTitle(),
                    ],
                ];
            }
        }
        $tables = [];
        foreach ($sections as $name => $rows) {
            $rows = array_values($rows);
            usort($rows, static fn (array $a, array $b): int => abs($a[0]) <=> abs($b[0]) ?: $a[0] <=> $b[0]);
            $tables[] = [$name, array_column($rows, 1)];
        }

        return TablePages::of(
            '' === $plan->title ? 'Where your keys stand' : $plan->title.': where your keys stand',
            'Asked for so many sharps or flats, or for your own key: the line of this packet on which it stands.',
            ['signature' => 5, 'your key' => 5, 'where' => 4, 'concert' => 4],
            $tables,
            self::paper($plan),
            $plan->edition,
        );
    }

    /** @return non-empty-list<Page> the letters of all twelve keys, for each key and clef that is read */
    private function letters(PacketPlan $plan): array
    {
        $pages = [];
        $score = $this->bandScores($plan)->scores[0];
        foreach ($score->parts as $one) {
            $material = $one->part->study->recipe->material;
            $pages[$one->part->instrument->transposition->ownCSounds()->text()] ??= LettersPage::sheet(
                LetterChart::of($material, $one->part->instrument->transposition, SpellingPreference::Plainest),
                ucfirst($material->name).' in all twelve keys',
                'Read in '.$one->part->instrument->transposition->ownCSounds()->sign(),
                self::paper($plan),
            );
        }

        return array_values($pages);
    }
}
