<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

use SwiftReed\Knowledge\DataError;
use SwiftReed\Knowledge\DataFolder;

/**
 * The changes that have a name, and what minor keys borrow: data/progressions.yaml.
 */
final class ProgressionLibrary
{
    /** @var array<string, Progression> */
    private array $read = [];
    /** @var array<string, array{chords: string, says: string}> */
    private array $named = [];
    /** @var array<string, array<int, string>> */
    private array $borrowed = [];
    /** @var array{major: string, minor: string} */
    private array $keys = ['major' => 'major', 'minor' => 'natural minor'];

    public function __construct(DataFolder $data, private readonly ScaleLibrary $scales)
    {
        $all = $data->read('progressions');
        foreach (self::entries($all, 'named') as $name => $entry) {
            if (!\is_array($entry) || !\is_string($entry['chords'] ?? null) || !\is_string($entry['says'] ?? null)) {
                throw DataError::entry('progressions', $name, 'expected chords and what they are');
            }
            $this->named[$name] = ['chords' => $entry['chords'], 'says' => $entry['says']];
        }
        foreach (self::entries($all, 'borrowed') as $name => $entry) {
            foreach (\is_array($entry) ? $entry : [] as $degree => $from) {
                if (!\is_int($degree) || !\is_string($from) || !$scales->knows($from) || !$scales->knows($name)) {
                    throw DataError::entry('progressions', $name, 'expected degrees and the minor they are taken from');
                }
                $this->borrowed[$name][$degree] = $from;
            }
        }
        foreach (self::entries($all, 'keys') as $which => $name) {
            if (!isset($this->keys[$which]) || !\is_string($name) || !$scales->knows($name)) {
                throw DataError::entry('progressions', $which, 'expected the major and the minor that numerals count in');
            }
            $this->keys[$which] = $name;
        }
    }

    /** @return array<string, string> what each is, by its name */
    public function names(): array
    {
        return array_column(
            array_map(
                static fn (string $name, array $one): array => [$name, $one['says']],
                array_keys($this->named),
                $this->named,
            ),
            1,
            0,
        );
    }

    /** The chords of a name, as a line would say them. */
    public function chords(string $name): string
    {
        return $this->named[$name]['chords'];
    }

    /**
     * What was said after "over": a name, or chords.
     *
     * @throws ProgressionError
     */
    public function progression(string $said, int $column = 1): Progression
    {
        // "over a blues" is an article, "over A blues" a chord with its scale.
        $name = (string) preg_replace('/^(a|the) /', '', trim((string) preg_replace('/[\s-]+/', ' ', $said)));
        $name = strtolower($name);
        if (!isset($this->named[$name])) {
            return ProgressionParser::parse($said, $this->scales, $column);
        }

        return $this->read[$name] ??= Progression::of(
            ProgressionParser::parse($this->named[$name]['chords'], $this->scales)->bars,
            $name,
        );
    }

    /** The scale in which a numeral of a key is counted, with what it borrows; the key's own where it borrows nothing. */
    public function keyOf(Material $material, int $degree): Material
    {
        $key = $material->isKey()
            ? $material
            : $this->scales->material($this->keys[$material->up->isMinor() ? 'minor' : 'major']);

        return $this->scales->material($this->borrowed[$key->name][$degree] ?? $key->name);
    }

    /**
     * @param array<string, mixed> $all
     *
     * @return array<string, mixed>
     */
    private static function entries(array $all, string $part): array
    {
        $entries = $all[$part] ?? null;
        if (!\is_array($entries)) {
            throw DataError::entry('progressions', $part, 'expected named entries');
        }

        /** @var array<string, mixed> $entries */
        return $entries;
    }
}
