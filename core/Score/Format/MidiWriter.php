<?php

declare(strict_types=1);

namespace SwiftReed\Score\Format;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Score\Heading;
use SwiftReed\Score\Part;
use SwiftReed\Score\Sheet;
use SwiftReed\Study\Chords;
use SwiftReed\Study\Rhythm\Heard;
use SwiftReed\Study\Study;
use SwiftReed\Time\Length;
use SwiftReed\Time\TimeSignature;

/**
 * Writes sheets as Standard MIDI Files at sounding pitch: format 0, or format 1 where a click or held chords have
 * tracks of their own. Tongued notes end a little early, separated ones earlier, slurred ones reach the next. Every
 * study begins on the bar line after the one before, as on the page; a pick-up has a short bar of its own, so that bar
 * lines fall where they are printed.
 *
 * Source of the format: the MIDI Association's Standard MIDI Files 1.0.
 */
final readonly class MidiWriter implements Format
{
    /** Chords are held softly under the study. */
    private const SOFT = 44;
    /** Chords sound on a channel where no part of a band is. */
    private const CHORDS = 15;
    /**
     * Side stick and low wood block of the percussion channel: the first beat and the others. Source: General MIDI 1.
     */
    private const CLICK = [37, 77];
    private const LOUD = [100, 80];
    /** The channel of what has no pitch. Source: General MIDI 1. */
    private const PERCUSSION = 9;

    public function name(): string
    {
        return 'midi';
    }

    public function ending(): string
    {
        return 'mid';
    }

    public function mediaType(): string
    {
        return 'audio/midi';
    }

    public static function write(Part $part, ExportChoices $choices = new ExportChoices()): string
    {
        return (new self())->of(Sheet::of($part), $choices);
    }

    public function of(Sheet $sheet, ExportChoices $choices): string
    {
        return self::file([$sheet->parts[0]->instrument->name.': '.$sheet->heading() => $sheet], $choices);
    }

    /**
     * A score: format 1, a track for each part, tempo, times and keys on the first.
     *
     * @param non-empty-array<string, Sheet> $sheets by who plays them
     */
    public static function score(array $sheets, ExportChoices $choices = new ExportChoices()): string
    {
        return self::file($sheets, $choices);
    }

    /** @param non-empty-array<string, Sheet> $sheets by the name of the track */
    private static function file(array $sheets, ExportChoices $choices): string
    {
        $tracks = [];
        $others = [];
        $channels = MidiChannels::of(array_map(
            static fn (Sheet $one): int => $one->parts[0]->instrument->midiProgram,
            array_values($sheets),
        ));
        foreach (array_keys($sheets) as $k => $name) {
            [$music, $chords, $clicks, $end] = self::events(
                $sheets[$name],
                (string) $name,
                $channels[$k],
                0 === $k,
                $choices,
            );
            $tracks[] = self::track($music, $end);
            if (0 === $k) {
                foreach ([
                    [$choices->heldChords, $chords],
                    [$choices->click || $choices->countIn, $clicks],
                ] as [$wanted, $events]) {
                    if ($wanted) {
                        $others[] = self::track($events, $end);
                    }
                }
            }
        }
        array_push($tracks, ...$others);

        return 'MThd'.pack(
            'Nnnn',
            6,
            \count($tracks) > 1 ? 1 : 0,
            \count($tracks),
            Length::QUARTER,
        ).implode('', $tracks);
    }

    /**
     * @return array{list<array{int, string}>, list<array{int, string}>, list<array{int, string}>, int} music, chords,
     *  clicks, the end in ticks
     */
    private static function events(
        Sheet $sheet,
        string $name,
        int $channel,
        bool $isFirst,
        ExportChoices $choices,
    ): array {
        /** @var list<array{int, string}> $music ticks and event */
        $music = [
            [0, self::meta(0x03, self::plain($name))],
            [0, \chr(0xC0 | $channel).\chr($sheet->parts[0]->instrument->midiProgram)],
        ];
        $chords = [[0, self::meta(0x03, 'Chords')]];
        $clicks = [[0, self::meta(0x03, 'Click')]];
        $at = 0;
        foreach ($sheet->parts as $k => $part) {
            $study = $part->study;
            if ($isFirst) {
                array_push($music, ...self::opening($study, $at, $choices->countIn && 0 === $k));
            }
            if ($choices->countIn && 0 === $k) {
                array_push(
                    $clicks,
                    ...self::clicks($study, $at - $study->lead(), $at - $study->lead() + $study->time()->barTicks(), 0),
                );
                $at += $study->time()->barTicks() - $study->lead();
                if ($study->lead() > 0 && $isFirst) {
                    array_push($music, ...self::pickUp($study, $at));
                }
            }
            $end = $study->end();
            if ($isFirst) {
                $music[] = [$at, self::meta(0x06, self::plain(Heading::of($part)))];
            }
            for ($time = 1; $time <= $study->repeats(); ++$time) {
                $isAgain = $time < $study->repeats();
                array_push($music, ...self::notes($part, $at, $channel));
                if ($isFirst && $study->recipe->timing->slowsDown) {
                    array_push($music, ...self::slowing($study, $at, $isAgain));
                }
                if ($choices->heldChords) {
                    array_push($chords, ...self::chords($study, $at, $end));
                }
                if ($choices->click && !$study->isUntimed()) {
                    $until = $at + ($isAgain ? $study->period() : $end);
                    array_push($clicks, ...self::clicks($study, $at, $until, $study->lead()));
                }
                $at += $isAgain ? $study->period() : 0;
            }
            // In a band the last voice may end later, and the next study begins for all together.
            $end += $study->tail;
            $place = $end + $study->lead();
            $at += $study->isUntimed() || 0 === $study->bars->inBar($place)
                ? $end
                : $study->bars->nextLine($place) - $study->lead();
        }

        return [$music, $chords, $clicks, $at];
    }

    /**
     * Tempo, time and key of a study, and of the times into which it changes.
     *
     * @param bool $countedIn whether a whole bar is counted before it, so that a pick-up's short bar comes later
     *
     * @return list<array{int, string}>
     */
    private static function opening(Study $study, int $at, bool $countedIn): array
    {
        $material = $study->recipe->material;
        $events = [
            [
                $at,
                self::tempo($study->recipe->timing->tempo->quarters()),
            ],
            [$at, self::meta(0x59, pack('cC', $study->concertSignature->fifths, -3 === $material->modeFifths ? 1 : 0))],
        ];
        if ($study->lead() > 0 && !$countedIn) {
            array_push($events, ...self::pickUp($study, $at));
        } else {
            $events[] = [$at, self::time($study->time())];
        }
        $before = $study->time();
        foreach ($study->notes as $note) {
            $time = $study->bars->time($note->onset + $study->lead());
            if ($time !== $before) {
                $events[] = [$at + $note->onset, self::time($time)];
                $before = $time;
            }
        }

        return $events;
    }

    /** @param float $quarters quarter notes a minute */
    private static function tempo(float $quarters): string
    {
        return self::meta(0x51, substr(pack('N', (int) round(60_000_000 / $quarters)), 1));
    }

    /**
     * The tempo beat by beat where the last bar slows down, and what it was where the line begins again.
     *
     * @return list<array{int, string}>
     */
    private static function slowing(Study $study, int $at, bool $isAgain): array
    {
        $quarters = $study->recipe->timing->tempo->quarters();
        $slows = Heard::slowing($study);
        $beat = $study->time()->beatTicks();
        $events = [];
        for ($place = $study->lastBar(); $place < $study->end(); $place += $beat) {
            // The tempo in the middle of the beat holds for all of it.
            $events[] = [$at + $place, self::tempo($quarters * $slows->tempoAt($place + intdiv($beat, 2)))];
        }

        return $isAgain ? [...$events, [$at + $study->period(), self::tempo($quarters)]] : $events;
    }

    /**
     * The short bar of a pick-up, and the time that holds from the first bar line on.
     *
     * @return list<array{int, string}>
     */
    private static function pickUp(Study $study, int $at): array
    {
        $ticks = $study->recipe->timing->pickUp;
        $quarters = 0 === $ticks % Length::QUARTER;

        return [
            [
                $at,
                self::meta(
                    0x58,
                    pack(
                        'CCCC',
                        intdiv($ticks, $quarters ? Length::QUARTER : Length::EIGHTH),
                        $quarters ? 2 : 3,
                        intdiv($study->time()->beatTicks() * 24, Length::QUARTER),
                        8,
                    ),
                ),
            ],
            [$at + $ticks, self::time($study->time())],
        ];
    }

    private static function time(TimeSignature $time): string
    {
        return self::meta(
            0x58,
            pack(
                'CCCC',
                $time->beats(),
                (int) log($time->beatType(), 2),
                intdiv($time->beatTicks() * 24, Length::QUARTER),
                8,
            ),
        );
    }

    /** @return list<array{int, string}> */
    private static function notes(Part $part, int $at, int $channel): array
    {
        $events = [];
        $heard = Heard::inTempo($part->study);
        foreach ($part->study->notes as $i => $note) {
            [$onset, $length] = $heard->note($i);
            foreach ($heard->graces($i) as $k => [$begins, $lasts]) {
                $grace = $note->tone->soundingGraces()[$k]->midi();
                array_push(
                    $events,
                    ...self::sounding($at + $begins, $lasts, $channel, $grace, $part->loudness($i)),
                );
            }
            array_push(
                $events,
                ...self::sounding(
                    $at + $onset,
                    (int) round($length * $part->share($i)),
                    $channel,
                    $note->sounding->midi(),
                    $part->loudness($i),
                ),
            );
        }

        return $events;
    }

    /** @return list<array{int, string}> */
    private static function chords(Study $study, int $at, int $end): array
    {
        $events = [];
        $chords = Chords::of($study);
        foreach ($chords as $k => $chord) {
            $until = $chords[$k + 1]->onset ?? $end;
            foreach ($chord->concert->held() as $midi) {
                array_push(
                    $events,
                    ...self::sounding(
                        $at + $chord->onset,
                        max(1, $until - $chord->onset - 1),
                        self::CHORDS,
                        $midi,
                        self::SOFT,
                    ),
                );
            }
        }

        return $events;
    }

    /**
     * A click on every beat or group between two places, or on 2 and 4 where the line says so.
     *
     * @param int $lead ticks by which the bar lines lie earlier than the beginning
     *
     * @return list<array{int, string}>
     */
    private static function clicks(Study $study, int $from, int $to, int $lead): array
    {
        $isBackbeat = '2 and 4' === $study->recipe->line->phrase(ClauseKind::Click, 'every');
        $events = [];
        // Places are counted from the bar lines.
        for ($bar = 0; $from + $bar - $lead < $to; $bar = $study->bars->nextLine($bar)) {
            foreach ($study->bars->time($bar)->clicks() as $k => $click) {
                $at = $from + $bar + $click - $lead;
                if ($bar + $click >= $lead && $at < $to && (!$isBackbeat || 1 === $k % 2)) {
                    $which = 0 === $k ? 0 : 1;
                    array_push(
                        $events,
                        ...self::sounding(
                            max(0, $at),
                            Length::THIRTY_SECOND,
                            self::PERCUSSION,
                            self::CLICK[$which],
                            self::LOUD[$which],
                        ),
                    );
                }
            }
        }

        return $events;
    }

    /** @return list<array{int, string}> a note's beginning and its end */
    private static function sounding(int $at, int $length, int $channel, int $midi, int $velocity): array
    {
        $key = \chr(max(0, min(127, $midi)));

        return [[$at, \chr(0x90 | $channel).$key.\chr($velocity)], [$at + $length, \chr(0x80 | $channel).$key."\x40"]];
    }

    /**
     * @param list<array{int, string}> $events
     * @param int                      $end    ticks where the track ends
     */
    private static function track(array $events, int $end): string
    {
        // What ends at a place ends before something else begins there; otherwise in the order in which it was said.
        usort(
            $events,
            static fn (array $a, array $b): int => $a[0] <=> $b[0] ?: self::rank($a[1]) <=> self::rank($b[1]),
        );
        $bytes = '';
        $now = 0;
        foreach ([...$events, [$end, "\xFF\x2F\x00"]] as [$at, $event]) {
            $at = max($now, $at);
            $bytes .= self::length($at - $now).$event;
            $now = $at;
        }

        return 'MTrk'.pack('N', \strlen($bytes)).$bytes;
    }

    private static function rank(string $event): int
    {
        return match (\ord($event[0]) & 0xF0) {
            0x80 => 0, 0xF0 => 1, 0xC0 => 2, default => 3,
        };
    }

    private static function meta(int $type, string $content): string
    {
        return "\xFF".\chr($type).self::length(\strlen($content)).$content;
    }

    /** Names in plain letters, which every program reads alike: "Clarinet in B flat". */
    private static function plain(string $text): string
    {
        $words = preg_replace(['/(?<=[A-G])♭/u', '/(?<=[A-G])♯/u'], [' flat', ' sharp'], $text) ?? $text;

        return (string) preg_replace(
            '/[^\x20-\x7E]/',
            '',
            (string) iconv(
                'UTF-8',
                'ASCII//TRANSLIT//IGNORE',
                strtr($words, ['♭' => 'b', '♯' => '#', 'ø' => 'half dim']),
            ),
        );
    }

    /** A number as a variable-length quantity. */
    private static function length(int $number): string
    {
        $bytes = \chr($number & 0x7F);
        while (($number >>= 7) > 0) {
            $bytes = \chr(0x80 | ($number & 0x7F)).$bytes;
        }

        return $bytes;
    }
}
