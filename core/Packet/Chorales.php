<?php

declare(strict_types=1);

namespace SwiftReed\Packet;

use SwiftReed\Fingering\OwnFingerings;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Line\Grammar;
use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Scale\DegreeName;
use SwiftReed\Score\Part;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Study\Phrasing\BreathPlace;
use SwiftReed\Study\Study;
use SwiftReed\Study\StudyError;
use SwiftReed\Study\StudyNote;
use SwiftReed\Study\Tone;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Study\Tonguing\Expression;
use SwiftReed\Study\Tonguing\Slur;
use SwiftReed\Time\Bars;
use SwiftReed\Time\Length;
use SwiftReed\Time\TimeSignature;
use SwiftReed\Time\Tuplet;

/**
 * Chorales for whoever is there: every voice has somebody where there are four, and everybody takes a voice that lies
 * in the range, moved by octaves only.
 *
 * Source: the handbook, chapter 6, "The daily sheet".
 */
final class Chorales
{
    /**
     * What a voice costs a player: an octave that it is moved, an octave that it lies off the middle of the range, and
     * each who has it already.
     */
    private const MOVED = 2.0;
    private const OFF_MIDDLE = 1.0;
    private const SHARED = 0.12;
    private const MOST_OCTAVES = 4;

    /** @param array<string, Chorale> $known by id */
    public function __construct(private readonly PartBuilder $parts, public readonly array $known)
    {
    }

    /** @return array<string, Chorale> those that ship */
    public static function shipped(DataFolder $data): array
    {
        $known = [];
        foreach ($data->read('chorales') as $id => $entry) {
            $known[$id] = Chorale::read(
                $id,
                \is_array($entry) ? array_filter($entry, is_string(...), \ARRAY_FILTER_USE_KEY) : [],
            );
        }

        return $known;
    }

    /**
     * Who plays which voice.
     *
     * @param list<BandPlayer> $players
     *
     * @return array<string, string> voice by the name of the player; who can play none is missing
     */
    public function voices(Chorale $chorale, NoteName $tonic, array $players): array
    {
        $costs = [];
        $has = [];
        $count = array_fill_keys(Chorale::VOICES, 0);
        foreach ($players as $one) {
            foreach (Chorale::VOICES as $voice) {
                $costs[$one->name][$voice] = $this->cost($chorale, $voice, $tonic, $one->instrument, $one->settings);
            }
            $best = self::cheapest($costs[$one->name], $count);
            if (null !== $best) {
                $has[$one->name] = $best;
                ++$count[$best];
            }
        }
        // A voice that nobody has is taken by whoever it costs least, out of a voice that has others.
        foreach (Chorale::VOICES as $voice) {
            [$from, $least] = [null, \INF];
            foreach (0 === $count[$voice] ? $has : [] as $name => $now) {
                $more = ($costs[$name][$voice] ?? \INF) - ($costs[$name][$now] ?? 0.0);
                if ($count[$now] > 1 && $more < $least) {
                    [$from, $least] = [$name, $more];
                }
            }
            if (null !== $from) {
                --$count[$has[$from]];
                $has[$from] = $voice;
                $count[$voice] = 1;
            }
        }

        return $has;
    }

    /**
     * @throws ChoraleError when no voice lies in the range
     */
    public function part(Chorale $chorale, NoteName $tonic, ?string $voice, BandPlayer $player): Part
    {
        $settings = $player->settings;
        $voice ??= $this->voices($chorale, $tonic, [$player])[$player->name] ?? null;
        $octaves = null === $voice ? null : $this->octaves($chorale, $voice, $tonic, $player->instrument, $settings);
        if (null === $voice || null === $octaves) {
            throw ChoraleError::outOfRange($chorale->name, $player->instrument->article);
        }
        $frame = $this->frame($chorale, $tonic, $player->instrument, $settings);
        $concertTonic = $frame->concertKey->tonic->at(4);
        $writtenTonic = $frame->writtenKey->key->tonic->at(4);
        $up = $player->instrument->transposition->halfSteps();
        $notes = [];
        $time = Bars::of($frame->time());
        $lead = $frame->lead();
        $sung = $this->sung($chorale, $voice, $tonic);
        foreach ($sung as $i => [$pitch, $onset, $length]) {
            $sounding = $pitch->octaves($octaves);
            // Spelled as the key that the player reads: as far above its tonic as the note lies above the concert
            // tonic.
            $written = Interval::between($concertTonic, $sounding);
            $written = $writtenTonic->transpose($written);
            $written = $written->octaves(intdiv($sounding->midi() + $up - $written->midi(), 12));
            $degree = DegreeName::of($writtenTonic, $written);
            $isTonic = $written->name()->equals($writtenTonic->name());
            $next = $sung[$i + 1][0] ?? null;
            $tone = new Tone(
                $written,
                $sounding,
                $degree->text,
                $degree->number,
                null === $next || $next->midi() >= $pitch->midi(),
                $isTonic,
                0 === $i || null === $next,
                false,
                0,
                false,
                isRoot: $isTonic,
                root: $degree->number,
            );
            $ends = $onset + $length;
            $breathes = null !== $next && $length >= Length::HALF && 0 === $time->inBar($ends + $lead);
            $notes[] = new StudyNote(
                $tone,
                $sounding,
                $onset,
                $length,
                $time->bar($onset + $lead) + ($lead > 0 ? 0 : 1),
                Attack::Tongue,
                Slur::Outside,
                $breathes ? BreathPlace::LongNote : null,
                array_map(
                    static fn (Tuplet $one): Tuplet => $one->movedBy(-$onset - $lead),
                    Tuplet::triplets([[$onset + $lead, $ends + $lead]]),
                ),
                null,
                Expression::plain(),
            );
        }
        $study = new Study(
            $frame->recipe,
            $frame->concertKey,
            $frame->writtenKey,
            $frame->signature,
            $frame->concertSignature,
            $notes,
            $frame->policy,
            [],
            [],
            $time,
            $writtenTonic,
            0,
            7,
            piece: $chorale->name.', '.$voice,
        );

        return $this->parts->fingered(
            $study,
            $player->instrument,
            $settings,
            new OwnFingerings([], $player->own->tendencies),
        );
    }

    /** Where the key of the piece stands for a reader: a line that everybody has in this key. */
    private function frame(Chorale $chorale, NoteName $tonic, Instrument $instrument, PlayerSettings $settings): Study
    {
        $line = \sprintf(
            'concert %s major, %s = %d',
            $tonic->text(),
            (string) array_search($chorale->time->beatUnit(), Grammar::UNITS, true),
            $chorale->tempo,
        )
            .(TimeSignature::fourFour() === $chorale->time ? '' : ', '.$chorale->time->text)
            .(
                $chorale->pickUp > 0
                    ? \sprintf(
                        ', pick up %d beat%s',
                        $chorale->pickUp / Length::QUARTER,
                        $chorale->pickUp > Length::QUARTER ? 's' : '',
                    )
                    : ''
            );
        foreach ([', fold', ', 5 notes, fold', ', 3 notes, fold'] as $more) {
            try {
                return $this->parts->study(
                    $this->parts->parser->parse($line.$more),
                    $instrument,
                    new PlayerSettings($settings->stage, $settings->spelling, $settings->reminders),
                );
            } catch (StudyError) {
                continue;
            }
        }
        throw ChoraleError::outOfRange($chorale->name, $instrument->article);
    }

    /** @return non-empty-list<array{Pitch, int, int}> the voice in this key, by the nearer way */
    private function sung(Chorale $chorale, string $voice, NoteName $tonic): array
    {
        $from = $chorale->tonic->at(4);
        $to = $tonic->at(4);
        $away = $to->midi() - $from->midi();
        $interval = Interval::between($from, abs($away) > 6 ? $to->octaves($away > 0 ? -1 : 1) : $to);

        return array_map(
            static fn (array $note): array => [$note[0]->transpose($interval), $note[1], $note[2]],
            $chorale->voices[$voice],
        );
    }

    /** Octaves by which a voice is moved to lie in the range, the fewest; null where there are none. */
    private function octaves(
        Chorale $chorale,
        string $voice,
        NoteName $tonic,
        Instrument $instrument,
        PlayerSettings $settings,
    ): ?int {
        $range = $instrument->player($settings)->limit();
        $midi = array_map(static fn (array $note): int => $note[0]->midi(), $this->sung($chorale, $voice, $tonic));
        $up = $instrument->transposition->halfSteps();
        for ($far = 0; $far <= self::MOST_OCTAVES; ++$far) {
            foreach ([$far, -$far] as $octaves) {
                if (
                    min($midi) + 12 * $octaves + $up >= $range->lowest->midi()
                    && max($midi) + 12 * $octaves + $up <= $range->highest->midi()
                ) {
                    return $octaves;
                }
            }
        }

        return null;
    }

    private function cost(
        Chorale $chorale,
        string $voice,
        NoteName $tonic,
        Instrument $instrument,
        PlayerSettings $settings,
    ): ?float {
        $octaves = $this->octaves($chorale, $voice, $tonic, $instrument, $settings);
        if (null === $octaves) {
            return null;
        }
        $range = $instrument->player($settings)->limit();
        $middle = ($range->lowest->midi() + $range->highest->midi()) / 2 - $instrument->transposition->halfSteps();
        $midi = array_map(static fn (array $note): int => $note[0]->midi(), $this->sung($chorale, $voice, $tonic));

        return self::MOVED * abs($octaves) + self::OFF_MIDDLE * abs(
            array_sum($midi) / \count($midi) + 12 * $octaves - $middle,
        ) / 12;
    }

    /**
     * @param array<string, float|null> $costs
     * @param array<string, int>        $count
     */
    private static function cheapest(array $costs, array $count): ?string
    {
        [$best, $least] = [null, \INF];
        foreach ($costs as $voice => $cost) {
            $all = null === $cost ? \INF : $cost + self::SHARED * ($count[$voice] ?? 0);
            if ($all < $least - 1e-9) {
                [$best, $least] = [$voice, $all];
            }
        }

        return $best;
    }
}
