<?php

declare(strict_types=1);

namespace App\Desk;

use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Packet\PacketTable;
use SwiftReed\Pattern\PatternLibrary;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Scale\ScaleLibrary;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Study\Recipe;
use SwiftReed\Study\StudyError;
use Symfony\Contracts\Translation\TranslatorInterface;

/**
 * The choices of each part of the sentence: what a press makes of the line, with a picture where the choice is about
 * notes.
 */
final class Panels
{
    /** Tonics that a choice offers: the twelve, and other names that are read. */
    public const TONICS = [
        'C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B', 'C#', 'D#', 'G#', 'Cb',
    ];
    /**
     * Source of what is offered first: the handbook, chapter 3 (common practice); the typed line takes every other
     * number.
     */
    private const OFFERED = [
        'extent' => ['5 notes', '1 octave', 'to the ninth', '2 octaves', '3 octaves', 'full range'],
        'place' => ['from low', 'from middle', 'low octave', 'high octave', 'octave higher', 'octave lower'],
        'direction' => ['up and down', 'up', 'down', 'down and up'],
        'sequel' => ['then arpeggio', 'then arpeggio restated'],
        'ending' => ['long last', 'enclosed tonic'],
        'rhythm' => [
            'whole notes', 'half notes', 'quarters', 'eighths', 'triplets', 'sixteenths', 'long ends',
            'long ends in eighths', 'long tonics', 'long on 1', 'long on 2', 'long on 3', 'long on 4',
            'one long in the bar', 'untimed', 'dotted', 'reverse dotted', 'gallop', 'reverse gallop', 'syncopated',
            'off-beats', 'quarter triplets', 'quintuplets', 'sextuplets', 'thirty-seconds', 'each value',
        ],
        'swing' => ['swing', 'swing 3:2', 'swing written out'],
        'rounds' => ['2 times', '3 times', '4 times', 'until it comes out'],
        'articulation' => [
            'tongued', 'slurred', 'legato', 'slur 2 tongue 2', 'tongue 1 slur 3', 'slur 3 tongue 1', 'tongue 2 slur 2',
            'slur 2', 'slur 3', 'slur 4', 'tongue 1 slur 2 tongue 1', 'tongue up slur down', 'tongue roots',
            'tongue cells',
        ],
        'marks' => [
            'staccato', 'tenuto', 'accented', 'marcato', 'accents on 1', 'accents on 2 and 4',
            'double tongued', 'triple tongued',
        ],
        'dynamics' => [
            'pp', 'p', 'mp', 'mf', 'f', 'ff', 'crescendo up diminuendo down', 'swell', 'louder each time',
        ],
        'fermata' => ['fermata last'],
        'ritardando' => ['ritardando'],
        'repeat' => ['repeat'],
        'harmony' => [
            'over ii V I', 'over ii V altered I', 'over I vi ii V', 'over I IV V I', 'over V/V V I', 'over blues',
            'over minor blues', 'over jazz blues', 'over Dm7 | G7 | Cmaj7',
        ],
        'voices' => [
            'round after 1 bar', 'round after 2 bars', 'round after 2 bars for woodwinds then brass',
            'thirds below for low brass', 'sixths below for low brass', 'octaves below for tubas',
            'drone 1 for low brass', 'drone 1 5 for low brass', 'answer low brass', 'answer brass',
        ],
        'range' => ['whole octaves', 'fold', 'same root and drop', 'turn round', 'leave out'],
        'keys' => [
            'keys by fourths', 'keys by fifths', 'keys chromatic up', 'keys chromatic down', 'keys with minors',
            'keys by modes', 'keys by modes on one tonic', 'keys by degrees', 'keys by fourths up and down in turn',
        ],
        'lengths-of-tube' => ['down the valves', 'down the positions'],
        'time' => [
            '4/4', '3/4', '2/4', '6/8', '2/2', '5/4', '6/4', '3/8', '7/8', '7/8 as 3+2+2', '9/8', '12/8',
        ],
        'pick-up' => ['pick-up 1 beat', 'pick-up 2 beats', 'pick-up 1 eighth', 'pick-up 3 eighths'],
        'tempo' => ['50', '60', '72', '80', '96', '108', '120', '132', '144'],
        'goal' => ['goal 80', 'goal 100', 'goal 120', 'goal 144'],
        'click' => ['click every beat', 'click 2 and 4'],
    ];
    /** Flexibility with more than two partials, beside the pattern of two. */
    private const LIP_SLURS = ['lip slurs of 3', 'lip slurs of 4', 'lip slurs of 5'];
    /** The line under a picture: what the choice is added to, and which of its notes are shown. */
    private const PICTURED = [
        'extent' => ['concert C major, up, ', 0, 16],
        'direction' => ['concert C major, 5 notes, ', 0, 9],
        'pattern' => ['concert C major, 5 notes, ', 0, 14],
        'sequel' => ['concert C major, 5 notes, ', 5, 14],
        'ending' => ['concert C major, 1 octave, ', 8, 10],
        'rhythm' => ['concert C major, ', 0, 9],
        'articulation' => ['concert C major, eighths, ', 0, 8],
        'marks' => ['concert C major, eighths, ', 0, 8],
        'harmony' => ['concert C major, cell 1 2 3 5, ', 0, 8],
        'material' => ['concert C ', 0, 9],
    ];
    private const PICTURED_FOR = 'flute';

    /** @var array<string, string> */
    private array $pictures = [];

    public function __construct(
        private readonly PartBuilder $parts,
        private readonly ScaleLibrary $scales,
        private readonly PatternLibrary $patterns,
        private readonly InstrumentLibrary $instruments,
        private readonly TranslatorInterface $words,
    ) {
    }

    /**
     * @param list<array{name: string, cell: string}> $own patterns of one's own
     *
     * @return Panel|null null for no such part
     */
    public function of(string $id, StudyLine $line, array $own = []): ?Panel
    {
        $kind = Sentence::kind($id);

        return match (true) {
            'naming' === $id => new Panel(
                $id,
                array_map(fn (string $naming): Choice => $this->key($line, $naming, null, null), ['concert', 'own']),
                null,
            ),
            'tonic' === $id => new Panel($id, $this->tonics($line), null),
            'material' === $id => new Panel($id, $this->materials($line), null),
            null === $kind => null,
            default => new Panel(
                $id,
                $this->clauses($kind, $line, $own),
                $line->says($kind) ? $line->without($kind)->text() : null,
            ),
        };
    }

    /**
     * What is not said yet, by group.
     *
     * @return array<string, list<array{id: string, default: string}>>
     */
    public function more(StudyLine $line): array
    {
        $more = [];
        foreach (Sentence::GROUPS as $group => $kinds) {
            foreach ($kinds as $kind) {
                if (!$line->says($kind) && $this->hasAPart($kind, $line)) {
                    $more[$group][] = ['id' => Sentence::id($kind), 'default' => $this->unsaid($kind, $line)];
                }
            }
        }

        return $more;
    }

    /** Whether a clause that is not said would have anything to say in this line. */
    private function hasAPart(ClauseKind $kind, StudyLine $line): bool
    {
        return match ($kind) {
            ClauseKind::Goal => $line->says(ClauseKind::Tempo),
            ClauseKind::Lengths => Recipe::saidPattern($line, $this->patterns)->isLipSlurs(),
            default => true,
        };
    }

    /** What holds where a clause is not said: "" for the usual, "pattern" where the pattern decides. */
    private function unsaid(ClauseKind $kind, StudyLine $line): string
    {
        $pattern = Recipe::saidPattern($line, $this->patterns);

        return match ($kind) {
            ClauseKind::Direction => $pattern->hasItsOwnWay() || $pattern->isBuilt() ? 'pattern' : '',
            ClauseKind::Rhythm => '' !== $pattern->rhythm ? 'pattern' : '',
            ClauseKind::Articulation => $pattern->isLipSlurs() ? 'pattern' : '',
            default => '',
        };
    }

    /**
     * @param list<array{name: string, cell: string}> $own
     *
     * @return list<Choice>
     */
    private function clauses(ClauseKind $kind, StudyLine $line, array $own): array
    {
        $id = Sentence::id($kind);
        $said = $line->says($kind) ? $line->clause($kind)->text : '';
        $offered = ClauseKind::Pattern === $kind
            ? $this->offeredPatterns()
            : self::OFFERED[$id] ?? [];
        if (ClauseKind::Click === $kind && '4/4' !== $line->phrase(ClauseKind::Time, '4/4')) {
            $offered = ['click every beat'];
        }
        $choices = [];
        foreach ($own as $one) {
            $choices[] = $this->clause($line, 'cell '.$one['cell'], $one['name'], $said, 'own');
        }
        foreach ('' === $said || \in_array($said, $offered, true) ? $offered : [$said, ...$offered] as $text) {
            $choices[] = $this->clause($line, $text, '', $said, [] === $own ? '' : 'named');
        }

        return $choices;
    }

    /** @return list<string> */
    private function offeredPatterns(): array
    {
        $names = [];
        foreach ($this->patterns->names() as $name) {
            if ('straight' !== $name) {
                $names[] = $name;
            }
            if ('lip slurs' === $name) {
                array_push($names, ...self::LIP_SLURS);
            }
        }

        return $names;
    }

    private function clause(StudyLine $line, string $text, string $name, string $said, string $group): Choice
    {
        $clause = $this->parts->parser->clauseOf($text);
        $id = Sentence::id($clause->kind);

        return new Choice(
            '' === $name ? Sentence::words($clause) : $name,
            $this->about($id, $clause->text),
            $line->with($clause)->text(),
            $clause->text === $said,
            $this->picture($id, $clause->text),
            $group,
        );
    }

    private function key(
        StudyLine $line,
        ?string $naming,
        ?NoteName $tonic,
        ?string $material,
        string $group = '',
    ): Choice {
        $key = $line->clause(ClauseKind::Key);
        $clause = $this->parts->parser->parse(($naming ?? $key->says).' '.(
            $tonic?->text() ?? $key->word('tonic')
        ).' '.($material ?? $key->word('material')))->clause(ClauseKind::Key);
        $isSaid = (null === $naming || $naming === $key->says)
            && (null === $tonic || $tonic->text() === $key->word('tonic'))
            && (null === $material || $material === $key->word('material'));

        return new Choice(
            null !== $tonic ? $tonic->sign() : Sentence::signs($naming ?? (string) $material),
            null !== $tonic
                ? $this->signature($tonic, $key->word('material'))
                : $this->about(null !== $naming ? 'naming' : 'material', $naming ?? (string) $material),
            $line->with($clause)->text(),
            $isSaid,
            null === $material ? '' : $this->picture('material', $material),
            $group,
        );
    }

    /** What a choice does, where the catalogue says so. */
    private function about(string $id, string $text): string
    {
        $key = 'choice.'.$id.'.'.strtr($text, [' ' => '_', '.' => '', '/' => '-', '\'' => '']);

        $says = $this->words->trans($key);

        return $says === $key ? '' : $says;
    }

    /** @return list<Choice> */
    private function tonics(StudyLine $line): array
    {
        $material = $line->clause(ClauseKind::Key)->word('material');
        $choices = [];
        foreach ([
            'order' => array_values(PacketTable::lines()),
            'twin' => array_map(NoteName::parse(...), ['C#', 'D#', 'F#', 'G#', 'A#', 'Cb']),
        ] as $group => $tonics) {
            foreach ($tonics as $tonic) {
                $choices[] = str_contains($material, 'triad pair') || $line->says(ClauseKind::Harmony)
                    ? new Choice(
                        $tonic->sign(),
                        '',
                        $line->onTonic($tonic)->text(),
                        $tonic->equals($line->tonic()),
                        '',
                        $group,
                    )
                    : $this->key($line, null, $tonic, null, $group);
            }
        }

        return $choices;
    }

    /** "two flats", where what is played has a signature. */
    private function signature(NoteName $tonic, string $material): string
    {
        if (!$this->scales->knows($material)) {
            return '';
        }
        $key = $this->scales->material($material)->keyOn($tonic);

        return abs($key->fifths()) > 7 ? '' : $key->signature()->spoken();
    }

    /** @return list<Choice> */
    private function materials(StudyLine $line): array
    {
        $said = $line->clause(ClauseKind::Key)->word('material');
        $choices = [];
        foreach (
            \in_array($said, $this->scales->names(), true)
            ? $this->scales->names()
            : [$said, ...$this->scales->names()] as $name
        ) {
            try {
                $choices[] = $this->key($line, null, null, $name);
            } catch (\InvalidArgumentException) {
                continue; // a pair of triads is named on its tonic
            }
        }

        return $choices;
    }

    private function picture(string $id, string $text): string
    {
        if (!isset(self::PICTURED[$id])) {
            return '';
        }
        [$before, $from, $count] = self::PICTURED[$id];

        return $this->pictures[$before.$text] ??= $this->drawn(
            $before.$text.('material' === $id ? ', up' : ''),
            $from,
            $count,
        );
    }

    private function drawn(string $line, int $from, int $count): string
    {
        try {
            return NotePicture::of(
                $this->parts->study(
                    $this->parts->parser->parse($line),
                    $this->instruments->instrument(self::PICTURED_FOR),
                ),
                $from,
                $count,
            );
        } catch (StudyError|\InvalidArgumentException) {
            return ''; // lip slurs are not for the flute
        }
    }
}
