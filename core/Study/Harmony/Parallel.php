<?php

declare(strict_types=1);

namespace SwiftReed\Study\Harmony;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\Player;
use SwiftReed\Player\Stage;
use SwiftReed\Scale\DegreeName;
use SwiftReed\Scale\Material;
use SwiftReed\Scale\Scale;
use SwiftReed\Study\Fit\Line;
use SwiftReed\Study\Fit\Placement;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\Tone;
use SwiftReed\Study\Walk\Sounding;
use SwiftReed\Words\Wording;

/**
 * A line so many steps of its scale higher or lower than this player would have it; notes that the scale does not have
 * are raised and lowered as they are in the line. Where the instrument does not reach so far, the voice lies an octave
 * away, and that is said.
 *
 * Source: the handbook, chapter 3, "Harmony and voices".
 */
final readonly class Parallel
{
    /** Signs that a note can have. */
    private const MOST_SIGNS = 2;

    private function __construct(private Material $material, private int $steps)
    {
    }

    /** @throws StudyError when no octave of the instrument has the voice */
    public static function of(
        Placement $lead,
        Material $material,
        Voice $voice,
        Sounding $sounding,
        Player $player,
    ): Placement {
        $parallel = new self($material, $voice->steps);
        $tones = $parallel->moved($lead->tones, $lead->tonic, $sounding->tonic($lead->tonic));
        $line = Line::of($tones, $lead->tonic, $lead->from, $lead->top);
        $away = $voice->steps < 0 ? [0, 1, -1, 2] : [0, -1, 1, -2];
        foreach ([$player->limit(), $player->range(Stage::Full)] as $k => $range) {
            foreach ($away as $octaves) {
                if ($line->fits($range, $octaves)) {
                    return $lead->with(
                        array_map(static fn (Tone $tone): Tone => $tone->transplanted($octaves), $tones),
                        [
                            ...(0 === $octaves ? [] : [Wording::of('parallel.voice-does-not', [
                                'label' => $voice->label,
                                'player' => $player->name,
                                'limit' => $player->limit()->spoken(),
                                'octaves' => $octaves > 0 ? 'higher' : 'lower',
                            ])]),
                            ...(0 === $k ? [] : [Wording::of('parallel.voice-goes-beyond', [
                                'label' => $voice->label,
                                'stage' => $player->stage()->spoken(),
                                'player' => $player->name,
                                'limit' => $player->limit()->spoken(),
                            ])]),
                        ],
                    );
                }
            }
        }
        throw StudyError::voiceFitsNowhere($voice->label, $line->low, $line->high, $player->name, $player->limit());
    }

    /**
     * @param non-empty-list<Tone> $tones
     *
     * @return non-empty-list<Tone>
     */
    private function moved(array $tones, Pitch $tonic, Pitch $concert): array
    {
        return array_map(function (Tone $tone) use ($tonic, $concert): Tone {
            $scale = $tone->ascending ? $this->material->ascending($tonic) : $this->material->descending($tonic);
            $sounds = $tone->ascending ? $this->material->ascending($concert) : $this->material->descending($concert);
            $pitch = $this->beside($tone->pitch, $scale);
            $degree = DegreeName::of($tonic, $pitch);

            return $tone->inVoice(
                $pitch,
                $this->beside($tone->sounding, $sounds),
                $degree->text,
                $degree->number,
                array_map(fn (Pitch $grace): Pitch => $this->beside($grace, $scale), $tone->graces),
            );
        }, $tones);
    }

    /** The scale note so many letters away, as much raised or lowered as the note is against its own. */
    private function beside(Pitch $pitch, Scale $scale): Pitch
    {
        $letters = $pitch->staffPlace() - $scale->tonic->staffPlace();
        $there = $scale->note($letters + $this->steps)->pitch;
        $midi = $there->midi() + $pitch->midi() - $scale->note($letters)->pitch->midi();
        $spelled = Pitch::onLetter($there->letter, $midi);

        return abs($spelled->alter) > self::MOST_SIGNS ? Pitch::plain($midi, $spelled->alter > 0) : $spelled;
    }
}
