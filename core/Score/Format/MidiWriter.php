<?php

declare(strict_types=1);

namespace SwiftReed\Score\Format;

use SwiftReed\Score\Part;
use SwiftReed\Study\Tonguing\Attack;
use SwiftReed\Study\Tonguing\Slur;
use SwiftReed\Time\Length;

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
        return self::sheet([$part]);
    }

    /**
     * Several studies in one file, each from the beginning of a bar, with a bar of rest between them.
     *
     * @param non-empty-list<Part> $parts
     */
    public static function sheet(array $parts): string
    {
        $events = self::meta(0, 0x03, $parts[0]->instrument->name.': '.$parts[0]->line());
        $rest = 0;
        foreach ($parts as $part) {
            [$more, $rest] = self::part($part, $rest);
            $events .= $more;
        }
        $events .= self::length(0)."\xFF\x2F\x00";

        return 'MThd'.pack('Nnnn', 6, 0, 1, Length::QUARTER).'MTrk'.pack('N', \strlen($events)).$events;
    }

    /**
     * @param int $after ticks of silence before it
     *
     * @return array{string, int} events, and ticks until the next study begins
     */
    private static function part(Part $part, int $after): array
    {
        $study = $part->study;
        $tempo = $study->recipe->tempo;
        $time = $study->time();
        $events = self::meta($after, 0x51, substr(pack('N', (int) round(60_000_000 / $tempo->quarters())), 1));
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
        $bar = $time->barTicks();
        $end = (int) ceil(($last->onset + $last->length) / $bar) * $bar;

        return [$events.self::meta($last->onset + $last->length - $now, 0x06, $part->writtenTitle()), $end + $bar - $last->onset - $last->length];
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
