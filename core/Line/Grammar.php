<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Time\FigureNames;
use SwiftReed\Time\TimeSignature;

/**
 * Every phrase of the study line except the key clause, which {@see KeyClauseParser} reads, and cells, which
 * {@see \SwiftReed\Pattern\PatternParser} reads. The documentation, the
 * suggestions and the parser all come from this table.
 */
final class Grammar
{
    public const UNITS = [
        'whole' => '1/1', 'dotted half' => '3/4', 'half' => '1/2', 'dotted quarter' => '3/8', 'quarter' => '1/4',
        'eighth' => '1/8',
    ];

    /** @var list<Phrase> */
    private array $phrases = [];

    public function __construct(public readonly PatternLibrary $patterns)
    {
        $this->add(ClauseKind::Extent, [
            ['notes', '{n:3..24} notes|note'],
            ['octaves', '{n:1..4} octave(s)'], ['octaves', '{n:1..4} oct', '{n} octave(s)'],
            ['ninth', 'to the ninth'], ['ninth', 'to ninth', 'to the ninth'], ['ninth', 'to the 9th', 'to the ninth'],
            ['full range', 'full range'],
        ]);
        $this->add(ClauseKind::MinorExtent, [
            ['octaves', 'minors {n:1..4} octave(s)'], ['notes', 'minors {n:3..24} notes|note'],
            ['ninth', 'minors to the ninth'], ['full range', 'minors full range'],
        ]);
        $this->add(ClauseKind::Place, [
            ['from low', 'from low'], ['from middle', 'from middle'],
            ['low octave', 'low octave'], ['high octave', 'high octave'],
            ['octave higher', 'octave higher'], ['octave higher', 'an octave higher', 'octave higher'],
            ['octave lower', 'octave lower'], ['octave lower', 'an octave lower', 'octave lower'],
            ['segment', 'from {pitch:from} to {pitch:to}'],
            ['from pitch', 'from {pitch:from}'],
        ]);
        $this->add(ClauseKind::Direction, [
            ['up and down', 'up and down'], ['down and up', 'down and up'], ['up', 'up'], ['down', 'down'],
            ['up', 'ascending', 'up'], ['down', 'descending', 'down'],
        ]);
        foreach ($patterns->understood() as $understood => $name) {
            $this->phrases[] = new Phrase(ClauseKind::Pattern, $name, $understood, $understood === $name ? '' : $name);
        }
        $this->add(
            ClauseKind::Pattern,
            [
                ['build-up from', 'build up from {pitch:from}', 'build-up from {pitch:from}'],
                ['lip slurs of', 'lip slurs of {n:2..5}'],
            ],
        );
        $this->add(ClauseKind::Lengths, [['down', 'down the valves'], ['down', 'down the positions']]);
        $this->add(ClauseKind::Sequel, [
            ['restated', 'then arpeggio restated'], ['arpeggio', 'then arpeggio'],
            ['arpeggio', 'then the arpeggio', 'then arpeggio'],
        ]);
        $this->add(
            ClauseKind::Ending,
            [
                ['long last', 'long last'],
                ['long last', 'long last note', 'long last'],
                ['enclosed tonic', 'enclosed tonic'],
            ],
        );
        $this->add(ClauseKind::Rhythm, [
            ['untimed', 'untimed'],
            ['whole notes', 'whole notes'], ['whole notes', 'wholes', 'whole notes'],
            ['half notes', 'half notes'], ['half notes', 'halves', 'half notes'],
            ['quarters', 'quarters'], ['quarters', 'quarter notes', 'quarters'],
            ['eighths', 'eighths'], [
                'eighths',
                'eighth notes',
                'eighths',
            ], ['eighths', '8th notes', 'eighths'], ['eighths', '8ths', 'eighths'],
            ['triplets', 'triplets'], ['triplets', 'eighth triplets', 'triplets'],
            ['sixteenths', 'sixteenths'], [
                'sixteenths',
                'sixteenth notes',
                'sixteenths',
            ], ['sixteenths', '16th notes', 'sixteenths'], ['sixteenths', '16ths', 'sixteenths'],
            ['long ends in eighths', 'long ends in eighths'], ['long ends', 'long ends'],
            ['long tonics', 'long tonics'], [
                'one long in the bar',
                'one long in the bar',
            ], ['long on', 'long on {n:1..4}'],
            ['each value', 'each value'], ['each value', 'in each value', 'each value'],
        ]);
        $figures = ['32nds' => 'thirty-seconds', '32nd notes' => 'thirty-seconds'];
        foreach (FigureNames::all() as $name) {
            $figures[strtr($name, '-', ' ')] = $name;
        }
        foreach ($figures as $said => $name) {
            foreach (['', FigureNames::ON_EACH_NOTE] as $each) {
                $prints = $said === $name ? '' : $name.$each;
                $this->phrases[] = new Phrase(ClauseKind::Rhythm, $name.$each, $said.$each, $prints);
            }
        }
        $this->add(ClauseKind::Swing, [
            ['2:1', 'swing'], ['2:1', 'swung', 'swing'], ['2:1', 'swing 2:1', 'swing'],
            ['3:2', 'swing 3:2'], ['3:2', 'light swing', 'swing 3:2'],
            ['2:1 written out', 'swing written out'], ['3:2 written out', 'swing 3:2 written out'],
        ]);
        $this->add(ClauseKind::Rounds, [['times', '{n:2..48} times'], ['until', 'until it comes out']]);
        $this->add(ClauseKind::Articulation, [
            ['tongued', 'tongued'], ['tongued', 'tongue all', 'tongued'],
            ['slurred', 'slurred'], ['slurred', 'slur all', 'slurred'],
            ['slur 2 tongue 2', 'slur 2 tongue 2'], ['tongue 1 slur 3', 'tongue 1 slur 3'],
            ['slur 3 tongue 1', 'slur 3 tongue 1'], ['tongue 2 slur 2', 'tongue 2 slur 2'],
            ['slur 2', 'slur 2'], ['slur 3', 'slur 3'], ['slur 4', 'slur 4'],
            ['tongue 1 slur 2 tongue 1', 'tongue 1 slur 2 tongue 1'],
            ['slur 2 from the second note', 'slur 2 from the second note'],
            ['tongue up slur down', 'tongue up slur down'],
            ['tongue roots', 'tongue roots'], ['tongue cells', 'tongue cells'],
            ['legato', 'legato'],
        ]);
        $this->add(ClauseKind::Marks, [
            ['staccato', 'staccato'], ['tenuto', 'tenuto'], ['accent', 'accented'], ['marcato', 'marcato'],
            ['double tongued', 'double tongued'], ['double tongued', 'double tongue', 'double tongued'],
            ['triple tongued', 'triple tongued'], ['triple tongued', 'triple tongue', 'triple tongued'],
        ]);
        $this->add(ClauseKind::Dynamics, [
            ['pp', 'pp'], ['p', 'p'], ['mp', 'mp'], ['mf', 'mf'], ['f', 'f'], ['ff', 'ff'],
            ['hairpins', 'crescendo up diminuendo down'],
            ['swell', 'swell'],
            ['louder each time', 'louder each time'],
        ]);
        $this->add(ClauseKind::Fermata, [['last', 'fermata last']]);
        $this->add(ClauseKind::Ritardando, [
            ['last bar', 'ritardando'], ['last bar', 'rit', 'ritardando'], ['last bar', 'ritard', 'ritardando'],
            ['last bar', 'ritardando over the last bar', 'ritardando'],
        ]);
        $this->add(ClauseKind::Repeat, [
            ['signs', 'repeat'], ['signs', 'repeated', 'repeat'], ['signs', 'repeat signs', 'repeat'],
            ['signs', 'with repeat', 'repeat'], ['signs', 'with repeat signs', 'repeat'],
        ]);
        $this->add(ClauseKind::Range, [
            ['whole octaves', 'whole octaves'],
            ['fold after', 'fold after {n:2..6}'], ['fold', 'fold'], ['fold', 'folded', 'fold'],
            ['same root and drop', 'same root and drop'], ['drop above', 'drop above {pitch:pitch}'],
            ['turn round', 'turn round'], ['turn round', 'turn round at the limit', 'turn round'],
            ['leave out', 'leave out'], ['leave out', 'leave it out', 'leave out'],
        ]);
        $this->add(ClauseKind::Keys, [
            ['by fourths', 'keys by fourths'], ['by fifths', 'keys by fifths'],
            ['chromatic up', 'keys chromatic up'], ['chromatic down', 'keys chromatic down'],
            ['by modes on one tonic', 'keys by modes on one tonic'],
            ['by modes', 'keys by modes'], ['by degrees', 'keys by degrees'], ['with minors', 'keys with minors'],
            ['by fourths in turn', 'keys by fourths up and down in turn'],
            ['by fifths in turn', 'keys by fifths up and down in turn'],
            ['chromatic up in turn', 'keys chromatic up up and down in turn'],
            ['chromatic down in turn', 'keys chromatic down up and down in turn'],
            ['listed', 'keys {keys}'],
        ]);
        $this->add(
            ClauseKind::Drill,
            [['drill', 'drill after note {n:1..200}'], ['drill', 'drill after {n:1..200}', 'drill after note {n}']],
        );
        foreach (TimeSignature::all() as $time) {
            // The reader cuts at the slash.
            $this->phrases[] = new Phrase(ClauseKind::Time, $time, strtr($time, ['/' => ' / ']), $time);
        }
        $this->add(
            ClauseKind::PickUp,
            [
                ['beats', 'pick up {n:1..3} beat(s)', 'pick-up {n} beat(s)'],
                ['eighths', 'pick up {n:1..7} eighth(s)', 'pick-up {n} eighth(s)'],
            ],
        );
        foreach (array_keys(self::UNITS) as $unit) {
            $this->phrases[] = new Phrase(ClauseKind::Tempo, $unit, $unit.' = {n:10..400}');
        }
        $this->add(
            ClauseKind::Tempo,
            [
                ['beat', '{n:23..400}'],
                ['beat', 'tempo {n:23..400}', '{n}'],
                ['beat', 'tempo {n:10..22}'],
                ['beat', 'at {n:23..400}', '{n}'],
            ],
        );
        $this->add(ClauseKind::Goal, [['goal', 'goal {n:10..400}']]);
        $this->add(
            ClauseKind::Click,
            [['2 and 4', 'click {n:2..2} and {n:4..4}', 'click 2 and 4'], ['every', 'click every beat']],
        );
    }

    /** @return list<Phrase> */
    public function phrases(): array
    {
        return $this->phrases;
    }

    /** @param list<array{0: string, 1: string, 2?: string}> $phrases */
    private function add(ClauseKind $kind, array $phrases): void
    {
        foreach ($phrases as $phrase) {
            $this->phrases[] = new Phrase($kind, $phrase[0], $phrase[1], $phrase[2] ?? '');
        }
    }
}
