<?php

declare(strict_types=1);

namespace App\Packets;

use App\Band\ChairRepository;
use App\Band\OpenBand;
use App\Band\Ways;
use App\Engraving\CornerPages;
use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Shared\Audit;
use App\Shared\Hosts;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;

/**
 * Lays each player's own way in over the corner of his first page. The links are known only while this is made: nothing
 * of it is kept.
 */
final class Corners
{
    public function __construct(
        private readonly Runs $runs,
        private readonly BandPlayers $players,
        private readonly ChairRepository $chairs,
        private readonly Ways $ways,
        private readonly Hosts $hosts,
        private readonly OpenBand $open,
        private readonly PdfMaker $pdfs,
        private readonly Joiner $joiner,
        private readonly EntityManagerInterface $entities,
        private readonly Audit $audit,
    ) {
    }

    /**
     * @param array{id: string, pieces: list<array{number: int, kind: string, name: string, state: string,
     *  pages: int|null}>} $run
     * @param \Closure(string): string $path of a token
     *
     * @throws UnprocessableEntityHttpException where there is no address, or no corner
     */
    public function pile(array $run, \Closure $path): string
    {
        $address = $this->hosts->publicAddress() ?? throw new UnprocessableEntityHttpException('refusal.no_address');
        $plan = $this->runs->planOf($run['id']);
        if (true !== ($plan['corners'] ?? false)) {
            throw new UnprocessableEntityHttpException('refusal.packet.no_corners');
        }
        $chairs = [];
        foreach ($this->players->all() as $id => $one) {
            $chairs[$one->called()] = $this->chairs->one($id);
        }
        $links = [];
        $slips = [];
        $files = [];
        foreach (array_filter(
            $run['pieces'],
            static fn (array $one): bool => PieceKind::Part->value === $one['kind'] && 'made' === $one['state'],
        ) as $piece) {
            $chair = $chairs[$piece['name']] ?? null;
            $made = null === $chair ? null : $this->runs->made($run['id'], $piece['number']);
            if (null === $chair || null === $made) {
                continue; // has left since
            }
            $player = $chair->getPlayer();
            if (!isset($links[$player->getId()])) {
                $this->ways->end($player);
                $links[$player->getId()] = $address.$path($this->ways->renew($player));
            }
            $files[] = $made;
            $slips[] = [
                'name' => $player->getName(),
                'says' => $this->open->required()->getName(),
                'address' => $links[$player->getId()],
            ];
        }
        if ([] === $slips || [] === $files) {
            throw new UnprocessableEntityHttpException('refusal.packet.no_corners');
        }
        $pile = $this->joiner->overlaid(
            $files,
            $this->pdfs->pdf(CornerPages::of(
                $slips,
                Paper::parse(\is_string($plan['paper'] ?? null) ? $plan['paper'] : ''),
            )),
        );
        $this->entities->flush();
        $this->audit->note('slips printed', null, ['players' => \count($links)]);

        return $pile;
    }
}
