<?php

declare(strict_types=1);

namespace App\Desk;

use SwiftReed\Line\Clause;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\Parser;
use SwiftReed\Line\StudyLine;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Study\Recipe;

/**
 * The study line as a row of plain choices.
 */
final class Choices
{
    public const TONICS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B', 'C#', 'D#', 'G#', 'Cb'];

    private const OFFERED = [
        'extent' => ['5 notes', '1 octave', '2 octaves', '3 octaves', 'to the ninth', 'full range'],
        'direction' => ['up and down', 'up', 'down', 'down and up'],
        'pattern' => [],
        'sequel' => ['then arpeggio', 'then arpeggio restated'],
        'ending' => ['long last', 'enclosed tonic'],
        'rhythm' => ['untimed', 'whole notes', 'half notes', 'quarters', 'eighths', 'triplets', 'sixteenths', 'long ends', 'long ends in eighths', 'long tonics', 'one long in the bar', 'long on 1', 'long on 2', 'long on 3', 'long on 4'],
        'rounds' => ['2 times', '3 times', '4 times', 'until it comes out'],
        'articulation' => ['tongued', 'slurred', 'slur 2 tongue 2', 'tongue 1 slur 3', 'tongue up slur down', 'tongue roots', 'tongue cells', 'legato'],
        'range' => ['whole octaves', 'fold', 'same root and drop', 'turn round', 'leave out'],
        'keys' => ['keys by fourths', 'keys by fifths', 'keys chromatic up', 'keys chromatic down', 'keys with minors', 'keys by modes', 'keys by degrees'],
        'time' => ['4/4', '3/4', '2/4', '6/8'],
        'pick-up' => ['pick-up 1 beat', 'pick-up 2 beats', 'pick-up 1 eighth', 'pick-up 3 eighths'],
    ];

    /** What each choice decides, where that is not plain from its name. */
    private const ABOUT = [
        'direction' => 'Some patterns have their own way and take none.',
        'pattern' => 'A cell that is walked over the scale; the Patterns page shows each.',
        'sequel' => 'The scale\'s own arpeggio, sharing the tonic unless it is restated.',
        'ending' => 'Enclosed tonic: 2, skip 1, 7 below, 1.',
        'rhythm' => 'Long ends: the tonics at the ends twice as long. One long in the bar: 15 notes fill 16 places, and the long one moves from beat to beat.',
        'rounds' => 'A line in threes begins on the beat again only after several rounds.',
        'articulation' => 'Tongue roots: each root, in both directions. Tongue cells: the first note of each cell.',
        'range' => 'What happens where the line does not fit. Fold: leap an octave inside the line and back. Same root and drop: what would be too high starts from the same root an octave lower. Turn round: to the highest note, the lowest, home. Leave out: rests instead.',
        'keys' => 'Fourths are the order of band packets (flats first), fifths of many methods; chromatic makes a change; minors follow their majors.',
    ];

    /** What an empty choice means, said plainly. */
    private const UNSAID = ['extent' => '1 octave', 'direction' => 'up and down', 'pattern' => 'straight', 'sequel' => 'scale alone', 'ending' => 'plain', 'rhythm' => 'quarters', 'rounds' => 'once', 'articulation' => 'tongued', 'range' => 'what fits', 'keys' => 'this key', 'time' => '4/4', 'pick-up' => 'none'];

    public function __construct(private readonly Parser $parser, private readonly ScaleLibrary $scales, private readonly PatternLibrary $patterns)
    {
    }

    /**
     * @return array{naming: string, tonic: string, material: string, tempo: string, clauses: array<string, array{label: string, about: string, said: string, unsaid: string, options: list<string>}>}
     */
    public function of(string $line): array
    {
        try {
            $parsed = $this->parser->parse($line);
        } catch (StudyLineError) {
            $parsed = $this->parser->parse(DeskState::LINE);
        }
        $key = $parsed->clause(ClauseKind::Key);
        $clauses = [];
        foreach (self::OFFERED as $name => $options) {
            $kind = ClauseKind::from($name);
            $said = $parsed->says($kind) ? $parsed->clause($kind)->text : '';
            $options = 'pattern' === $name ? $this->patterns->names() : $options;
            $options = array_values(array_filter($options, fn (string $option): bool => $option !== $this->unsaid($name, $parsed)));
            $clauses[$name] = [
                'label' => 'sequel' === $name ? 'and then' : $name,
                'about' => self::ABOUT[$name] ?? '',
                'said' => $said,
                'unsaid' => $this->unsaid($name, $parsed),
                'options' => '' === $said || \in_array($said, $options, true) ? $options : [...$options, $said],
            ];
        }

        return ['naming' => $key->says, 'tonic' => $key->word('tonic'), 'material' => $key->word('material'), 'tempo' => $this->tempo($parsed->clauses), 'clauses' => $clauses];
    }

    /** What holds when a clause is not said: the pattern decides where it has a way, a rhythm or a tonguing of its own. */
    private function unsaid(string $name, StudyLine $line): string
    {
        $pattern = Recipe::saidPattern($line, $this->patterns);
        $decides = match ($name) {
            'direction' => $pattern->hasItsOwnWay() || $pattern->isBuilt(),
            'rhythm' => '' !== $pattern->rhythm,
            'articulation' => $pattern->isLipSlurs,
            default => false,
        };

        return $decides ? 'the pattern’s' : self::UNSAID[$name];
    }

    /** @return list<string> */
    public function materials(): array
    {
        return $this->scales->names();
    }

    /** @param array<string, Clause> $clauses */
    private function tempo(array $clauses): string
    {
        $clause = $clauses[ClauseKind::Tempo->value] ?? null;

        return null === $clause ? '' : (string) $clause->number('n');
    }
}
