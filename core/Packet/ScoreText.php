<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Player\Stage;
use SwiftReed\Score\BandPart;
use SwiftReed\Score\Score;

/**
 * A score in plain words: who reads what from where to where, whether it sounds together, who leaps, the first tempo.
 */
final class ScoreText
{
    /** @param array<string, Stage> $stages by the names of the players */
    public static function of(BandScores $scores, array $stages, FirstTempos $tempos): string
    {
        $text = '';
        foreach ($scores->scores as $score) {
            $text .= self::one($score, $stages, $tempos)."\n";
        }
        foreach ($scores->left as $player => $why) {
            $text .= $player.' cannot play it: '.$why."\n";
        }

        return $text;
    }

    /** @param array<string, Stage> $stages */
    private static function one(Score $score, array $stages, FirstTempos $tempos): string
    {
        $text = \sprintf("%s. Concert %s\n", $score->number, $score->concertTitle());
        $facts = [];
        foreach ($score->parts as $one) {
            $facts[$one->player] = PartFacts::of($one->part);
        }
        $width = max(array_map(static fn (BandPart $one): int => mb_strlen($one->called()), $score->parts));
        foreach ($score->parts as $one) {
            $about = $facts[$one->player];
            $text .= '  '.$one->called().str_repeat(' ', $width - mb_strlen($one->called())).\sprintf(
                '  %s, %s to %s%s',
                $one->part->writtenTitle(),
                $about->lowest->sign(),
                $about->highest->sign(),
                '' === $about->hardest() ? '' : '; '.$about->hardest(),
            )."\n";
        }
        $text .= '  '.Together::of($score)->says()."\n";
        $leaps = PartFacts::spoken(array_map(static fn (PartFacts $about): array => $about->leaps, $facts));
        $text .= '' === $leaps ? '' : '  Leaps by octaves: '.$leaps.".\n";
        $tempo = $tempos->of($score, $stages);

        return $text.(null === $tempo ? '' : \sprintf("  First tempo: %d. %s\n", $tempo->bpm, $tempo->because));
    }
}
