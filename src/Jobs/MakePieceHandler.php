<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Packets\BandFile;
use App\Packets\MadePiece;
use App\Packets\PacketMaker;
use App\Packets\PacketPieces;
use App\Packets\PacketPlan;
use App\Packets\Piece;
use App\Packets\PieceKind;
use App\Packets\Runs;
use App\Shared\Words;
use SwiftReed\Knowledge\Mistake;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/**
 * Makes one piece. Whatever has been made or stopped meanwhile is left; what cannot be made is named, and the others go
 * on.
 */
#[AsMessageHandler]
final class MakePieceHandler
{
    /**
     * Times that a piece is begun before it is given up: a worker that dies tells nothing, and a piece that kills each
     * of them would never end.
     */
    private const MOST_TIMES = 6;

    private string $run = '';
    private ?PacketPlan $plan = null;
    /** @var list<Piece> of the run that was made last */
    private array $pieces = [];

    public function __construct(
        private readonly Runs $runs,
        private readonly BandFile $files,
        private readonly PacketPieces $packet,
        private readonly PacketMaker $maker,
        private readonly Words $words,
    ) {
    }

    public function __invoke(MakePiece $asked): void
    {
        $kept = $this->runs->plan($asked->run);
        $times = null === $kept ? 0 : $this->runs->begin($asked->run, $asked->number);
        if (null === $kept || 0 === $times) {
            return;
        }
        if ($times > self::MOST_TIMES) {
            $this->runs->fail($asked->run, $asked->number, $this->words->say('packet.broke'));

            return;
        }
        try {
            if ($asked->run !== $this->run || null === $this->plan) {
                $this->plan = $this->files->plan($kept['plan']);
                $this->pieces = $this->packet->of($this->plan);
                $this->run = $asked->run;
            }
            $piece = $this->pieces[$asked->number] ?? null;
            if (null === $piece) { // the version that wrote this down had another list of pieces
                $this->runs->fail($asked->run, $asked->number, $this->words->say('packet.broke'));

                return;
            }
            $made = $this->maker->make(
                $this->plan,
                $piece,
                $this->pieces,
                fn (Piece $one): ?MadePiece => $this->runs->made($asked->run, $one->number),
            );
            // What was put together without something is not taken for the whole another time.
            $failed = PieceKind::Pile === $piece->kind ? $this->runs->failed($asked->run) : [];
            $this->runs->keep(
                $asked->run,
                $asked->number,
                $kept['band'],
                [] === $failed ? $piece->key : hash('sha256', $piece->key.implode(',', $failed)),
                $made,
            );
        } catch (Mistake $error) {
            $this->runs->fail($asked->run, $asked->number, $error->getMessage());
        }
    }
}
