<?php

declare(strict_types=1);

namespace App\Packets;

use App\Band\Trash;
use App\Shared\Deed;
use App\Shared\Form\BroughtType;
use App\Shared\Form\Forms;
use App\Shared\May;
use App\Shared\Stale;
use SwiftReed\Import\FileReader;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Packet\Chorale;
use SwiftReed\Packet\Exercise;
use SwiftReed\Packet\KeyQuestion;
use SwiftReed\Packet\PacketTable;
use SwiftReed\Packet\ScoreBuilder;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\PitchError;
use SwiftReed\Score\PartBuilder;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The sheet of the day: its template, its key, its chorale; and the packet that is made of it.
 */
#[May(Deed::Keep)]
final class DailyController extends AbstractController
{
    public function __construct(
        private readonly DailySheet $daily,
        private readonly BandWork $work,
        private readonly BandChorales $chorales,
    ) {
    }

    #[Route('/daily', name: 'daily', methods: ['GET'])]
    public function sheet(Request $request, PartBuilder $parts): Response
    {
        $today = $this->daily->today();
        $choices = $this->daily->choices();
        $template = $request->query->getString('template', $today['template']);
        $template = isset($choices[$template]) ? $template : $today['template'];
        $tonic = self::tonic($request->query->getString('key')) ?? $today['tonic'];
        $view = [
            'choices' => $choices,
            'template' => $template,
            'tonic' => $tonic,
            'next' => $this->daily->further($tonic, 1),
            'before' => $this->daily->further($tonic, -1),
            'tonics' => PacketTable::lines(),
            'exercises' => [],
            'needed' => [],
            'error' => '',
            'chorale' => $today['chorale'],
            'version' => $today['version'],
            'chorales' => array_map(static fn (Chorale $one): string => $one->name, $this->chorales->all()),
            'own' => $this->chorales->own(),
            'says' => $this->daily->template($template)->says,
        ];
        try {
            $view['exercises'] = $this->daily->exercises($template, $tonic);
            $view['needed'] = $this->needed($parts, $template, $tonic);
        } catch (Mistake $error) {
            $view['error'] = $error->getMessage();
        }

        return $this->render('packets/daily.html.twig', $view);
    }

    /** Keeps template and key; "on" goes one key on in the band's order. */
    #[Route('/daily', name: 'daily_keep', methods: ['POST'])]
    public function keep(Request $request): Response
    {
        $today = $this->daily->today();
        Stale::unless(
            $request,
            $today['version'],
            ['template' => $today['template'], 'key' => $today['tonic']->text(), 'chorale' => $today['chorale']],
        );
        $template = $request->request->getString('template', $today['template']);
        $tonic = self::tonic($request->request->getString('key')) ?? $today['tonic'];
        $this->daily->keep(
            isset($this->daily->choices()[$template]) ? $template : $today['template'],
            $request->request->has('on') ? $this->daily->further($tonic, 1) : $tonic,
            $request->request->getString('chorale', $today['chorale']),
        );

        return $this->redirectToRoute(
            'lesson' === $request->request->getString('back') ? 'lesson' : 'daily',
            [],
            Response::HTTP_SEE_OTHER,
        );
    }

    /** The sheet of the day as a packet, with the notes that are new in this key named on every page. */
    #[Route('/daily/packet', name: 'daily_packet', methods: ['POST'])]
    public function packet(MakePackets $making): Response
    {
        $packet = $making->ofToday();

        return $this->redirectToRoute('packet', ['id' => $packet->getId()], Response::HTTP_SEE_OTHER);
    }

    /** A chorale of one's own, from a file with four parts or voices. */
    #[Route('/daily/chorales', name: 'chorale_bring', methods: ['POST'])]
    public function bring(Request $request, Forms $forms): Response
    {
        $form = $forms->read(BroughtType::class, $request, null, ['limit' => FileReader::MOST_BYTES]);
        $named = $forms->read(ChoraleType::class, $request);
        try {
            $problem = Forms::problem($named);
            if (null === $problem) {
                $this->chorales->bring(
                    BroughtType::text($form, FileReader::MOST_BYTES),
                    Forms::text($named, 'name'),
                );
            }
        } catch (Mistake $error) {
            $problem = $error->getMessage();
        }
        if (null !== $problem) {
            return $this->render(
                'shared/error.html.twig',
                ['title' => 'title.nothing_taken', 'sentence' => $problem, 'again' => null],
                new Response(status: Response::HTTP_UNPROCESSABLE_ENTITY),
            );
        }

        return $this->redirectToRoute('daily', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/daily/chorales/{id}/remove', name: 'chorale_remove', methods: ['POST'])]
    public function removeChorale(Trash $trash, string $id): Response
    {
        $chorale = $this->chorales->one($id) ?? throw $this->createNotFoundException('refusal.none.chorale');

        return $this->redirectToRoute(
            'daily',
            ['undo' => $trash->remove($chorale, $chorale->getName())],
            Response::HTTP_SEE_OTHER,
        );
    }

    /**
     * The notes that each instrument needs in this key, and which of them the key before did not have.
     *
     * @return list<array{instrument: string, notes: list<array{note: string, isNew: bool}>}>
     */
    private function needed(PartBuilder $parts, string $template, NoteName $tonic): array
    {
        $builder = new ScoreBuilder($parts);
        $lines = static fn (array $exercises): array => array_values(array_filter(
            array_map(
                static fn (Exercise $one): string => '' === $one->for ? $one->line : 'for '.$one->for.': '.$one->line,
                $exercises,
            ),
            static fn (string $line): bool => '' !== $line && !str_ends_with($line, ': '),
        ));
        $now = $lines($this->daily->exercises($template, $tonic));
        $before = $lines($this->daily->exercises($template, $this->daily->further($tonic, -1)));
        $rows = [];
        foreach ($this->work->players() as $player) {
            if (isset($rows[$player->instrument->name])) {
                continue;
            }
            $met = NotesNeeded::of($builder->sheet($before, $player));
            $notes = NotesNeeded::of($builder->sheet($now, $player));
            $rows[$player->instrument->name] = [
                'instrument' => $player->instrument->name,
                'notes' => array_map(
                    static fn (Pitch $one): array => [
                        'note' => $one->sign(),
                        'isNew' => [] !== $met && !isset($met[$one->midi()]),
                    ],
                    array_values($notes),
                ),
            ];
        }

        return array_values($rows);
    }

    private static function tonic(string $read): ?NoteName
    {
        try {
            return '' === $read ? null : KeyQuestion::parse(mb_substr($read, 0, 20));
        } catch (PitchError) {
            return null;
        }
    }
}
