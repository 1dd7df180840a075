<?php

declare(strict_types=1);

namespace App\Stand;

use App\Band\Chair;
use App\Band\OpenBand;
use App\Desk\Desk;
use App\Desk\DeskPage;
use App\Desk\DeskState;
use App\Engraving\EngravingError;
use App\Engraving\FingeringStyle;
use App\Engraving\PageMaker;
use App\Engraving\Rows;
use App\Shared\Deed;
use App\Shared\May;
use App\Shared\Words;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Reminders;
use SwiftReed\Practice\BuildUp;
use SwiftReed\Practice\PlanLine;
use SwiftReed\Practice\Rungs;
use SwiftReed\Practice\StepBuilder;
use SwiftReed\Practice\Steps;
use SwiftReed\Score\Part;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The player's screen: a line in steps, with the click, with or without the network.
 */
#[May(Deed::Make)]
final class StandController extends AbstractController
{
    /** What the browser says by itself, by its name in the catalogue. */
    private const SAYS = [
        'start', 'stop', 'again', 'next', 'on', 'finish', 'step', 'note', 'notes', 'once', 'twice', 'times', 'quiet',
        'whole_notes', 'hear', 'sing', 'match', 'breathe', 'your_turn', 'listen', 'count_in', 'was_it', 'place',
        'reached', 'left', 'beyond', 'leave', 'rest', 'pause', 'break', 'waiting', 'awake', 'awake_only', 'plain',
        'no_wake', 'no_other', 'trouble', 'trouble_sub', 'trouble_none', 'trouble_kept', 'trouble_which', 'all_done',
        'ear', 'cannot', 'clean', 'not_yet', 'heard',
    ];

    /** And of what it hears. */
    public const LISTENS = [
        'in_tune', 'sharp', 'flat', 'other', 'soft', 'good', 'loud', 'refused', 'none', 'judging', 'busy', 'failed',
        'offline', 'calibrating', 'calibrated', 'not_calibrated', 'midi', 'no_midi', 'tendency', 'keep', 'reading',
        'headphones',
    ];

    public function __construct(
        private readonly Desk $desk,
        private readonly DeskPage $deskPage,
        private readonly PageMaker $pages,
        private readonly StepBuilder $steps,
        private readonly OpenBand $open,
        private readonly Results $results,
        private readonly StandPlans $plans,
        private readonly Words $words,
    ) {
    }

    #[Route('/stand', name: 'stand', methods: ['GET'])]
    public function stand(Request $request): Response
    {
        if ('' === trim($request->query->getString('line'))) {
            return null !== $this->open->player()
                ? $this->redirectToRoute('today')
                : $this->render(
                    'stand/choose.html.twig',
                    ['state' => DeskState::of([]), 'families' => $this->desk->families(), 'error' => ''],
                );
        }
        [$state, $chair] = $this->asked($request);
        try {
            $part = $this->desk->part($state);
            [$ways, $fresh] = $this->ways(
                $part,
                $state,
                $chair,
                $request->query->getString('new'),
                $request->query->getString('rungs'),
            );
            $label = $part->instrument->name.', '.$part->writtenTitle();
            $wide = $this->pages->screen($part, self::rows(), $label, DeskPage::WIDE)->svg;
            $narrow = $this->pages->screen($part, self::rows(), $label, DeskPage::NARROW)->apart('nr');
        } catch (Mistake|EngravingError $error) {
            return $this->render(
                'stand/choose.html.twig',
                ['state' => $state, 'families' => $this->desk->families(), 'error' => $error->getMessage()],
                new Response(status: 422),
            );
        }
        $usual = BuildUp::tryFrom($request->query->getString('way'))
            ?? (isset($ways[BuildUp::NewNote->value]) ? BuildUp::NewNote : StepBuilder::usualWay($state->stage));

        return $this->render('stand/stand.html.twig', [
            'state' => $state,
            'part' => $part,
            'wide' => $wide,
            'narrow' => $narrow,
            'way' => isset($ways[$usual->value]) ? $usual->value : BuildUp::Chunks->value,
            'ways' => array_keys($ways),
            'new' => $request->query->getString('new'),
            'rungs' => $request->query->getString('rungs'),
            'pitches' => self::pitches($part),
            'says' => self::SAYS,
            'listen_says' => self::LISTENS,
            'data' => StandData::of($ways)
                + [
                    'who' => $this->open->player()?->getId() ?? '',
                    'chair' => $chair?->getId() ?? '',
                    'key' => PlanLine::key($part->study->recipe->line),
                    'asked' => [
                        'for' => $state->instrument,
                        'setup' => implode(',', $state->setups),
                        'stage' => $state->stage->value,
                        'player' => $state->player,
                    ],
                    'signature' => $part->study->signature->spoken(),
                    'new' => array_map(static fn (Pitch $one): int => $one->midi(), $fresh),
                ],
        ]);
    }

    /** The page with the notes covered, to be thought; both widths, so that it is there when the network is not. */
    #[Route('/stand/covered', name: 'stand_covered', methods: ['GET'])]
    public function covered(Request $request): Response
    {
        [$state] = $this->asked($request);
        $part = $this->desk->part($state);
        $label = $part->instrument->name.', '.$part->writtenTitle();

        return $this->render(
            'stand/_covered.html.twig',
            [
                'wide' => $this->pages->covered($part, $label, DeskPage::WIDE)->apart('cw'),
                'narrow' => $this->pages->covered($part, $label, DeskPage::NARROW)->apart('cn'),
            ],
        );
    }

    /** What a device has kept meanwhile; each result is taken once, whatever is sent again. */
    #[Route('/stand/results', name: 'stand_results', methods: ['POST'])]
    #[May(Deed::Play)]
    public function take(Request $request): Response
    {
        $player = $this->open->player() ?? throw $this->createAccessDeniedException('refusal.sign_in');
        $sent = json_decode($request->getContent(), true, 6);
        if (
            !\is_array($sent)
            || !\is_array($sent['results'] ?? null)
            || !is_numeric($sent['sent'] ?? null)
            || ($sent['who'] ?? '') !== $player->getId()
        ) {
            return new JsonResponse(
                ['why' => $this->words->say('refusal.result.whose')],
                Response::HTTP_UNPROCESSABLE_ENTITY,
            );
        }
        $chairs = [];
        foreach ([...$player->chairs(), ...$player->closedChairs()] as $chair) {
            $chairs[$chair->getId()] = $chair;
        }

        return new JsonResponse($this->results->take(
            array_values($sent['results']),
            $chairs,
            (float) $sent['sent'],
            new \DateTimeImmutable(),
        ));
    }

    /** A token for what was kept on a page that is older than this sign-in. */
    #[Route('/stand/token', name: 'stand_token', methods: ['GET'])]
    #[May(Deed::Play)]
    public function token(): Response
    {
        return $this->render('stand/_token.html.twig');
    }

    /**
     * @return array{DeskState, Chair|null} what is asked for,
     *  and the chair of the player who is signed in to which results go
     */
    private function asked(Request $request): array
    {
        $state = $this->meant($this->deskPage->asked($request->query->all()));
        $player = $this->open->player();
        if (null === $player) {
            return [$state, null];
        }
        $chairs = $player->chairs();
        $chair = array_values(array_filter(
            $chairs,
            static fn (Chair $one): bool => $one->getId() === $state->player,
        ))[0]
            ?? array_values(array_filter(
                $chairs,
                static fn (Chair $one): bool => $one->getInstrument() === $state->instrument,
            ))[0]
                ?? null;

        return [null === $chair || $request->query->has('stage') ? $state : $state->forPlayer($chair), $chair];
    }

    /** A line that says for whom it is, is put on that one's stand. */
    private function meant(DeskState $state): DeskState
    {
        try {
            $player = $this->desk->understood($state->line, $state->inOwn)->player;
        } catch (Mistake) {
            return $state; // it is said where the line is shown
        }

        return null === $player || $player === $state->instrument ? $state : $state->withInstrument($player);
    }

    /**
     * @return array{non-empty-array<string, Steps>, list<Pitch>} by the way of building up; notes that are new
     *
     * @throws Mistake
     */
    private function ways(Part $part, DeskState $state, ?Chair $chair, string $new, string $rungs): array
    {
        $asked = null === $chair ? null : $this->plans->ladder($chair, $part);
        $settings = $this->desk->settings($state);
        $make = fn (BuildUp $way, array $notes = []): Steps => $this->steps->of(
            $part,
            $settings,
            $way,
            array_values($notes),
            '' === trim($rungs) ? $asked['rungs'] ?? null : Rungs::parse($rungs),
            $asked['goal'] ?? null,
            $asked['highest'] ?? null,
            $asked['clean'] ?? null,
            $asked['away'] ?? false,
        );
        $ways = [];
        foreach ([BuildUp::FirstNote, BuildUp::Chunks, BuildUp::Halves] as $way) {
            $ways[$way->value] = $make($way);
        }
        $notes = '' === $new ? $asked['new'] ?? [] : [Pitch::parse($new)];
        if ([] !== $notes) {
            $ways[BuildUp::NewNote->value] = $make(BuildUp::NewNote, $notes);
        }

        return [$ways, $notes];
    }

    private static function rows(): Rows
    {
        return new Rows(false, true, Reminders::Affected, FingeringStyle::Diagram);
    }

    /** @return array<string, string> the written notes of the line, from low to high, as they are said */
    private static function pitches(Part $part): array
    {
        $pitches = [];
        foreach ($part->study->notes as $note) {
            $pitches[$note->pitch()->midi()] = $note->pitch();
        }
        ksort($pitches);

        return array_combine(
            array_map(static fn (Pitch $one): string => $one->text(), $pitches),
            array_map(static fn (Pitch $one): string => $one->sign(), $pitches),
        );
    }
}
