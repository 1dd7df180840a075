<?php

declare(strict_types=1);

namespace App\Packets;

use App\Band\OpenBand;
use App\Desk\DeskState;
use App\Shared\Deed;
use App\Shared\Form\Forms;
use App\Shared\May;
use App\Shared\Words;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Packet\BandPlayer;
use SwiftReed\Packet\Chorale;
use SwiftReed\Packet\ChoraleError;
use SwiftReed\Score\PartBuilder;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Packets of the open band: put together, made in the background, handed out.
 */
#[May(Deed::Keep)]
final class PacketsController extends AbstractController
{
    /** Seconds for an archive: a thousand pages take about ten. */
    private const ARCHIVE = 300;

    public function __construct(
        private readonly PacketRepository $packets,
        private readonly BandPlayers $players,
        private readonly Runs $runs,
        private readonly OpenBand $open,
        private readonly MakePackets $making,
        private readonly Forms $forms,
        private readonly Words $words,
        private readonly PartBuilder $parts,
        private readonly BandChorales $chorales,
    ) {
    }

    #[Route('/packets', name: 'packets', methods: ['GET'])]
    public function list(): Response
    {
        return $this->render('packets/packets.html.twig', ['packets' => $this->packets->newestFirst()]);
    }

    /** A new packet: empty, or with the line of the Desk for the whole band, which is then made at once. */
    #[Route('/packets', name: 'packet_new', methods: ['POST'])]
    public function new(Request $request): Response
    {
        $line = $request->request->getString('line');
        $rows = '' === trim($line) ? [] : PacketRows::kept([DeskState::of($request->request->all())->line], [], 0);
        $title = mb_substr($request->request->getString('title'), 0, PacketPlan::TITLE);
        $packet = $this->making->begin($title, $rows, new PacketSettings(paper: $this->open->usual()->paper));

        return $this->redirectToRoute('packet', ['id' => $packet->getId()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/packets/{id}', name: 'packet', methods: ['GET'])]
    public function packet(string $id): Response
    {
        return $this->page($this->one($id));
    }

    /** Keeps the packet; one of its buttons may ask for more: to move a row, to take one out, to make it. */
    #[Route('/packets/{id}', name: 'packet_change', methods: ['POST'])]
    public function change(Request $request, string $id): Response
    {
        $packet = $this->one($id);
        $form = $this->forms->read(PacketType::class, $request);
        $lines = PacketType::texts($form, 'lines');
        $numbers = PacketType::texts($form, 'numbers');
        [$lines, $numbers] = self::arranged($lines, $numbers, $request->request->getString('do'));
        $rows = PacketRows::kept($lines, $numbers, PacketRows::highest(Packet::rows($packet->getStudies())));
        $problem = Forms::problem($form)
            ?? (
                mb_strlen(implode("\n", $rows)) > Packet::LENGTH
                    ? $this->words->say('refusal.packet.long', ['%most%' => Packet::LENGTH])
                    : null
            );
        if (null === $problem && $request->request->getInt('version') !== $packet->getVersion()) {
            $problem = 'refusal.packet.changed';
        }
        $settings = $this->settings($request, $packet->settings());
        if (null !== $problem) {
            return $this->page(
                $packet,
                $problem,
                ['title' => $request->request->getString('title'), 'rows' => $rows, 'settings' => $settings],
            );
        }
        $isMade = 'make' === $request->request->getString('do');
        $typed = ['title' => Forms::text($form, 'title'), 'rows' => $rows, 'settings' => $settings];
        $wrong = $isMade ? $this->wrong($rows) : null;
        if (null !== $wrong) {
            return $this->page($packet, $wrong, $typed);
        }
        $this->making->change($packet, Forms::text($form, 'title'), $rows, $settings);
        if ($isMade) {
            try {
                $this->making->make($packet);
            } catch (PacketError $error) {
                // What cannot be made is not kept either: the page shows what was typed, over what stands there.
                return $this->page(
                    $packet,
                    $error->getMessage(),
                    $typed + ['version' => $request->request->getInt('version')],
                );
            }

            return $this->redirectToRoute('packet', ['id' => $id], Response::HTTP_SEE_OTHER);
        }

        return $this->redirectToRoute('packet', ['id' => $id], Response::HTTP_SEE_OTHER);
    }

    #[Route('/packets/{id}/progress', name: 'packet_progress', methods: ['GET'])]
    public function progress(string $id): Response
    {
        $packet = $this->one($id);

        return $this->render('packets/_progress.html.twig', ['packet' => $packet, 'run' => $this->run($packet)]);
    }

    #[Route('/packets/{id}/stop', name: 'packet_stop', methods: ['POST'])]
    public function stop(string $id): Response
    {
        $this->making->stop($this->one($id));

        return $this->redirectToRoute('packet', ['id' => $id], Response::HTTP_SEE_OTHER);
    }

    #[Route('/packets/{id}/files/{number<\d{1,4}>}', name: 'packet_file', methods: ['GET'])]
    public function download(string $id, int $number): Response
    {
        $run = $this->runs->last($this->one($id)->getId(), $this->open->id());
        $piece = $run['pieces'][$number] ?? null;
        $made = null === $run ? null : $this->runs->made($run['id'], $number);
        if (null === $piece || null === $made) {
            throw $this->createNotFoundException('refusal.packet.no_file');
        }
        $kind = PieceKind::from($piece['kind']);
        $type = match ($kind) {
            PieceKind::Midi => 'audio/midi',
            PieceKind::MusicXml => 'application/vnd.recordare.musicxml+xml',
            default => 'application/pdf',
        };

        return new Response(
            $made->content,
            200,
            [
                'Content-Type' => $type,
                'Content-Disposition' => HeaderUtils::makeDisposition(
                    $kind->isPdf() ? 'inline' : 'attachment',
                    basename($piece['file']),
                ),
                'Cache-Control' => 'private, no-cache',
            ],
        );
    }

    /** All that is ready, in one file. */
    #[Route('/packets/{id}/packet.zip', name: 'packet_archive', methods: ['GET'])]
    public function archive(Joiner $joiner, string $id): Response
    {
        $run = $this->runs->last($this->one($id)->getId(), $this->open->id());
        if (null === $run) {
            throw $this->createNotFoundException('refusal.packet.no_file');
        }
        set_time_limit(self::ARCHIVE);
        $to = (new Filesystem())->tempnam(sys_get_temp_dir(), 'packet', '.zip');
        try {
            $joiner->archive(
                array_column($run['pieces'], 'file', 'number'),
                fn (int $number): ?MadePiece => $this->runs->made($run['id'], $number),
                $to,
            );
        } catch (PacketError) {
            throw $this->createNotFoundException('refusal.packet.no_file');
        }
        $response = new BinaryFileResponse(
            $to,
            200,
            [
                'Content-Type' => 'application/zip',
                'Content-Disposition' => HeaderUtils::makeDisposition('attachment', 'packet.zip'),
            ],
        );

        return $response->deleteFileAfterSend();
    }

    /**
     * The pile with each player's own way in on its corner. It makes new links, those before end, and is kept nowhere.
     */
    #[Route('/packets/{id}/corners.pdf', name: 'packet_corners', methods: ['POST'])]
    #[May(Deed::LeadPlayers)]
    public function corners(Corners $corners, string $id): Response
    {
        $run = $this->runs->last($this->one($id)->getId(), $this->open->id())
            ?? throw $this->createNotFoundException('refusal.packet.no_file');
        set_time_limit(self::ARCHIVE);

        return new Response(
            $corners->pile($run, fn (string $token): string => $this->generateUrl('link', ['token' => $token])),
            200,
            [
                'Content-Type' => 'application/pdf',
                'Content-Disposition' => 'inline; filename="for-the-copier.pdf"',
                'Cache-Control' => 'no-store',
            ],
        );
    }

    #[Route('/packets/{id}/remove', name: 'packet_remove', methods: ['POST'])]
    public function remove(string $id): Response
    {
        $undo = $this->making->remove($this->one($id));

        return $this->redirectToRoute('packets', ['undo' => $undo], Response::HTTP_SEE_OTHER);
    }

    /**
     * The first row that is not understood, in a sentence; null when all are.
     *
     * @param list<string> $rows
     */
    private function wrong(array $rows): ?string
    {
        foreach (PacketRows::read($rows) as ['number' => $number, 'line' => $line]) {
            $line = $this->parts->parser->groups->addressed($line)[1];
            try {
                if (null !== $number && null === Chorale::asked($line, $this->chorales->all())) {
                    $this->parts->reader->read($line);
                }
            } catch (StudyLineError|ChoraleError $error) {
                return $this->words->say(
                    'refusal.packet.line',
                    ['%number%' => (int) $number, '%why%' => $error->getMessage()],
                );
            }
        }

        return null;
    }

    private function settings(Request $request, PacketSettings $before): PacketSettings
    {
        $given = $request->request->all();
        $texts = static fn (string $name): array => array_values(array_filter(
            \is_array($given[$name] ?? null) ? $given[$name] : [],
            is_string(...),
        ));
        // Whoever was not on the page, because somebody else has just added him, gets the packet too.
        $except = array_values(array_diff($texts('listed'), $texts('who')));

        return PacketSettings::of(array_intersect_key(
            $given,
            ['words' => 1, 'date' => 1, 'editions' => 1, 'worksheets' => 1, 'paper' => 1, 'sides' => 1, 'style' => 1],
        ) + [
            'fingered' => isset($given['fingered']), 'names' => isset($given['names']), 'for_copier' => isset(
                $given['for_copier'],
            ), 'corners' => isset($given['corners']),
            'flats' => is_numeric($given['flats'] ?? null)
                ? (int) $given['flats']
                : $before->flats, 'sharps' => is_numeric($given['sharps'] ?? null)
                ? (int) $given['sharps']
                : $before->sharps,
            'copies' => is_numeric($given['copies'] ?? null)
                ? max(1, min(PacketType::COPIES, (int) $given['copies']))
                : $before->copies,
            'except' => isset($given['listed']) ? $except : $before->except,
        ] + $before->toArray());
    }

    /**
     * @param list<string> $lines
     * @param list<string> $numbers
     *
     * @return array{list<string>, list<string>} moved or taken out, as "up 2", "down 2", "out 2" ask, counted from 0
     */
    private static function arranged(array $lines, array $numbers, string $do): array
    {
        $numbers = array_pad($numbers, \count($lines), '');
        if (1 !== preg_match('/^(up|down|out) (\d{1,3})$/', $do, $asked) || !isset($lines[(int) $asked[2]])) {
            return [$lines, $numbers];
        }
        $at = (int) $asked[2];
        $to = $at + ('up' === $asked[1] ? -1 : 1);
        if ('out' === $asked[1]) {
            unset($lines[$at], $numbers[$at]);
        } elseif (isset($lines[$to])) {
            [$lines[$at], $lines[$to]] = [$lines[$to], $lines[$at]];
            [$numbers[$at], $numbers[$to]] = [$numbers[$to] ?? '', $numbers[$at] ?? ''];
        }

        return [array_values($lines), array_values($numbers)];
    }

    /** @param array{title?: string, rows?: list<string>, settings?: PacketSettings, version?: int} $typed */
    private function page(Packet $packet, string $problem = '', array $typed = []): Response
    {
        $settings = $typed['settings'] ?? $packet->settings();
        $players = $this->players->all();

        return $this->render('packets/packet.html.twig', [
            'packet' => $packet, 'version' => $typed['version']
                ?? $packet->getVersion(), 'title' => $typed['title']
                ?? $packet->getTitle(), 'rows' => PacketRows::read($typed['rows']
                    ?? Packet::rows($packet->getStudies())), 'settings' => $settings,
            'players' => array_map(
                static fn (BandPlayer $one): string => $one->called(),
                $players,
            ), 'run' => $this->run($packet), 'problem' => $problem,
        ], new Response(status: '' === $problem ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY));
    }

    /** @return array<string, mixed>|null what is being made, counted */
    private function run(Packet $packet): ?array
    {
        $run = $this->runs->last($packet->getId(), $this->open->id());
        if (null === $run) {
            return null;
        }
        $in = static fn (string $state): array => array_values(array_filter(
            $run['pieces'],
            static fn (array $one): bool => $one['state'] === $state,
        ));
        $waiting = $in('waiting');

        return $run + [
            'all' => \count($run['pieces']),
            'done' => \count($run['pieces']) - \count($waiting),
            'now' => array_values(array_filter($waiting, static fn (array $one): bool => $one['isBegun'])),
            'failed' => $in('failed'),
            'pages' => array_sum(array_map(
                static fn (array $one): int => 'pile' === $one['kind'] ? (int) $one['pages'] : 0,
                $run['pieces'],
            )),
        ];
    }

    private function one(string $id): Packet
    {
        return $this->packets->one($id) ?? throw $this->createNotFoundException('refusal.none.packet');
    }
}
