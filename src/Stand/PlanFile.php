<?php

declare(strict_types=1);

namespace App\Stand;

use App\Shared\BriefYaml;
use SwiftReed\Instrument\InstrumentError;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Line\ClauseKind;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Range;
use SwiftReed\Player\Stage;
use SwiftReed\Practice\Day;
use SwiftReed\Practice\PlanBuilder;
use SwiftReed\Practice\PlanLine;
use SwiftReed\Practice\PlanSettings;
use SwiftReed\Practice\Played;
use SwiftReed\Practice\PracticeError;
use SwiftReed\Practice\PracticePlan;
use SwiftReed\Practice\Rotation;
use SwiftReed\Practice\Rungs;
use SwiftReed\Score\PartBuilder;
use Symfony\Component\Yaml\Exception\ParseException;
use Symfony\Component\Yaml\Yaml;

/**
 * A plan of one player as YAML or JSON: docs/plan-file.md.
 */
final class PlanFile
{
    public const MOST_BYTES = 500_000;
    /** What was played in some years. */
    private const MOST_HISTORY = 5000;
    private const EXAMPLE = 'instrument: clarinet-bb';

    public function __construct(
        private readonly InstrumentLibrary $instruments,
        private readonly PartBuilder $parts,
        private readonly PlanBuilder $plans,
    ) {
    }

    /** @throws Mistake */
    public function open(string $file, Day $begin): PracticePlan
    {
        $text = is_file($file) ? @file_get_contents($file, length: self::MOST_BYTES + 1) : false;
        if (false === $text || \strlen($text) > self::MOST_BYTES) {
            throw PracticeError::notAPlan(\sprintf(
                '"%s" cannot be read as a plan file; expected a file of at most %d bytes, for example plan.yaml.',
                mb_substr($file, 0, 80),
                self::MOST_BYTES,
            ));
        }

        return $this->read($text, $begin);
    }

    /** @throws Mistake */
    public function read(string $text, Day $begin): PracticePlan
    {
        try {
            $data = BriefYaml::parse($text, true); // JSON is YAML
        } catch (ParseException $error) {
            throw PracticeError::notAPlan(\sprintf(
                'The plan file is not YAML or JSON: %s Expected named entries, for example "%s".',
                rtrim($error->getMessage(), '.').'.',
                self::EXAMPLE,
            ));
        }
        if (!\is_array($data) || array_is_list($data)) {
            throw PracticeError::notAPlan(\sprintf(
                'The plan file is no list of named entries; expected for example "%s".',
                self::EXAMPLE,
            ));
        }
        $data = array_combine(
            array_map(
                static fn (int|string $key): string => str_replace([' ', '-'], '_', strtolower((string) $key)),
                array_keys($data),
            ),
            array_values($data),
        );

        return $this->plan($data, $begin);
    }

    /** @param array<string, mixed> $data */
    private function plan(array $data, Day $begin): PracticePlan
    {
        [$id, $setup, $settings] = $this->player($data);
        $instrument = $this->instruments->instrument($id, $setup);
        $rungs = '' === self::text($data, 'rungs')
            ? Rungs::of([60, 80, 100, 120])
            : Rungs::parse(self::text($data, 'rungs'));
        $said = $data['goal'] ?? null;
        [$goal, $unit] = $this->tempo(\is_array($said)
            ? self::text($said, isset($said['bpm']) ? 'bpm' : 'tempo')
            : self::text($data, 'goal'));
        $due = self::day($data['due'] ?? null);
        $lines = $this->lines($data, $unit);
        [$made, $left] = $this->plans->lines($lines, $instrument, $settings, $rungs, $goal);
        if ([] === $made) {
            throw PracticeError::notAPlan([] === $left
                ? 'The plan has no material; expected for example "material: major, 2 octaves" and "keys: by fourths".'
                : array_values($left)[0]);
        }
        $order = self::text($data, 'order');
        $plan = new PlanSettings(
            self::day($data['begin'] ?? null) ?? $begin,
            $rungs,
            $due,
            self::number($data, ['minutes', 'minutes_a_day', 'minutes_per_day'], 20),
            \in_array(true, [$data['memory'] ?? false, $data['from_memory'] ?? false], true),
            self::number($data, ['clean'], 2),
            self::number($data, ['days'], 2),
            '' === $order ? null !== $due : str_starts_with($order, 'hard'),
            $this->rotation($data['rotation'] ?? null),
        );

        return new PracticePlan($made, $plan, $this->history($data['history'] ?? [], $made));
    }

    /**
     * @param array<string, mixed> $data
     *
     * @return array{string, list<string>, PlayerSettings}
     */
    private function player(array $data): array
    {
        $player = $data['player'] ?? [];
        $given = (\is_array($player) ? $player : []) + $data;
        $id = self::text($given, 'instrument');
        if ('' === $id && \is_string($player)) {
            $id = trim($player);
        }
        if ('' === $id) {
            throw PracticeError::notAPlan(\sprintf(
                'The plan file says no instrument; expected for example "%s".',
                self::EXAMPLE,
            ));
        }
        if (!$this->instruments->knows($id)) {
            throw InstrumentError::unknown($id, $this->instruments->ids());
        }
        $setup = $given['setup'] ?? [];
        $setup = \is_array($setup) ? $setup : (\is_string($setup) ? explode(',', $setup) : []);
        $stage = self::text($given, 'stage');
        $limits = self::text($given, 'limits');

        return [
            $id,
            array_values(array_filter(
                array_map(static fn (mixed $one): string => \is_string($one) ? trim($one) : '', $setup),
                static fn (string $one): bool => '' !== $one,
            )),
            new PlayerSettings(
                Stage::tryFrom('' === $stage ? 'full' : $stage)
                    ?? throw PracticeError::notAPlan(\sprintf(
                        '"%s" is not a stage; expected first, developing or full, for example "stage: first".',
                        mb_substr($stage, 0, 40),
                    )),
                limits: '' === $limits ? null : Range::parse($limits),
            ),
        ];
    }

    /**
     * Study lines from materials and keys: "major, 2 octaves" in "C F Bb", or whole lines.
     *
     * @param array<string, mixed> $data
     *
     * @return list<string>
     */
    private function lines(array $data, ?string $unit): array
    {
        $materials = $data['material'] ?? $data['materials'] ?? $data['lines'] ?? 'major';
        $materials = array_values(array_filter(\is_array($materials) ? $materials : [$materials], is_string(...)));
        $keys = $data['keys'] ?? null;
        $keys = \is_array($keys)
            ? implode(' ', array_filter($keys, is_string(...)))
            : (\is_string($keys) ? trim($keys) : '');
        $naming = 'concert';
        if (1 === preg_match('/^(concert|own)\s+/i', $keys, $said)) {
            $naming = strtolower($said[1]);
            $keys = (string) preg_replace('/\b(concert|own)\s+/i', '', $keys);
        }
        $keys = (string) preg_replace('/\s*,\s*/', ' ', $keys);
        $keys = \in_array(strtolower($keys), ['all', 'twelve', 'all twelve', '12'], true) ? 'by fourths' : $keys;
        $isOrder = '' === $keys || 1 === preg_match('/^(by|chromatic|with)\b/i', $keys);
        $first = $isOrder ? 'C' : rtrim(explode(' ', $keys)[0], 'm');
        $lines = [];
        foreach ($materials as $material) {
            $isLine = 1 === preg_match('/^\s*(concert|own)\b/i', $material);
            $lines[] = ($isLine ? $material : $naming.' '.$first.' '.trim($material)).(
                '' === $keys ? ($isLine ? '' : ', keys by fourths') : ', keys '.$keys
            ).(
                null === $unit || str_contains($material, '=') ? '' : ', '.$unit.' = 60'
            );
        }

        return $lines;
    }

    /**
     * "100" or "quarter = 100".
     *
     * @return array{int|null, string|null} beats a minute, and the beat that is said
     */
    private function tempo(string $said): array
    {
        if ('' === $said) {
            return [null, null];
        }
        if (1 !== preg_match('/^(?:([a-z ]+?)\s*=\s*)?(\d{2,3})$/i', $said, $read)) {
            throw PracticeError::notAPlan(\sprintf(
                '"%s" is not a tempo; expected beats a minute, for example "goal: 100" or "goal: quarter = 100".',
                mb_substr($said, 0, 40),
            ));
        }
        Rungs::check('goal', (int) $read[2]);

        return [(int) $read[2], '' === $read[1] ? null : strtolower($read[1])];
    }

    private function rotation(mixed $given): ?Rotation
    {
        if (!\is_array($given)) {
            return null;
        }
        $list = static fn (mixed $one): array => array_values(array_filter(
            \is_array($one) ? $one : (\is_string($one) ? array_map(trim(...), explode(',', $one)) : []),
            is_string(...),
        ));
        $every = $given['every'] ?? 2;

        return Rotation::of(
            $list($given['ways'] ?? []),
            $list($given['patterns'] ?? []),
            'session' === $every ? Rotation::EACH_SESSION : (is_numeric($every) ? (int) $every : 2),
        );
    }

    /**
     * @param list<PlanLine> $lines
     *
     * @return list<Played> from early to late
     */
    private function history(mixed $given, array $lines): array
    {
        if (!\is_array($given)) {
            throw PracticeError::notAPlan(
                'The history is no list; expected for example "history: [{date: 2026-03-01, key: F, tempo: 80, result: clean}]".',
            );
        }
        if (\count($given) > self::MOST_HISTORY) {
            throw PracticeError::notAPlan(\sprintf(
                'The history has %d entries; expected at most %d.',
                \count($given),
                self::MOST_HISTORY,
            ));
        }
        $played = [];
        foreach (array_values($given) as $i => $one) {
            $played[] = $this->entry(
                $i + 1,
                \is_string($one) ? self::spoken($one) : (\is_array($one) ? $one : []),
                $lines,
            );
        }
        usort($played, static fn (Played $a, Played $b): int => $a->day->text() <=> $b->day->text());

        return $played;
    }

    /**
     * "2026-03-01 F 80 clean".
     *
     * @return array<string, string>
     */
    private static function spoken(string $text): array
    {
        return 1 === preg_match('/^\s*(\S+)\s+(.+?)\s+(\d{2,3})\s+(\S+)\s*$/', $text, $said)
            ? ['date' => $said[1], 'key' => $said[2], 'tempo' => $said[3], 'result' => $said[4]]
            : ['date' => $text];
    }

    /**
     * @param array<mixed>   $one
     * @param list<PlanLine> $lines
     */
    private function entry(int $number, array $one, array $lines): Played
    {
        $day = self::day($one['date'] ?? $one['day'] ?? null)
            ?? throw PracticeError::notAPlan(\sprintf(
                'Entry %d of the history has no date; expected for example "{date: 2026-03-01, key: F, tempo: 80, result: clean}".',
                $number,
            ));
        $result = $one['result'] ?? $one['clean'] ?? $one['passed'] ?? true;
        $isClean = \is_bool($result)
            ? $result
            : (\is_string($result) && 1 === preg_match('/^(c|clean|passed|yes|true)$/i', trim($result)));
        $line = $this->meant(self::text($one, 'line'), self::text($one, 'key'), $lines)
            ?? throw PracticeError::notAPlan(\sprintf(
                'Entry %d of the history names "%s", which is not in the plan; expected one of its keys, for example "key: %s".',
                $number,
                mb_substr(self::text($one, 'line').self::text($one, 'key'), 0, 60),
                explode(' ', $lines[0]->line)[1] ?? 'F',
            ));
        [$tempo] = $this->tempo(self::text($one, isset($one['bpm']) ? 'bpm' : 'tempo'));

        return new Played(
            $day,
            $line->line,
            $line->quarters($tempo ?? $line->goal),
            $isClean,
            counts: $isClean,
            isTaken: true === ($one['teacher'] ?? false),
        );
    }

    /** @param list<PlanLine> $lines */
    private function meant(string $line, string $key, array $lines): ?PlanLine
    {
        foreach ([$line, $key] as $said) {
            if ('' === $said) {
                continue;
            }
            foreach ($lines as $one) {
                if (strtolower($one->line) === strtolower($said)) {
                    return $one;
                }
            }
            try {
                $read = $this->parts->reader->read($said)->line;
            } catch (Mistake) {
                continue;
            }
            $exact = array_values(array_filter(
                $lines,
                static fn (PlanLine $one): bool => $one->line === PlanLine::key($read),
            ));
            if ([] !== $exact) {
                return $exact[0];
            }
            // "F" is the first line on F, "F major" that of the major.
            $material = 1 === preg_match('/\s/', trim((string) preg_replace('/^(concert|own)\s+/i', '', $said)))
                ? $read->clause(ClauseKind::Key)->word('material')
                : null;
            foreach ($lines as $one) {
                $own = $this->parts->reader->read($one->line)->line;
                if (
                    $own->tonic()->equals(NoteName::parse($read->clause(ClauseKind::Key)->word('tonic')))
                    && (null === $material || $own->clause(ClauseKind::Key)->word('material') === $material)
                ) {
                    return $one;
                }
            }
        }

        return null;
    }

    private static function day(mixed $given): ?Day
    {
        return match (true) {
            null === $given, '' === $given => null,
            $given instanceof \DateTimeInterface => Day::at($given, new \DateTimeZone('UTC')),
            \is_string($given) => Day::parse($given),
            default => throw PracticeError::notADay(\is_scalar($given) ? (string) $given : 'a list'),
        };
    }

    /** @param array<mixed> $data */
    private static function text(array $data, string $key): string
    {
        return \is_scalar($data[$key] ?? null) && !\is_bool($data[$key])
            ? trim((string) $data[$key])
            : (
                \is_array($data[$key] ?? null) && 'rungs' === $key
                    ? implode(' ', array_filter($data[$key], is_scalar(...)))
                    : ''
            );
    }

    /**
     * @param array<string, mixed>   $data
     * @param non-empty-list<string> $names
     */
    private static function number(array $data, array $names, int $default): int
    {
        foreach ($names as $name) {
            if (isset($data[$name])) {
                $number = filter_var($data[$name], \FILTER_VALIDATE_INT);
                if (false === $number) {
                    throw PracticeError::notAPlan(\sprintf(
                        '"%s" was read for "%s"; expected a whole number, for example "%2$s: %3$d".',
                        \is_scalar($data[$name]) ? mb_substr((string) $data[$name], 0, 40) : 'a list',
                        str_replace('_', ' ', $name),
                        $default,
                    ));
                }

                return $number;
            }
        }

        return $default;
    }
}
