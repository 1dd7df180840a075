<?php

declare(strict_types=1);

namespace App\Packets;

use App\Engraving\ProductEdition;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Packet\BandPlayer;
use SwiftReed\Packet\Chorales;
use SwiftReed\Packet\ScoreBuilder;
use SwiftReed\Score\Part;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Score\Sheet;
use Symfony\Component\String\Slugger\AsciiSlugger;

/**
 * Of what a packet consists. A piece has a key that changes with its content and with nothing else, so that the same
 * packet again takes only what changed.
 */
final class PacketPieces
{
    /** Notes that are tried, so that those who share a page can all play it: half a second of work. */
    private const TRIED = 12_000;

    public function __construct(
        private readonly ProductEdition $product,
        private readonly PartBuilder $parts,
        private readonly DataFolder $data,
    ) {
    }

    /**
     * @return list<Piece> in the order in which they are wanted: the pages, the pile of them,
     *  and what a director has besides
     *
     * @throws PacketError when there is nothing to be made
     */
    public function of(PacketPlan $plan): array
    {
        if ([] === $plan->players) {
            throw PacketError::nobody();
        }
        if ([] === array_filter(
            $plan->studies,
            static fn (string $row): bool => '' !== $row && !str_starts_with($row, '#'),
        )) {
            throw PacketError::noStudies();
        }
        $pieces = [];
        $add = /** @param list<BandPlayer> $for */ function (
            PieceKind $kind,
            string $name,
            string $file,
            array $for,
            string $edition = '',
            string $more = '',
        ) use (&$pieces, $plan): void {
            $pieces[] = new Piece(
                \count($pieces),
                $kind,
                $name,
                $file,
                array_values($for),
                $edition,
                $this->key($kind, $plan, array_values($for), $edition, $more),
            );
        };
        $editions = Editions::of($plan->editions, $plan->players, $this->fits($plan));
        $names = self::fileNames($editions);
        foreach ($editions as $i => [$player, $edition]) {
            $add(PieceKind::Part, self::called($player, $edition), 'parts/'.$names[$i].'.pdf', [$player], $edition);
        }
        $parts = implode(
            ' ',
            array_map(
                static fn (Piece $one): string => $one->key.'×'.$one->for[0]->copies,
                array_filter($pieces, static fn (Piece $one): bool => PieceKind::Part === $one->kind),
            ),
        );
        $add(PieceKind::Pile, '', 'for-the-copier.pdf', [], '', $parts.($plan->isForCopier ? '' : ' once'));
        if ('none' !== $plan->worksheets) {
            foreach ($editions as $i => [$player, $edition]) {
                $add(
                    PieceKind::Worksheet,
                    self::called($player, $edition),
                    'worksheets/'.$names[$i].'.pdf',
                    [$player],
                    $edition,
                );
            }
            foreach (self::distinct($editions) as $i => [$player, $edition]) {
                $add(
                    PieceKind::Answers,
                    $player->instrument->name.(
                        'full' === $player->settings->stage->value ? '' : ', '.$player->settings->stage->spoken()
                    ).(null === $player->settings->limits ? '' : ', '.$player->settings->limits->spoken()),
                    'answers/'.$names[$i].'.pdf',
                    [$player],
                    $edition,
                );
            }
        }
        $all = $plan->players;
        if (
            'none' !== $plan->worksheets
            || [] !== array_filter($all, static fn (BandPlayer $one): bool => 'letters' === $one->style)
        ) {
            $add(PieceKind::Letters, '', 'letters.pdf', $all);
        }
        $add(PieceKind::Score, '', 'score.pdf', $all);
        $add(PieceKind::ConcertScore, '', 'score-in-concert.pdf', $all);
        $add(PieceKind::Table, '', 'who-plays-what.pdf', $all);
        $add(PieceKind::Index, '', 'index.pdf', $all);
        $add(PieceKind::MusicXml, '', 'packet.musicxml', $all);
        $add(PieceKind::Midi, '', 'packet.mid', $all);

        return $pieces;
    }

    /** @return \Closure(BandPlayer): bool */
    private function fits(PacketPlan $plan): \Closure
    {
        $builder = new ScoreBuilder(
            $this->parts,
            new Chorales($this->parts, Chorales::shipped($this->data) + $plan->chorales),
        );

        $tried = [];

        return static function (BandPlayer $one) use ($builder, $plan, &$tried): bool {
            $sheet = $builder->sheet($plan->studies, $one);
            if ($sheet instanceof Sheet) {
                // What has been built before is not built again, and counts once.
                $notes = array_map(static fn (Part $part): int => \count($part->study->notes), $sheet->parts);
                $tried[spl_object_id($sheet)] = array_sum($notes);
            }

            return array_sum($tried) > self::TRIED ? throw PacketError::tooMuchToShare() : $sheet instanceof Sheet;
        };
    }

    /** @param list<BandPlayer> $for */
    private function key(PieceKind $kind, PacketPlan $plan, array $for, string $edition, string $more): string
    {
        // Scores and worksheets have no fingerings: another habit makes none of them anew.
        $isNotes = \in_array(
            $kind,
            [
                PieceKind::Worksheet, PieceKind::Answers, PieceKind::Score, PieceKind::ConcertScore, PieceKind::Midi,
                PieceKind::Index, PieceKind::Letters,
            ],
            true,
        );
        $players = array_map(
            static fn (BandPlayer $one): array => [
                $one->name,
                $one->instrument->id,
                $one->instrument->name,
                $one->settings,
                $isNotes ? [] : [$one->instrument->setup, $one->own, $one->section],
                PieceKind::Part === $kind || PieceKind::Worksheet === $kind || PieceKind::Answers === $kind
                    ? [$one->style, $one->noteNames]
                    : [],
            ],
            $for,
        );
        $page = [$plan->paper, $plan->sides, $plan->date, $plan->words, $plan->edition];
        $own = match ($kind) {
            PieceKind::Part => [$plan->fingered, $page, $plan->before, $plan->hasCorners],
            PieceKind::Worksheet => [$plan->worksheets, $plan->flats, $plan->sharps, $plan->names, $page],
            PieceKind::Answers => $page,
            PieceKind::Score, PieceKind::ConcertScore, PieceKind::Table, PieceKind::Index, PieceKind::Letters => [
                $plan->paper,
                $plan->edition,
            ],
            default => [],
        };

        // In a line of voices, and in company that breathes together, a page depends on who else is there.
        $company = ScoreBuilder::haveVoices($plan->studies) || $plan->breathesTogether
            ? array_map(
                static fn (BandPlayer $one): array => [
                    $one->instrument->id, $one->settings->stage, $one->settings->breath, $one->settings->limits,
                ],
                $plan->players,
            )
            : [];

        return hash(
            'sha256',
            serialize([
                $this->product->stamp(), $kind->value, $plan->title, $plan->studies, $plan->chorales, $players,
                $edition, $own, $more, $company, $plan->breathesTogether, $plan->noteNames,
            ]),
        );
    }

    private static function called(BandPlayer $player, string $edition): string
    {
        return '' === $edition
            ? $player->called()
            : ($edition === $player->instrument->name ? $edition : $edition.', '.$player->instrument->name);
    }

    /**
     * @param list<array{BandPlayer, string}> $editions
     *
     * @return list<string> in the order of the score, each once: "01-ada-flute"
     */
    private static function fileNames(array $editions): array
    {
        $slugger = new AsciiSlugger('en');
        $names = [];
        foreach ($editions as $i => [$player, $edition]) {
            $said = strtr(
                '' === $edition
                    ? $player->name.' '.$player->instrument->id
                    : $edition.' '.($edition === $player->instrument->name ? '' : $player->instrument->id),
                ['♭' => ' flat', '♯' => ' sharp'],
            );
            $names[] = \sprintf('%02d-%s', $i + 1, $slugger->slug($said)->lower()->truncate(60)->toString());
        }

        return $names;
    }

    /**
     * One of those who have the same notes to write on: an answer key serves them all.
     *
     * @param list<array{BandPlayer, string}> $editions
     *
     * @return array<int, array{BandPlayer, string}>
     */
    private static function distinct(array $editions): array
    {
        $seen = [];
        foreach ($editions as $i => [$player, $edition]) {
            $seen[serialize([$player->instrument->id, $player->settings, 'large' === $player->style])] ??= [
                $i,
                [
                    new BandPlayer(
                        '',
                        $player->instrument,
                        $player->settings,
                        style: 'large' === $player->style ? 'large' : 'written',
                    ),
                    $edition,
                ],
            ];
        }

        return array_column(array_values($seen), 1, 0);
    }
}
