<?php

declare(strict_types=1);

namespace App\Engraving;

/**
 * The fifteen key signatures, each engraved small on a treble staff.
 */
final class SignatureSheet
{
    private const WIDTH = 8000;

    public function __construct(private readonly Engraver $engraver)
    {
    }

    /**
     * @return array{glyphs: string, drawings: array<string, array<int, string>>} glyphs to put on the page once,
     *  and drawings by clef and signed number of sharps; empty when the engraver cannot be reached
     */
    public function all(): array
    {
        $drawings = [];
        $glyphs = '';
        foreach ([
            'treble' => '<sign>G</sign><line>2</line>',
            'bass' => '<sign>F</sign><line>4</line>',
        ] as $name => $clef) {
            try {
                $engraving = $this->engraver->engrave(self::musicXml($clef), self::WIDTH);
            } catch (EngravingError) {
                return ['glyphs' => '', 'drawings' => []];
            }
            $glyphs .= $engraving->glyphs();
            $drawings[$name] = self::drawn($engraving);
        }

        return [
            'glyphs' => Svg::tag(
                'svg',
                ['width' => 0, 'height' => 0, 'aria-hidden' => 'true'],
                Svg::tag(
                    'defs',
                    [],
                    implode(
                        '',
                        array_map(
                            static fn (string $symbol): string => '<symbol '.$symbol,
                            array_unique(array_filter(explode('<symbol ', $glyphs))),
                        ),
                    ),
                ),
            ),
            'drawings' => $drawings,
        ];
    }

    /** @return array<int, string> */
    private static function drawn(Engraving $engraving): array
    {
        $drawings = [];
        foreach ($engraving->systems as $i => $system) {
            // The page is wide, so that what warns of the next signature lies beyond the cut.
            $drawings[$i - 7] = Svg::tag(
                'svg',
                [
                    'viewBox' => \sprintf('0 %.0f %d 1370', $system->top - 310, 2350),
                    'class' => 'signature',
                    'aria-hidden' => 'true',
                    'color' => Ink::INK,
                ],
                $system->body,
            );
        }

        return $drawings;
    }

    private static function musicXml(string $clef): string
    {
        $bars = '';
        for ($fifths = -7; $fifths <= 7; ++$fifths) {
            $page = $fifths > -7 ? '<print new-page="yes"/>' : '';
            $bars .= \sprintf(
                '<measure number="%d">%s<attributes><divisions>1</divisions><key print-object="yes"><fifths>%d</fifths></key>%s</attributes><note print-object="no"><rest/><duration>4</duration><type>whole</type></note></measure>',
                $fifths + 8,
                $page,
                $fifths,
                -7 === $fifths
                    ? '<time print-object="no"><beats>4</beats><beat-type>4</beat-type></time><clef>'.$clef.'</clef>'
                    : '',
            );
        }

        return '<?xml version="1.0" encoding="UTF-8"?><score-partwise version="4.0"><part-list><score-part id="P1"><part-name/></score-part></part-list><part id="P1">'.$bars.'</part></score-partwise>';
    }
}
