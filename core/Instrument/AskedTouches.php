<?php

declare(strict_types=1);

namespace SwiftReed\Instrument;

/**
 * Touches are pressed one by one: keys by their ids, valves by their numbers ("1-2", "T2").
 */
final readonly class AskedTouches implements Askable
{
    /** @param array<string, Touch> $touches of the mechanism, by id */
    public function __construct(private array $touches)
    {
    }

    public function read(string $answer): array
    {
        if (1 === preg_match('/^(0|open|none)?$/i', trim($answer))) {
            return [];
        }
        $read = [];
        foreach (preg_split('/[\s,+-]+/', $this->divided(trim($answer)), -1, \PREG_SPLIT_NO_EMPTY) ?: [] as $word) {
            $read[] = $this->touch($word) ?? throw new \UnexpectedValueException($word);
        }

        return array_values(array_unique($read));
    }

    /** "T12" and "12" are valves written together; ids of keys stay whole. */
    private function divided(string $answer): string
    {
        if (1 !== preg_match('/^(?:F|Bb)?\s*[Tv\d\s,+-]+$/', $answer)) {
            return strtr($answer, ['-' => "\x01"]);
        }
        preg_match_all('/T|[1-9]/', $answer, $found);

        return implode(' ', $found[0]);
    }

    private function touch(string $word): ?string
    {
        $word = strtr($word, ["\x01" => '-']);
        foreach (array_keys($this->touches) as $id) {
            if (0 === strcasecmp($id, $word) || 'v'.$word === $id) {
                return $id;
            }
        }

        return null;
    }

    public function parts(Fingering $fingering): array
    {
        return $fingering->touches;
    }

    public function isWhole(): bool
    {
        return false;
    }
}
