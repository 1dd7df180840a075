<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Knowledge\DataError;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Pitch\Interval;
use SwiftReed\Pitch\Pitch;
use SwiftReed\Pitch\Transposition;
use SwiftReed\Player\Player;
use SwiftReed\Player\Range;
use SwiftReed\Player\Stage;

/**
 * The instruments of data/instruments/.
 */
final class InstrumentLibrary
{
    /** Half steps that three valves or seven positions add to the open tube. */
    private const PEDALS = 6;

    /** @var array<string, FamilyFile> the family file of each instrument, in score order */
    private array $families = [];
    /** @var array<string, Instrument> */
    private array $made = [];

    public function __construct(DataFolder $data)
    {
        $shared = $data->has('setups') ? $data->read('setups') : [];
        $files = array_map(static function (string $name) use ($data, $shared): FamilyFile {
            $entries = $data->read($name);
            $own = $entries['setups'] ?? [];
            if ('none' !== ($entries['mechanism'] ?? '') && \is_array($own)) {
                $entries['setups'] = $own + $shared;
            }

            return new FamilyFile($name, $entries);
        }, $data->names('instruments'));
        usort(
            $files,
            static fn (FamilyFile $a, FamilyFile $b): int => $a->number('order', 0) <=> $b->number('order', 0),
        );
        foreach ($files as $file) {
            foreach ($file->part('instruments')->keys() as $id) {
                if (isset($this->families[$id])) {
                    throw DataError::entry(
                        $file->name,
                        $id,
                        \sprintf('the id stands in data/%s.yaml too', $this->families[$id]->name),
                    );
                }
                $this->families[$id] = $file;
            }
        }
    }

    /** @return list<string> */
    public function ids(): array
    {
        return array_keys($this->families);
    }

    /**
     * Every instrument by its family, in score order, without making one: for a list to choose from.
     *
     * @return array<string, list<array{id: string, name: string}>>
     */
    public function names(): array
    {
        $names = [];
        foreach ($this->families as $id => $file) {
            $names[$file->text('family')][] = [
                'id' => $id,
                'name' => $file->part('instruments')->part($id)->text('name'),
            ];
        }

        return $names;
    }

    /** @throws InstrumentError for an unknown instrument */
    public function transposition(string $id): Transposition
    {
        return Transposition::by(Interval::parse($this->family($id)->part('instruments')->part($id)->text('written')));
    }

    public function knows(string $id): bool
    {
        return isset($this->families[$id]);
    }

    /** @return array<string, string> names of the set-ups a player can choose, each with what it is */
    public function setups(string $id): array
    {
        $file = $this->family($id);
        $setups = [];
        $part = $file->part('setups');
        foreach ($part->keys() as $name) {
            if ([] !== array_intersect([$id, 'all'], $part->part($name)->texts('for'))) {
                $setups[$name] = $part->part($name)->text('says');
            }
        }

        return $setups;
    }

    /**
     * What stands in a second row of itself, because players of the next chair read it: "without the thumb".
     *
     * @param list<string> $setups
     *
     * @return array{setup: string, says: string}|null
     */
    public function beside(string $id, array $setups): ?array
    {
        foreach ($setups as $setup) {
            $beside = $this->family($id)->part('setups')->part($setup)->part('beside');
            if ([] !== $beside->keys()) {
                return ['setup' => $beside->text('setup'), 'says' => $beside->text('says')];
            }
        }

        return null;
    }

    /**
     * The set-ups as a player chooses among them: groups of which one holds, and single ones that are there or not.
     *
     * @return list<array{usual: string, choices: array<string, string>}> "usual" is what holds when nothing in the
     *  group is chosen; nothing for a single one
     */
    public function setupGroups(string $id): array
    {
        $file = $this->family($id);
        $left = $this->setups($id);
        $groups = [];
        foreach ($file->groups('exclude') as $names) {
            $choices = array_intersect_key($left, array_flip($names));
            $left = array_diff_key($left, $choices);
            $usual = '';
            foreach (array_keys($choices) as $name) {
                if ($file->part('setups')->part($name)->flag('default')) {
                    $usual = $choices[$name];
                    unset($choices[$name]);
                }
            }
            if ([] !== $choices) {
                $groups[] = ['usual' => $usual, 'choices' => $choices];
            }
        }
        foreach ($left as $name => $says) {
            if (!$file->part('setups')->part($name)->flag('default')) {
                $groups[] = ['usual' => '', 'choices' => [$name => $says]];
            }
        }

        return $groups;
    }

    /**
     * Set-ups with one more, in place of those that cannot go with it.
     *
     * @param list<string> $setups
     *
     * @return list<string>
     */
    public function with(string $id, array $setups, string $one): array
    {
        foreach ($this->family($id)->groups('exclude') as $group) {
            if (\in_array($one, $group, true)) {
                $setups = array_values(array_diff($setups, $group));
            }
        }

        return array_values(array_unique([...$setups, $one]));
    }

    /**
     * @param list<string> $setups
     *
     * @throws InstrumentError for an unknown instrument or set-up
     */
    public function instrument(string $id, array $setups = []): Instrument
    {
        sort($setups);
        $setups = array_values(array_unique($setups));

        return $this->made[$id.'+'.implode('+', $setups)] ??= $this->make($id, $setups);
    }

    /** The file of an instrument, under data/ and without its ending. */
    public function file(string $id): string
    {
        return $this->family($id)->name;
    }

    private function family(string $id): FamilyFile
    {
        return $this->families[$id] ?? throw InstrumentError::unknown($id, $this->ids());
    }

    /** @param list<string> $setups */
    private function make(string $id, array $setups): Instrument
    {
        $file = $this->family($id);
        $known = array_keys($this->setups($id));
        foreach ($setups as $setup) {
            if (!\in_array($setup, $known, true)) {
                throw InstrumentError::unknownSetup($setup, $id, $known);
            }
        }
        foreach ($file->groups('exclude') as $group) {
            $both = array_values(array_intersect($setups, $group));
            if (\count($both) > 1) {
                throw InstrumentError::setupsExclude($both[0], $both[1], $id);
            }
        }
        $all = $file->part('setups');
        $inForce = [];
        $without = [];
        foreach ($setups as $setup) {
            array_push($without, ...$all->part($setup)->texts('removes'));
        }
        foreach ($all->keys() as $name) {
            if (\in_array($id, $all->part($name)->texts('standard'), true) && !\in_array($name, $without, true)) {
                $inForce[] = $name;
            }
        }
        $inForce = array_values(array_unique([...$inForce, ...$setups]));
        $entry = $file->part('instruments')->part($id);
        $name = $entry->text('name');
        $range = [];
        $ranges = $file->part('ranges')->part($entry->text('range'));
        foreach (Stage::cases() as $stage) {
            $ends = explode(' ', $ranges->text($stage->value));
            if (2 !== \count($ends)) {
                throw $ranges->wrong($stage->value, 'expected two pitches such as "E3 C6"');
            }
            $range[$stage->value] = Range::of(Pitch::parse($ends[0]), Pitch::parse($ends[1]));
        }
        $well = explode(' ', $ranges->text('well', $ranges->text('developing')));
        $range['well'] = Range::of(Pitch::parse($well[0]), Pitch::parse($well[1] ?? ''));
        $bare = $range['full'];
        foreach ($inForce as $setup) {
            $range['full'] = self::widened($range['full'], $all->part($setup), $bare);
        }
        $open = self::open($file, $entry);
        if (null !== $open) {
            if (self::hasPedals($all, $inForce)) {
                $range['full'] = self::withPedals($range['full'], $open);
            }
            $range[Player::REACH] = $range['full']->between(
                $range['full']->lowest,
                Pitch::plain($open->midi() + Partials::halfSteps(Partials::HIGHEST), false),
            );
        }
        $registers = [];
        foreach ($file->parts('registers') as $register) {
            $registers[] = new Register(
                $register->text('name'),
                Pitch::parse($register->text('from')),
                Pitch::parse($register->text('to')),
                $register->number('break', 0),
            );
        }

        $map = $file->has('map') ? KeyMap::read($file->part('map')) : null;

        return new Instrument(
            $id,
            $name,
            'the '.lcfirst($name),
            $file->text('family'),
            $setups,
            Transposition::by(Interval::parse($entry->text('written'))),
            $entry->text('clef'),
            $range,
            fn (): Mechanism => $this->mechanism($file, $entry, $inForce),
            $registers,
            $entry->number('program', 0),
            [] !== array_filter($inForce, static fn (string $setup): bool => $all->part($setup)->flag('only-defaults')),
            $map,
            self::usedSlides($file, $entry, $all, $inForce),
            self::called($file),
            $entry->decimal('first-breath', $file->decimal('first-breath', 8.0)),
            match ($file->text('mechanism')) {
                'none' => null,
                'keywork' => false,
                default => true,
            },
            Because::listIn($file, $inForce),
            NextDoor::of($this, $file, $id, $setups, $inForce),
            $file->has('body') ? BodyMap::read($file->part('body'), $map, $id) : null,
            setupSays: implode(', ', array_map(
                static fn (string $setup): string => $all->part($setup)->text('says'),
                $setups,
            )),
        );
    }

    /** @return array<string, array<int, string>> */
    private static function called(FamilyFile $file): array
    {
        $called = [];
        $part = $file->part('called');
        foreach ($part->keys() as $touch) {
            foreach ($part->part($touch)->keys() as $note) {
                $called[$touch][Pitch::parse($note)->midi()] = $part->part($touch)->text($note);
            }
        }

        return $called;
    }

    /** The written fundamental of the open tube, of its usual side; null where nothing is a tube. */
    private static function open(FamilyFile $file, FamilyFile $entry): ?Pitch
    {
        $sides = $file->part('sides');
        $text = $entry->textOrNull('open')
            ?? $file->textOrNull('open')
            ?? ([] === $sides->keys() ? null : $sides->part($sides->keys()[0])->text('open'));

        return null === $text
            ? null
            : Pitch::parse($text)->transpose(Interval::parse($entry->text('written')));
    }

    /** @param list<string> $setups in force */
    private static function usedSlides(FamilyFile $file, FamilyFile $entry, FamilyFile $all, array $setups): string
    {
        $slides = $entry->text('slides', $file->text('slides'));
        foreach ($setups as $setup) {
            $more = $all->part($setup)->text('slides');
            $slides .= '' === $more ? '' : ' '.$more;
        }

        return trim($slides);
    }

    /** @param list<string> $setups in force */
    private static function hasPedals(FamilyFile $all, array $setups): bool
    {
        return [] !== array_filter($setups, static fn (string $one): bool => $all->part($one)->flag('pedals'));
    }

    /**
     * The range with the pedal notes: the fundamental, and the six half steps below it that the valves or the slide add.
     * What lies between them and the second partial of the longest tube, the instrument does not have.
     */
    private static function withPedals(Range $range, Pitch $open): Range
    {
        $lowest = Pitch::plain($open->midi() - self::PEDALS, false);
        $wide = Range::of($lowest, $range->highest);
        $from = $open->midi() + 1;
        $to = $range->lowest->midi() - 1;

        return $from > $to
            ? $wide
            : $wide->without(Range::of(Pitch::plain($from, false), Pitch::plain($to, false)));
    }

    /** Set-ups together reach as low and as high as the widest of them. */
    private static function widened(Range $full, FamilyFile $setup, Range $bare): Range
    {
        $lowest = $setup->has('only-from') ? Pitch::parse($setup->text('only-from')) : $full->lowest;
        $highest = $full->highest;
        $low = $setup->has('lower')
            ? Pitch::plain($bare->lowest->midi() - $setup->number('lower', 0), false)
            : ($setup->has('lowest') ? Pitch::parse($setup->text('lowest')) : $lowest);
        $high = $setup->has('highest') ? Pitch::parse($setup->text('highest')) : $highest;

        return Range::of(
            $lowest->isHigherThan($low) ? $low : $lowest,
            $high->isHigherThan($highest) ? $high : $highest,
        );
    }

    /** @param list<string> $setups */
    private function mechanism(FamilyFile $file, FamilyFile $entry, array $setups): Mechanism
    {
        $all = $file->part('setups');
        $down = Interval::parse($entry->text('written'))->halfSteps;
        switch ($file->text('mechanism')) {
            case 'none':
                return new NoMechanism();
            case 'valves':
                return (new ValveBuilder(
                    $file,
                    $entry,
                    array_map($all->part(...), $setups),
                    $setups,
                    $down,
                ))->build();
            case 'slide':
                $attachments = [];
                $defaults = [];
                foreach ($setups as $setup) {
                    $part = $file->part('attachments')->part($setup);
                    foreach ($part->keys() as $letter) {
                        [$touches, $lowers, $positions] = $part->texts($letter);
                        $attachments[$letter] = [explode(' ', $touches), (int) $lowers, (int) $positions];
                    }
                    foreach ($all->part($setup)->part('usual')->keys() as $note) {
                        $defaults[Pitch::parse($note)->midi() - $down] = $all->part($setup)->part('usual')->text($note);
                    }
                }

                return new SlideTube(
                    Pitch::parse($file->text('open'))->midi(),
                    $attachments,
                    $defaults,
                    TaughtAlternate::listIn($file, $down, $setups),
                    Hardness::read($file->part('hard')),
                    self::hasPedals($all, $setups),
                );
            case 'keywork':
                $missing = $entry->texts('without');
                foreach ($all->keys() as $setup) {
                    array_push($missing, ...$all->part($setup)->texts('touches'));
                }
                foreach ($setups as $setup) {
                    $missing = array_values(array_diff($missing, $all->part($setup)->texts('touches')));
                }

                return (new KeyworkBuilder($file, $missing, $setups))->build();
            default:
                throw $file->wrong('mechanism', 'expected keywork, valves, slide or none');
        }
    }
}
