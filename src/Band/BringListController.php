<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\ChangesNothing;
use App\Shared\Deed;
use App\Shared\Form\BroughtType;
use App\Shared\Form\Forms;
use App\Shared\May;
use App\Shared\Words;
use SwiftReed\Import\ImportError;
use SwiftReed\Import\PlayerList;
use SwiftReed\Import\PlayerRow;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Player\Stage;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * A list of players is brought in: shown as it was understood, put right there, and kept only then.
 */
#[May(Deed::LeadPlayers)]
final class BringListController extends AbstractController
{
    public function __construct(
        private readonly PlayerList $list,
        private readonly BringPlayersIn $bring,
        private readonly InstrumentLibrary $instruments,
        private readonly Forms $forms,
        private readonly Words $words,
    ) {
    }

    #[Route('/band/list', name: 'players_bring', methods: ['GET'])]
    public function ask(): Response
    {
        return $this->page('', []);
    }

    #[Route('/band/list', name: 'players_preview', methods: ['POST'])]
    #[ChangesNothing]
    public function preview(Request $request): Response
    {
        $text = BroughtType::text(
            $this->forms->read(BroughtType::class, $request, null, ['limit' => PlayerList::MOST_BYTES]),
            PlayerList::MOST_BYTES,
        );
        try {
            $rows = $this->list->read($text);
        } catch (ImportError $error) {
            return $this->page($text, [], $error->getMessage());
        }

        return $this->page($text, array_map($this->bring->weighed(...), $rows));
    }

    #[Route('/band/list/keep', name: 'players_keep', methods: ['POST'])]
    public function keep(Request $request): Response
    {
        $given = $request->request->all('rows');
        if (\count($given) > PlayerList::MOST) {
            return $this->page('', [], ImportError::tooManyPlayers(\count($given), PlayerList::MOST)->getMessage());
        }
        $isTaken = static fn (mixed $one): bool => \is_array($one) && isset($one['take']);
        $rows = array_map(
            fn (mixed $one): PlayerRow => $this->row((array) $one),
            array_values(array_filter($given, $isTaken)),
        );
        ['taken' => $taken, 'left' => $left] = $this->bring->take($rows);
        if ([] !== $left) {
            // What was taken is kept: the page of those that were left is no refusal of the others.
            return $this->page('', $left, 'refusal.rows_left', $taken > 0 ? Response::HTTP_OK : null);
        }

        return $this->redirectToRoute('band', [], Response::HTTP_SEE_OTHER);
    }

    /** @param array<mixed> $one */
    private function row(array $one): PlayerRow
    {
        $text = static fn (string $key): string => \is_string($one[$key] ?? null) ? $one[$key] : '';
        // The same rules as for a list: a row that was put right by hand is read like one that was right.
        $cells = [
            'name' => $text('name'), 'instrument' => $text('instrument'), 'stage' => $text('stage'),
            'limits' => $text('limits'), 'setup' => $text('setup'), 'section' => $text('section'),
            'track' => $text('track'),
        ];
        $line = implode(
            ',',
            array_map(
                static fn (string $cell): string => '"'.strtr($cell, ['"' => '""', "\n" => ' ', "\r" => ' ']).'"',
                $cells,
            ),
        );
        try {
            return $this->list->read(implode(',', array_keys($cells))."\n".$line)[0]
                ?? new PlayerRow('', null, Stage::Full, [], null, '', '', $this->words->say('refusal.row_empty'));
        } catch (ImportError) {
            return new PlayerRow('', null, Stage::Full, [], null, '', '', $this->words->say('refusal.row_empty'));
        }
    }

    /** @param list<PlayerRow> $rows */
    private function page(string $text, array $rows, string $problem = '', ?int $status = null): Response
    {
        return $this->render(
            'band/list.html.twig',
            ['text' => $text, 'rows' => $rows, 'families' => $this->instruments->names(), 'problem' => $problem],
            new Response(
                status: $status ?? ('' === $problem ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY),
            ),
        );
    }
}
