<?php

declare(strict_types=1);

namespace SwiftReed\Import;

use SwiftReed\Pitch\Letter;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Time\Length;

/**
 * Reads the first part of a MusicXML score, its first voice, as one line. It streams, fetches nothing, and believes
 * nothing: size, depth and number of notes are bounded, and files with entities of their own are refused.
 *
 * Source of the format: the W3C's MusicXML 4.0 specification.
 */
final class MusicXmlReader
{
    public const MOST_BYTES = 2_000_000;
    private const DEPTH = 40;

    private const ENTITY = '/<!ENTITY/i';

    /** @throws ImportError */
    public static function read(string $xml): GivenLine
    {
        if (\strlen($xml) > self::MOST_BYTES) {
            throw ImportError::tooLarge(\strlen($xml), self::MOST_BYTES);
        }
        if (str_starts_with($xml, "PK\x03\x04")) {
            throw ImportError::compressed();
        }
        if (str_starts_with($xml, "\xFF\xFE") || str_starts_with($xml, "\xFE\xFF")) {
            $xml = (string) mb_convert_encoding($xml, 'UTF-8', 'UTF-16');
            $xml = (string) preg_replace('/(<\?xml[^>]*?)encoding="[^"]*"/', '$1', $xml, 1);
        }
        if (1 === preg_match(self::ENTITY, $xml)) {
            throw ImportError::hasEntities();
        }
        if (!str_contains($xml, '<score-partwise') || !mb_check_encoding($xml, 'UTF-8')) {
            throw ImportError::notMusicXml();
        }
        $before = libxml_use_internal_errors(true);
        $reader = new \XMLReader();
        try {
            if (!$reader->XML($xml, null, \LIBXML_NONET | \LIBXML_COMPACT)) {
                throw ImportError::notMusicXml();
            }

            return self::line($reader);
        } finally {
            $reader->close();
            libxml_clear_errors();
            libxml_use_internal_errors($before);
        }
    }

    private static function line(\XMLReader $reader): GivenLine
    {
        $notes = [];
        $rests = 0;
        $time = '';
        $divisions = 1;
        $parts = 0;
        $leftOut = ['chords' => false, 'voices' => false, 'parts' => false, 'times' => false];
        $isRead = false;
        while (@$reader->read()) {
            if ($reader->depth > self::DEPTH) {
                throw ImportError::tooDeep();
            }
            if (\XMLReader::ELEMENT !== $reader->nodeType) {
                continue;
            }
            $isRead = true;
            switch ($reader->name) {
                case 'part':
                    ++$parts;
                    $leftOut['parts'] = $parts > 1;
                    break;
                case 'divisions':
                    $divisions = max(1, (int) $reader->readString());
                    break;
                case 'time':
                    $fields = self::fields($reader);
                    $read = ($fields['beats'] ?? '').'/'.($fields['beat-type'] ?? '');
                    $leftOut['times'] = $leftOut['times'] || ('' !== $time && $time !== $read);
                    $time = '' === $time ? $read : $time;
                    break;
                case 'note':
                    if ($parts > 1) {
                        break;
                    }
                    $fields = self::fields($reader);
                    if (isset($fields['grace']) || isset($fields['cue'])) {
                        break;
                    }
                    if (isset($fields['chord'])) {
                        $leftOut['chords'] = true;
                        break;
                    }
                    if (!\in_array($fields['voice'] ?? '1', ['1', ''], true)) {
                        $leftOut['voices'] = true;
                        break;
                    }
                    $ticks = (int) round(Length::QUARTER * max(0, (int) ($fields['duration'] ?? '0')) / $divisions);
                    if (isset($fields['rest']) || !isset($fields['step'], $fields['octave'])) {
                        $rests += $ticks;
                        break;
                    }
                    $pitch = self::pitch($fields);
                    $last = \count($notes) - 1;
                    if (isset($fields['tie-stop']) && $last >= 0 && $notes[$last]->pitch->midi() === $pitch->midi()) {
                        $notes[$last] = $notes[$last]->longer($ticks);
                        break;
                    }
                    $notes[] = new GivenNote($pitch, max(1, $ticks), $rests);
                    $rests = 0;
                    if (\count($notes) > GivenLine::MOST) {
                        throw ImportError::tooMany(\count($notes), GivenLine::MOST);
                    }
                    break;
            }
        }
        if (!$isRead || [] !== array_filter(libxml_get_errors(), static fn (\LibXMLError $error): bool => \LIBXML_ERR_FATAL === $error->level)) {
            throw ImportError::notMusicXml();
        }
        if ([] === $notes) {
            throw ImportError::isEmpty();
        }
        $remarks = array_keys(array_filter([
            'Of chords, only their first note was read.' => $leftOut['chords'],
            'Only the first voice was read.' => $leftOut['voices'],
            'Only the first part was read.' => $leftOut['parts'],
            'Only the first time signature was kept.' => $leftOut['times'],
        ]));

        return new GivenLine(array_values($notes), \in_array($time, ['4/4', '3/4', '2/4', '6/8'], true) ? $time : '', $remarks);
    }

    /** @param array<string, string> $fields */
    private static function pitch(array $fields): Pitch
    {
        $step = strtoupper(trim($fields['step'] ?? ''));
        $octave = (int) ($fields['octave'] ?? '');
        $alter = (int) round((float) ($fields['alter'] ?? '0'));
        if (1 !== preg_match('/^[A-G]$/', $step) || $octave < 0 || $octave > 9 || abs($alter) > 2) {
            throw ImportError::notMusicXml();
        }

        return Pitch::of(Letter::parse($step), $alter, $octave);
    }

    /**
     * The texts of the elements inside the current one, by name; ends on its end.
     *
     * @return array<string, string>
     */
    private static function fields(\XMLReader $reader): array
    {
        $fields = [];
        if ($reader->isEmptyElement) {
            return $fields;
        }
        $depth = $reader->depth;
        $name = '';
        while (@$reader->read() && $reader->depth > $depth) {
            if ($reader->depth > self::DEPTH) {
                throw ImportError::tooDeep();
            }
            if (\XMLReader::ELEMENT === $reader->nodeType) {
                $name = $reader->name;
                $fields[$name] ??= '';
                if ('tie' === $name && 'stop' === $reader->getAttribute('type')) {
                    $fields['tie-stop'] = '';
                }
            } elseif (\in_array($reader->nodeType, [\XMLReader::TEXT, \XMLReader::CDATA], true) && '' !== $name) {
                $fields[$name] .= mb_substr($reader->value, 0, 40);
            } elseif (\XMLReader::END_ELEMENT === $reader->nodeType) {
                $name = '';
            }
        }

        return $fields;
    }
}
