<?php

declare(strict_types=1);

namespace SwiftReed\Score;

use SwiftReed\Study\Attack;
use SwiftReed\Study\Length;
use SwiftReed\Study\Slur;

/**
 * Writes a part as a Standard MIDI File, format 0, at sounding pitch. Tongued notes end a little early, slurred ones reach
 * the next.
 *
 * Source of the format: the MIDI Association's Standard MIDI Files 1.0.
 */
final class MidiWriter
{
    private const VELOCITY = 84;

    public static function write(Part $part): string
    {
        $study = $part->study;
        $tempo = $study->recipe->tempo;
        $time = $study->recipe->time;
        $events = self::meta(0, 0x03, $part->instrument->name.': '.$part->line());
        $events .= self::meta(0, 0x51, substr(pack('N', (int) round(60_000_000 / $tempo->quarters())), 1));
        $events .= self::meta(0, 0x58, pack('CCCC', $time->beats(), (int) log($time->beatType(), 2), intdiv($time->beatTicks() * 24, Length::QUARTER), 8));
        $isMinor = str_contains($study->recipe->material->name, 'minor');
        $events .= self::meta(0, 0x59, pack('cC', max(-7, min(7, $study->concertSignature->fifths)), $isMinor ? 1 : 0));
        $events .= "\x00\xC0".\chr($part->instrument->midiProgram);
        $now = 0;
        foreach ($study->notes as $i => $note) {
            $reaches = Slur::Start === $note->slur || Slur::Continue === $note->slur;
            $next = $study->notes[$i + 1] ?? null;
            $share = match (true) {
                $note->breathAfter => 0.75,
                $reaches => 1.0,
                null !== $next && Attack::Soft === $next->attack => 0.97,
                default => 0.88,
            };
            $key = \chr(max(0, min(127, $note->sounding->midi())));
            $end = $note->onset + (int) round($note->length * $share);
            $events .= self::length($note->onset - $now)."\x90".$key.\chr(Attack::Tongue === $note->attack ? self::VELOCITY : self::VELOCITY - 8);
            $events .= self::length($end - $note->onset)."\x80".$key."\x40";
            $now = $end;
        }
        $last = $study->notes[\count($study->notes) - 1];
        $events .= self::length($last->onset + $last->length - $now)."\xFF\x2F\x00";

        return 'MThd'.pack('Nnnn', 6, 0, 1, Length::QUARTER).'MTrk'.pack('N', \strlen($events)).$events;
    }

    private static function meta(int $after, int $type, string $content): string
    {
        return self::length($after)."\xFF".\chr($type).self::length(\strlen($content)).$content;
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
