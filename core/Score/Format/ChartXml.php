<?php

declare(strict_types=1);

namespace SwiftReed\Score\Format;

use SwiftReed\Pitch\Pitch;

/**
 * Notes one after the other, without rhythm, as MusicXML for the engraver: a fingering chart.
 */
final class ChartXml
{
    /** @param list<Pitch> $pitches */
    public static function write(array $pitches, string $clef, int $perSystem): string
    {
        $bars = '';
        foreach (array_chunk($pitches, max(1, $perSystem), true) as $k => $chunk) {
            $notes = '';
            foreach ($chunk as $i => $pitch) {
                $alter = 0 === $pitch->alter ? '' : \sprintf('<alter>%d</alter>', $pitch->alter);
                $sign = 0 === $pitch->alter
                    ? ''
                    : \sprintf('<accidental>%s</accidental>', $pitch->alter > 0 ? 'sharp' : 'flat');
                $notes .= \sprintf(
                    '<note id="n%d"><pitch><step>%s</step>%s<octave>%d</octave></pitch><duration>4</duration><type>whole</type>%s</note>',
                    $i,
                    $pitch->letter->text(),
                    $alter,
                    $pitch->octave,
                    $sign,
                );
            }
            $page = $k > 0 ? '<print new-page="yes"/>' : '';
            $attributes = 0 === $k
                ? \sprintf(
                    '<attributes><divisions>1</divisions><key><fifths>0</fifths></key><clef>%s</clef></attributes>',
                    'bass' === $clef ? '<sign>F</sign><line>4</line>' : '<sign>G</sign><line>2</line>',
                )
                : '';
            $bars .= \sprintf(
                '<measure number="%d" implicit="yes">%s%s%s</measure>',
                $k + 1,
                $page,
                $attributes,
                $notes,
            );
        }

        return '<?xml version="1.0" encoding="UTF-8"?><score-partwise version="4.0"><part-list><score-part id="P1"><part-name/></score-part></part-list><part id="P1">'.$bars.'</part></score-partwise>';
    }
}
