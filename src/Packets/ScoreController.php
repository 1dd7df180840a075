<?php

declare(strict_types=1);

namespace App\Packets;

use App\Band\OpenBand;
use App\Desk\DeskState;
use App\Engraving\Diagram;
use App\Engraving\Paper;
use App\Engraving\PdfMaker;
use App\Engraving\ScorePages;
use App\Shared\Deed;
use App\Shared\May;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Packet\BandScores;
use SwiftReed\Packet\Moment;
use SwiftReed\Packet\PartFacts;
use SwiftReed\Packet\Spot;
use SwiftReed\Packet\Together;
use SwiftReed\Score\BandPart;
use SwiftReed\Score\Format\JsonWriter;
use SwiftReed\Score\Format\MidiWriter;
use SwiftReed\Score\Format\MusicXmlWriter;
use SwiftReed\Score\Score;
use SwiftReed\Score\Sheet;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * One line for everybody at once: the score, what it sounds like, what everybody has at a note.
 */
#[May(Deed::Make)]
final class ScoreController extends AbstractController
{
    public function __construct(private readonly BandWork $work, private readonly ScorePages $pages)
    {
    }

    #[Route('/score', name: 'score', methods: ['GET'])]
    public function score(Request $request): Response
    {
        $line = self::line($request);
        $isConcert = $request->query->getBoolean('concert');
        $view = ['line' => $line, 'concert' => $isConcert, 'error' => '', 'at' => 0, 'count' => 0, 'score' => null];
        try {
            $scores = $this->work->scores($line);
            [$at, $score] = self::chosen($scores, $request);
            $together = Together::of($score);
            $facts = array_combine(
                array_map(static fn (BandPart $one): string => $one->player, $score->parts),
                array_map(static fn (BandPart $one): PartFacts => PartFacts::of($one->part), $score->parts),
            );
            $view = [
                'at' => $at, 'count' => \count(
                    $scores->scores,
                ), 'score' => $score, 'together' => $together, 'tempo' => $this->work->firstTempo($score),
                'leaps' => PartFacts::spoken(array_map(
                    static fn (PartFacts $one): array => $one->leaps,
                    $facts,
                )), 'left' => $scores->left,
                'music' => $this->pages->screen(
                    $score,
                    $isConcert,
                    $this->address($line, $at),
                )->svg, 'rows' => WhoPlaysWhat::rows($score), 'columns' => WhoPlaysWhat::ON_SCREEN,
                'voices' => $this->work->voices($score), 'transposing' => array_values(array_filter(
                    $score->parts,
                    static fn (BandPart $one): bool => 0 !== $one->part->instrument->transposition->halfSteps() % 12,
                )),
            ] + $view;
        } catch (Mistake $error) {
            $view['error'] = $error->getMessage();
        }

        return $this->render('packets/score.html.twig', $view, new Response(status: '' === $view['error'] ? 200 : 422));
    }

    /** What a browser needs to play everybody, a section, or one part against another. */
    #[Route('/score/sound.json', name: 'score_sound', methods: ['GET'])]
    public function sound(Request $request): Response
    {
        $line = self::line($request);
        $scores = $this->work->scores($line);
        [, $score] = self::chosen($scores, $request);
        $who = $request->query->all()['who'] ?? [];
        $who = \is_array($who) ? array_values(array_filter($who, is_string(...))) : [];
        $heard = [] === $who ? $score : $score->only($who) ?? $score;
        $parts = BandWork::distinct($heard);
        $own = $request->query->getString('own');
        $clash = '' === $own ? null : $this->work->inOwnKey($score, $own);
        if (null !== $clash) {
            $parts = [
                ...BandWork::distinct(
                    new Score(
                        $score->number,
                        array_values(array_filter(
                            $score->parts,
                            static fn (BandPart $one): bool => $one->player !== $own,
                        )) ?: $score->parts,
                    ),
                ),
                $clash,
            ];
        }

        return new JsonResponse(['version' => JsonWriter::VERSION, 'parts' => array_map(static function (
            BandPart $one,
        ): array {
            $data = JsonWriter::data($one->part);
            $notes = \is_array($data['notes'] ?? null) ? $data['notes'] : [];

            return [
                'player' => $one->player,
                'notes' => array_map(
                    static fn (mixed $note): array => \is_array($note) ? array_intersect_key(
                        $note,
                        [
                            'i' => 1, 'onset' => 1, 'duration' => 1, 'bar' => 1, 'midi' => 1, 'written_midi' => 1,
                            'attack' => 1, 'breath' => 1, 'separated' => 1,
                        ],
                    ) : [],
                    $notes,
                ),
            ] + array_intersect_key($data, ['tempo' => 1, 'time' => 1, 'bars' => 1, 'untimed' => 1]);
        }, $parts)]);
    }

    #[Route('/score/score.{format<pdf|musicxml|mid>}', name: 'score_file', methods: ['GET'])]
    public function export(Request $request, PdfMaker $pdfs, OpenBand $open, string $format): Response
    {
        $scores = $this->work->scores(self::line($request));
        $isConcert = $request->query->getBoolean('concert');
        $sheets = array_map(static fn (Sheet $one): Sheet => $isConcert ? $one->inConcert() : $one, $scores->sheets);
        \assert([] !== $sheets && [] !== $scores->scores);
        $paper = Paper::parse($request->query->getString('paper'));
        [$content, $type, $how] = match ($format) {
            'pdf' => [
                $pdfs->pdf(
                    $this->pages->of($scores->scores, $isConcert, '', $paper, (string) $open->band()?->getName()),
                    ScorePages::title($scores->scores),
                ),
                'application/pdf',
                'inline',
            ],
            'mid' => [MidiWriter::score($scores->sheets ?: $sheets), 'audio/midi', 'attachment'],
            default => [MusicXmlWriter::score($sheets), 'application/vnd.recordare.musicxml+xml', 'attachment'],
        };

        return new Response(
            $content,
            200,
            ['Content-Type' => $type, 'Content-Disposition' => HeaderUtils::makeDisposition($how, 'score.'.$format)],
        );
    }

    /** To be projected: what everybody has at a note, large; one key moves everybody on. */
    #[Route('/rehearse', name: 'rehearse', methods: ['GET'])]
    public function rehearse(Request $request): Response
    {
        $line = self::line($request);
        $place = mb_substr(mb_scrub($request->query->getString('place', 'note 1')), 0, 60);
        $view = ['line' => $line, 'place' => $place, 'error' => '', 'moment' => null, 'rows' => []];
        try {
            $scores = $this->work->scores($line)->scores;
            \assert([] !== $scores);
            $moment = Moment::at($scores, Spot::parse('' === trim($place) ? 'note 1' : $place));
            $k = (int) array_search($moment->score, $scores, true);
            $view = ['moment' => $moment, 'rows' => self::together(
                $moment,
            ), 'many' => \count($scores) > 1, 'sounding' => self::sounding($moment),
                'next' => $moment->note < $moment->notes
                    ? \sprintf('line %s note %d', $moment->score->number, $moment->note + 1)
                    : (isset($scores[$k + 1]) ? \sprintf('line %s note 1', $scores[$k + 1]->number) : ''),
                'before' => $moment->note > 1 ? \sprintf('line %s note %d', $moment->score->number, $moment->note - 1) : (isset($scores[$k - 1]) ? \sprintf('line %s note 1', $scores[$k - 1]->number) : '')] + $view;
        } catch (Mistake $error) {
            $view['error'] = $error->getMessage();
        }

        return $this->render(
            'packets/rehearse.html.twig',
            $view,
            new Response(status: '' === $view['error'] ? 200 : 422),
        );
    }

    /**
     * @return list<array{instrument: string, who: string, note: string, fingering: string}> those of one instrument who
     *  have the same in one row
     */
    private static function together(Moment $moment): array
    {
        $rows = [];
        foreach ($moment->score->parts as $one) {
            $i = $moment->has[$one->player];
            $note = null === $i ? '' : $one->part->study->notes[$i]->pitch()->sign();
            $fingering = null === $i ? '' : $one->part->plan->notes[$i]->fingering->text;
            $rows[$one->part->instrument->name.'|'.$note.'|'.$fingering][] = $one;
        }
        $count = [];
        foreach ($rows as $members) {
            $name = $members[0]->part->instrument->name;
            $count[$name] = ($count[$name] ?? 0) + 1;
        }

        return array_map(static function (string $key, array $members) use ($count, $moment): array {
            [$instrument, $note, $fingering] = explode('|', $key, 3);
            $i = $moment->has[$members[0]->player];
            $part = $members[0]->part;
            $diagram = null === $i || 0 === Diagram::height($part->instrument)
                ? ''
                : Diagram::planned($part->instrument, $part->plan->notes[$i], null)->alone(
                    'fingering',
                    Diagram::words($part->instrument, $part->plan->notes[$i]),
                );

            return [
                'instrument' => $instrument,
                'who' => $count[$instrument] > 1
                    ? implode(', ', array_map(static fn (BandPart $one): string => $one->player, $members))
                    : '',
                'note' => $note,
                'fingering' => $fingering,
                'diagram' => $diagram,
            ];
        }, array_keys($rows), array_values($rows));
    }

    /** What sounds, as most have it. */
    private static function sounding(Moment $moment): string
    {
        $names = [];
        foreach ($moment->score->parts as $one) {
            $i = $moment->has[$one->player];
            if (null !== $i) {
                $names[] = $one->part->study->notes[$i]->sounding->name()->sign();
            }
        }
        $count = array_count_values($names);
        arsort($count);

        return (string) array_key_first($count);
    }

    /** @return array{int, Score} */
    private static function chosen(BandScores $scores, Request $request): array
    {
        $at = max(0, min(\count($scores->scores) - 1, $request->query->getInt('at')));

        return [$at, $scores->scores[$at]];
    }

    private static function line(Request $request): string
    {
        return DeskState::of(array_intersect_key($request->query->all(), ['line' => 1]))->line;
    }

    /** @return \Closure(int): string where a press on a note of the score leads */
    private function address(string $line, int $at): \Closure
    {
        return fn (int $note): string => $this->generateUrl(
            'rehearse',
            ['line' => $line, 'place' => ($at > 0 ? 'line '.($at + 1).' ' : '').'note '.($note + 1)],
        );
    }
}
