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
            if (!\in_array($id, $missing, true)) {
                $this->touches[$id] = new Touch($id, $entry[0], 'opens' === $entry[1], $entry[3], $entry[2], 'hole' === ($entry[4] ?? ''), 'half' === ($entry[4] ?? ''), $places[$id] ?? throw $file->wrong('places', \sprintf('"%s" stands nowhere', $id)));
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
                    throw $file->part('places')->wrong($place, \sprintf('"%s" is no touch, or stands in two places', $touch));
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
        $base = $this->written();
        $chart = $this->overblown($base);
        foreach ($base as $midi => $entries) {
            foreach ($entries as $entry) {
                $chart[$midi][] = $entry;
            }
        }
        $fingerings = [];
        foreach ($chart as $midi => $entries) {
            foreach ($entries as $entry) {
                $fingerings[$midi][] = $this->fingering($midi, $entry, !isset($fingerings[$midi]));
            }
        }
        ksort($fingerings);

        return new Keywork($this->touches, $fingerings, $this->file->groups('together'), $this->file->groups('rollers'), $covers);
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
        if (($entry->has('needs') && !\in_array($entry->text('needs'), $this->setups, true)) || \in_array($entry->text('unless'), $this->setups, true)) {
            return null;
        }
        $touches = [];
        $words = preg_split('/\s+/', trim(strtr(' '.$entry->text('f').' ', [' ' => '  '])));
        foreach (false === $words ? [] : $words as $word) {
            foreach (explode(' ', $this->shorthand[$word] ?? $word) as $touch) {
                if ('open' === $touch || '' === $touch) {
                    continue;
                }
                if (!\in_array($touch, $this->file->part('touches')->keys(), true)) {
                    throw $entry->wrong('f', \sprintf('"%s" is not one of the touches', $touch));
                }
                if (!isset($this->touches[$touch])) {
                    return null;
                }
                $touches[] = $touch;
            }
        }
        $use = $entry->text('use');

        return new ChartEntry($touches, '' === $use ? UseOf::Alternate : UseOf::tryFrom($use) ?? throw $entry->wrong('use', 'expected alternate, fallback, trill only or last resort'), $entry->flag('differs') ? self::DIFFERS : $entry->text('when'), new Context($entry->text('in'), Context::notes($entry->texts('beside')), Context::notes($entry->texts('not-beside')), Context::notes($entry->texts('not-near')), $entry->text('between'), $entry->flag('later')), 'no' !== $entry->text('overblows', 'yes'), $entry->decimal('cost', -1.0));
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
            $adds = $rule->text('adds');
            $drops = $rule->text('drops');
            $to = Pitch::parse($rule->text('to'))->midi();
            for ($midi = Pitch::parse($rule->text('from'))->midi(); $midi <= $to; ++$midi) {
                foreach ($chart[$midi] ?? [] as $entry) {
                    if ($entry->overblows) {
                        $touches = array_values(array_diff($entry->touches, [$drops]));
                        $made[$midi + $rule->number('halfsteps', 12)][] = $entry->with('' === $adds ? $touches : [...$touches, $adds], $rule->number('halfsteps', 12));
                    }
                }
            }
        }

        return $made;
    }

    private function fingering(int $midi, ChartEntry $entry, bool $isFirst): Fingering
    {
        $order = array_keys($this->touches);
        $touches = $entry->touches;
        usort($touches, static fn (string $a, string $b): int => array_search($a, $order, true) <=> array_search($b, $order, true));
        $resting = [];
        foreach ($this->file->parts('resting') as $rule) {
            $isInForce = !$rule->has('needs') || \in_array($rule->text('needs'), $this->setups, true);
            if ($isInForce && $midi >= Pitch::parse($rule->text('from'))->midi() && $midi <= Pitch::parse($rule->text('to'))->midi()) {
                $resting = array_values(array_filter($rule->texts('touches'), fn (string $touch): bool => isset($this->touches[$touch]) && !\in_array($touch, $touches, true)));
            }
        }
        $momentary = array_values(array_intersect($touches, $this->file->texts('momentary')));

        return Fingering::keys($touches, $isFirst ? UseOf::Default : $entry->use, $isFirst && self::DIFFERS !== $entry->when ? '' : $entry->when, $entry->context, $resting, $momentary, $isFirst ? 0.0 : $entry->cost);
    }
}
