<?php

declare(strict_types=1);

namespace SwiftReed\Score;

use SwiftReed\Line\ClauseKind;
use SwiftReed\Line\StudyLine;
use SwiftReed\Pitch\Interval;
use SwiftReed\Scale\Progression;
use SwiftReed\Study\Study;
use SwiftReed\Words\Wording;

/**
 * A study's title in words: "B♭ major, thirds, eighths"; of one in many keys, "Major, thirds, eighths: 12 keys".
 */
final class Heading
{
    /** What belongs in a title: what is played, and not where or in what order. */
    private const SAID = [
        ClauseKind::Extent, ClauseKind::Pattern, ClauseKind::Sequel, ClauseKind::Rhythm, ClauseKind::Swing,
        ClauseKind::Articulation, ClauseKind::Marks, ClauseKind::Harmony, ClauseKind::Range, ClauseKind::Drill,
        ClauseKind::Time,
    ];
    /** A cell longer than this is only called a cell. */
    private const CELL = 24;

    public static function of(Part $part): string
    {
        if ('' !== $part->study->piece) {
            return $part->study->piece.', '.$part->writtenTitle();
        }

        $study = $part->study;
        $said = self::said($study->recipe->line, $study->octaves(), self::chords($study));

        $voice = (string) $part->study->voice?->label;

        return implode(', ', array_filter(
            [$part->writtenTitle(), ...$said, $voice],
            static fn (string $one): bool => '' !== $one,
        ));
    }

    /** For a score, in the key that the director says: "concert B♭ major, thirds". */
    public static function inConcert(Part $part): string
    {
        $study = $part->study;
        $key = Wording::of('heading.concert', ['key' => $part->concertTitle()]);
        if ('' !== $study->piece) {
            // The piece, without the voice that this player has of it.
            return explode(', ', $study->piece)[0].', '.$key;
        }

        return implode(', ', [$key, ...self::said($study->recipe->line, $study->octaves(), '')]);
    }

    /** @param non-empty-list<Part> $parts one study in many keys */
    public static function ofKeys(array $parts): string
    {
        $materials = [];
        foreach ($parts as $part) {
            $material = $part->study->recipe->material;
            $materials[null === $material->pair ? KeyNames::signs($material->name) : 'triad pair'] = true;
        }
        $names = array_keys($materials);
        $what = 1 === \count($names)
            ? $names[0]
            : (\count($names) <= 2 ? implode(' and ', $names) : $names[0].' and others');

        return Wording::of('heading.of-keys', [
            'value' => ucfirst(implode(', ', [$what, ...self::said($parts[0]->study->recipe->line, null, self::chordsOfAny($parts))])),
            'parts' => \count($parts),
        ]);
    }

    /** Chords as this player reads them, whatever key they were said in; nothing where the line is over none. */
    private static function chords(Study $study): string
    {
        $recipe = $study->recipe;
        if (null === $recipe->over) {
            return '';
        }
        $moved = Interval::between($recipe->tonic->at(4), $study->writtenKey->key->tonic->at(4));
        $chords = $recipe->line->clause(ClauseKind::Harmony)->word('chords');

        return 'over '.Progression::signed(Progression::inOtherKey($chords, $moved));
    }

    /**
     * Chords that are told alike in every key; those that are not belong to none of them alone.
     *
     * @param non-empty-list<Part> $parts
     */
    private static function chordsOfAny(array $parts): string
    {
        $all = array_unique(array_map(static fn (Part $part): string => self::chords($part->study), $parts));

        return 1 === \count($all) ? $all[0] : 'over chords';
    }

    /**
     * @param string   $chords  how the chords are told
     * @param int|null $octaves that are played, where the line says how many
     *
     * @return list<string>
     */
    private static function said(StudyLine $line, ?int $octaves, string $chords): array
    {
        $said = [];
        foreach (self::SAID as $kind) {
            if ($line->says($kind)) {
                $text = ClauseKind::Harmony === $kind ? $chords : $line->clause($kind)->text;
                if (ClauseKind::Extent === $kind && null !== $octaves) {
                    $text = 1 === $octaves ? '1 octave' : $octaves.' octaves';
                }
                $isPlain = mb_strlen($text) <= self::CELL && 1 === preg_match('/^cell [\d ]+$/', $text);
                $said[] = str_starts_with($text, 'cell ') && !$isPlain ? 'a cell' : KeyNames::plain($text);
            }
        }

        return $said;
    }
}
