<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\PitchError;

/**
 * Builds the keywork of one instrument and set-up from its family's chart: entries that need a touch the instrument
 * does not have fall away; overblown notes are made from the notes below them.
 */
final class KeyworkBuilder
{
    private const DIFFERS = 'players differ on this note; try it with your teacher';

    /** @var array<string, Touch> */
    private array $touches = [];
    /** @var array<string, string> */
    private array $shorthand = [];
    /** @var list<Resting>|null */
    private ?array $resting = null;
    /** @var array<string, int>|null */
    private ?array $known = null;
    /** @var array<string, int>|null place of each touch in a fingering */
    private ?array $order = null;

    /**
     * @param list<string> $missing touches that this instrument does not have
     * @param list<string> $setups  names of the set-ups in force
     */
    public function __construct(private readonly FamilyFile $file, array $missing, private readonly array $setups)
    {
        $touches = $file->part('touches');
        $places = self::places($file);
        foreach ($touches->keys() as $id) {
            $entry = $touches->texts($id);
            if (\count($entry) < 4) {
                throw $touches->wrong($id, 'expected finger, closes or opens, label, spoken name');
            }
            if (1 !== preg_match('/^[LR][1-4T]$/', $entry[0]) || !\in_array($entry[1], ['closes', 'opens'], true)) {
                throw $touches->wrong($id, 'expected a finger such as L1, RT or R4, and "closes" or "opens"');
            }
            $sort = $entry[4] ?? '';
            if (!\in_array($sort, ['', 'hole', 'half', 'palm', 'side', 'knuckle'], true)) {
                throw $touches->wrong($id, 'expected hole, half, palm, side or knuckle at the end, or nothing');
            }
            if (!\in_array($id, $missing, true)) {
                $place = $places[$id] ?? throw $file->wrong('places', \sprintf('"%s" stands nowhere', $id));
                $this->touches[$id] = new Touch(
                    $id,
                    $entry[0],
                    'opens' === $entry[1],
                    $entry[3],
                    $entry[2],
                    'hole' === $sort,
                    'half' === $sort,
                    $file->part('among')->text($id, $place),
                    \in_array($sort, ['palm', 'side', 'knuckle'], true) ? $sort : '',
                );
            }
        }
        $shorthand = $file->part('shorthand');
        foreach ($shorthand->keys() as $word) {
            $this->shorthand[$word] = $shorthand->text($word);
        }
    }

    /** @return array<string, string> where each touch stands */
    private static function places(FamilyFile $file): array
    {
        $places = [];
        $known = $file->part('touches')->keys();
        foreach ($file->part('places')->keys() as $place) {
            foreach ($file->part('places')->texts($place) as $touch) {
                if (!\in_array($touch, $known, true) || isset($places[$touch])) {
                    throw $file->part('places')->wrong(
                        $place,
                        \sprintf('"%s" is no touch, or stands in two places', $touch),
                    );
                }
                $places[$touch] = $place;
            }
        }

        return $places;
    }

    public function build(): Keywork
    {
        $covers = [];
        foreach ($this->file->part('covers')->keys() as $touch) {
            $covers[$touch] = $this->file->part('covers')->texts($touch);
        }
        $base = $this->withTrills($this->written());
        $chart = $this->overblown($base);
        foreach ($base as $midi => $entries) {
            foreach ($entries as $entry) {
                $chart[$midi] = FingeringUse::Trill === $entry->use
                    ? $entry->joining($chart[$midi] ?? [])
                    : [...$chart[$midi] ?? [], $entry];
            }
        }
        $fingerings = [];
        foreach ($chart as $midi => $entries) {
            foreach ($entries as $entry) {
                $fingerings[$midi][] = $this->fingering($midi, $entry, !isset($fingerings[$midi]));
            }
        }
        ksort($fingerings);

        return new Keywork(
            $this->touches,
            $fingerings,
            $this->file->groups('together'),
            $this->file->groups('rollers'),
            $covers,
            $this->resting(),
            $this->pads(),
            $this->modes(),
            $this->exchanges(),
            $this->advice(),
            array_values(array_intersect($this->file->texts('set'), array_keys($this->touches))),
            Hardness::read($this->file->part('hard')),
            $this->registerKeys(),
        );
    }

    /** @return list<string> touches that change the register: what overblows, and what is set like a whisper key */
    private function registerKeys(): array
    {
        $keys = $this->file->texts('set');
        foreach ($this->file->parts('overblow') as $rule) {
            $keys[] = $rule->text('adds');
        }

        return array_values(array_intersect(array_unique($keys), array_keys($this->touches)));
    }

    /** @return list<Advice> */
    private function advice(): array
    {
        $midi = static fn (string $note): int => Pitch::parse($note)->midi();
        $advice = [];
        foreach ($this->file->parts('advice') as $one) {
            $touches = $one->texts('down');
            if (
                [] !== array_filter($touches, fn (string $id): bool => !isset($this->touches[$id]))
                || ($one->has('needs') && !\in_array($one->text('needs'), $this->setups, true))
            ) {
                continue;
            }
            $after = $one->texts('after');
            $before = $one->texts('before');
            $advice[] = new Advice(
                $midi($one->text('from')),
                $midi($one->text('to')),
                2 === \count($after) ? [$midi($after[0]), $midi($after[1])] : null,
                2 === \count($before) ? [$midi($before[0]), $midi($before[1])] : null,
                $touches,
                $one->texts('resting'),
                $one->text('says'),
            );
        }

        return $advice;
    }

    /** @return list<array{int, int}> */
    private function modes(): array
    {
        return array_map(
            static fn (FamilyFile $mode): array => [
                Pitch::parse($mode->text('from'))->midi(),
                Pitch::parse($mode->text('to'))->midi(),
            ],
            $this->file->parts('modes'),
        );
    }

    /** @return list<array{touch: string, for: string}> */
    private function exchanges(): array
    {
        $exchanges = [];
        $part = $this->file->part('exchanges');
        foreach ($part->keys() as $touch) {
            if (isset($this->touches[$touch])) {
                $exchanges[] = ['touch' => $touch, 'for' => $part->text($touch)];
            }
        }

        return $exchanges;
    }

    /**
     * A touch that closes, closes its own pad, one that opens, opens its own; the file names linkages beyond that.
     *
     * @return array<string, array{closes: list<string>, opens: list<string>, shuts: list<string>}>
     */
    private function pads(): array
    {
        $pads = [];
        $linkages = $this->file->part('linkages');
        foreach ($linkages->keys() as $id) {
            if (!isset($this->known()[$id])) {
                throw $linkages->wrong($id, 'no such touch');
            }
        }
        foreach ($this->touches as $id => $touch) {
            $linked = $linkages->part($id);
            $pads[$id] = $linked->has('instead')
                ? [
                    'closes' => $linked->texts('closes'),
                    'opens' => $linked->texts('opens'),
                    'shuts' => $linked->texts('shuts'),
                ]
                : [
                    'closes' => [...($touch->opens ? [] : [$id]), ...$linked->texts('closes')],
                    'opens' => [...($touch->opens ? [$id] : []), ...$linked->texts('opens')],
                    'shuts' => $linked->texts('shuts'),
                ];
        }

        return $pads;
    }

    /** @return list<Resting> rules in force for this set-up, touches that the instrument lacks left out */
    private function resting(): array
    {
        if (null !== $this->resting) {
            return $this->resting;
        }
        $rules = [];
        foreach ($this->file->parts('resting') as $rule) {
            if (!$rule->holdsWith($this->setups)) {
                continue;
            }
            $touches = array_values(array_filter(
                $rule->texts('touches'),
                fn (string $touch): bool => isset($this->touches[$touch]),
            ));
            $how = $rule->text('how');
            if (!\in_array($how, ['ahead', 'bridge', 'beside', 'always', 'first'], true)) {
                throw $rule->wrong('how', 'expected ahead, bridge, beside, always or first');
            }
            $notes = array_map(static fn (string $note): int => Pitch::parse($note)->midi(), $rule->texts('notes'));
            $rules[] = new Resting(
                [] === $notes ? Pitch::parse($rule->text('from'))->midi() : min($notes),
                [] === $notes ? Pitch::parse($rule->text('to'))->midi() : max($notes),
                $notes,
                $touches,
                $how,
                $rule->text('because'),
                $rule->texts('while'),
                array_map(static fn (string $note): int => Pitch::parse($note)->midi(), $rule->texts('first')),
            );
        }

        return $this->resting = $rules;
    }

    /** @return array<string, int> every touch of the family, whether or not this instrument has it */
    private function known(): array
    {
        return $this->known ??= array_flip($this->file->part('touches')->keys());
    }

    /** @return array<int, list<ChartEntry>> by MIDI number, entries of missing touches left out */
    private function written(): array
    {
        $chart = [];
        $notes = $this->file->part('chart');
        foreach ($notes->keys() as $note) {
            try {
                $midi = Pitch::parse($note)->midi();
            } catch (PitchError $error) {
                throw $notes->wrong($note, $error->getMessage());
            }
            foreach ($notes->list($note) as $item) {
                /** @var array<string, mixed> $entries */
                $entries = \is_array($item) ? $item : ['f' => $item];
                $entry = new FamilyFile($this->file->name, $entries, 'chart / '.$note);
                $read = $this->entry($entry);
                if (null !== $read) {
                    $chart[$midi][] = $read;
                }
            }
        }

        return $chart;
    }

    /** Null when the instrument lacks one of the touches, or the set-up makes the entry needless. */
    private function entry(FamilyFile $entry): ?ChartEntry
    {
        if (!$entry->holdsWith($this->setups)) {
            return null;
        }
        $touches = $this->touchesOf($entry, 'f');
        if (null === $touches) {
            return null;
        }
        $use = $entry->text('use');

        return new ChartEntry(
            $touches,
            '' === $use
                ? FingeringUse::Alternate
                : FingeringUse::tryFrom($use)
                    ?? throw $entry->wrong('use', 'expected alternate, fallback, trill only or last resort'),
            $entry->textOrNull('when'),
            $this->occasions($entry, 'may'),
            $this->occasions($entry, 'always'),
            $entry->flag('differs'),
            'no' !== $entry->text('overblows', 'yes'),
            $entry->textOrNull('voicing'),
            $entry->flag('yields'),
            $entry->textOrNull('name'),
        );
    }

    /** @return list<string>|null what the words under a key hold down; null when the instrument lacks one of them */
    private function touchesOf(FamilyFile $entry, string $key): ?array
    {
        $touches = [];
        $words = preg_split('/\s+/', trim(strtr(' '.$entry->text($key).' ', [' ' => '  '])));
        foreach (false === $words ? [] : $words as $word) {
            foreach (explode(' ', $this->shorthand[$word] ?? $word) as $touch) {
                if ('open' === $touch || '' === $touch) {
                    continue;
                }
                if (!isset($this->known()[$touch])) {
                    throw $entry->wrong($key, \sprintf('"%s" is not one of the touches', $touch));
                }
                if (!isset($this->touches[$touch])) {
                    return null;
                }
                $touches[] = $touch;
            }
        }

        return $touches;
    }

    /**
     * The chart with the fingerings that are there for a trill only, both notes of it named by their partner. What the
     * chart has already for a note is not put there a second time.
     *
     * @param array<int, list<ChartEntry>> $chart
     *
     * @return array<int, list<ChartEntry>>
     */
    private function withTrills(array $chart): array
    {
        foreach ($this->file->parts('trills') as $rule) {
            $hold = $this->touchesOf($rule, 'hold');
            $lower = $this->touchesOf($rule, 'lower');
            $upper = $this->touchesOf($rule, 'upper');
            if (!$rule->holdsWith($this->setups) || null === $hold || null === $lower || null === $upper) {
                continue;
            }
            $notes = explode(' ', $rule->text('notes'));
            if (2 !== \count($notes) || ([] === $lower) === ([] === $upper)) {
                throw $rule->wrong('notes', 'expected two notes and either "lower" or "upper" with what moves');
            }
            foreach ([[0, 1, $lower], [1, 0, $upper]] as [$one, $other, $moves]) {
                $midi = Pitch::parse($notes[$one])->midi();
                $entry = ChartEntry::forTrill([...$hold, ...$moves], $notes[$other]);
                $chart[$midi] = $entry->joining($chart[$midi] ?? []);
            }
        }

        return $chart;
    }

    /** @return list<Occasion> */
    private function occasions(FamilyFile $entry, string $key): array
    {
        return array_map(function (string $text) use ($entry, $key): Occasion {
            try {
                $occasion = Occasion::parse($text);
            } catch (\InvalidArgumentException $error) {
                throw $entry->wrong($key, $error->getMessage());
            }
            foreach ($occasion->conditions as $condition) {
                foreach ($condition->touches as $touch) {
                    isset($this->known()[$touch])
                        || throw $entry->wrong($key, \sprintf('"%s" is not one of the touches', $touch));
                }
            }

            return $occasion;
        }, $entry->texts($key));
    }

    /**
     * @param array<int, list<ChartEntry>> $chart
     *
     * @return array<int, list<ChartEntry>>
     */
    private function overblown(array $chart): array
    {
        $made = [];
        foreach ($this->file->parts('overblow') as $rule) {
            if (!$rule->holdsWith($this->setups)) {
                continue;
            }
            $adds = $rule->text('adds');
            $drops = $rule->text('drops');
            $to = Pitch::parse($rule->text('to'))->midi();
            for ($midi = Pitch::parse($rule->text('from'))->midi(); $midi <= $to; ++$midi) {
                foreach ($chart[$midi] ?? [] as $entry) {
                    if ($entry->overblows && $entry->isOverblownWithin(Pitch::parse($rule->text('from'))->midi(), $to)) {
                        $touches = array_values(array_diff($entry->touches, [$drops]));
                        $made[$midi + $rule->number('halfsteps', 12)][] = $entry->overblown(
                            '' === $adds ? $touches : [...$touches, $adds],
                            $rule->number('halfsteps', 12),
                            Pitch::parse($rule->text('from'))->midi(),
                            $to,
                            $rule->flag('differs'),
                        );
                    }
                }
            }
        }

        return $made;
    }

    private function fingering(int $midi, ChartEntry $entry, bool $isFirst): Fingering
    {
        $order = $this->order ??= array_flip(array_keys($this->touches));
        $touches = $entry->touches;
        usort($touches, static fn (string $a, string $b): int => $order[$a] <=> $order[$b]);
        $resting = [];
        foreach ($this->resting() as $rule) {
            if ($rule->isOn($midi) && [] === array_diff($rule->whileHeld, $touches)) {
                array_push($resting, ...array_diff($rule->touches, $touches, $resting));
            }
        }
        $momentary = array_values(array_intersect($touches, $this->file->texts('momentary')));
        $when = $entry->differs ? self::DIFFERS : ($isFirst ? null : $entry->when);

        return Fingering::keys(
            $touches,
            $isFirst ? FingeringUse::Default : $entry->use,
            $when,
            $isFirst ? [] : $entry->may,
            $isFirst ? [] : $entry->always,
            $resting,
            $momentary,
            $entry->voicing,
            $entry->yields,
            $entry->name,
        );
    }
}
