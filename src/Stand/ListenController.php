<?php

declare(strict_types=1);

namespace App\Stand;

use App\Band\Chair;
use App\Band\OpenBand;
use App\Desk\Desk;
use App\Desk\DeskState;
use App\Shared\ChangesNothing;
use App\Shared\Deed;
use App\Shared\May;
use App\Shared\Words;
use SwiftReed\Fingering\Tendency;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Listening\Click;
use SwiftReed\Listening\Expected;
use SwiftReed\Listening\Frames;
use SwiftReed\Listening\Judge;
use SwiftReed\Listening\Judgement;
use SwiftReed\Listening\ListeningFigures;
use SwiftReed\Listening\MidiTake;
use SwiftReed\Listening\PlayedFaults;
use SwiftReed\Listening\SimulatedPlayer;
use SwiftReed\Listening\Verdict;
use SwiftReed\Score\Part;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Judges what a browser heard. Sound never comes here: only frames, or the keys of a MIDI instrument; neither is kept.
 */
final class ListenController extends AbstractController
{
    /** Quarter notes a minute at which a line may have been asked for; anything else is that of the line. */
    private const TEMPO = [5.0, 1600.0];
    /** Milliseconds, and share of a beat, from which it is written at a note how late or early it comes. */
    private const SHOWN_MS = 30.0;
    private const SHOWN_OF_BEAT = 0.06;

    public function __construct(
        private readonly Desk $desk,
        private readonly Judge $judge,
        private readonly ListeningFigures $figures,
        private readonly OpenBand $open,
        private readonly Words $words,
    ) {
    }

    #[Route('/stand/listen', name: 'listen', methods: ['POST'])]
    #[ChangesNothing]
    #[May(Deed::Make)]
    public function judge(Request $request): Response
    {
        if (\strlen($request->getContent()) > Frames::MOST_BYTES) {
            return new JsonResponse(
                ['why' => $this->words->say('refusal.take_large')],
                Response::HTTP_REQUEST_ENTITY_TOO_LARGE,
            );
        }
        $asked = json_decode($request->getContent(), true, 8);
        $asked = \is_array($asked) ? $asked : [];
        $number = static fn (string $key, int $default): int => \is_int($asked[$key] ?? null) ? $asked[$key] : $default;
        try {
            $part = $this->part($asked);
            $plays = Expected::plays($asked['plays'] ?? null, $part);
            $times = max(1, min(99, $number('times', 1)));
            $expected = null === $plays
                ? Expected::of($part, $this->figures, times: $times)
                : Expected::played($part, $this->figures, $plays, $times);
            $tempo = $asked['quarters'] ?? null;
            $expected = (\is_int($tempo) || \is_float($tempo)) && $tempo >= self::TEMPO[0] && $tempo <= self::TEMPO[1]
                ? $expected->at((float) $tempo)
                : $expected;
            $reference = (float) max(
                Judge::REFERENCE[0],
                min(Judge::REFERENCE[1], is_numeric($asked['reference'] ?? null) ? $asked['reference'] : 440),
            );
            $click = Click::read($asked['click'] ?? null, 60_000 / $expected->quarters);
            $take = match (true) {
                \is_string($asked['simulate'] ?? null) => $this->judge->frames(
                    $expected,
                    SimulatedPlayer::frames(
                        $expected,
                        PlayedFaults::named($asked['simulate'], $expected),
                        max(0, $number('seed', 1)),
                    ),
                ),
                isset($asked['notes']) => $this->judge->notes($expected, MidiTake::read($asked['notes']), 0, $click),
                default => $this->judge->frames($expected, Frames::read($asked, $this->figures), $reference, $click),
            };
        } catch (Mistake $error) {
            return new JsonResponse(['why' => $error->getMessage()], Response::HTTP_UNPROCESSABLE_ENTITY);
        }
        $places = null === $plays ? array_keys($expected->notes) : array_column($plays, 0);

        return new JsonResponse($take->data($this->figures)
            + [
                'marks' => $this->marks($take, $places),
                'html' => $this->renderView(
                    'stand/_take.html.twig',
                    ['take' => $take, 'data' => $take->data($this->figures), 'places' => $places],
                ),
            ]);
    }

    /** What a player's own instrument does, after several takes: it is kept for him, and his lines are planned anew. */
    #[Route('/stand/tendency', name: 'stand_tendency', methods: ['POST'])]
    #[May(Deed::Play)]
    public function tendency(Request $request, KeepTendency $keep): Response
    {
        $player = $this->open->player() ?? throw $this->createAccessDeniedException('refusal.sign_in');
        $chair = array_values(array_filter(
            $player->chairs(),
            static fn (Chair $one): bool => $one->getId() === $request->request->getString('chair'),
        ))[0]
            ?? throw $this->createNotFoundException('refusal.none.chair');
        try {
            $tendency = Tendency::parse(mb_substr($request->request->getString('tendency'), 0, 40));
        } catch (Mistake $error) {
            return new JsonResponse(['why' => $error->getMessage()], Response::HTTP_UNPROCESSABLE_ENTITY);
        }
        $keep($chair, $tendency);

        return new JsonResponse(['kept' => $this->words->say('listen.kept')]);
    }

    /**
     * @param array<mixed> $asked
     *
     * @throws Mistake
     */
    private function part(array $asked): Part
    {
        $text = static fn (string $key): string => \is_string(
            $asked[$key] ?? null,
        ) ? mb_substr($asked[$key], 0, 600) : '';

        return $this->desk->part(DeskState::of([
            'line' => $text('line'), 'for' => $text('for'), 'setup' => $text('setup'), 'stage' => $text('stage'),
            'player' => $text('player'),
        ]));
    }

    /**
     * What is written at the notes of the page: what was wrong, how late, how far out of tune.
     *
     * @param list<int> $places the note of the line, by the note of the take
     *
     * @return list<array{note: int, text: string, says: string, kind: string}> notes of the whole line, from 0
     */
    private function marks(Judgement $take, array $places): array
    {
        $marks = [];
        $slow = array_column($take->slow, 'to');
        foreach ($take->notes as $note) {
            $of = [];
            if (Verdict::Right !== $note->verdict) {
                if ($note->i < $take->reached) {
                    $of[] = match ($note->verdict) {
                        Verdict::Missing => ['○', $this->words->say('listen.mark_missing'), 'missing'],
                        Verdict::Octave => ['8', $this->words->say('listen.mark_octave'), 'octave'],
                        default => [
                            '✕ '.($note->heard?->name()->sign() ?? ''),
                            $this->words->say('listen.mark_wrong', ['%heard%' => $note->heard?->sign() ?? '']),
                            'wrong',
                        ],
                    };
                }
            } elseif (!$note->isSure) {
                $of[] = ['8?', $this->words->say('listen.mark_unsure'), 'unsure'];
            }
            if (
                null !== $note->late
                && null !== $note->ofBeat
                && (\in_array($note->i, $slow, true)
                    || (abs($note->late) > self::SHOWN_MS && abs($note->ofBeat) > self::SHOWN_OF_BEAT))
            ) {
                $of[] = [
                    \sprintf('%+d', round($note->late)),
                    $this->words->say(
                        $note->late > 0 ? 'listen.mark_late' : 'listen.mark_early',
                        ['%ms%' => (string) round(abs($note->late))],
                    ),
                    'late',
                ];
            }
            if (null !== $note->against && abs($note->against) > $this->figures->number('in-tune')) {
                $of[] = [
                    \sprintf('%+d c', round($note->against)),
                    $this->words->say(
                        $note->against > 0 ? 'listen.mark_sharp' : 'listen.mark_flat',
                        ['%cents%' => (string) round(abs($note->against))],
                    ),
                    'tune',
                ];
            }
            foreach ($of as [$sign, $says, $kind]) {
                $marks[] = ['note' => $places[$note->i] ?? $note->i, 'text' => $sign, 'says' => $says, 'kind' => $kind];
            }
        }

        return $marks;
    }
}
