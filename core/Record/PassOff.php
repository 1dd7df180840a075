<?php

declare(strict_types=1);

namespace SwiftReed\Record;

use SwiftReed\Score\KeyNames;
use SwiftReed\Score\Part;

/**
 * What a teacher pressed while a player played a line: which notes, and how often what else.
 *
 * Source: the handbook, chapter 8, "Pass-off in person".
 */
final readonly class PassOff
{
    /** What is counted by one press each. A lapse of memory is a condition and takes no points. */
    public const COUNTED = ['uneven', 'stopped', 'articulation', 'lapse'];
    /** More presses of one kind than this are a slip of the finger. */
    public const MOST = 99;

    /**
     * @param int                $notes   of the line
     * @param list<NotePress>    $pressed in the order of the line
     * @param array<string, int> $counts  by {@see COUNTED}
     */
    private function __construct(public int $notes, public array $pressed, public array $counts)
    {
    }

    /**
     * @param array<mixed> $given {"pressed": [{"note": 3, "kind": "wrong"}], "uneven": 1, …}; notes from 0
     *
     * @throws RecordError
     */
    public static function of(Part $part, array $given): self
    {
        $notes = $part->study->notes;
        $pressed = [];
        foreach (
            \is_array($given['pressed'] ?? [])
            ? $given['pressed'] ?? []
            : throw RecordError::notAPress('pressed') as $one
        ) {
            $note = \is_array($one) ? $one['note'] ?? null : null;
            $kind = \is_array($one) && \is_string($one['kind'] ?? null) ? PressKind::tryFrom($one['kind']) : null;
            if (!\is_int($note) || !isset($notes[$note]) || null === $kind) {
                throw RecordError::notAPress(
                    json_encode($one, \JSON_PARTIAL_OUTPUT_ON_ERROR | \JSON_UNESCAPED_UNICODE) ?: '',
                );
            }
            // A note has one fault of a kind, however often it is pressed.
            $pressed[$note.$kind->value] = new NotePress(
                $note,
                $kind,
                $notes[$note]->pitch()->name()->sign(),
                KeyNames::degree($notes[$note]->tone->degree, $notes[$note]->tone->number),
                $part->study->recipe->material->name,
                $notes[$note]->pitch()->sign(),
                0 === $note ? null : $notes[$note - 1]->pitch()->sign(),
            );
        }
        usort(
            $pressed,
            static fn (NotePress $a, NotePress $b): int => [$a->note, $a->kind->value] <=> [$b->note, $b->kind->value],
        );

        return new self(\count($notes), $pressed, self::counts($given));
    }

    /**
     * What {@see data()} gave.
     *
     * @param array<mixed> $data
     *
     * @throws RecordError
     */
    public static function read(array $data): self
    {
        $text = static fn (
            array $one,
            string $key,
        ): string => \is_string($one[$key] ?? null) ? $one[$key] : throw RecordError::notAPress($key);
        $pressed = [];
        foreach (\is_array($data['pressed'] ?? null) ? $data['pressed'] : [] as $one) {
            if (!\is_array($one) || !\is_int($one['note'] ?? null)) {
                throw RecordError::notAPress('note');
            }
            $pressed[] = new NotePress(
                $one['note'],
                PressKind::tryFrom($text($one, 'kind')) ?? throw RecordError::notAPress('kind'),
                $text($one, 'written'),
                $text($one, 'degree'),
                $text($one, 'material'),
                $text($one, 'pitch'),
                \is_string($one['after'] ?? null) ? $one['after'] : null,
            );
        }

        return new self(
            \is_int($data['notes'] ?? null) ? $data['notes'] : throw RecordError::notAPress('notes'),
            $pressed,
            self::counts($data),
        );
    }

    /** @return array<string, mixed> to be kept */
    public function data(): array
    {
        return [
            'notes' => $this->notes,
            'pressed' => array_map(
                static fn (NotePress $one): array => [
                    'note' => $one->note, 'kind' => $one->kind->value, 'written' => $one->written,
                    'degree' => $one->degree, 'material' => $one->material, 'pitch' => $one->pitch,
                    'after' => $one->after,
                ],
                $this->pressed,
            ),
        ] + $this->counts;
    }

    public function presses(): Presses
    {
        return new Presses(
            $this->notes,
            $this->many(PressKind::Wrong),
            $this->many(PressKind::Cracked),
            $this->many(PressKind::OutOfTune),
            $this->counts['uneven'],
            $this->counts['stopped'],
            $this->counts['articulation'],
        );
    }

    /** @return list<string> the notes, by their degree: "4 should be B♭" */
    public function says(): array
    {
        return array_values(array_unique(array_map(
            static fn (NotePress $one): string => $one->says(),
            $this->pressed,
        )));
    }

    private function many(PressKind $kind): int
    {
        return \count(array_filter($this->pressed, static fn (NotePress $one): bool => $kind === $one->kind));
    }

    /**
     * @param array<mixed> $given
     *
     * @return array<string, int> by {@see COUNTED}
     *
     * @throws RecordError
     */
    private static function counts(array $given): array
    {
        $counts = [];
        foreach (self::COUNTED as $name) {
            $count = $given[$name] ?? 0;
            if (!\is_int($count) || $count < 0 || $count > self::MOST) {
                throw RecordError::notAPress($name);
            }
            $counts[$name] = $count;
        }

        return $counts;
    }
}
