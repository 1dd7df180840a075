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
use SwiftReed\Knowledge\Mistake;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/**
 * Makes one piece. Whatever has been made or stopped meanwhile is left; what cannot be made is named, and the others go on.
 */
#[AsMessageHandler]
final class MakePieceHandler
{
    private string $run = '';
    private ?PacketPlan $plan = null;
    /** @var list<Piece> of the run that was made last */
    private array $pieces = [];

    public function __construct(private readonly Runs $runs, private readonly BandFile $files, private readonly PacketPieces $packet, private readonly PacketMaker $maker)
    {
    }

    public function __invoke(MakePiece $asked): void
    {
        $kept = $this->runs->plan($asked->run);
        if (null === $kept || !$this->runs->begin($asked->run, $asked->number)) {
            return;
        }
        try {
            if ($asked->run !== $this->run || null === $this->plan) {
                $this->plan = $this->files->plan($kept['plan']);
                $this->pieces = $this->packet->of($this->plan);
                $this->run = $asked->run;
            }
            $piece = $this->pieces[$asked->number] ?? null;
            if (null === $piece) {
                return;
            }
            $made = $this->maker->make($this->plan, $piece, $this->pieces, fn (Piece $one): ?MadePiece => $this->runs->made($asked->run, $one->number));
            // What was put together without something is not taken for the whole another time.
            $failed = PieceKind::Pile === $piece->kind ? $this->runs->failed($asked->run) : [];
            $this->runs->keep($asked->run, $asked->number, $kept['band'], [] === $failed ? $piece->key : hash('sha256', $piece->key.implode(',', $failed)), $made);
        } catch (Mistake $error) {
            $this->runs->fail($asked->run, $asked->number, $error->getMessage());
        }
    }
}
