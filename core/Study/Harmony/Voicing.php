<?php

declare(strict_types=1);

namespace SwiftReed\Study\Harmony;

use SwiftReed\Player\Player;
use SwiftReed\Study\Fit\Placement;
use SwiftReed\Study\Recipe;
use SwiftReed\Study\Rhythm\Laid;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Walk\Sounding;
use SwiftReed\Time\Bars;

/**
 * What a player's voice makes of the line that he would play alone: when it begins, what is held instead, which bars
 * rest.
 */
final readonly class Voicing
{
    /** @param int $tail ticks of rest after it, until the last voice has ended */
    private function __construct(public Placement $placement, public Laid $laid, public int $tail)
    {
    }

    /**
     * @param int $lead ticks of the first bar before the line begins
     *
     * @throws StudyError where the line cannot be divided so
     */
    public static function of(
        Voice $voice,
        Placement $placement,
        Laid $laid,
        Bars $bars,
        int $lead,
        Recipe $recipe,
        Sounding $sounding,
        Player $player,
    ): self {
        $text = $recipe->voices?->text() ?? '';
        $isMoved = \in_array($voice->kind, [VoiceKind::Entry, VoiceKind::Call, VoiceKind::Answer], true);
        if ($isMoved && $bars->change()) {
            throw StudyError::barsChange($text);
        }

        return match ($voice->kind) {
            VoiceKind::Drone => new self(...[
                ...Drone::under(
                    $placement,
                    $laid,
                    $bars,
                    $lead,
                    $recipe->material,
                    $voice->degree,
                    $sounding,
                    $player,
                ),
                0,
            ]),
            VoiceKind::Lead, VoiceKind::Entry => self::entering($voice, $placement, $laid, $bars, $lead),
            VoiceKind::Call, VoiceKind::Answer => self::barByBar($voice, $placement, $laid, $bars, $text),
            VoiceKind::Parallel => new self($placement, $laid, 0),
        };
    }

    private static function entering(Voice $voice, Placement $placement, Laid $laid, Bars $bars, int $lead): self
    {
        $bar = $bars->time(0)->barTicks();
        $more = array_fill(0, \count($laid->lengths), 0);
        $more[0] = $voice->bars * $bar;
        $entered = 0 === $voice->bars ? $laid : $laid->delayed($more);
        $end = $lead + array_sum($entered->lengths) + array_sum($entered->gaps);
        $full = 0 === $bars->inBar($end) ? $end : $bars->nextLine($end);

        return new self($placement, $entered, 0 === $voice->more ? 0 : $full - $end + $voice->more * $bar);
    }

    /** @throws StudyError when a note is held over a bar line */
    private static function barByBar(Voice $voice, Placement $placement, Laid $laid, Bars $bars, string $text): self
    {
        $bar = $bars->time(0)->barTicks();
        $answers = VoiceKind::Answer === $voice->kind ? 1 : 0;
        $more = [];
        $before = 0;
        $at = 0;
        $last = 0;
        foreach ($laid->lengths as $i => $length) {
            $at += $laid->gaps[$i];
            $last = $bars->bar($at);
            if ($bars->inBar($at) + $length > $bar) {
                throw StudyError::crossesBarLine($last + 1, $text);
            }
            $more[] = ($last + $answers) * $bar - $before;
            $before = ($last + $answers) * $bar;
            $at += $length;
        }
        $divided = $laid->delayed($more);
        $end = array_sum($divided->lengths) + array_sum($divided->gaps);

        return new self($placement, $divided, 2 * ($last + 1) * $bar - $end);
    }
}
