<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * The fifteen key signatures, each engraved small on a treble staff.
 */
final class SignatureSheet
{
    private const WIDTH = 2600;

    public function __construct(private readonly Engraver $engraver)
    {
    }

    /** @return array<int, string> drawings by signed number of sharps; empty when the engraver cannot be reached */
    public function all(): array
    {
        try {
            $engraving = $this->engraver->engrave(self::musicXml(), self::WIDTH);
        } catch (EngravingError) {
            return [];
        }
        $drawings = [];
        foreach ($engraving->systems as $i => $system) {
            // The staff is cut off behind the signature; the hidden rest behind it is not shown.
            $drawings[$i - 7] = \sprintf('<svg viewBox="0 %.0f %d 1150" class="signature" aria-hidden="true" color="#23202b">%s%s</svg>', $system->top - 215, 2350, 0 === $i ? \sprintf('<defs>%s</defs>', $engraving->glyphs()) : '', $system->body);
        }

        return $drawings;
    }

    private static function musicXml(): string
    {
        $bars = '';
        for ($fifths = -7; $fifths <= 7; ++$fifths) {
            $page = $fifths > -7 ? '<print new-page="yes"/>' : '';
            $bars .= \sprintf('<measure number="%d">%s<attributes><divisions>1</divisions><key print-object="yes"><fifths>%d</fifths></key>%s</attributes><note print-object="no"><rest/><duration>4</duration><type>whole</type></note></measure>', $fifths + 8, $page, $fifths, -7 === $fifths ? '<time print-object="no"><beats>4</beats><beat-type>4</beat-type></time><clef><sign>G</sign><line>2</line></clef>' : '');
        }

        return '<?xml version="1.0" encoding="UTF-8"?><score-partwise version="4.0"><part-list><score-part id="P1"><part-name/></score-part></part-list><part id="P1">'.$bars.'</part></score-partwise>';
    }
}
