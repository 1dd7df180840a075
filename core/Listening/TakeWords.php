<?php

declare(strict_types=1);

namespace SwiftReed\Listening;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Words\Wording;

/**
 * What is said after a take: one sentence that helps, and the one change to practise. Even comes before fast, and
 * nothing that was not judged is praised.
 *
 * Source: the handbook, chapter 9, "Words first".
 */
final readonly class TakeWords
{
    /** Shares of a beat that have a name. */
    private const SHARES = [
        'an eighth of a beat' => 0.125, 'a quarter of a beat' => 0.25, 'a third of a beat' => 0.333,
        'half a beat' => 0.5, 'a whole beat' => 1.0,
    ];

    /** @param string|null $practise the one change to practise, "from A4 to B4" in words; null where none stands out */
    private function __construct(public string $says, public ?string $practise)
    {
    }

    public function sentence(): string
    {
        return $this->says.(null === $this->practise ? '' : ' '.$this->practise);
    }

    public static function of(Judgement $take, ListeningFigures $figures): self
    {
        if (null !== $take->unjudged) {
            return new self(self::unjudged($take), null);
        }
        $wrong = $take->of(Verdict::Wrong);
        $octave = $take->of(Verdict::Octave);
        $missing = array_values(array_filter(
            $take->of(Verdict::Missing),
            static fn (JudgedNote $one): bool => $one->i < $take->reached,
        ));
        $says = match (true) {
            [] !== $take->notes
                && !$take->isFirstRight()
                && null !== $take->notes[0]->heard => Wording::of('take-words.begin-heard', [
                    'name' => self::name($take->notes[0]->expected->written, true),
                    'name_2' => self::name($take->notes[0]->heard, true),
                ]),
            null !== $take->tuning
                && abs($take->tuning) >= $figures->number('tune-first') => Wording::of('take-words.tune-first-whole', [
                    'tuning' => (int) round(abs($take->tuning)),
                    'tuning_2' => $take->tuning < 0 ? 'flat' : 'sharp',
                ]),
            [] !== $wrong
                && null !== $wrong[0]->heard => Wording::of('take-words.note', [
                    'i' => $wrong[0]->i + 1,
                    'name' => self::name($wrong[0]->heard),
                    'name_2' => self::name($wrong[0]->expected->written),
                    'hint' => \count($wrong) > 1 ? \sprintf(' So %s.', self::others(\array_slice($wrong, 1))) : '',
                ]),
            [] !== $octave => Wording::of('take-words.note-sounded-octave', [
                'i' => $octave[0]->i + 1,
                'name' => self::name($octave[0]->expected->written),
                'midi' => ($octave[0]->heard?->midi() ?? 0) > $octave[0]->expected->written->midi() ? 'high' : 'low',
            ]),
            [] !== $missing => Wording::of('take-words.note-not-heard', [
                'i' => $missing[0]->i + 1,
                'name' => self::name($missing[0]->expected->written),
            ]),
            [] !== $take->restarts => null === $take->restarts[0]['after']
                ? Wording::of('take-words.you-began-again-go')
                : Wording::of('take-words.you-began-again', ['after' => $take->restarts[0]['after'] + 1]),
            [] !== $take->extra => Wording::of('take-words.note-too-many', [
                'plain' => self::plain($take->extra[0]['heard']),
            ]),
            $take->reached < \count($take->notes) => Wording::of('take-words.right-far-note', [
                'reached' => $take->reached,
            ]),
            [] !== $take->slow => Wording::of('take-words.every-note-is-right'),
            null !== $take->evenness
                && $take->evenness > $figures->number('even') => Wording::of('take-words.every-note-right', [
                    'evenness' => (int) round($take->evenness),
                ]),
            null !== $take->drift
                && $take->isDrifting
                && abs($take->drift) >= $figures->number('rush') => Wording::of('take-words.every-note-right-you', [
                    'drift' => (int) round(abs($take->drift)),
                    'drift_2' => $take->drift > 0 ? 'faster' : 'slower',
                ]),
            default => self::tune($take, $figures) ?? self::good($take),
        };

        return new self($says, self::practise($take));
    }

    private static function unjudged(Judgement $take): string
    {
        return match ($take->unjudged) {
            Unjudged::Silence => Wording::of('take-words.nothing-heard-right'),
            Unjudged::TooShort => Wording::of('take-words.one-note-alone'),
            Unjudged::Noise => Wording::of('take-words.take-cannot-judged'),
            Unjudged::AnotherLine => null === $take->shift
                ? Wording::of('take-words.take-cannot-judged-another')
                : Wording::of('take-words.right-line-key', [
                    'shift' => 1 === abs($take->shift) ? 'a half step' : abs($take->shift).' half steps',
                    'shift_2' => $take->shift > 0 ? 'higher' : 'lower',
                ]),
            null => '',
        };
    }

    private static function practise(Judgement $take): ?string
    {
        if ([] !== $take->slow) {
            $worst = $take->slow[0];
            $share = self::share(abs($take->notes[$worst['to']]->ofBeat ?? 0.0));

            return Wording::of('take-words.practise', [
                'name' => self::name($take->notes[$worst['from']]->expected->written),
                'name_2' => self::name($take->notes[$worst['to']]->expected->written),
                'share' => '' === $share ? '' : ', by '.$share,
            ]);
        }
        if ([] !== $take->fingers) {
            $one = $take->fingers[0];

            return \sprintf(
                null === $one['heard']
                    ? 'Between %s and %s there is a hole of %d ms: keep the air going.'
                    : 'Between %s and %s another note sounds for %d ms: let the fingers land together.',
                self::name($take->notes[$one['from']]->expected->written),
                self::name($take->notes[$one['to']]->expected->written),
                round($one['ms']),
            );
        }

        return null;
    }

    private static function tune(Judgement $take, ListeningFigures $figures): ?string
    {
        $worst = null;
        foreach ($take->notes as $one) {
            if (
                null !== $one->against
                && abs($one->against) > $figures->number('in-tune')
                && (null === $worst || abs($one->against) > abs((float) $worst->against))
            ) {
                $worst = $one;
            }
        }

        return null === $worst
            ? null
            : Wording::of('take-words.tune', [
                'value' => null === $take->evenness ? '' : ' and even',
                'i' => $worst->i + 1,
                'name' => self::name($worst->expected->written),
                'against' => (int) round(abs((float) $worst->against)),
                'against_2' => $worst->against < 0 ? 'flat' : 'sharp',
            ]);
    }

    private static function good(Judgement $take): string
    {
        if ([] !== $take->articulation['run_together']) {
            return Wording::of('take-words.every-note-right-note', [
                'run_together' => $take->articulation['run_together'][0] + 1,
            ]);
        }
        if ([] !== $take->articulation['holes']) {
            return Wording::of('take-words.every-note-right-note-slurred', ['holes' => $take->articulation['holes'][0] + 1]);
        }

        return null === $take->evenness
            ? Wording::of('take-words.every-note-is-right')
            : Wording::of('take-words.every-note-right-even', ['tempo' => (int) round((float) $take->tempo)]);
    }

    /** @param non-empty-list<JudgedNote> $wrong */
    private static function others(array $wrong): string
    {
        $names = array_map(static fn (JudgedNote $one): string => (string) ($one->i + 1), \array_slice($wrong, 0, 4));
        $last = array_pop($names);

        return [] === $names ? 'was note '.$last : 'were notes '.implode(', ', $names).' and '.$last;
    }

    /** The name that is nearest; nothing for less than the least of them. */
    private static function share(float $of): string
    {
        if ($of < 0.09) {
            return '';
        }
        $best = '';
        $off = \INF;
        foreach (self::SHARES as $name => $share) {
            if (abs(log($of / $share)) < $off) {
                [$best, $off] = [$name, abs(log($of / $share))];
            }
        }

        return $best;
    }

    private static function name(Pitch $pitch, bool $withOctave = false): string
    {
        return $withOctave ? $pitch->sign() : $pitch->name()->sign();
    }

    private static function plain(string $pitch): string
    {
        return Pitch::parse($pitch)->sign();
    }
}
