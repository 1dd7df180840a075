<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

use SwiftReed\Knowledge\DataError;

/**
 * Reads the entries of one family file with the type that is expected, and says where one is wrong.
 */
final readonly class FamilyFile
{
    /** @param array<string, mixed> $entries */
    public function __construct(public string $name, private array $entries, private string $path = '')
    {
    }

    public function has(string $key): bool
    {
        return isset($this->entries[$key]);
    }

    public function text(string $key, string $default = ''): string
    {
        $value = $this->entries[$key] ?? $default;

        return \is_string($value) || \is_int($value) ? (string) $value : throw $this->wrong($key, 'expected text');
    }

    public function textOrNull(string $key): ?string
    {
        return $this->has($key) ? $this->text($key) : null;
    }

    public function number(string $key, int $default): int
    {
        $value = $this->entries[$key] ?? $default;

        return \is_int($value) ? $value : throw $this->wrong($key, 'expected a whole number');
    }

    public function decimal(string $key, float $default): float
    {
        $value = $this->entries[$key] ?? $default;

        return \is_int($value) || \is_float($value) ? (float) $value : throw $this->wrong($key, 'expected a number');
    }

    public function flag(string $key): bool
    {
        return true === ($this->entries[$key] ?? false);
    }

    /**
     * Whether a rule holds: what it "needs" is in force, and nothing of what it says "unless".
     *
     * @param list<string> $setups in force
     */
    public function holdsWith(array $setups): bool
    {
        return (!$this->has('needs') || \in_array($this->text('needs'), $setups, true))
            && [] === array_intersect($this->oneOrMore('unless'), $setups);
    }

    public function part(string $key): self
    {
        $value = $this->entries[$key] ?? [];
        if (!\is_array($value)) {
            throw $this->wrong($key, 'expected named entries');
        }

        /** @var array<string, mixed> $value */
        return new self($this->name, $value, '' === $this->path ? $key : $this->path.' / '.$key);
    }

    /** @return list<string> */
    public function keys(): array
    {
        return array_map(strval(...), array_keys($this->entries));
    }

    /** @return list<string> */
    public function texts(string $key): array
    {
        return array_map(
            fn (mixed $value): string => \is_string($value) || \is_int($value) ? (string) $value : throw $this->wrong(
                $key,
                'expected a list of texts',
            ),
            $this->list($key),
        );
    }

    /** @return list<string> one text, or a list of them */
    public function oneOrMore(string $key): array
    {
        return \is_array($this->entries[$key] ?? null)
            ? $this->texts($key)
            : ($this->has($key) ? [$this->text($key)] : []);
    }

    /** @return list<list<string>> */
    public function groups(string $key): array
    {
        return array_map(
            fn (mixed $group): array => array_map(
                fn (mixed $value): string => \is_string($value) ? $value : throw $this->wrong(
                    $key,
                    'expected lists of texts',
                ),
                array_values(\is_array($group) ? $group : throw $this->wrong($key, 'expected lists')),
            ),
            $this->list($key),
        );
    }

    /** @return list<self> entries of a list, each with names */
    public function parts(string $key): array
    {
        return array_map(function (mixed $value) use ($key): self {
            if (!\is_array($value)) {
                throw $this->wrong($key, 'expected a list of named entries');
            }

            /** @var array<string, mixed> $value */
            return new self($this->name, $value, $this->path.' '.$key);
        }, $this->list($key));
    }

    /** @return list<mixed> */
    public function list(string $key): array
    {
        $value = $this->entries[$key] ?? [];

        return \is_array($value) ? array_values($value) : throw $this->wrong($key, 'expected a list');
    }

    public function wrong(string $key, string $reason): DataError
    {
        return DataError::entry($this->name, '' === $this->path ? $key : $this->path.' / '.$key, $reason);
    }
}
