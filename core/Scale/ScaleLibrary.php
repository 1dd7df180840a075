<?php

declare(strict_types=1);

namespace SwiftReed\Scale;

use SwiftReed\Knowledge\DataError;
use SwiftReed\Knowledge\DataFolder;

/**
 * The named scales and arpeggios of data/scales.yaml.
 */
final class ScaleLibrary
{
    /** @var array<string, Material> */
    private array $materials = [];
    /** @var array<string, string> every understood name to the one that is printed */
    private array $names = [];
    /** @var array<string, array<string, mixed>> */
    private array $entries = [];
    private ?ProgressionLibrary $progressions = null;

    public function __construct(private readonly DataFolder $data)
    {
        foreach ($data->read('scales') as $name => $entry) {
            if (!\is_array($entry)) {
                throw DataError::entry('scales', $name, 'expected a formula and a signature');
            }
            /** @var array<string, mixed> $entry */
            $this->entries[$name] = $entry;
            $also = $entry['also'] ?? [];
            foreach ([$name, ...(\is_array($also) ? $also : [])] as $understood) {
                $key = self::key(\is_string($understood)
                    ? $understood
                    : throw DataError::entry('scales', $name, 'a name in "also" is not text'));
                if (isset($this->names[$key])) {
                    throw DataError::entry(
                        'scales',
                        $name,
                        \sprintf('the name "%s" is taken by "%s"', $understood, $this->names[$key]),
                    );
                }
                $this->names[$key] = $name;
            }
        }
    }

    /** The chords that scales are played over. */
    public function progressions(): ProgressionLibrary
    {
        return $this->progressions ??= new ProgressionLibrary($this->data, $this);
    }

    /** @return list<string> printed names, in the order of the file */
    public function names(): array
    {
        return array_keys($this->entries);
    }

    /** @return list<string> all names of one material, in lower case and without hyphens */
    public function synonyms(string $printed): array
    {
        return array_values(array_filter(
            array_keys($this->names),
            fn (string $name): bool => $this->names[$name] === $printed && $name !== self::key($printed),
        ));
    }

    /** @return list<string> all understood names */
    public function understoodNames(): array
    {
        return array_keys($this->names);
    }

    /** Whether this is a name or a synonym; hyphens and case do not matter. */
    public function knows(string $name): bool
    {
        return isset($this->names[self::key($name)]);
    }

    /** @throws \OutOfBoundsException for an unknown name: ask {@see knows()} first */
    public function material(string $name): Material
    {
        $printed = $this->names[self::key($name)]
            ?? throw new \OutOfBoundsException(\sprintf('No scale is called "%s".', $name));

        return $this->materials[$printed] ??= $this->make($printed, $this->entries[$printed]);
    }

    private static function key(string $name): string
    {
        return strtolower(strtr($name, '-', ' '));
    }

    /** @param array<string, mixed> $entry */
    private function make(string $name, array $entry): Material
    {
        $chromatic = true === ($entry['chromatic'] ?? false);
        try {
            $up = Formula::parse($chromatic ? '1 2' : self::text($name, $entry, 'formula'));
            $down = isset($entry['down']) ? Formula::parse(self::text($name, $entry, 'down')) : $up;
        } catch (FormulaError $error) {
            throw DataError::entry('scales', $name, $error->getMessage());
        }
        $signature = $entry['signature'] ?? throw DataError::entry('scales', $name, 'the signature is missing');
        $prints = 'none' !== $signature;
        $fifths = $prints ? $signature : ($entry['spelled'] ?? 0);
        if (!\is_int($fifths)) {
            throw DataError::entry('scales', $name, 'the signature is neither a whole number of fifths nor "none"');
        }
        $kind = MaterialKind::tryFrom(self::text($name, $entry + ['kind' => 'scale'], 'kind'))
            ?? throw DataError::entry('scales', $name, 'kind is not scale, arpeggio or triad');

        return new Material(
            $name,
            $kind,
            $up,
            $down,
            $fifths,
            $prints,
            $this->optional($name, $entry, 'arpeggio'),
            $chromatic,
            true === ($entry['short'] ?? false),
            self::chords($name, $entry),
            arpeggioNote: self::optionalText($name, $entry, 'arpeggio-note'),
            mode: $this->optional($name, $entry, 'mode'),
            minors: $this->minors($name, $entry),
            relation: self::optionalText($name, $entry, 'relation'),
            byTheKey: $this->optional($name, $entry, 'by-the-key'),
            isUsual: true === ($entry['usual'] ?? false),
        );
    }

    /** @return list<string> the modes of the major scale from the first degree up */
    public function modes(): array
    {
        return array_values(array_filter(
            $this->names(),
            fn (string $name): bool => $name === ($this->entries[$name]['mode'] ?? null),
        ));
    }

    /** Whether this printed name is another one's spelling by the key. */
    public function isByTheKey(string $printed): bool
    {
        return \in_array($printed, array_column($this->entries, 'by-the-key'), true);
    }

    /**
     * The entry that a field of another one names.
     *
     * @param array<string, mixed> $entry
     */
    private function optional(string $name, array $entry, string $field): ?string
    {
        $other = self::optionalText($name, $entry, $field);

        return null === $other || isset($this->entries[$other])
            ? $other
            : throw DataError::entry('scales', $name, \sprintf('"%s" names "%s", which is no entry', $field, $other));
    }

    /**
     * @param array<string, mixed> $entry
     *
     * @return list<string>
     */
    private function minors(string $name, array $entry): array
    {
        $minors = [];
        foreach (\is_array($entry['minors'] ?? []) ? $entry['minors'] ?? [] : [''] as $minor) {
            $minors[] = \is_string($minor) && isset($this->entries[$minor])
                ? $minor
                : throw DataError::entry('scales', $name, '"minors" names what is no entry');
        }

        return $minors;
    }

    /**
     * @param array<string, mixed> $entry
     *
     * @return list<string>
     */
    private static function chords(string $name, array $entry): array
    {
        $chords = $entry['chords'] ?? [];
        foreach (\is_array($chords) ? $chords : [''] as $chord) {
            if (!\is_string($chord) || 1 !== preg_match('/^(bb|b|#)?[1-7]( \S+)?$/', $chord)) {
                throw DataError::entry(
                    'scales',
                    $name,
                    'a chord is not a degree and what follows the letter, such as "2 m7"',
                );
            }
        }

        /** @var list<string> $chords */
        return $chords;
    }

    /** @param array<string, mixed> $entry */
    private static function optionalText(string $name, array $entry, string $field): ?string
    {
        return isset($entry[$field]) ? self::text($name, $entry, $field) : null;
    }

    /** @param array<string, mixed> $entry */
    private static function text(string $name, array $entry, string $field): string
    {
        $value = $entry[$field] ?? throw DataError::entry('scales', $name, \sprintf('"%s" is missing', $field));

        return \is_string($value) || \is_int($value)
            ? (string) $value
            : throw DataError::entry('scales', $name, \sprintf('"%s" is not text', $field));
    }
}
